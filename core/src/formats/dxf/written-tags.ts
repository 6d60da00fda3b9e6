import type { Point } from '../../geometry/point.ts';
import { decimal } from '../numbers.ts';

/** A pair of lines of a DXF that is written. */
export type Tag = readonly [code: number, value: string | number];

/** A point, from the code of its x on. */
export const place = (code: number, { x, y }: Point): Tag[] => [
  [code, decimal(x, 6)],
  [code + 10, decimal(y, 6)],
  [code + 20, '0'],
];
