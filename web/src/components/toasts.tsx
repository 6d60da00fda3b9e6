'use client';

import { Button, Toast, ToastContainer } from 'react-bootstrap';
import { create } from 'zustand';

interface Notice {
  readonly id: number;
  readonly text: string;
  readonly action?: { readonly label: string; readonly run: () => void };
}

const useNotices = create<{ notices: readonly Notice[] }>(() => ({ notices: [] }));
let last = 0;

/** More than these at once would cover the page; the oldest go. */
const MOST = 6;

/** Shows a line at the foot of the page for a while, with one thing to do about it if there is one. */
export function notify(text: string, action?: Notice['action']): void {
  const notice: Notice = { id: ++last, text, ...(action ? { action } : {}) };
  useNotices.setState(({ notices }) => ({ notices: [...notices.slice(1 - MOST), notice] }));
}

const dismiss = (id: number) =>
  useNotices.setState(({ notices }) => ({ notices: notices.filter((notice) => notice.id !== id) }));

export function Toasts() {
  const notices = useNotices((state) => state.notices);
  return (
    <ToastContainer position="bottom-center" className="p-3 position-fixed" style={{ zIndex: 1100 }}>
      {notices.map(({ id, text, action }) => (
        <Toast key={id} onClose={() => dismiss(id)} autohide delay={10_000}>
          <Toast.Body className="d-flex align-items-center gap-3">
            <span className="flex-grow-1">{text}</span>
            {action && (
              <Button size="sm" variant="light" onClick={() => (dismiss(id), action.run())}>
                {action.label}
              </Button>
            )}
            <button
              type="button"
              className="btn-close btn-close-white"
              aria-label="Dismiss"
              onClick={() => dismiss(id)}
            />
          </Toast.Body>
        </Toast>
      ))}
    </ToastContainer>
  );
}
