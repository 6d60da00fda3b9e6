'use client';

import { Button } from 'react-bootstrap';
import { useView } from '@/job/view-store';

/** Readies the bed for drawing; pressed again, or Escape on the bed, leaves it. */
export function DrawButton({
  kind,
  label,
  hint,
  disabled = false,
}: {
  kind: 'bridge' | 'bar';
  label: string;
  hint: string;
  disabled?: boolean;
}) {
  const drawing = useView((state) => state.drawing === kind);
  return (
    <>
      <Button
        size="sm"
        variant={drawing ? 'dark' : 'light'}
        aria-pressed={drawing}
        disabled={disabled}
        onClick={() => useView.setState({ drawing: drawing ? null : kind })}
      >
        {label}
      </Button>
      {drawing && <span className="field-hint w-100">{hint}</span>}
    </>
  );
}
