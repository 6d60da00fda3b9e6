import type { ReactNode } from 'react';

/** Head of a station's panel: its name, and how things stand there in a sentence. */
export function PanelHead({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div className="panel-head">
      <h2>{title}</h2>
      {children && <p>{children}</p>}
    </div>
  );
}

export function PanelSection({ title, aside, children }: { title: string; aside?: ReactNode; children: ReactNode }) {
  return (
    <section className="panel-section">
      <div className="panel-section-head">
        <h3>{title}</h3>
        {aside && <span className="soft">{aside}</span>}
      </div>
      {children}
    </section>
  );
}

/**
 * A section a step away: folded up, with how it stands in a few words beside its name. `open` unfolds it from outside.
 */
export function PanelFold({
  title,
  state,
  open = false,
  onToggle,
  children,
}: {
  title: string;
  state?: string | undefined;
  open?: boolean;
  onToggle?: (isOpen: boolean) => void;
  children: ReactNode;
}) {
  return (
    <details className="panel-fold" open={open} onToggle={({ currentTarget }) => onToggle?.(currentTarget.open)}>
      <summary>
        <span>{title}</span>
        {state && <span className="soft">{state}</span>}
      </summary>
      {children}
    </details>
  );
}
