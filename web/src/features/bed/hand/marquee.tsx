'use client';

import type { Bounds } from '@needlefile/core/geometry/bounds';
import css from './hand.module.css';

/** The box of a drag from one point to another. */
export const boxOfDrag = ({ x0, y0, x, y }: Readonly<Record<'x0' | 'y0' | 'x' | 'y', number>>): Bounds => ({
  minX: Math.min(x0, x),
  minY: Math.min(y0, y),
  maxX: Math.max(x0, x),
  maxY: Math.max(y0, y),
});

/** A frame that is drawn round what is to be taken in hand. */
export function Marquee({ box: { minX, minY, maxX, maxY } }: { box: Bounds }) {
  return <rect className={css.marquee} x={minX} y={minY} width={maxX - minX} height={maxY - minY} />;
}
