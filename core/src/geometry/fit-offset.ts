import { add, cross, dot, length, scale, subtract, type Point } from './point.ts';
import { arc, cubic, line, pointAt, portion, tangentAt, type CubicSegment, type Segment } from './segment.ts';

/** How deep a curve is halved before a straight line must do: at a cusp of the offset. */
const DEEPEST = 9;

/** Where along a piece the fit is checked. */
const CHECKS = [0.125, 0.25, 0.375, 0.5, 0.625, 0.75, 0.875];

/** The unit normal to the right of a segment's way at t: out of the material. */
export function rightNormal(segment: Segment, t: number): Point {
  const direction = directionAt(segment, t);
  return { x: direction.y, y: -direction.x };
}

/** The unit direction at t; where a cubic stands still at its end, that of the curve next to it. */
export function directionAt(segment: Segment, t: number): Point {
  let v = tangentAt(segment, t);
  if (length(v) < 1e-9 && segment.kind === 'cubic')
    v = t < 0.5 ? subtract(pointAt(segment, 1e-3), segment.from) : subtract(segment.to, pointAt(segment, 1 - 1e-3));
  const size = length(v) || 1;
  return { x: v.x / size, y: v.y / size };
}

/**
 * A segment moved `by` mm to the right of its way: lines and arcs exactly, cubics as cubics within `tolerance` mm of
 * the true parallel curve. Each piece leaves and arrives in the curve's own directions, with handles as long as the
 * parallel curve runs there (its speed is 1 + by * curvature times the curve's); where that is not close enough, it is
 * halved.
 */
export function offsetSegment(segment: Segment, by: number, tolerance: number): Segment[] {
  const move = (t: number) => add(pointAt(segment, t), scale(rightNormal(segment, t), by));
  if (segment.kind === 'line') return [line(move(0), move(1), segment.source)];
  if (segment.kind === 'arc') {
    const radius = segment.radius + (segment.sweep > 0 ? by : -by);
    if (radius > 1e-9) return [arc(segment.centre, radius, segment.startAngle, segment.sweep, segment.source)];
    // Past its middle the arc turns inside out: what comes of it winds the other way, and the union takes it away.
    if (radius < -1e-9) return [arc(segment.centre, -radius, segment.startAngle + 180, segment.sweep, segment.source)];
    return [];
  }
  return offsetCubic(segment, by, tolerance, 0);
}

function offsetCubic(segment: CubicSegment, by: number, tolerance: number, depth: number): Segment[] {
  const [n0, n1] = [rightNormal(segment, 0), rightNormal(segment, 1)];
  const [from, to] = [add(segment.from, scale(n0, by)), add(segment.to, scale(n1, by))];
  const [v0, v1] = [tangentAt(segment, 0), tangentAt(segment, 1)];
  const fitted = cubic(
    from,
    add(from, scale(v0, speedFactor(segment, 0, by) / 3)),
    subtract(to, scale(v1, speedFactor(segment, 1, by) / 3)),
    to,
    segment.source,
  );
  const turns = dot(n0, n1) < 0.2;
  if (
    !turns &&
    CHECKS.every(
      (t) => distanceFrom(fitted, add(pointAt(segment, t), scale(rightNormal(segment, t), by)), t) <= tolerance,
    )
  )
    return [fitted];
  if (depth >= DEEPEST) return [line(from, to, segment.source)];
  const [first, second] = [portion(segment, 0, 0.5), portion(segment, 0.5, 1)] as [CubicSegment, CubicSegment];
  return [...offsetCubic(first, by, tolerance, depth + 1), ...offsetCubic(second, by, tolerance, depth + 1)];
}

/** Speed of the parallel curve against the curve's own. */
function speedFactor(segment: CubicSegment, t: number, by: number): number {
  const v = tangentAt(segment, t);
  const speed = length(v);
  if (speed < 1e-9) return 1;
  const { from, c1, c2, to } = segment;
  const second =
    t === 0 ? scale(add(subtract(c2, scale(c1, 2)), from), 6) : scale(add(subtract(to, scale(c2, 2)), c1), 6);
  return 1 + (by * cross(v, second)) / speed ** 3;
}

/** Distance of a point from a curve, near parameter t: two steps of Newton's method along the curve. */
function distanceFrom(curve: CubicSegment, p: Point, t: number): number {
  let at = t;
  for (let round = 0; round < 2; round++) {
    const gap = subtract(p, pointAt(curve, at));
    const v = tangentAt(curve, at);
    const squared = dot(v, v);
    if (squared < 1e-12) break;
    at = Math.min(1, Math.max(0, at + dot(gap, v) / squared));
  }
  return length(subtract(p, pointAt(curve, at)));
}
