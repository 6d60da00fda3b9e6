import { joinBounds } from '../../geometry/bounds.ts';
import type { Contour } from '../../geometry/contour.ts';
import { contourBounds } from '../../geometry/contour-facts.ts';
import { timeStraight } from '../../motion/motion.ts';
import type { Profile } from '../../motion/profile.ts';
import { acrossRows, spansOf } from '../../motion/row-spans.ts';
import { timeTogether, turnSeconds } from '../../motion/sweep.ts';
import { clumpsOf } from './clumps.ts';
import { exactGroups, MOST_EXACT } from './exact-groups.ts';
import { ENOUGH, joinedGroups, type CostOf, type JoinStep } from './joined-groups.ts';

export interface SweepGroups {
  /** The things that are swept together. */
  readonly groups: readonly (readonly number[])[];
  /** What so many groups take in all, s, most groups first: what the groups were chosen from. */
  readonly steps: readonly JoinStep[];
}

/** Rows are counted on so many at most: more would tell little more of which things belong together. */
const MOST_ROWS = 200;

/** So many times the groups that a machine takes are a crowd. */
const CROWD = 10;

/**
 * Which things are swept together, so that the head does not spend its time over blanks: a blank as wide as it goes in
 * the time of a turn is worth parting two things for. Things stay whole, so that no seam lies in one.
 * Up to 12 things: the best there is; more: what surely belongs together is put together (letters of a line), pairs are
 * joined by what that saves, then single things moved.
 * @param things each with its edges, mm
 * @param profile of the machine, with the rows of the operation
 * @param most groups at most
 */
export function sweepGroups(
  things: readonly (readonly Contour[])[],
  { rows, travel }: Pick<Profile, 'rows' | 'travel'>,
  most: number,
): SweepGroups {
  const box = joinBounds(things.flatMap((contours) => contours.map(contourBounds)));
  const [wide, high] = [box.maxX - box.minX, box.maxY - box.minY];
  const across = acrossRows(things, rows.angle);
  const height = Math.max(rows.pitch, (across.high - across.low) / MOST_ROWS);
  const grid = { low: across.low, pitch: height, angle: rows.angle };
  // From one group to the next, on the whole: a third of the way over all.
  const between = timeStraight((wide + high) / 6, travel);
  const costOf: CostOf = (one, other) => timeTogether(one, other, rows, height) + between;
  const spans = things.map((contours) => spansOf(contours, grid));
  // Of very many, most are to be joined anyway: neighbours are, though a little is lost by it.
  const reach = turnSeconds(rows) * rows.speed;
  const clumping = spans.length > CROWD * most ? { reach: 4 * reach, loss: 0.5 } : { reach, loss: 0 };
  const clumps = spans.length <= MOST_EXACT ? null : clumpsOf(spans, costOf, clumping);
  const { groups, steps } = joinedGroups(spans, costOf, most, clumps);
  return { groups: clumps ? groups : exactGroups(spans, costOf, most, ENOUGH), steps };
}
