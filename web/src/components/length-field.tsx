'use client';

import { formatLength, lengthWithUnit, MM_PER_INCH, parseLength } from '@needlefile/core/units/length';
import { useId, useState, type KeyboardEvent, type ReactNode } from 'react';
import { Field } from './choices';
import { useRefused } from './refused';
import { useUnit } from '@/hooks/unit';

interface Props {
  /** Where the value stands in the recipe, as in `plate.width`: the server's refusal of it is shown here. */
  readonly at?: string;
  readonly label: ReactNode;
  /** mm; null where the length is left to follow from the rest. */
  readonly value: number | null;
  readonly onChange: (mm: number) => void;
  /** Given where the field may be emptied. */
  readonly onEmpty?: () => void;
  /** What stands in an empty field. */
  readonly placeholder?: string;
  readonly least: number;
  readonly most: number;
  readonly hint?: ReactNode;
  /** Decimals shown, where the usual ones are too few. */
  readonly digits?: number;
  /** Shows the bare input, labelled for screen readers, for tables. */
  readonly bare?: boolean;
}

/**
 * A length typed in any notation: `12`, `12mm`, `1/8in`, `3.5"`, `2+3/16 in`. What makes sense is taken at once; what
 * does not is kept in the field with the reason, and the job stays as it was. Arrow keys step; Escape goes back.
 */
export function LengthField({
  at,
  label,
  value,
  onChange,
  onEmpty,
  placeholder,
  least,
  most,
  hint,
  digits,
  bare = false,
}: Props) {
  const unit = useUnit();
  const id = useId();
  const [draft, setDraft] = useState<string | null>(null);
  const refused = useRefused(at);
  const problem = draft === null ? refused : problemWith(draft);

  function problemWith(text: string): string | null {
    if (text.trim() === '' && onEmpty) return null;
    const parsed = parseLength(text, unit);
    const kept = value === null ? '' : ` It stays ${lengthWithUnit(value, unit, digits)}.`;
    if (!parsed.ok) return parsed.reason + kept;
    if (parsed.mm < least - 1e-9) return `The least is ${lengthWithUnit(least, unit, digits)}.${kept}`;
    if (parsed.mm > most + 1e-9) return `The most is ${lengthWithUnit(most, unit, digits)}.${kept}`;
    return null;
  }
  function type(text: string) {
    setDraft(text);
    if (problemWith(text) !== null) return;
    if (text.trim() === '') return onEmpty?.();
    const parsed = parseLength(text, unit);
    if (parsed.ok) onChange(parsed.mm);
  }
  function onKeyDown(event: KeyboardEvent) {
    if (event.key === 'Escape') setDraft(null);
    if (event.key === 'Enter' && problem === null) setDraft(null);
    if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
    if (value === null) return;
    event.preventDefault();
    const step = (unit === 'mm' ? 1 : MM_PER_INCH / 16) * (event.shiftKey ? 10 : event.altKey ? 0.1 : 1);
    const next = Math.min(most, Math.max(least, value + (event.key === 'ArrowUp' ? step : -step)));
    setDraft(null);
    onChange(Number(next.toFixed(6)));
  }
  const input = (
    <span className="measure">
      <input
        id={id}
        data-at={at}
        className={`form-control number ${problem ? 'is-invalid' : ''}`}
        aria-invalid={problem !== null}
        aria-label={bare ? String(label) : undefined}
        inputMode="text"
        autoComplete="off"
        value={draft ?? (value === null ? '' : formatLength(value, unit, digits))}
        placeholder={placeholder}
        onChange={(event) => type(event.target.value)}
        onFocus={(event) => event.target.select()}
        onBlur={() => problem === null && setDraft(null)}
        onKeyDown={onKeyDown}
      />
      <span className="measure-unit">{unit}</span>
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
