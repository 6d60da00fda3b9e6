import { joinBounds } from '../../geometry/bounds.ts';
import { timeStraight } from '../../motion/motion.ts';
import type { Profile } from '../../motion/profile.ts';
import { joinAllSpans } from '../../motion/row-spans.ts';
import { turnSeconds } from '../../motion/sweep.ts';
import { sweptAcross, sweptBounds, sweptSpans, type Swept } from '../../motion/swept.ts';
import { costsKnown } from './cost-of.ts';
import { clumpsOf } from './clumps.ts';
import { exactGroups, MOST_EXACT } from './exact-groups.ts';
import { ENOUGH, joinedGroups, type JoinStep } from './joined-groups.ts';

export interface SweepGroups {
  /** The things that are swept together. */
  readonly groups: readonly (readonly number[])[];
  /** What so many groups take in all, s, most groups first: what the groups were chosen from. */
  readonly steps: readonly JoinStep[];
}

/** Rows are counted on so many at most, and on so many of what is as high as most things: more would tell little. */
const MOST_ROWS = 200;
const ROWS_OF_ONE = 4;

/** So many times the groups that a machine takes are a crowd. */
const CROWD = 10;

/**
 * Which things are swept together, so that the head does not spend its time over blanks: a blank as wide as it goes in
 * the time of a turn is worth parting two things for. Things stay whole, so that no seam lies in one.
 * Up to 12 things: the best there is; more: what surely belongs together is put together (letters of a line), pairs are
 * joined by what that saves, then single things moved.
 * @param things each of one or several forms
 * @param profile of the machine, with the rows of the operation
 * @param most groups at most
 */
export function sweepGroups(
  things: readonly (readonly Swept[])[],
  { rows, travel }: Pick<Profile, 'rows' | 'travel'>,
  most: number,
): SweepGroups {
  const all = things.flat();
  const { minX, minY, maxX, maxY } = joinBounds(all.map(sweptBounds));
  const across = all.map((swept) => sweptAcross(swept, rows));
  const low = Math.min(...across.map((each) => each.low));
  const high = Math.max(...across.map((each) => each.high));
  const heights = across.map((each) => each.high - each.low).sort((a, b) => a - b);
  const usual = heights[heights.length >> 1]!;
  const height = Math.max(rows.pitch, (high - low) / MOST_ROWS, usual / ROWS_OF_ONE);
  const grid = { low, pitch: height, angle: rows.angle };
  // From one group to the next, on the whole: a third of the way over all.
  const between = timeStraight((maxX - minX + maxY - minY) / 6, travel);
  const costOf = costsKnown({ rows, height, between });
  const spans = things.map((own) => joinAllSpans(own.map((swept) => sweptSpans(swept, grid, rows.pitch))));
  // Of very many, most are to be joined anyway: neighbours are, though a little is lost by it.
  const reach = turnSeconds(rows) * rows.speed;
  const clumping = spans.length > CROWD * most ? { reach: 4 * reach, loss: 0.5 } : { reach, loss: 0 };
  const clumps = spans.length <= MOST_EXACT ? null : clumpsOf(spans, costOf, clumping);
  const { groups, steps } = joinedGroups(spans, costOf, most, clumps);
  return { groups: clumps ? groups : exactGroups(spans, costOf, most, ENOUGH), steps };
}
