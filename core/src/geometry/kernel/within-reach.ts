import { ownersThatMeet } from '../box-groups.ts';
import type { Contour, Region } from '../contour.ts';
import { hullTable } from '../hull-table.ts';

/**
 * Parts contours into groups between which nothing comes within `reach` mm, in the order of their first members: what
 * is done to one group by no more than half of that cannot meet what is done to another.
 */
export function groupsWithinReach(region: Region, reach: number): Contour[][] {
  const owners = region.flatMap(({ segments }, i) => segments.map(() => i));
  return ownersThatMeet(hullTable(region), owners, reach).map((members) => members.map((i) => region[i]!));
}
