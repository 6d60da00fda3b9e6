import type { Measure } from '@needlefile/core/check/finding';
import { formatLength, type LengthUnit } from '@needlefile/core/units/length';
import { formatWeight } from '@needlefile/core/units/quantity';
import css from './check.module.css';

/** A measured value as a bar, with a tick at its limit. */
export function MeasureBar({
  measure: { value, limit, unit: kind, reason },
  unit,
}: {
  measure: Measure;
  unit: LengthUnit;
}) {
  const full = Math.max(value, limit) * 1.2 || 1;
  const text = (number: number) =>
    kind === 'mm' ? formatLength(number, unit) : kind === 'g' ? formatWeight(number, unit) : String(number);
  return (
    <>
      <div className={css.bar} aria-hidden>
        <div className={css.barValue} style={{ width: `${(value / full) * 100}%` }} />
        <div className={css.barLimit} style={{ left: `${(limit / full) * 100}%` }} />
      </div>
      <div className={css.figures}>
        <span>
          <strong className="number">{text(value)}</strong> of <strong className="number">{text(limit)}</strong>{' '}
          {kind === 'mm' ? unit : kind === 'g' ? '' : kind}
        </span>
        {reason && <span className="soft">{reason}</span>}
      </div>
    </>
  );
}
