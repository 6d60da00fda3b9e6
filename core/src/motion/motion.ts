import type { Point } from '../geometry/point.ts';

/** A point of a way; z where the tool goes up and down, mm. */
export interface PointInSpace extends Point {
  readonly z?: number;
}

/** How a machine moves along lines: mm/s, mm/s², and mm by which it may cut a corner. */
export interface Motion {
  readonly speed: number;
  readonly acceleration: number;
  readonly deviation: number;
}

/**
 * Seconds along a polyline from rest to rest: each corner is gone through as fast as its rounding allows, and between
 * corners the speed rises and falls with the acceleration (a forward and a backward pass over the squares of speeds).
 * @param points flattened finely, where they stand for a curve
 */
export function timeAlong(points: readonly PointInSpace[], motion: Motion): number {
  const path = points.filter((point, i) => i === 0 || distance(point, points[i - 1]!) > 1e-9);
  const count = path.length;
  if (count < 2) return 0;
  const { speed, acceleration } = motion;
  const lengths = path.slice(1).map((to, i) => distance(path[i]!, to));
  // Squares of the speeds at each point.
  const squares = new Float64Array(count);
  for (let i = 1; i + 1 < count; i++) squares[i] = cornerSquare(path, lengths, i, motion);
  for (let i = 1; i < count; i++)
    squares[i] = Math.min(squares[i]!, squares[i - 1]! + 2 * acceleration * lengths[i - 1]!);
  for (let i = count - 2; i >= 0; i--)
    squares[i] = Math.min(squares[i]!, squares[i + 1]! + 2 * acceleration * lengths[i]!);
  let time = 0;
  for (let i = 0; i + 1 < count; i++)
    time += timeBetween(lengths[i]!, squares[i]!, squares[i + 1]!, speed, acceleration);
  return time;
}

/** Seconds from rest to rest over a straight way. */
export const timeStraight = (
  length: number,
  { speed, acceleration }: Pick<Motion, 'speed' | 'acceleration'>,
): number => (length <= 0 ? 0 : timeBetween(length, 0, 0, speed, acceleration));

/** The square of the speed a corner lets through: that of an arc that leaves it by the deviation, or fits beside it. */
function cornerSquare(
  path: readonly PointInSpace[],
  lengths: readonly number[],
  i: number,
  { speed, acceleration, deviation }: Motion,
): number {
  const [a, b, c] = [path[i - 1]!, path[i]!, path[i + 1]!];
  const [ux, uy, uz] = [b.x - a.x, b.y - a.y, rise(a, b)];
  const [vx, vy, vz] = [c.x - b.x, c.y - b.y, rise(b, c)];
  const cross = Math.sqrt((ux * vy - uy * vx) ** 2 + (uy * vz - uz * vy) ** 2 + (uz * vx - ux * vz) ** 2);
  const turn = Math.atan2(cross, ux * vx + uy * vy + uz * vz);
  if (turn < 1e-7) return speed * speed;
  const cos = Math.cos(turn / 2);
  const rounded = (deviation * cos) / (1 - cos);
  const room = Math.min(lengths[i - 1]!, lengths[i]!) / 2 / Math.tan(turn / 2);
  return Math.min(speed * speed, acceleration * Math.max(0, Math.min(rounded, room)));
}

const rise = (a: PointInSpace, b: PointInSpace): number => (b.z ?? 0) - (a.z ?? 0);
const distance = (a: PointInSpace, b: PointInSpace): number =>
  Math.sqrt((b.x - a.x) ** 2 + (b.y - a.y) ** 2 + rise(a, b) ** 2);

function timeBetween(length: number, from: number, to: number, speed: number, acceleration: number): number {
  const peak = Math.min(speed * speed, (from + to) / 2 + acceleration * length);
  const [v0, v1, top] = [Math.sqrt(from), Math.sqrt(to), Math.sqrt(Math.max(peak, from, to))];
  const ramps = (2 * top * top - from - to) / (2 * acceleration);
  return (top - v0 + (top - v1)) / acceleration + Math.max(0, length - ramps) / top;
}
