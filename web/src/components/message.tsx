import type { ReactNode } from 'react';

/** A page that has one thing to say: loading, failed, nothing here. */
export function Message({ title, text, children }: { title: string; text?: string; children?: ReactNode }) {
  return (
    <main
      className="d-flex flex-column align-items-center justify-content-center gap-2 text-center p-4"
      style={{ minHeight: '60vh' }}
    >
      <h1 className="h5 m-0">{title}</h1>
      {text && (
        <p className="soft m-0" style={{ maxWidth: 520 }}>
          {text}
        </p>
      )}
      {children && <div className="d-flex gap-2 mt-2">{children}</div>}
    </main>
  );
}
