import { bulgeThrough, circleOfBulge } from './bulge.ts';
import { cross, distance, distanceToSpan, subtract, type Point } from './point.ts';
import { pointAt, portion, type CubicSegment } from './segment.ts';

/**
 * A step of a line-and-arc chain: where to, and the bulge (tangent of a quarter of the arc's angle, 0 for straight).
 */
export interface BulgeStep {
  readonly to: Point;
  readonly bulge: number;
}

/** Where along the curve the fit is checked, in eighths of it and between. */
const CHECKS = Array.from({ length: 15 }, (_, i) => (i + 1) / 16);

/**
 * Replaces a cubic by arcs and lines within `tolerance` mm: the arc through its start, middle and end where that is
 * close enough all along, and otherwise its two halves each by themselves.
 */
export function fitArcs(segment: CubicSegment, tolerance: number, depth = 0): BulgeStep[] {
  const { from, to } = segment;
  const samples = CHECKS.map((t) => pointAt(segment, t));
  if (samples.every((p) => distanceToSpan(p, from, to) <= tolerance)) return [{ to, bulge: 0 }];
  const { x, y } = pointAt(segment, 0.5);
  const bulge = bulgeThrough(from, x, y, to);
  // An arc flatter than this stands for no curve that a line does not, and its centre is too far away to reckon with.
  const curved = (Math.abs(bulge) * distance(from, to)) / 2 > tolerance / 1000;
  if (curved && Math.abs(bulge) < 1 && samples.every((p) => distanceToArc(p, from, to, bulge) <= tolerance))
    return [{ to, bulge }];
  if (depth >= 12) return [{ to, bulge: 0 }];
  const [first, second] = [portion(segment, 0, 0.5), portion(segment, 0.5, 1)] as [CubicSegment, CubicSegment];
  return [...fitArcs(first, tolerance, depth + 1), ...fitArcs({ ...second, to }, tolerance, depth + 1)];
}

/** How far p is from the arc itself, which is less than half a circle: beyond its ends, from the nearer one. */
function distanceToArc(p: Point, a: Point, b: Point, bulge: number): number {
  const circle = circleOfBulge(a, b, bulge);
  const [toA, toP, toB] = [subtract(a, circle), subtract(p, circle), subtract(b, circle)];
  const within = cross(toA, toP) * bulge >= 0 && cross(toP, toB) * bulge >= 0;
  return within ? Math.abs(distance(p, circle) - circle.radius) : Math.min(distance(p, a), distance(p, b));
}
