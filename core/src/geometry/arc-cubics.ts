import { cubic, onCircle, type ArcSegment, type CubicSegment } from './segment.ts';

/**
 * An arc as cubics, none of which turns more than so many degrees: of 30 they are within 4e-7 of the radius, of 45
 * within 4e-6.
 */
export function cubicsOfArc(
  { centre, radius, startAngle, sweep, from, to, source }: ArcSegment,
  most: number,
): CubicSegment[] {
  const count = Math.max(1, Math.ceil(Math.abs(sweep) / most));
  const step = sweep / count;
  const handle = (4 / 3) * Math.tan((step * Math.PI) / 720) * radius;
  return Array.from({ length: count }, (_, i) => {
    const [a, b] = [startAngle + i * step, startAngle + (i + 1) * step];
    const [p, q] = [i === 0 ? from : onCircle(centre, radius, a), i === count - 1 ? to : onCircle(centre, radius, b)];
    return cubic(p, onCircle(p, handle, a + 90), onCircle(q, -handle, b + 90), q, source);
  });
}
