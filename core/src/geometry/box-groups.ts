import { boxTableOf, visitPairs, type BoxTable } from './box-pairs.ts';
import type { Bounds } from './bounds.ts';
import { groupBy } from './group-by.ts';

/**
 * Parts boxes, by number, into groups that chain together with at most `near` mm between two, in the order of their
 * first members.
 * @param meet asked of two boxes that come near, whether what is in them does
 */
export const groupsThatMeet = (
  bounds: readonly Bounds[],
  near: number,
  meet: (a: number, b: number) => boolean = () => true,
): number[][] =>
  ownersThatMeet(
    boxTableOf(bounds),
    bounds.map((_, i) => i),
    near,
    meet,
  );

/**
 * As `groupsThatMeet`, of what several boxes each stand for.
 * @param owners number of the thing that each box belongs to, counted from 0 on in the order of the boxes
 */
export function ownersThatMeet(
  boxes: BoxTable,
  owners: readonly number[],
  near: number,
  meet: (a: number, b: number) => boolean = () => true,
): number[][] {
  const count = (owners.at(-1) ?? -1) + 1;
  const leader = Array.from({ length: count }, (_, i) => i);
  const find = (i: number): number => {
    while (leader[i] !== i) i = leader[i] = leader[leader[i]!]!;
    return i;
  };
  visitPairs(boxes, near, (a, b) => {
    const [i, j] = [find(owners[a]!), find(owners[b]!)];
    if (i === j || !meet(a, b)) return;
    leader[Math.max(i, j)] = Math.min(i, j);
  });
  return [...groupBy(leader.keys(), find).values()];
}
