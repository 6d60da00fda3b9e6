import type { Point } from '../../geometry/point.ts';
import { decimal } from '../numbers.ts';

/** A pair of lines of a DXF that is written. */
export type Tag = readonly [code: number, value: string | number];

/** A point, from the code of its x on. @param z upwards */
export const pointTags = (code: number, { x, y }: Point, z = 0): Tag[] => [
  [code, decimal(x, 6)],
  [code + 10, decimal(y, 6)],
  [code + 20, z === 0 ? '0' : decimal(z, 6)],
];
