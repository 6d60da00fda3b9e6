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
  const bulge = bulgeThrough(from, pointAt(segment, 0.5), to);
  // An arc flatter than this stands for no curve that a line does not, and its centre is too far away to reckon with.
  const curved = (Math.abs(bulge) * distance(from, to)) / 2 > tolerance / 1000;
  if (curved && Math.abs(bulge) < 1 && samples.every((p) => distanceToArc(p, from, to, bulge) <= tolerance))
    return [{ to, bulge }];
  if (depth >= 12) return [{ to, bulge: 0 }];
  const [first, second] = [portion(segment, 0, 0.5), portion(segment, 0.5, 1)] as [CubicSegment, CubicSegment];
  return [...fitArcs(first, tolerance, depth + 1), ...fitArcs({ ...second, to }, tolerance, depth + 1)];
}

/**
 * Bulge of the arc from a by m to b: the tangent of half the angle that the chord from m to b makes with that from a.
 */
function bulgeThrough(a: Point, m: Point, b: Point): number {
  const [u, v] = [subtract(m, a), subtract(b, m)];
  const turn = Math.atan2(cross(u, v), u.x * v.x + u.y * v.y);
  return Math.tan(turn / 2);
}

/** How far p is from the arc itself, which is less than half a circle: beyond its ends, from the nearer one. */
function distanceToArc(p: Point, a: Point, b: Point, bulge: number): number {
  const chord = distance(a, b);
  const radius = (chord * (1 + bulge * bulge)) / (4 * Math.abs(bulge));
  const rise = (chord * (1 - bulge * bulge)) / (4 * bulge);
  const centre = {
    x: (a.x + b.x) / 2 - (rise * (b.y - a.y)) / chord,
    y: (a.y + b.y) / 2 + (rise * (b.x - a.x)) / chord,
  };
  const [toA, toP, toB] = [subtract(a, centre), subtract(p, centre), subtract(b, centre)];
  const within = cross(toA, toP) * bulge >= 0 && cross(toP, toB) * bulge >= 0;
  return within ? Math.abs(distance(p, centre) - radius) : Math.min(distance(p, a), distance(p, b));
}
