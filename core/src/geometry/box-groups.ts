import { boxTableOf, visitPairs } from './box-pairs.ts';
import type { Bounds } from './bounds.ts';
import { groupBy } from './group-by.ts';

/**
 * Parts boxes, by number, into groups that chain together with at most `near` mm between two, in the order of their
 * first members.
 * @param meet asked of two boxes that come near, whether what is in them does
 */
export function groupsThatMeet(
  bounds: readonly Bounds[],
  near: number,
  meet: (a: number, b: number) => boolean = () => true,
): number[][] {
  const leader = bounds.map((_, i) => i);
  const find = (i: number): number => {
    while (leader[i] !== i) i = leader[i] = leader[leader[i]!]!;
    return i;
  };
  visitPairs(boxTableOf(bounds), near, (a, b) => {
    const [i, j] = [find(a), find(b)];
    if (i === j || !meet(a, b)) return;
    leader[Math.max(i, j)] = Math.min(i, j);
  });
  return [...groupBy(leader.keys(), find).values()];
}
