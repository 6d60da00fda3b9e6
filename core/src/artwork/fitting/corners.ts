import { cross, distance, subtract, turnBetween, type Point } from '../../geometry/point.ts';
import type { Line } from './line-through.ts';
import { RingLines } from './ring-lines.ts';

/** A corner of a ring: where along it, and where the lines on either side of it meet. */
export interface Corner {
  readonly at: number;
  readonly point: Point;
  /** Ways of the lines into it and out of it, unit vectors. */
  readonly into: Point;
  readonly out: Point;
}

/** Lines on either side of a corner are looked at from so far off, and further by its blur, pixels. */
const [NEAR, NEAR_BLUR] = [1.15, 0.6];
/**
 * Over so long, from so many times as far off. Sharp corners are rounded off over a longer stretch: lines are looked
 * for further off too; small serifs have short sides.
 */
const LOOKS = [
  { length: 4, times: 1 },
  { length: 4, times: 1.6 },
  { length: 4, times: 2.5 },
  { length: 2.5, times: 1 },
];
/** A turn of less is none, degrees. */
const LEAST_TURN = 26;
/** The lines must be as straight as this, pixels. */
const STRAIGHT = 0.08;
/** The ring may lie so much further from where they meet than blur tells, pixels: further, and it is round or blunt. */
const FURTHER = 0.3;
/** What one circle goes through as near as this at worst, or on the whole, is no corner, pixels. */
const [ROUND, ROUND_SCATTER] = [0.15, 0.07];

interface Found extends Corner {
  /** Degrees. */
  readonly turn: number;
}

/**
 * Corners of a ring: where it turns between two straight stretches whose lines meet as near to it as blur rounds a
 * sharp corner off, and no circle goes through both. The blur is undone, since a corner lies where the lines meet.
 * @param step between the points of the ring, pixels
 */
export function cornersOf(ring: readonly Point[], step: number, blur: number): Corner[] {
  const count = ring.length;
  const lines = new RingLines(ring);
  const cornerAt = (i: number, near: number, length: number): Found | null => {
    const reach = near + length;
    // A first look, which is cheap.
    if (count < 2 * reach + 2 || isStraight(lines.at(i - reach), ring[i]!, lines.at(i + reach))) return null;
    if (lines.off(i - near - length, i - near) > STRAIGHT || lines.off(i + near, i + near + length) > STRAIGHT)
      return null;
    const before = lines.through(i - near - length, i - near);
    const after = lines.through(i + near, i + near + length);
    const turn = turnOf(before.way, after.way);
    if (turn < LEAST_TURN) return null;
    const point = meetingOf(before, after);
    if (!point || !isSharp(before.way, after.way, distance(point, ring[i]!), blur)) return null;
    if (isRound(Array.from({ length: 2 * reach + 1 }, (_, k) => lines.at(i - reach + k)))) return null;
    return { at: i, point, into: before.way, out: after.way, turn };
  };
  const looks = LOOKS.map(({ length, times }) => ({
    near: Math.round(((NEAR + NEAR_BLUR * blur) * times) / step),
    length: Math.round(length / step),
  }));
  const found: Found[] = [];
  for (let i = 0; i < count; i++)
    for (const { near, length } of looks) {
      const corner = cornerAt(i, near, length);
      if (!corner) continue;
      found.push(corner);
      break;
    }
  return nearestOfEach(found, ring);
}

/** Where three points turn by no more than this, by the cosine, no corner is looked for. */
const HARDLY = Math.cos((LEAST_TURN * 0.7 * Math.PI) / 180);

function isStraight(a: Point, b: Point, c: Point): boolean {
  const ax = b.x - a.x;
  const ay = b.y - a.y;
  const bx = c.x - b.x;
  const by = c.y - b.y;
  const along = ax * bx + ay * by;
  return along > 0 && along * along > HARDLY * HARDLY * (ax * ax + ay * ay) * (bx * bx + by * by);
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

/** How far two ways turn from each other, degrees, either way round. */
export function turnOf(a: Point, b: Point): number {
  return (Math.abs(turnBetween(a, b)) * 180) / Math.PI;
}

/** Where two lines meet; null where they are as good as parallel. */
export function meetingOf(a: Pick<Line, 'through' | 'way'>, b: Pick<Line, 'through' | 'way'>): Point | null {
  const sine = cross(a.way, b.way);
  if (Math.abs(sine) < 0.05) return null;
  const t = cross(subtract(b.through, a.through), b.way) / sine;
  return { x: a.through.x + a.way.x * t, y: a.through.y + a.way.y * t };
}

/**
 * Whether a ring lies as near to where two lines meet as blur would leave that of a sharp corner.
 * @param off how far it lies away, pixels
 * @param leeway so much further, as a share of what blur tells, is as near
 */
export const isSharp = (into: Point, out: Point, off: number, blur: number, leeway = 0): boolean =>
  off <= (1 + leeway) * blurredOff(turnOf(into, out), blur) + FURTHER;

/**
 * How far a Gaussian moves the edge of a corner back from its tip, to where half of what is spread lies within the
 * wedge: fitted to that integral, within 2 % for turns of 30 to 176 degrees.
 */
function blurredOff(turn: number, blur: number): number {
  const half = (turn * Math.PI) / 360;
  return blur * (0.675 + 0.125 * Math.cos(half)) * Math.tan(half);
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
