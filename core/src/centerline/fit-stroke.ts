import { arcOfTurn } from '../geometry/arc-from-ends.ts';
import { cubicBetween, lengthShares, placesNearer } from '../geometry/fit-cubic.ts';
import { cross, distance, distanceToSpan, dot, subtract, unit, type Point } from '../geometry/point.ts';
import { line, tangentAt, type Segment } from '../geometry/segment.ts';
import type { Stretch } from './straight-runs.ts';

/** A point's direction is told by so many points on either side. */
const BESIDE = 6;
/** A line must be this much nearer than the tolerance, and span so many points. */
const [LINE_SHARE, LEAST_LINE] = [0.5, 40];
/** An arc is taken where it reaches at least this share as far as a curve. */
const ARC_SHARE = 0.9;
/** Its direction at its end is that of the points within this, radians. */
const ARC_KINK = 0.03;
/** Rounds of giving each point its nearest place on a curve. */
const ROUNDS = 6;
/** Each curve is tried at most at so many of its points. */
const TRIED = 60;

interface Reach {
  readonly to: number;
  readonly segment: Segment;
}

/**
 * The longest lines, arcs and curves along a smooth run that all points lie near, each going on in the direction of
 * the last. Lengths are found by doubling from the last one's, and halving.
 * @param points at even steps
 * @param isRing whether the last point is the first again and the run goes on smoothly there
 * @param straight stretches that become lines from end to end, in order; what lies between goes on in their direction
 */
export function fitStroke(
  points: readonly Point[],
  tolerance: number,
  isRing: boolean,
  straight: readonly Stretch[] = [],
): Segment[] {
  const last = points.length - 1;
  const own = [...points];
  const wayAt = (i: number): Point => {
    const stretch = straight.find(({ from, to }) => from === i || to === i);
    if (stretch) return unit(subtract(points[stretch.to]!, points[stretch.from]!));
    if (isRing && (i < BESIDE || i > last - BESIDE)) {
      const at = (k: number) => points[((k % last) + last) % last]!;
      return unit(subtract(at(i + BESIDE), at(i - BESIDE)));
    }
    const reach = Math.min(BESIDE, Math.max(1, Math.min(i, last - i) || BESIDE));
    return endWay(points, i, reach);
  };
  const segments: Segment[] = [];
  let [from, out, guess] = [0, wayAt(0), 64];
  while (from < last) {
    const next = straight.find((each) => each.from >= from);
    if (next?.from === from) {
      segments.push(line(own[from]!, points[next.to]!, ''));
      [from, out] = [next.to, wayAt(next.to)];
      continue;
    }
    const before = next ? own.slice(0, next.from + 1) : own;
    const { to, segment } = longest(before, from, out, wayAt, tolerance, guess);
    segments.push(segment);
    own[to] = segment.to;
    out = segment.kind === 'cubic' && to < last ? wayAt(to) : unit(tangentAt(segment, 1));
    guess = Math.max(8, to - from);
    from = to;
  }
  return segments;
}

/** The direction at a point; at the ends of a run by the parabola through three points there. */
function endWay(points: readonly Point[], i: number, reach: number): Point {
  const last = points.length - 1;
  if (i > 0 && i < last) return unit(subtract(points[Math.min(last, i + reach)]!, points[Math.max(0, i - reach)]!));
  const step = Math.max(1, Math.min(reach, last >> 1));
  const [a, b, c] = i === 0 ? [0, step, 2 * step] : [last, last - step, last - 2 * step];
  const [p, q, r] = [points[a]!, points[b]!, points[Math.max(0, Math.min(last, c))]!];
  if (last < 2) return unit(subtract(points[last]!, points[0]!));
  const way = { x: -3 * p.x + 4 * q.x - r.x, y: -3 * p.y + 4 * q.y - r.y };
  return unit(i === 0 ? way : { x: -way.x, y: -way.y });
}

