import { add, distance, dot, scale, subtract, type Point } from './point.ts';
import { cubic, type CubicSegment } from './segment.ts';

/** Where points lie on what they are of, by the length between them: 0 to 1. */
export function lengthShares(points: readonly Point[]): number[] {
  let gone = 0;
  const lengths = points.map((point, i) => (gone += i === 0 ? 0 : distance(points[i - 1]!, point)));
  return lengths.map((length) => length / (gone || 1));
}

/**
 * The cubic from a to b that leaves in direction p, arrives in direction q and comes nearest to points that lie at
 * given places on it, by least squares (Schneider, Graphics Gems, 1990). null where its handles would turn back or be
 * longer than twice its chord: those make loops.
 */
export function cubicBetween(
  points: readonly Point[],
  parameters: readonly number[],
  [a, p]: readonly [from: Point, out: Point],
  [b, q]: readonly [to: Point, into: Point],
): CubicSegment | null {
  // Plain numbers: this is the innermost of fitting.
  let [pp, pq, qq, pr, qr] = [0, 0, 0, 0, 0];
  const [ofP, ofPq, ofQ] = [dot(p, p), dot(p, q), dot(q, q)];
  for (let i = 0; i < points.length; i++) {
    const t = parameters[i]!;
    const s = 1 - t;
    const v = 3 * s * s * t;
    const w = -3 * s * t * t;
    const atA = s * s * s + v;
    const atB = t * t * t - w;
    const x = points[i]!.x - a.x * atA - b.x * atB;
    const y = points[i]!.y - a.y * atA - b.y * atB;
    pp += v * v * ofP;
    pq += v * w * ofPq;
    qq += w * w * ofQ;
    pr += v * (p.x * x + p.y * y);
    qr += w * (q.x * x + q.y * y);
  }
  const determinant = pp * qq - pq * pq;
  if (Math.abs(determinant) < 1e-12) return null;
  const [first, second] = [(pr * qq - qr * pq) / determinant, (pp * qr - pq * pr) / determinant];
  const chord = distance(a, b);
  if (first <= 0 || second <= 0 || first > 2 * chord || second > 2 * chord) return null;
  return cubic(a, add(a, scale(p, first)), subtract(b, scale(q, second)), b, '');
}

/**
 * Moves the places of points on a cubic nearer to where they lie, each by one step of Newton's method.
 * @returns how far the furthest of them then lies from its place
 */
export function placesNearer(curve: CubicSegment, points: readonly Point[], places: number[]): number {
  const [x, y] = [coefficients(curve, 'x'), coefficients(curve, 'y')];
  let worst = 0;
  for (let i = 0; i < points.length; i++) {
    const point = points[i]!;
    const t = places[i]!;
    const wayX = (3 * x.a * t + 2 * x.b) * t + x.c;
    const wayY = (3 * y.a * t + 2 * y.b) * t + y.c;
    const offX = point.x - (((x.a * t + x.b) * t + x.c) * t + x.d);
    const offY = point.y - (((y.a * t + y.b) * t + y.c) * t + y.d);
    const place = Math.max(0, Math.min(1, t + (offX * wayX + offY * wayY) / (wayX * wayX + wayY * wayY || 1)));
    const leftX = point.x - (((x.a * place + x.b) * place + x.c) * place + x.d);
    const leftY = point.y - (((y.a * place + y.b) * place + y.c) * place + y.d);
    worst = Math.max(worst, leftX * leftX + leftY * leftY);
    places[i] = place;
  }
  return Math.sqrt(worst);
}

/** Of powers of the parameter, from the third down. */
function coefficients({ from, c1, c2, to }: CubicSegment, axis: 'x' | 'y') {
  return {
    a: to[axis] - from[axis] + 3 * (c1[axis] - c2[axis]),
    b: 3 * (from[axis] - 2 * c1[axis] + c2[axis]),
    c: 3 * (c1[axis] - from[axis]),
    d: from[axis],
  };
}
