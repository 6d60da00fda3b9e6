import { add, dot, length, scale, subtract, type Point } from './point.ts';
import { goesOn } from './self-crossings.ts';
import { arc, cubic, line, pointAt, portion, tangentAt, type CubicSegment, type Segment } from './segment.ts';

/** How deep a curve is halved before a straight line must do: at a cusp of the offset. */
const DEEPEST = 9;

/** A piece is checked where this many would part it evenly. */
const CHECKS = 8;

/** A piece turns no further than to where its normals are this much alike. */
const LEAST_TURNED = 0.2;

/** A parallel that is as slow as this against its curve stands still, as it does where it turns back. */
const STILL = 1e-6;

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
 * @param turnedBack where it is given, the curve is parted too where its parallel turns back, and is told the pieces
 *   that run back
 */
export function offsetSegment(segment: Segment, by: number, tolerance: number, turnedBack?: Set<Segment>): Segment[] {
  const move = (t: number) => add(pointAt(segment, t), scale(rightNormal(segment, t), by));
  if (segment.kind === 'line') return [line(move(0), move(1), segment.source)];
  if (segment.kind === 'arc') {
    const radius = segment.radius + (segment.sweep > 0 ? by : -by);
    if (radius > 1e-9) return [arc(segment.centre, radius, segment.startAngle, segment.sweep, segment.source)];
    // Past its middle the arc turns inside out: what comes of it winds the other way, and the union takes it away.
    if (Math.abs(radius) <= 1e-9) return [];
    const inside = arc(segment.centre, -radius, segment.startAngle + 180, segment.sweep, segment.source);
    turnedBack?.add(inside);
    return [inside];
  }
  return offsetCubic(segment, by, tolerance, 0, turnedBack);
}

function offsetCubic(
  segment: CubicSegment,
  by: number,
  tolerance: number,
  depth: number,
  turnedBack: Set<Segment> | undefined,
): Segment[] {
  const [n0, n1] = [rightNormal(segment, 0), rightNormal(segment, 1)];
  const [from, to] = [add(segment.from, scale(n0, by)), add(segment.to, scale(n1, by))];
  const [s0, s1] = [speedOf(segment, 0, by), speedOf(segment, 1, by)];
  const isCusp = turnedBack !== undefined && s0 * s1 < 0;
  if (!isCusp && dot(n0, n1) >= LEAST_TURNED) {
    const fitted = cubic(
      from,
      add(from, scale(tangentAt(segment, 0), s0 / 3)),
      subtract(to, scale(tangentAt(segment, 1), s1 / 3)),
      to,
      segment.source,
    );
    if (isParallel(segment, fitted, by, tolerance)) {
      if (s0 + s1 <= 0 || !goesOn(fitted)) turnedBack?.add(fitted);
      return [fitted];
    }
  }
  if (depth >= DEEPEST) {
    const across = line(from, to, segment.source);
    turnedBack?.add(across);
    return [across];
  }
  const at = isCusp ? whereItStands(segment, s0 > 0, by) : 0.5;
  const [first, second] = [portion(segment, 0, at), portion(segment, at, 1)] as [CubicSegment, CubicSegment];
  return [
    ...offsetCubic(first, by, tolerance, depth + 1, turnedBack),
    ...offsetCubic(second, by, tolerance, depth + 1, turnedBack),
  ];
}

/** Speed of the parallel curve against the curve's own, 0 where it all but stands still. */
function speedOf(segment: CubicSegment, t: 0 | 1, by: number): number {
  const speed = speedFactor(segment, t, by);
  return Math.abs(speed) < STILL ? 0 : speed;
}

/** Speed of the parallel curve against the curve's own: below 0 it runs back. */
function speedFactor({ from, c1, c2, to }: CubicSegment, t: number, by: number): number {
  const s = 1 - t;
  const [ax, ay, bx, by2, cx, cy] = [c1.x - from.x, c1.y - from.y, c2.x - c1.x, c2.y - c1.y, to.x - c2.x, to.y - c2.y];
  const vx = 3 * (s * s * ax + 2 * s * t * bx + t * t * cx);
  const vy = 3 * (s * s * ay + 2 * s * t * by2 + t * t * cy);
  const speed = Math.sqrt(vx * vx + vy * vy);
  if (speed < 1e-9) return 1;
  const wx = 6 * (s * (bx - ax) + t * (cx - bx));
  const wy = 6 * (s * (by2 - ay) + t * (cy - by2));
  return 1 + (by * (vx * wy - vy * wx)) / (speed * speed * speed);
}

/** Where the parallel curve turns back, or from there on forwards: its speed is halved in on. */
function whereItStands(segment: CubicSegment, isForwards: boolean, by: number): number {
  let [low, high] = [0, 1];
  for (let round = 0; round < 30; round++) {
    const middle = (low + high) / 2;
    if (speedFactor(segment, middle, by) > 0 === isForwards) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/**
 * Whether a curve keeps within `tolerance` mm of the true parallel, at a few places: each looked for near the same
 * parameter, by two steps of Newton's method along the curve. Every curved edge of a page is asked for, so that it
 * keeps to plain numbers.
 */
function isParallel(source: CubicSegment, fitted: CubicSegment, by: number, tolerance: number): boolean {
  const [ax, ay, bx, by2] = [source.from.x, source.from.y, source.c1.x, source.c1.y];
  const [cx, cy, dx, dy] = [source.c2.x, source.c2.y, source.to.x, source.to.y];
  const [ex, ey, fx, fy] = [fitted.from.x, fitted.from.y, fitted.c1.x, fitted.c1.y];
  const [gx, gy, hx, hy] = [fitted.c2.x, fitted.c2.y, fitted.to.x, fitted.to.y];
  for (let k = 1; k < CHECKS; k++) {
    const t = k / CHECKS;
    const s = 1 - t;
    const [k0, k1, k2] = [s * s, 2 * s * t, t * t];
    const vx = k0 * (bx - ax) + k1 * (cx - bx) + k2 * (dx - cx);
    const vy = k0 * (by2 - ay) + k1 * (cy - by2) + k2 * (dy - cy);
    const out = by / Math.sqrt(vx * vx + vy * vy);
    const px = s * k0 * ax + 3 * s * s * t * bx + 3 * s * k2 * cx + t * k2 * dx + vy * out;
    const py = s * k0 * ay + 3 * s * s * t * by2 + 3 * s * k2 * cy + t * k2 * dy - vx * out;
    let u = t;
    let apart: number;
    for (let round = 0; ; round++) {
      const w = 1 - u;
      const [w0, w1, w2, w3] = [w * w * w, 3 * w * w * u, 3 * w * u * u, u * u * u];
      const qx = px - (w0 * ex + w1 * fx + w2 * gx + w3 * hx);
      const qy = py - (w0 * ey + w1 * fy + w2 * gy + w3 * hy);
      apart = Math.sqrt(qx * qx + qy * qy);
      if (round === 2 || apart <= tolerance / 4) break;
      const [m0, m1, m2] = [3 * w * w, 6 * w * u, 3 * u * u];
      const tx = m0 * (fx - ex) + m1 * (gx - fx) + m2 * (hx - gx);
      const ty = m0 * (fy - ey) + m1 * (gy - fy) + m2 * (hy - gy);
      const squared = tx * tx + ty * ty;
      if (squared < 1e-12) break;
      u = Math.min(1, Math.max(0, u + (qx * tx + qy * ty) / squared));
    }
    // Where the curve stands still it has no side, and nothing is told.
    if (!(apart <= tolerance)) return false;
  }
  return true;
}
