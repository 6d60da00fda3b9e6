'use client';

import { formatLength } from '@needlefile/core/units/length';
import { useUnit } from '@/hooks/unit';
import type { Guide } from './catch';
import css from './hand.module.css';

/** Lines that what is dragged caught on, and distances that are equal. */
export function Guides({ guides, scale }: { guides: readonly Guide[]; scale: number }) {
  const unit = useUnit();
  const size = 11.5 / scale;
  return (
    <>
      {guides.map(({ x1, y1, x2, y2, told }, i) => (
        <g key={i} className={css.guide} data-told={told !== undefined}>
          <line x1={x1} y1={y1} x2={x2} y2={y2} />
          {told !== undefined && (
            <text x={(x1 + x2) / 2} y={(y1 + y2) / 2 - 5 / scale} fontSize={size}>
              {formatLength(told, unit, unit === 'mm' ? 1 : 3)}
            </text>
          )}
        </g>
      ))}
    </>
  );
}
