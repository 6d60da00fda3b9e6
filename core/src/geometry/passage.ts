import { boundsOfPoints, growBounds } from './bounds.ts';
import type { Region } from './contour.ts';
import { distance, dot, subtract, type Point } from './point.ts';
import { segmentsWithin } from './segments-within.ts';
import { flatteningSteps, pointAt, tangentAt, type Segment } from './segment.ts';

/** The straight way across at its narrowest. */
export interface Passage {
  readonly from: Point;
  readonly to: Point;
  /** mm. */
  readonly width: number;
}

/**
 * The exact width of a passage between two edges of a region, from a first guess on each: each end in turn goes to the
 * point of its edge nearest to the other, until both stand still.
 */
export function exactPassage(region: Region, from: Point, to: Point): Passage {
  const guess = distance(from, to);
  const box = growBounds(boundsOfPoints([from, to]), Math.max(0.5, guess));
  const near = segmentsWithin(region, box);
  let [p, q] = [from, to];
  // An end may slide along its wall, but not round the end of a stroke to the other.
  const reach = Math.max(guess * 0.3, 0.01);
  for (let round = 0; round < 20; round++) {
    const nextP = nearestWithin(near, q, p, reach);
    const nextQ = nearestWithin(near, nextP, q, reach);
    const moved = distance(nextP, p) + distance(nextQ, q);
    [p, q] = [nextP, nextQ];
    if (moved < 1e-7) break;
  }
  const width = distance(p, q);
  return width <= guess + 1e-9 && width >= guess * 0.7 ? { from: p, to: q, width } : { from, to, width: guess };
}

/** The point of the segments nearest to `target` among those within `reach` of `around`. */
function nearestWithin(segments: readonly Segment[], target: Point, around: Point, reach: number): Point {
  let [best, least] = [around, distance(around, target)];
  for (const segment of segments) {
    const steps = segment.kind === 'line' ? 1 : Math.max(4, flatteningSteps(segment, 0.01));
    for (let i = 0; i < steps; i++) {
      const p = nearestOn(segment, target, i / steps, (i + 1) / steps);
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
