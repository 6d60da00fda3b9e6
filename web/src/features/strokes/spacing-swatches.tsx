'use client';

import type { FillOf } from '@needlefile/core/recipe/schema';
import { formatLength } from '@needlefile/core/units/length';
import { useUnit } from '@/hooks/unit';
import css from './strokes.module.css';

/** Spacings beside the one there is. */
const TIMES = [0.5, 1, 2] as const;

/** Millimetres of each swatch, and pixels to one of them where a screen has 96 to the inch: as large as in truth. */
const [SIDE, PIXELS] = [20, 96 / 25.4];

/** Three spacings beside each other, at about true size: half, as it is, and twice. */
export function SpacingSwatches({ fill, onChoose }: { fill: FillOf<'hatch'>; onChoose: (spacing: number) => void }) {
  const unit = useUnit();
  return (
    <div className={css.swatches} role="group" aria-label="Spacings at true size">
      {TIMES.map((times) => {
        const spacing = Number((fill.spacing * times).toFixed(4));
        // Turned about the middle they cover the corners too.
        const count = Math.ceil((2 * SIDE) / spacing);
        const lines = Array.from(
          { length: count },
          (_, i) => `M${-SIDE} ${(i + 0.5) * spacing - SIDE / 2}h${3 * SIDE}`,
        );
        return (
          <button
            key={times}
            type="button"
            data-now={times === 1}
            disabled={times === 1}
            onClick={() => onChoose(spacing)}
          >
            <svg viewBox={`0 0 ${SIDE} ${SIDE}`} width={SIDE * PIXELS} height={SIDE * PIXELS} aria-hidden>
              <g transform={`rotate(${-fill.angle} ${SIDE / 2} ${SIDE / 2})`}>
                <path d={lines.join('')} strokeWidth={fill.width} />
              </g>
            </svg>
            <span className="number">{formatLength(spacing, unit, unit === 'mm' ? 2 : 3)}</span>
          </button>
        );
      })}
    </div>
  );
}
