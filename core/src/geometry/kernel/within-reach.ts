import { groupsThatMeet } from '../box-groups.ts';
import type { Contour, Region } from '../contour.ts';
import { hullBounds } from '../contour-facts.ts';
import { visitNear } from './near-segments.ts';

/**
 * Parts contours into groups between which nothing comes within `reach` mm, in the order of their first members: what
 * is done to one group by no more than half of that cannot meet what is done to another.
 */
export function groupsWithinReach(region: Region, reach: number): Contour[][] {
  const comeNear = (a: number, b: number): boolean => {
    let found = false;
    // One pair will do.
    visitNear(region[a]!, region[b]!, reach, () => {
      found = true;
      return false;
    });
    return found;
  };
  return groupsThatMeet(region.map(hullBounds), reach, comeNear).map((members) => members.map((i) => region[i]!));
}
