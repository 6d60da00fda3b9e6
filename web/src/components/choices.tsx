'use client';

import { useId, type ReactNode } from 'react';

interface Props<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly { readonly value: T; readonly label: ReactNode; readonly title?: string }[];
  readonly onChange: (value: T) => void;
  /** Shows no label beside it; it is still there for screen readers. */
  readonly bare?: boolean;
  readonly hint?: ReactNode;
}

/** A few choices side by side, one taken. */
export function Choices<T extends string>({ label, value, options, onChange, bare = false, hint }: Props<T>) {
  const name = useId();
  const row = (
    <div className="choices" role="radiogroup" aria-label={label}>
      {options.map((option) => (
        <label key={option.value} title={option.title}>
          <input type="radio" name={name} checked={option.value === value} onChange={() => onChange(option.value)} />
          {option.label}
        </label>
      ))}
    </div>
  );
  return bare ? (
    row
  ) : (
    <Field label={label} hint={hint}>
      {row}
    </Field>
  );
}

/** A label with its control at the right, as all panels set them. */
export function Field({
  label,
  htmlFor,
  children,
  problem,
  hint,
  isWide = false,
}: {
  label: ReactNode;
  htmlFor?: string;
  children: ReactNode;
  problem?: string | null | undefined;
  hint?: ReactNode;
  /** Its control is below its label, as wide as the panel: for what would be cut beside it. */
  isWide?: boolean;
}) {
  return (
    <div className="field">
      <div className={isWide ? 'field-wide' : 'field-row'}>
        <label htmlFor={htmlFor}>{label}</label>
        {children}
      </div>
      {problem ? (
        <div className="field-problem" role="alert">
          {problem}
        </div>
      ) : (
        hint && <div className="field-hint">{hint}</div>
      )}
    </div>
  );
}
