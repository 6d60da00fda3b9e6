import type { Contour } from '../geometry/contour.ts';
import { contourLength } from '../geometry/contour-facts.ts';
import { add, scale, type Point } from '../geometry/point.ts';
import {
  arc,
  line,
  pointAt,
  portion,
  reverseSegment,
  segmentLength,
  tangentAt,
  type ArcSegment,
  type Segment,
} from '../geometry/segment.ts';
import { isClear, isNear, linesNear } from './beside-lines.ts';
import { withCornerLoops } from './corner-loops.ts';

/** How cuts are begun beside their lines, in the waste. Lengths in mm. */
export interface LeadPlan {
  /** Of the arc by which the tool comes to the line; 0: it comes straight. */
  readonly radius: number;
  /** Of the straight way before the arc. */
  readonly length: number;
  /** How far it goes on past where the line began. */
  readonly overlap: number;
  /** Of the arc by which it leaves the line, back into the waste; 0: it stops on the line. */
  readonly out: number;
  /** How far it goes past outer corners, to come back in a loop; 0: it turns in them. */
  readonly corner: number;
  /** Width of the cut: where it begins keeps so far from all lines. */
  readonly kerf: number;
}

/** Leads are tried in these shares of what is asked for. */
const SIZES = [1, 0.75, 0.5, 0.3] as const;
/** Ways round a line that are offered to the order of work. */
const MOST_WAYS = 16;
/** Places looked at along a line. */
const LOOKS = 40;
/** A joint that turns further than this is a corner, as the cosine of its turn. */
const CORNER = Math.cos((20 * Math.PI) / 180);
/** A lead keeps so many kerfs from corners where it can. */
const OFF_CORNERS = 4;
/** A run is of the line that it begins so near to, mm. */
const ON_LINE = 0.03;

/**
 * Ways to cut a closed line, each with a lead: begun in the waste, on to the line by an arc, once round, and past the
 * start. A lead crosses no other line, begins a kerf clear of all of them, and keeps off corners. Where there is room,
 * the line is left by an arc too.
 * @param lines all cut lines of the thing, material to the left of each
 * @returns none where no lead fits
 */
export function ledWays(contour: Contour, lines: readonly Contour[], plan: LeadPlan): Contour[] {
  const near = linesNear(contour, lines, reachOf(plan));
  const starts = startsOn(contour, plan);
  const ways: Contour[] = [];
  for (const share of SIZES) {
    for (const start of starts) {
      const lead = leadTo(start, plan.radius * share, plan.length * share);
      if (lead.length === 0 || !isClear(lead, contour, near, plan.kerf)) continue;
      const { round, again } = roundFrom(contour, start, plan.overlap);
      const last = again.at(-1) ?? round.at(-1)!;
      const out = outOf(last, plan.out * share);
      const leaving = out && isClear([reverseSegment(out)], contour, near, plan.kerf) ? [out] : [];
      const looped = withCornerLoops(round, contour, near, plan.corner, plan.kerf);
      ways.push({ segments: [...lead, ...looped, ...again, ...leaving], closed: false });
      if (ways.length === MOST_WAYS) return ways;
    }
    if (ways.length > 0) return ways;
  }
  return ways;
}

/**
 * Ways to cut a run between two tabs: begun in the waste, straight on to the line where the run starts, so that the tab
 * beside it keeps its root. It ends on the line.
 * @param lines all cut lines of the thing
 * @returns null where it is on none of them; none where no lead fits
 */
export function ledRun(run: Contour, lines: readonly Contour[], plan: LeadPlan): Contour[] | null {
  const near = linesNear(run, lines, reachOf(plan));
  const first = run.segments[0]!;
  const own = near.find(({ ring }) => isNear(first.from, ring, ON_LINE))?.contour;
  if (!own) return null;
  const way = unit(tangentAt(first, 0));
  for (const share of SIZES) {
    const lead = leadTo({ at: first.from, way }, 0, (plan.radius + plan.length) * share);
    if (lead.length > 0 && isClear(lead, own, near, plan.kerf))
      return [{ segments: [...lead, ...run.segments], closed: false }];
  }
  return [];
}

const reachOf = ({ radius, length, kerf, corner }: LeadPlan): number => Math.max(radius + length, 3 * corner) + kerf;

