import { cross, dot, subtract, type Point } from '../../geometry/point.ts';
import { lineThrough, type Line } from './line-through.ts';

/** A corner of a ring: where along it, and where the lines on either side of it meet. */
export interface Corner {
  readonly at: number;
  readonly point: Point;
  /** Ways of the lines into it and out of it, unit vectors. */
  readonly into: Point;
  readonly out: Point;
}

/** Lines on either side of a corner are looked at over this length, from so far off, pixels. */
const [WINDOW, NEAR, NEAR_BLUR] = [4, 1.15, 0.6];
/** A turn of less is none, degrees. */
const LEAST_TURN = 26;
/** The lines must be as straight as this, and meet as near the ring, pixels. */
const [STRAIGHT, MEETS, MEETS_BLUR] = [0.08, 0.62, 0.45];
/** What one circle goes through as near as this at worst, or on the whole, is no corner, pixels. */
const [ROUND, ROUND_SCATTER] = [0.15, 0.07];

/** Sharp corners are rounded off over a longer stretch: lines are looked for further off too. */
const FURTHER = [1, 1.6, 2.5];

interface Found extends Corner {
  /** Degrees. */
  readonly turn: number;
}

/**
 * Corners of a ring: where it turns between two straight stretches whose lines meet near it, and no circle goes through
 * both. The blur that rounds corners off is undone, since a corner lies where the lines meet.
 * @param step between the points of the ring, pixels
 */
export function cornersOf(ring: readonly Point[], step: number, blur: number): Corner[] {
  const length = Math.round(WINDOW / step);
  const count = ring.length;
  const at = (i: number) => ring[((i % count) + count) % count]!;
  const stretch = (from: number, to: number) => Array.from({ length: to - from + 1 }, (_, k) => at(from + k));
  const cornerAt = (i: number, near: number): Found | null => {
    if (count < 2 * (near + length) + 2) return null;
    // A first look, which is cheap.
    const [a, b, c] = [at(i - near - length), at(i), at(i + near + length)];
    if (turnOf(subtract(b, a), subtract(c, b)) < LEAST_TURN * 0.7) return null;
    const before = lineThrough(stretch(i - near - length, i - near));
    const after = lineThrough(stretch(i + near, i + near + length));
    const turn = turnOf(before.way, after.way);
    if (turn < LEAST_TURN || before.off > STRAIGHT || after.off > STRAIGHT) return null;
    const point = meetingOf(before, after);
    // The sharper a corner, the more of it is rounded off.
    const sharp = Math.max(1, Math.SQRT1_2 / Math.max(0.1, Math.cos((turn * Math.PI) / 360)));
    const off = point && Math.hypot(point.x - b.x, point.y - b.y);
    if (!point || off! > (MEETS + MEETS_BLUR * blur) * sharp + step / 2) return null;
    if (isRound(stretch(i - near - length, i + near + length))) return null;
    return { at: i, point, into: before.way, out: after.way, turn };
  };
  const nears = FURTHER.map((times) => Math.round(((NEAR + NEAR_BLUR * blur) * times) / step));
  const found = ring.flatMap((_, i): Found[] => {
    for (const near of nears) {
      const corner = cornerAt(i, near);
      if (corner) return [corner];
    }
    return [];
  });
  return nearestOfEach(found, ring);
}

/** Of places in a row that tell of one corner, the one that lies nearest to it. */
function nearestOfEach(found: readonly Found[], ring: readonly Point[]): Corner[] {
  const off = ({ at, point }: Corner) => Math.hypot(point.x - ring[at]!.x, point.y - ring[at]!.y);
  const groups: Found[][] = [];
  for (const one of found) {
    const last = groups.at(-1)?.at(-1);
    if (last && one.at - last.at <= 2) groups.at(-1)!.push(one);
    else groups.push([one]);
  }
  // The first and the last may be one, over the start of the ring.
  if (groups.length > 1 && groups[0]![0]!.at + ring.length - groups.at(-1)!.at(-1)!.at <= 2)
    groups[0]!.unshift(...groups.pop()!);
  return groups
    .map((group) => group.reduce((best, one) => (off(one) < off(best) ? one : best)))
    .sort((a, b) => a.at - b.at);
}

function turnOf(a: Point, b: Point): number {
  return (Math.abs(Math.atan2(cross(a, b), dot(a, b))) * 180) / Math.PI;
}

/** Where two lines meet; null where they are as good as parallel. */
export function meetingOf(a: Line, b: Line): Point | null {
  const sine = cross(a.way, b.way);
  if (Math.abs(sine) < 0.05) return null;
  const t = cross(subtract(b.through, a.through), b.way) / sine;
  return { x: a.through.x + a.way.x * t, y: a.through.y + a.way.y * t };
}

function isRound(points: readonly Point[]): boolean {
  const circle = circleThrough(points);
  return circle !== null && (circle.off <= ROUND || circle.scatter <= ROUND_SCATTER);
}

/** The circle that points lie nearest to (Kåsa's least squares), and how far off it they lie, at worst and in all. */
export function circleThrough(
  points: readonly Point[],
): { readonly centre: Point; readonly radius: number; readonly off: number; readonly scatter: number } | null {
  const n = points.length;
  const mean = { x: points.reduce((sum, { x }) => sum + x, 0) / n, y: points.reduce((sum, { y }) => sum + y, 0) / n };
  let [xx, xy, yy, xz, yz] = [0, 0, 0, 0, 0];
  for (const point of points) {
    const [x, y] = [point.x - mean.x, point.y - mean.y];
    const z = x * x + y * y;
    [xx, xy, yy, xz, yz] = [xx + x * x, xy + x * y, yy + y * y, xz + x * z, yz + y * z];
  }
  const determinant = xx * yy - xy * xy;
  if (Math.abs(determinant) < 1e-9) return null;
  const [cx, cy] = [(xz * yy - yz * xy) / determinant / 2, (yz * xx - xz * xy) / determinant / 2];
  const radius = Math.sqrt(cx * cx + cy * cy + (xx + yy) / n);
  const centre = { x: cx + mean.x, y: cy + mean.y };
  const apart = points.map(({ x, y }) => Math.abs(Math.hypot(x - centre.x, y - centre.y) - radius));
  const scatter = Math.sqrt(apart.reduce((sum, each) => sum + each * each, 0) / n);
  const off = apart.reduce((most, each) => Math.max(most, each), 0);
  return { centre, radius, off, scatter };
}
