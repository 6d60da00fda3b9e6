import { add, distance, dot, scale, subtract, type Point } from './point.ts';
import { cubic, pointAt, tangentAt, type CubicSegment, type Segment } from './segment.ts';

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
  let [pp, pq, qq, pr, qr] = [0, 0, 0, 0, 0];
  points.forEach((point, i) => {
    const t = parameters[i]!;
    const s = 1 - t;
    const [v, w] = [scale(p, 3 * s * s * t), scale(q, -3 * s * t * t)];
    const rest = subtract(point, add(scale(a, s * s * s + 3 * s * s * t), scale(b, t * t * t + 3 * s * t * t)));
    [pp, pq, qq] = [pp + dot(v, v), pq + dot(v, w), qq + dot(w, w)];
    [pr, qr] = [pr + dot(v, rest), qr + dot(w, rest)];
  });
  const determinant = pp * qq - pq * pq;
  if (Math.abs(determinant) < 1e-12) return null;
  const [first, second] = [(pr * qq - qr * pq) / determinant, (pp * qr - pq * pr) / determinant];
  const chord = distance(a, b);
  if (first <= 0 || second <= 0 || first > 2 * chord || second > 2 * chord) return null;
  return cubic(a, add(a, scale(p, first)), subtract(b, scale(q, second)), b, '');
}

/** A place on a curve nearer to a point than t is: one step of Newton's method. */
export function nearerParameter(curve: Segment, point: Point, t: number): number {
  const way = tangentAt(curve, t);
  const by = dot(subtract(point, pointAt(curve, t)), way) / (dot(way, way) || 1);
  return Math.max(0, Math.min(1, t + by));
}
