import type { EdgeSamples } from './edge-samples.ts';
import { distance, dot, length, subtract, type Point } from './point.ts';
import { pointAt, tangentAt, type Segment } from './segment.ts';

/** The straight way across at its narrowest. */
export interface Passage {
  readonly from: Point;
  readonly to: Point;
  /** mm. */
  readonly width: number;
}

/** A stretch of a curve, between two parameters. */
interface Stretch {
  readonly segment: Segment;
  readonly low: number;
  readonly high: number;
}

/** A stretch is searched in so many parts: the way to a curve may have a few minima. */
const PARTS = 3;

/** An end may slide along its wall so far, against the width, but not round the end of a stroke to the other. */
const SLIDE = 0.3;
const LEAST_SLIDE = 0.01;

/**
 * The exact width of a passage between two edges, from a sample on each: each end in turn goes to the point of its own
 * edge nearest to the other, until both stand still.
 */
export function exactPassage(samples: EdgeSamples, p: number, q: number): Passage {
  const [from, to] = [pointOf(samples, p), pointOf(samples, q)];
  const guess = distance(from, to);
  const reach = Math.max(guess * SLIDE, LEAST_SLIDE);
  const [own, others] = [stretchesRound(samples, p, reach), stretchesRound(samples, q, reach)];
  let [at, across] = [from, to];
  for (let round = 0; round < 20; round++) {
    const nextAt = nearestWithin(own, across, from, reach);
    const nextAcross = nearestWithin(others, nextAt, to, reach);
    const moved = distance(nextAt, at) + distance(nextAcross, across);
    [at, across] = [nextAt, nextAcross];
    if (moved < 1e-7) break;
  }
  const width = distance(at, across);
  return width <= guess + 1e-9 && width >= guess * (1 - SLIDE)
    ? { from: at, to: across, width }
    : { from, to, width: guess };
}

const pointOf = ({ x, y }: EdgeSamples, sample: number): Point => ({ x: x[sample]!, y: y[sample]! });

/** What of a sample's contour lies within reach of it along the way. */
function stretchesRound({ region, contour, segment, t }: EdgeSamples, sample: number, reach: number): Stretch[] {
  const { segments } = region[contour[sample]!]!;
  const [first, start] = [segment[sample]!, t[sample]!];
  const found: Stretch[] = [];
  for (const way of [1, -1] as const) {
    let left = reach;
    for (let k = 0; left > 0 && k <= segments.length; k++) {
      const curve = segments[(((first + way * k) % segments.length) + segments.length) % segments.length]!;
      const begin = k === 0 ? start : way > 0 ? 0 : 1;
      // By its speed where it begins and half way to where that leads: a little too far is no harm.
      const share = shareOf(curve, begin, way, left);
      const end = Math.min(1, Math.max(0, begin + way * share));
      if (end !== begin) found.push({ segment: curve, low: Math.min(begin, end), high: Math.max(begin, end) });
      left -= distance(pointAt(curve, begin), pointAt(curve, end));
      if (end > 0 && end < 1) break;
    }
  }
  return found;
}

/** How much of a curve's parameter a way of so many mm takes, from `begin` on. */
function shareOf(curve: Segment, begin: number, way: 1 | -1, mm: number): number {
  const rest = way > 0 ? 1 - begin : begin;
  const speed = length(tangentAt(curve, begin));
  if (speed * rest <= mm) return rest;
  const half = Math.min(rest, mm / speed / 2);
  const slower = Math.min(speed, length(tangentAt(curve, begin + way * half)));
  return slower > 1e-9 ? Math.min(rest, (1.2 * mm) / slower) : rest;
}

/** The point of the stretches nearest to `target` among those within `reach` of `around`. */
function nearestWithin(stretches: readonly Stretch[], target: Point, around: Point, reach: number): Point {
  let [best, least] = [around, distance(around, target)];
  for (const { segment, low, high } of stretches) {
    const parts = segment.kind === 'line' ? 1 : PARTS;
    for (let i = 0; i < parts; i++) {
      const step = (high - low) / parts;
      const p = nearestOn(segment, target, low + step * i, low + step * (i + 1));
      const away = distance(p, target);
      if (away < least && distance(p, around) <= reach) [best, least] = [p, away];
    }
  }
  return best;
}

/** The point nearest to a target on a stretch of a segment, by Newton's method on the distance along it. */
function nearestOn(segment: Segment, target: Point, low: number, high: number): Point {
  const [a, b] = [pointAt(segment, low), pointAt(segment, high)];
  const chord = subtract(b, a);
  let t = low + (high - low) * Math.min(1, Math.max(0, dot(subtract(target, a), chord) / (dot(chord, chord) || 1)));
  if (segment.kind !== 'line')
    for (let round = 0; round < 4; round++) {
      const v = tangentAt(segment, t);
      const step = dot(subtract(target, pointAt(segment, t)), v) / (dot(v, v) || 1);
      t = Math.min(high, Math.max(low, t + step));
      if (Math.abs(step) < 1e-12) break;
    }
  return pointAt(segment, t);
}
