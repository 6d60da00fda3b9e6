import { distance, dot, subtract, type Point } from '../../geometry/point.ts';
import { pointAt, tangentAt, type Segment } from '../../geometry/segment.ts';

/** Where on a segment it comes nearest to a point, and how near, mm. */
export interface Nearest {
  readonly t: number;
  readonly distance: number;
}

const clamp = (t: number): number => Math.max(0, Math.min(1, t));

/** Places along a cubic that are looked at first, and steps of Newton's method from the best of them. */
const [PLACES, STEPS] = [12, 5];

export function nearestOn(segment: Segment, p: Point): Nearest {
  const t =
    segment.kind === 'line' ? onLine(segment, p) : segment.kind === 'arc' ? onArc(segment, p) : onCubic(segment, p);
  return { t, distance: distance(pointAt(segment, t), p) };
}

function onLine({ from, to }: Segment, p: Point): number {
  const along = subtract(to, from);
  return clamp(dot(subtract(p, from), along) / (dot(along, along) || 1));
}

function onArc({ centre, startAngle, sweep }: Extract<Segment, { kind: 'arc' }>, p: Point): number {
  const angle = (Math.atan2(p.y - centre.y, p.x - centre.x) * 180) / Math.PI;
  const turn = ((((angle - startAngle) * Math.sign(sweep)) % 360) + 360) % 360;
  const whole = Math.abs(sweep);
  if (turn <= whole) return turn / whole;
  // Beyond its end, or before its start.
  return turn - whole < 360 - turn ? 1 : 0;
}

function onCubic(segment: Segment, p: Point): number {
  let best = 0;
  let least = Infinity;
  for (let i = 0; i <= PLACES; i++) {
    const apart = distance(pointAt(segment, i / PLACES), p);
    if (apart < least) [best, least] = [i / PLACES, apart];
  }
  for (let i = 0; i < STEPS; i++) {
    const tangent = tangentAt(segment, best);
    best = clamp(best + dot(subtract(p, pointAt(segment, best)), tangent) / (dot(tangent, tangent) || 1));
  }
  return best;
}
