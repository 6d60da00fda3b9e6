import type { MedialAxis } from '../geometry/medial-axis.ts';
import type { Curve, Pulls } from './curve.ts';

/** Points along the edges of a region: where, which way out of the material, and of how much edge each tells. */
export interface Walls {
  readonly count: number;
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly outX: Float64Array;
  readonly outY: Float64Array;
  readonly length: Float64Array;
  readonly next: Int32Array;
  readonly before: Int32Array;
}

export function wallsOf({ x, y, next }: MedialAxis['samples']): Walls {
  const count = x.length;
  const walls: Walls = {
    count,
    x: Float64Array.from(x),
    y: Float64Array.from(y),
    outX: new Float64Array(count),
    outY: new Float64Array(count),
    length: new Float64Array(count),
    next: Int32Array.from(next),
    before: new Int32Array(count),
  };
  for (let i = 0; i < count; i++) walls.before[next[i]!] = i;
  for (let i = 0; i < count; i++) {
    const [a, b] = [walls.before[i]!, next[i]!];
    const [ux, uy, vx, vy] = [x[i]! - x[a]!, y[i]! - y[a]!, x[b]! - x[i]!, y[b]! - y[i]!];
    const [u, v] = [Math.sqrt(ux * ux + uy * uy) || 1e-12, Math.sqrt(vx * vx + vy * vy) || 1e-12];
    const [dx, dy] = [ux / u + vx / v, uy / u + vy / v];
    const long = Math.sqrt(dx * dx + dy * dy) || 1;
    [walls.outX[i], walls.outY[i]] = [dy / long, -dx / long];
    walls.length[i] = (u + v) / 2;
  }
  return walls;
}

/** A wall point belongs to what it faces: its way out is this near to the way from there, as a cosine (31 degrees). */
const FACES = 0.857;
/** Walls further than this from where they should be, in half-widths, tell nothing. */
const FURTHEST = 0.6;

/** A foot of a wall point on a curve: the parameter, and how much further off the wall is than it should be. */
export interface Foot {
  t: number;
  x: number;
  y: number;
  error: number;
}

/**
 * The place on a curve that a wall point faces and lies a half-width from, as near as any; false where there is none.
 * @param half half the width of the stroke
 */
export function footOn(
  curve: Curve,
  from: number,
  to: number,
  walls: Walls,
  b: number,
  half: number,
  foot: Foot,
): boolean {
  const { x, y, step } = curve;
  const [bx, by] = [walls.x[b]!, walls.y[b]!];
  const first = Math.max(0, Math.floor((from - curve.from) / step));
  const last = Math.min(x.length - 1, Math.ceil((to - curve.from) / step));
  const most = (1 + FURTHEST) * half + step;
  let found = false;
  let least = FURTHEST * half;
  const squared = (i: number): number => (bx - x[i]!) * (bx - x[i]!) + (by - y[i]!) * (by - y[i]!);
  for (let i = first + 1; i < last; i++) {
    const d1 = squared(i);
    if (d1 > most * most) {
      // The curve cannot come near before it has gone so far.
      i += Math.max(0, Math.floor((Math.sqrt(d1) - most) / (1.2 * step)) - 1);
      continue;
    }
    const [d0, d2] = [squared(i - 1), squared(i + 1)];
    if (d1 > d0 || d1 >= d2) continue;
    // The foot is on one of the two pieces beside the nearest point.
    const k = d0 < d2 ? i - 1 : i;
    const [vx, vy] = [x[k + 1]! - x[k]!, y[k + 1]! - y[k]!];
    const share = Math.max(0, Math.min(1, ((bx - x[k]!) * vx + (by - y[k]!) * vy) / (vx * vx + vy * vy || 1)));
    const [cx, cy] = [x[k]! + vx * share, y[k]! + vy * share];
    const [dx, dy] = [bx - cx, by - cy];
    const far = Math.sqrt(dx * dx + dy * dy) || 1e-12;
    const error = far - half;
    const t = curve.from + (k + share) * step;
    const isFacing = dx * walls.outX[b]! + dy * walls.outY[b]! > FACES * far;
    if (Math.abs(error) >= least || t < from || t > to || !isFacing) continue;
    least = Math.abs(error);
    found = true;
    [foot.t, foot.x, foot.y, foot.error] = [t, cx, cy, error];
  }
  return found;
}

/** Pulls a curve to where a wall says its middle is, the less the further that is off. */
export function pullTo(pulls: Pulls, walls: Walls, b: number, foot: Foot, half: number, limit: number): void {
  if (Math.abs(foot.error) > limit) return;
  const [dx, dy] = [walls.x[b]! - foot.x, walls.y[b]! - foot.y];
  const far = Math.sqrt(dx * dx + dy * dy) || 1;
  const weight = walls.length[b]! / 2 / (1 + ((4 * foot.error) / limit) ** 2);
  pulls.add(foot.t, walls.x[b]! - (half * dx) / far, walls.y[b]! - (half * dy) / far, weight);
}

/** Limits of the rounds in which a curve is drawn to its walls, in half-widths. */
export const ROUNDS = [0.5, 0.3, 0.18, 0.12];
/** Those of curves that are only tried. */
export const TRIED_ROUNDS = [0.5, 0.25, 0.12];
