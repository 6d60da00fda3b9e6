'use client';

import { formatLength } from '@needlefile/core/units/length';
import { useUnit } from '@/hooks/unit';
import type { HandFrame } from './frame';
import css from './hand.module.css';

/** What is dragged, as it is, where it will be, and how far that is. */
export function Ghost({
  frame: { box, items, things },
  scale,
  transform,
  told,
  angle,
  by = { dx: 0, dy: 0 },
}: {
  frame: HandFrame;
  scale: number;
  transform: string;
  told?: { readonly x: number; readonly y: number };
  angle?: number;
  /** How far it is from where it was. */
  by?: { readonly dx: number; readonly dy: number };
}) {
  const unit = useUnit();
  const length = (mm: number) => formatLength(mm, unit, unit === 'mm' ? 1 : 3);
  const text = angle !== undefined ? `${angle}°` : told ? `${length(told.x)} × ${length(told.y)} ${unit}` : '';
  const size = 11.5 / scale;
  return (
    <>
      <g transform={transform} className={css.ghost}>
        {items.map(({ id, path }) => (
          <path key={id} d={path} />
        ))}
        {things.map(({ id, solid, engraved, linework }) => (
          <path key={id} d={solid + engraved + linework} />
        ))}
      </g>
      <g className={css.told} transform={`translate(${box.minX + by.dx} ${box.minY + by.dy - 26 / scale})`}>
        <rect width={(text.length * 0.68 + 1.4) * size} height={18 / scale} rx={3 / scale} />
        <text x={0.7 * size} y={12.8 / scale} fontSize={size}>
          {text}
        </text>
      </g>
    </>
  );
}
