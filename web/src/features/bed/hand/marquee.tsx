'use client';

import type { Bounds } from '@needlefile/core/geometry/bounds';
import css from './hand.module.css';

/** A frame that is drawn round what is to be taken in hand. */
export function Marquee({ box: { minX, minY, maxX, maxY } }: { box: Bounds }) {
  return <rect className={css.marquee} x={minX} y={minY} width={maxX - minX} height={maxY - minY} />;
}