function longest(
  points: readonly Point[],
  from: number,
  out: Point,
  wayAt: (i: number) => Point,
  tolerance: number,
  guess: number,
): Reach {
  const straight = furthest(points, from, guess, (to) => lineFit(points, from, to, out, tolerance * LINE_SHARE));
  if (straight && straight.to - from >= LEAST_LINE) return straight;
  const curved = furthest(points, from, guess, (to) => cubicFit(points, from, to, out, wayAt(to), tolerance));
  const round = furthest(points, from, guess, (to) => arcFit(points, from, to, out, wayAt(to), tolerance));
  if (round && (!curved || round.to - from >= ARC_SHARE * (curved.to - from))) return round;
  if (straight && (!curved || straight.to >= curved.to)) return straight;
  return curved ?? { to: from + 1, segment: line(points[from]!, points[from + 1]!, '') };
}

/** The furthest end that a kind of segment fits to. */
function furthest(
  points: readonly Point[],
  from: number,
  guess: number,
  fit: (to: number) => Segment | null,
): Reach | null {
  const last = points.length - 1;
  let [good, bad] = [null as Reach | null, last + 1];
  const attempt = (to: number): boolean => {
    const segment = fit(to);
    if (segment) good = { to, segment };
    else bad = to;
    return segment !== null;
  };
  let length = Math.min(guess, last - from);
  if (attempt(from + length)) {
    while (good!.to < last) {
      length *= 2;
      if (!attempt(Math.min(last, from + length))) break;
    }
  } else {
    while (length > 2 && !good) {
      length = length >> 1;
      attempt(from + length);
    }
  }
  const found = good as Reach | null;
  if (!found) return null;
  let low = found.to;
  while (bad - low > Math.max(1, (low - from) >> 5)) {
    const middle = (low + bad) >> 1;
    if (attempt(middle)) low = middle;
  }
  return good;
}

function lineFit(points: readonly Point[], from: number, to: number, out: Point, tolerance: number): Segment | null {
  const [a, b] = [points[from]!, points[to]!];
  if (from > 0 && dot(unit(subtract(b, a)), out) < Math.cos(ARC_KINK)) return null;
  for (let i = from + 1; i < to; i++) if (distanceToSpan(points[i]!, a, b) > tolerance) return null;
  return line(a, b, '');
}

function arcFit(
  points: readonly Point[],
  from: number,
  to: number,
  out: Point,
  into: Point,
  tolerance: number,
): Segment | null {
  if (to - from < 6) return null;
  const [a, b] = [points[from]!, points[to]!];
  const chord = unit(subtract(b, a));
  const half = Math.atan2(cross(out, chord), dot(out, chord));
  const sweep = (2 * half * 180) / Math.PI;
  if (Math.abs(sweep) > 270 || Math.abs(sweep) < 2) return null;
  const arc = arcOfTurn(a, b, sweep, '');
  if (!arc) return null;
  for (let i = from + 1; i < to; i++)
    if (Math.abs(distance(points[i]!, arc.centre) - arc.radius) > tolerance) return null;
  const way = unit(tangentAt(arc, 1));
  return Math.abs(Math.atan2(cross(way, into), dot(way, into))) < ARC_KINK ? arc : null;
}

function cubicFit(
  points: readonly Point[],
  from: number,
  to: number,
  out: Point,
  into: Point,
  tolerance: number,
): Segment | null {
  if (to - from < 3) return to - from === 1 ? line(points[from]!, points[to]!, '') : null;
  const stride = Math.max(1, Math.floor((to - from) / TRIED));
  const own: Point[] = [];
  for (let i = from; i < to; i += stride) own.push(points[i]!);
  own.push(points[to]!);
  const places = lengthShares(own);
  for (let round = 0; ; round++) {
    const curve = cubicBetween(own, places, [own[0]!, out], [own.at(-1)!, into]);
    if (!curve) return null;
    const worst = placesNearer(curve, own, places);
    if (worst <= tolerance) return curve;
    if (round === ROUNDS || worst > 8 * tolerance) return null;
  }
}
