import { arcOfTurn } from '../../geometry/arc-from-ends.ts';
import { cubicBetween, lengthShares, placesNearer } from '../../geometry/fit-cubic.ts';
import { lineThrough } from './line-through.ts';
import { add, cross, distance, distanceToSpan, dot, scale, subtract, type Point } from '../../geometry/point.ts';
import { line, tangentAt, type Segment } from '../../geometry/segment.ts';

/** Directions in which a fitted run leaves its first point and arrives at its last, unit vectors; null where free. */
export interface Ends {
  readonly out: Point | null;
  readonly into: Point | null;
}

/** A longer reach of another kind must be so many times as long to be worth it. */
const [OVER_LINE, OVER_ARC] = [1.15, 1.3];
/** Points on either side that tell a tangent. */
const BESIDE = 6;
/** Arcs and curves are of so many steps at least: fewer are straight. */
const LEAST_BENT = 5;
/** Arcs turn no further than this, degrees. */
const MOST_TURN = 270;
/** An arc whose direction is further off than this at its ends does not go on smoothly, degrees. */
const KINK = 10;

/**
 * Fits few segments to a run of points: each time the longest line, arc or curve that all points lie near, found by
 * doubling and halving; they share their tangents where they meet.
 * @param points in order; the first and the last stay where they are
 * @param tolerance how far a point may lie off
 * @param ends directions at the two ends, where they are known
 */
export function fitCurve(points: readonly Point[], tolerance: number, ends: Ends): Segment[] {
  const segments: Segment[] = [];
  const own = [...points];
  const last = points.length - 1;
  let [from, out] = [0, ends.out];
  while (from < last) {
    const reach = longest(own, from, out, ends.into, tolerance);
    const { to, segment } = reach.segment.kind === 'line' ? settled(own, from, reach.to, out, tolerance) : reach;
    // What comes next begins where this ends.
    own[to] = segment.to;
    segments.push(segment);
    out = to < last ? wayOn(own, to, segment) : null;
    from = to;
  }
  return segments;
}

/** A straight run ends where its points begin to leave it for good, by so many times what they scatter. */
const [SCATTER, LEAST_SCATTER] = [3, 0.02];

/**
 * A straight run from where its points come onto a line to where they bend away from it: being as long as a tolerance
 * allows, it would reach into what comes before and after. What comes before the line is given first, as a curve.
 */
function settled(points: readonly Point[], from: number, to: number, out: Point | null, tolerance: number): Reach {
  const whole: Reach = { to, segment: line(points[from]!, points[to]!, '') };
  const count = to - from;
  const middle = points.slice(from + Math.floor(count / 4), from + Math.ceil((3 * count) / 4) + 1);
  if (middle.length < 6) return whole;
  const { through, way, off } = lineThrough(middle);
  const near = Math.max(LEAST_SCATTER, SCATTER * off);
  const isOn = (point: Point) => Math.abs(cross(subtract(point, through), way)) <= near;
  const along = (point: Point): Point => add(through, scale(way, dot(subtract(point, through), way)));
  let [start, end] = [from, to];
  while (start < from + count / 3 && !isOn(points[start]!)) start++;
  while (end > to - count / 3 && !isOn(points[end]!)) end--;
  if (start - from >= LEAST_BENT) {
    const run: Run = { points, from, to: start, out, into: way, tolerance };
    const curve = arcFit(run) ?? cubicFit(run);
    if (curve) return { to: start, segment: curve };
  }
  return to === points.length - 1 || end === to
    ? whole
    : { to: end, segment: line(points[from]!, along(points[end]!), '') };
}

/** What follows a straight run leaves it in its direction, unless there is a corner; else as the points run. */
function wayOn(points: readonly Point[], to: number, segment: Segment): Point {
  const tangent = tangentOf(points, to);
  if (segment.kind !== 'line') return tangent;
  const straight = unit(subtract(segment.to, segment.from));
  return dot(straight, tangent) > Math.cos((KINK * Math.PI) / 180) ? straight : tangent;
}

/** Points from one to another that one segment is to pass, and the directions at its ends, as in `Ends`. */
interface Run extends Ends {
  readonly points: readonly Point[];
  readonly from: number;
  readonly to: number;
  readonly tolerance: number;
}

interface Reach {
  readonly to: number;
  readonly segment: Segment;
}

