import { boxTableOf, visitPairs } from '../../geometry/box-pairs.ts';
import type { Bounds } from '../../geometry/bounds.ts';
import { distance, type Point } from '../../geometry/point.ts';

export const boxesOf = (points: readonly Point[]): Bounds[] =>
  points.map(({ x, y }) => ({ minX: x, minY: y, maxX: x, maxY: y }));

/** For each point the numbers of the others that lie within a distance, mm, in their order. */
export function neighboursOf(points: readonly Point[], near: number): number[][] {
  const found = points.map((): number[] => []);
  visitPairs(boxTableOf(boxesOf(points)), near, (a, b) => {
    if (distance(points[a]!, points[b]!) > near) return;
    found[a]!.push(b);
    found[b]!.push(a);
  });
  return found.map((others) => others.sort((a, b) => a - b));
}
