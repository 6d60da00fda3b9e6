import { distance, mix, type Point } from '../../geometry/point.ts';

/** Points of rings that are fitted lie so far apart, units. */
export const STEP = 0.5;

/** A closed ring at even steps along it. */
export function resampled(ring: readonly Point[], step: number): Point[] {
  const lengths = ring.map((point, i) => distance(point, ring[(i + 1) % ring.length]!));
  const whole = lengths.reduce((sum, each) => sum + each, 0);
  const count = Math.max(8, Math.round(whole / step));
  const points: Point[] = [];
  let [edge, gone] = [0, 0];
  for (let k = 0; k < count; k++) {
    const along = (whole * k) / count;
    while (edge < ring.length - 1 && gone + lengths[edge]! < along) gone += lengths[edge++]!;
    points.push(mix(ring[edge]!, ring[(edge + 1) % ring.length]!, (along - gone) / (lengths[edge]! || 1)));
  }
  return points;
}

/** Area that a ring goes round, positive where it runs counter-clockwise with y up. */
export function ringArea(ring: readonly Point[]): number {
  let twice = 0;
  ring.forEach(({ x, y }, i) => {
    const to = ring[(i + 1) % ring.length]!;
    twice += x * to.y - to.x * y;
  });
  return twice / 2;
}