function longest(
  points: readonly Point[],
  from: number,
  out: Point | null,
  into: Point | null,
  tolerance: number,
): Reach {
  const last = points.length - 1;
  const reachOf = (fit: (to: number) => Segment | null, least: number): Reach | null => {
    let best: Reach | null = null;
    const attempt = (to: number): boolean => {
      const segment = fit(to);
      if (segment && (!best || to > best.to)) best = { to, segment };
      return segment !== null;
    };
    let [good, bad] = [from + least - 1, last + 1];
    for (let step = least; ; step *= 2) {
      const to = Math.min(last, from + step);
      if (!attempt(to)) {
        bad = to;
        break;
      }
      good = to;
      if (to === last) break;
    }
    while (bad - good > 1) {
      const middle = (good + bad) >> 1;
      if (attempt(middle)) good = middle;
      else bad = middle;
    }
    return best;
  };
  const far = (reach: Reach | null) => (reach ? reach.to - from : 0);
  const straight = reachOf((to) => lineFit(points, from, to, tolerance), 1);
  if (straight?.to === last) return straight;
  const run = (to: number): Run => ({ points, from, to, out, into: to === last ? into : null, tolerance });
  const round = reachOf((to) => arcFit(run(to)), LEAST_BENT);
  if (round?.to === last && far(straight) * OVER_LINE < far(round)) return round;
  // A curve is worth it only where it reaches further by so much.
  const further = Math.floor(Math.max(far(straight) * OVER_LINE, far(round) * OVER_ARC)) + 1;
  const curved = from + further > last ? null : reachOf((to) => cubicFit(run(to)), Math.max(LEAST_BENT, further));
  if (straight && far(straight) * OVER_LINE >= Math.max(far(round), far(curved))) return straight;
  if (round && far(round) * OVER_ARC >= far(curved)) return round;
  return curved ?? straight ?? { to: from + 1, segment: line(points[from]!, points[from + 1]!, '') };
}

function lineFit(points: readonly Point[], from: number, to: number, tolerance: number): Segment | null {
  const [a, b] = [points[from]!, points[to]!];
  for (let i = from + 1; i < to; i++) if (distanceToSpan(points[i]!, a, b) > tolerance) return null;
  return line(a, b, '');
}

function arcFit({ points, from, to, out, into, tolerance }: Run): Segment | null {
  const [a, b] = [points[from]!, points[to]!];
  // Turned as its points are on average: each sees the chord under the same angle.
  let [turn, count] = [0, 0];
  for (let i = from + 1; i < to; i++) {
    const [p, q] = [subtract(points[i]!, a), subtract(b, points[i]!)];
    if (i - from < (to - from) / 4 || to - i < (to - from) / 4) continue;
    turn += Math.atan2(cross(p, q), dot(p, q));
    count++;
  }
  const sweep = ((2 * turn) / Math.max(1, count)) * (180 / Math.PI);
  if (count === 0 || Math.abs(sweep) > MOST_TURN || distance(a, b) < 1e-9) return null;
  const arc = arcOfTurn(a, b, sweep, '');
  if (!arc) return null;
  for (let i = from + 1; i < to; i++)
    if (Math.abs(distance(points[i]!, arc.centre) - arc.radius) > tolerance) return null;
  const off = (way: Point | null, t: number) =>
    way === null ? 0 : Math.abs(Math.atan2(cross(way, tangentAt(arc, t)), dot(way, tangentAt(arc, t))));
  return Math.max(off(out, 0), off(into, 1)) > (KINK * Math.PI) / 180 ? null : arc;
}

/** Rounds of giving each point its nearest place on the curve. */
const ROUNDS = 3;

/** A cubic with given directions at its ends, by least squares. */
function cubicFit({ points, from, to, out, into, tolerance }: Run): Segment | null {
  const own = points.slice(from, to + 1);
  const [a, b] = [own[0]!, own.at(-1)!];
  const p = out ?? tangentOf(points, from);
  const q = into ?? tangentOf(points, to);
  const places = lengthShares(own);
  for (let round = 0; round <= ROUNDS; round++) {
    const curve = cubicBetween(own, places, [a, p], [b, q]);
    if (!curve) return null;
    const worst = placesNearer(curve, own, places);
    if (worst <= tolerance) return curve;
    // So far off it never comes near.
    if (worst > 4 * tolerance) return null;
  }
  return null;
}

const unit = (way: Point): Point => scale(way, 1 / (Math.hypot(way.x, way.y) || 1));

/** The direction at a point, by those around it. */
function tangentOf(points: readonly Point[], i: number): Point {
  const reach = Math.max(1, Math.min(BESIDE, i, points.length - 1 - i));
  return unit(subtract(points[Math.min(points.length - 1, i + reach)]!, points[Math.max(0, i - reach)]!));
}
