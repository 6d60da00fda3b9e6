import { distance, type Point } from '../geometry/point.ts';
import type { ArcSegment } from '../geometry/segment.ts';

const DEGREES = 180 / Math.PI;

/**
 * The arc between two points with a given radius (enlarged where it cannot reach), the long way round or the short,
 * counter-clockwise or not.
 */
export function arcThrough(
  from: Point,
  to: Point,
  radius: number,
  long: boolean,
  counterClockwise: boolean,
): ArcSegment {
  const chord = distance(from, to);
  const r = Math.max(radius, chord / 2);
  const rise = Math.sqrt(Math.max(0, r * r - (chord * chord) / 4));
  const side = counterClockwise !== long ? 1 : -1;
  const centre = {
    x: (from.x + to.x) / 2 - (side * rise * (to.y - from.y)) / chord,
    y: (from.y + to.y) / 2 + (side * rise * (to.x - from.x)) / chord,
  };
  return arcAbout(centre, r, from, to, counterClockwise);
}

/** The arc of a bulge, the tangent of a quarter of its angle, counter-clockwise when positive (DXF polylines). */
export function arcOfBulge(from: Point, to: Point, bulge: number): ArcSegment {
  const angle = 4 * Math.atan(bulge);
  const chord = distance(from, to);
  const radius = chord / (2 * Math.sin(Math.abs(angle) / 2));
  return arcThrough(from, to, radius, Math.abs(angle) > Math.PI, bulge > 0);
}

/** The arc round a known centre, within a turn. */
export function arcAbout(centre: Point, radius: number, from: Point, to: Point, counterClockwise: boolean): ArcSegment {
  const startAngle = Math.atan2(from.y - centre.y, from.x - centre.x) * DEGREES;
  const endAngle = Math.atan2(to.y - centre.y, to.x - centre.x) * DEGREES;
  const turn = (((endAngle - startAngle) % 360) + 360) % 360;
  return { kind: 'arc', from, to, centre, radius, startAngle, sweep: counterClockwise ? turn : turn - 360, source: '' };
}
