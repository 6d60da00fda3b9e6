import { boundsContain } from '../geometry/bounds.ts';
import { boxTableOf, visitPairs } from '../geometry/box-pairs.ts';
import { probePoint } from '../geometry/components.ts';
import type { Contour } from '../geometry/contour.ts';
import { contourArea, contourBounds, contourContains } from '../geometry/contour-facts.ts';

/**
 * For each contour the number of the closed one next round it, -1 where none is. The contours do not cross; open ones
 * lie round nothing.
 */
export function nextRound(contours: readonly Contour[]): Int32Array {
  const boxes = contours.map(contourBounds);
  const round = new Int32Array(contours.length).fill(-1);
  const sizeOf = (i: number) => Math.abs(contourArea(contours[i]!));
  const look = (outer: number, inner: number) => {
    const around = contours[outer]!;
    if (!around.closed || !boundsContain(boxes[outer]!, boxes[inner]!)) return;
    if (round[inner]! >= 0 && sizeOf(round[inner]!) <= sizeOf(outer)) return;
    if (contourContains(around, probePoint(contours[inner]!))) round[inner] = outer;
  };
  visitPairs(boxTableOf(boxes), 0, (a, b) => {
    look(a, b);
    look(b, a);
  });
  return round;
}
