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
  readonly cells: WallCells;
}

/** Which pieces of edge, each from a wall point to its next, come into which squares of a grid. */
interface WallCells {
  readonly left: number;
  readonly low: number;
  readonly across: number;
  readonly up: number;
  /** Of a square's pieces the first, in `pieces`; one more at the end. */
  readonly first: Int32Array;
  readonly pieces: Int32Array;
}

/** Side of a square, half-widths: a few pieces long. */
const CELL = 0.5;

export function wallsOf({ x, y, next }: MedialAxis['samples']): Walls {
  const count = x.length;
  const [ownX, ownY, ownNext] = [Float64Array.from(x), Float64Array.from(y), Int32Array.from(next)];
  const walls: Walls = {
    count,
    x: ownX,
    y: ownY,
    outX: new Float64Array(count),
    outY: new Float64Array(count),
    length: new Float64Array(count),
    next: ownNext,
    before: new Int32Array(count),
    cells: cellsOf(ownX, ownY, ownNext),
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

function cellsOf(x: Float64Array, y: Float64Array, next: Int32Array): WallCells {
  const [left, low] = [x.reduce((a, b) => Math.min(a, b), Infinity), y.reduce((a, b) => Math.min(a, b), Infinity)];
  const [right, high] = [x.reduce((a, b) => Math.max(a, b), -Infinity), y.reduce((a, b) => Math.max(a, b), -Infinity)];
  const [across, up] = [Math.floor((right - left) / CELL) + 1, Math.floor((high - low) / CELL) + 1];
  const first = new Int32Array(across * up + 1);
  const visit = (take: (cell: number, piece: number) => void): void => {
    for (let b = 0; b < x.length; b++) {
      const n = next[b]!;
      const [fromX, toX] = [Math.min(x[b]!, x[n]!) - left, Math.max(x[b]!, x[n]!) - left];
      const [fromY, toY] = [Math.min(y[b]!, y[n]!) - low, Math.max(y[b]!, y[n]!) - low];
      for (let row = Math.floor(fromY / CELL); row <= Math.floor(toY / CELL); row++)
        for (let column = Math.floor(fromX / CELL); column <= Math.floor(toX / CELL); column++)
          take(row * across + column, b);
    }
  };
  visit((cell) => void first[cell + 1]!++);
  for (let cell = 0; cell < across * up; cell++) first[cell + 1]! += first[cell]!;
  const pieces = new Int32Array(first[across * up]!);
  const filled = first.slice();
  visit((cell, piece) => void (pieces[filled[cell]!++] = piece));
  return { left, low, across, up, first, pieces };
}

/** A way across the edge: which share of it lies before, and the wall point before the piece that it crosses. */
export interface EdgeCrossing {
  readonly share: number;
  readonly b: number;
}

/** Where a straight way first crosses the edge; all squares about it are looked at, so it had better be short. */
export function firstCrossing(walls: Walls, px: number, py: number, ux: number, uy: number): EdgeCrossing | null {
  const { x, y, next, cells } = walls;
  const { left, low, across, up, first, pieces } = cells;
  let [best, at] = [Infinity, -1];
  // A little over: what goes by the side of a square may cross a piece in the one beside it.
  const [fromX, toX] = [Math.min(px, px + ux) - left - 1e-6, Math.max(px, px + ux) - left + 1e-6];
  const [fromY, toY] = [Math.min(py, py + uy) - low - 1e-6, Math.max(py, py + uy) - low + 1e-6];
  for (let row = Math.max(0, Math.floor(fromY / CELL)); row <= Math.min(up - 1, Math.floor(toY / CELL)); row++)
    for (
      let column = Math.max(0, Math.floor(fromX / CELL));
      column <= Math.min(across - 1, Math.floor(toX / CELL));
      column++
    ) {
      const cell = row * across + column;
      for (let k = first[cell]!; k < first[cell + 1]!; k++) {
        const b = pieces[k]!;
        const n = next[b]!;
        const [wx, wy] = [x[b]! - px, y[b]! - py];
        const [vx, vy] = [x[n]! - x[b]!, y[n]! - y[b]!];
        const cross = ux * vy - uy * vx;
        if (Math.abs(cross) < 1e-14) continue;
        const s = (wx * vy - wy * vx) / cross;
        const r = (wx * uy - wy * ux) / cross;
        // A little over: what goes through where two pieces of edge meet is on neither, by the last digit.
        if (s >= 0 && s <= 1 && r >= -1e-9 && r <= 1 + 1e-9 && s < best) [best, at] = [s, b];
      }
    }
  return at < 0 ? null : { share: best, b: at };
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
  for (let i = first + 1; i < last; i++) {
    const d1 = squared(bx - x[i]!, by - y[i]!);
    if (d1 > most * most) {
      // The curve cannot come near before it has gone so far.
      i += Math.max(0, Math.floor((Math.sqrt(d1) - most) / (1.2 * step)) - 1);
      continue;
    }
    const d0 = squared(bx - x[i - 1]!, by - y[i - 1]!);
    const d2 = squared(bx - x[i + 1]!, by - y[i + 1]!);
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

const squared = (dx: number, dy: number): number => dx * dx + dy * dy;

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
