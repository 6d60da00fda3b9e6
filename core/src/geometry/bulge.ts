import type { Point } from './point.ts';

/**
 * The bulge of the arc from a by (x, y) to b, the tangent of a quarter of its angle, positive where it turns left: half
 * of that angle is the turn between the chords, and this the tangent of half of that.
 */
export function bulgeThrough(a: Point, x: number, y: number, b: Point): number {
  const [ux, uy, wx, wy] = [x - a.x, y - a.y, b.x - x, b.y - y];
  return (ux * wy - uy * wx) / (Math.sqrt((ux * ux + uy * uy) * (wx * wx + wy * wy)) + ux * wx + uy * wy);
}

/** The middle and the radius of the circle that the arc of a bulge lies on. */
export function circleOfBulge(a: Point, b: Point, bulge: number): Point & { readonly radius: number } {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const rise = (1 - bulge * bulge) / (4 * bulge);
  return {
    x: (a.x + b.x) / 2 - rise * dy,
    y: (a.y + b.y) / 2 + rise * dx,
    radius: (Math.sqrt(dx * dx + dy * dy) * (1 + bulge * bulge)) / (4 * Math.abs(bulge)),
  };
}
