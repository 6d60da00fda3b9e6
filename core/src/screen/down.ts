import type { Bounds } from '../geometry/bounds.ts';

/** Turns a box of the sheet over, so that y runs down from the sheet's top edge. @param height of the sheet, mm */
export const downFrom =
  (height: number) =>
  ({ minX, minY, maxX, maxY }: Bounds): Bounds => ({ minX, maxX, minY: height - maxY, maxY: height - minY });