/** Where a line may be begun. */
interface LeadStart {
  readonly segment: number;
  readonly t: number;
  readonly at: Point;
  /** The way the line goes there, a unit vector. */
  readonly way: Point;
  /** Along the line to the nearest corner, mm. */
  readonly toCorner: number;
}

/** Places along a line, those well off corners, or the furthest from them where there are none. */
function startsOn(contour: Contour, { kerf }: LeadPlan): LeadStart[] {
  const lengths = contour.segments.map(segmentLength);
  const whole = contourLength(contour);
  const corners: number[] = [];
  let gone = 0;
  contour.segments.forEach((segment, i) => {
    if (isCorner(contour.segments.at(i - 1)!, segment)) corners.push(gone);
    gone += lengths[i]!;
  });
  const apart = (a: number, b: number): number => Math.min(Math.abs(a - b), whole - Math.abs(a - b));
  gone = 0;
  const starts = contour.segments.flatMap((segment, i) => {
    const count = Math.max(1, Math.round((LOOKS * lengths[i]!) / whole));
    const own = Array.from({ length: count }, (_, k): LeadStart => {
      const t = (k + 0.5) / count;
      const along = gone + t * lengths[i]!;
      const toCorner = Math.min(whole, ...corners.map((corner) => apart(along, corner)));
      return { segment: i, t, at: pointAt(segment, t), way: unit(tangentAt(segment, t)), toCorner };
    });
    gone += lengths[i]!;
    return own;
  });
  const wanted = Math.min(OFF_CORNERS * kerf, 0.7 * Math.max(...starts.map(({ toCorner }) => toCorner)));
  return starts.filter(({ toCorner }) => toCorner >= wanted);
}

function isCorner(before: Segment, after: Segment): boolean {
  const [a, b] = [unit(tangentAt(before, 1)), unit(tangentAt(after, 0))];
  return a.x * b.x + a.y * b.y < CORNER;
}

const unit = (p: Point): Point => scale(p, 1 / Math.max(1e-12, Math.sqrt(p.x * p.x + p.y * p.y)));

/** The way to a place out of the waste, which lies to the right of the line. */
function leadTo({ at, way }: Pick<LeadStart, 'at' | 'way'>, radius: number, length: number): Segment[] {
  const right: Point = { x: way.y, y: -way.x };
  const source = '';
  if (radius <= 0) return length > 0 ? [line(add(at, scale(right, length)), at, source)] : [];
  const centre = add(at, scale(right, radius));
  // A quarter turn to the right, that ends along the line.
  const start = (Math.atan2(-right.y, -right.x) * 180) / Math.PI + 90;
  const turn = { ...arc(centre, radius, start, -90, source), to: at };
  if (length <= 0) return [turn];
  return [line(add(turn.from, scale(right, length)), turn.from, source), turn];
}

/** Away from where a line ends, into the waste to its right; null where that is not asked for. */
function outOf(last: Segment, radius: number): ArcSegment | null {
  if (radius <= 0) return null;
  const [at, way] = [last.to, unit(tangentAt(last, 1))];
  const right: Point = { x: way.y, y: -way.x };
  const start = (Math.atan2(-right.y, -right.x) * 180) / Math.PI;
  return { ...arc(add(at, scale(right, radius)), radius, start, -90, ''), from: at };
}

/** Once round from a place, and what of it is gone over again; that ends at a node of the first time round. */
function roundFrom(
  { segments }: Contour,
  { segment, t }: LeadStart,
  overlap: number,
): { readonly round: Segment[]; readonly again: Segment[] } {
  const [head, tail] = [portion(segments[segment]!, t, 1), portion(segments[segment]!, 0, t)];
  const round = [head, ...segments.slice(segment + 1), ...segments.slice(0, segment), tail];
  const again: Segment[] = [];
  let left = overlap;
  for (const [i, each] of round.entries()) {
    if (left <= 1e-9) break;
    const length = segmentLength(each);
    if (length <= left + 1e-9) {
      again.push(each);
      left -= length;
      continue;
    }
    const share = left / length;
    const [first, rest] = [portion(each, 0, share), portion(each, share, 1)];
    return { round: [...round.slice(0, i), first, rest, ...round.slice(i + 1)], again: [...again, first] };
  }
  return { round, again };
}
