'use client';

import { useId, useState, type KeyboardEvent, type ReactNode } from 'react';
import { Field } from './choices';
import { useRefused } from './refused';

interface Props {
  /** Where the value stands in the recipe, as in `plate.width`: the server's refusal of it is shown here. */
  readonly at?: string;
  readonly label: string;
  readonly value: number;
  readonly onChange: (value: number) => void;
  readonly least: number;
  readonly most: number;
  readonly step: number;
  readonly suffix?: string;
  readonly hint?: ReactNode;
  readonly whole?: boolean;
  /** Shows the bare input, labelled for screen readers, for tables. */
  readonly bare?: boolean;
}

/** A plain number within limits. What does not make sense stays in the field with the reason, and the job as it was. */
export function NumberField({
  at,
  label,
  value,
  onChange,
  least,
  most,
  step,
  suffix,
  hint,
  whole = false,
  bare = false,
}: Props) {
  const id = useId();
  const [draft, setDraft] = useState<string | null>(null);
  const refused = useRefused(at);
  const problem = draft === null ? refused : problemWith(draft);

  function problemWith(text: string): string | null {
    const number = Number(text.replace(',', '.'));
    if (text.trim() === '' || !Number.isFinite(number))
      return `Type a number from ${least} to ${most}. It stays ${value}.`;
    if (whole && !Number.isInteger(number)) return `Type a whole number. It stays ${value}.`;
    return number < least || number > most ? `From ${least} to ${most}. It stays ${value}.` : null;
  }
  function type(text: string) {
    setDraft(text);
    if (problemWith(text) === null) onChange(Number(text.replace(',', '.')));
  }
  function onKeyDown(event: KeyboardEvent) {
    if (event.key === 'Escape' || (event.key === 'Enter' && problem === null)) setDraft(null);
    if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
    event.preventDefault();
    const change = step * (event.shiftKey ? 10 : 1) * (event.key === 'ArrowUp' ? 1 : -1);
    setDraft(null);
    onChange(Number(Math.min(most, Math.max(least, value + change)).toFixed(4)));
  }
  const input = (
    <span className="measure">
      <input
        id={id}
        data-at={at}
        className={`form-control number ${problem ? 'is-invalid' : ''}`}
        aria-invalid={problem !== null}
        aria-label={bare ? label : undefined}
        title={problem ?? undefined}
        autoComplete="off"
        inputMode="decimal"
        value={draft ?? String(value)}
        onChange={(event) => type(event.target.value)}
        onFocus={(event) => event.target.select()}
        onBlur={() => problem === null && setDraft(null)}
        onKeyDown={onKeyDown}
      />
      {suffix && <span className="measure-unit">{suffix}</span>}
    </span>
  );
  if (bare)
    return (
      <>
        {input}
        {problem && (
          <span className="field-problem" role="alert">
            {problem}
          </span>
        )}
      </>
    );
  return (
    <Field label={label} htmlFor={id} problem={problem} hint={hint}>
      {input}
    </Field>
  );
}
