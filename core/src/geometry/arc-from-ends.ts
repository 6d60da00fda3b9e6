import { distance, subtract, type Point } from './point.ts';
import type { ArcSegment, SourceId } from './segment.ts';

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

/** The arc from one point to another that turns so many degrees; null where it is straight. */
export function arcOfTurn(from: Point, to: Point, sweep: number, source: SourceId): ArcSegment | null {
  const half = (sweep * Math.PI) / 360;
  if (Math.abs(Math.sin(half)) < 1e-4) return null;
  const chord = subtract(to, from);
  // From the middle of the chord to the middle of the circle, to the left for a turn of less than a half.
  const off = distance(from, to) / 2 / Math.tan(half);
  const size = distance(from, to);
  const left = { x: -chord.y / size, y: chord.x / size };
  const centre = { x: (from.x + to.x) / 2 + left.x * off, y: (from.y + to.y) / 2 + left.y * off };
  const own = subtract(from, centre);
  const radius = Math.hypot(own.x, own.y);
  return { kind: 'arc', from, to, centre, radius, startAngle: Math.atan2(own.y, own.x) * DEGREES, sweep, source };
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
