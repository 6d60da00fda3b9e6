import type { Point } from '../geometry/point.ts';
import type { Walls } from './walls.ts';

/** Cells of a picture of strokes and their material, half-widths: fine enough to tell strokes of a loop apart. */
const CELL = 0.2;
/** Loops smaller than this are none, half-widths². */
const LEAST_LOOP = 0.4;
/**
 * What makes one trace worse than another: a half-width outside the material, a loop lost, one that is none, a square
 * half-width of material that no stroke tells.
 */
const [OUTSIDE, LOST, FALSE, UNTOLD] = [3, 10, 2, 4];
/** Material that no stroke tells is so far from all, and so far from the edge, as the tip of a mitred corner is not. */
const [FAR, DEEP] = [2.2, 0.65];

/** A line of a trace, its points no further apart than about a cell. */
export interface Traced {
  readonly points: readonly Point[];
  readonly closed: boolean;
}

/**
 * How far a trace is from what its material is: 0 where all of it lies inside, each hole has strokes round it, and no
 * material is far from them.
 * Looked at as a picture, since strokes meet in more ways than could be followed.
 */
export function astray(strokes: readonly Traced[], walls: Walls): number {
  const { left, low, across, up } = frameOf(walls);
  const cells = across * up;
  const cellAt = (x: number, y: number): number =>
    Math.max(0, Math.min(up - 1, Math.floor((y - low) / CELL))) * across +
    Math.max(0, Math.min(across - 1, Math.floor((x - left) / CELL)));
  const isMaterial = materialOf(walls, { left, low, across, up });
  const isStroke = new Uint8Array(cells);
  let outside = 0;
  for (const { points, closed } of strokes) {
    const all = closed ? [...points, points[0]!] : points;
    for (let i = 0; i + 1 < all.length; i++) {
      const [p, q] = [all[i]!, all[i + 1]!];
      const long = Math.hypot(q.x - p.x, q.y - p.y);
      const count = Math.max(1, Math.ceil((4 * long) / CELL));
      for (let k = 0; k <= count; k++) {
        const cell = cellAt(p.x + ((q.x - p.x) * k) / count, p.y + ((q.y - p.y) * k) / count);
        isStroke[cell] = 1;
        if (k > 0 && !isNearMaterial(isMaterial, cell, across)) outside += long / count;
      }
    }
  }
  const parts = partsOf(isStroke, across, up);
  const holes = partsOf(isMaterial, across, up);
  const least = LEAST_LOOP / CELL ** 2;
  const [outer, round] = [parts.part[0]!, new Set<number>()];
  let lost = 0;
  const holeIn = new Map<number, number>();
  for (let cell = 0; cell < cells; cell++) {
    const hole = holes.part[cell]!;
    if (hole <= 0 || hole === holes.part[0] || holes.size[hole]! < least || isStroke[cell] === 1) continue;
    if (!holeIn.has(hole)) holeIn.set(hole, parts.part[cell]!);
  }
  for (const part of holeIn.values()) {
    if (part === outer || round.has(part)) lost++;
    round.add(part);
  }
  let extra = 0;
  for (let part = 1; part < parts.size.length; part++)
    if (part !== outer && !round.has(part) && parts.size[part]! >= least) extra++;
  const [fromStroke, fromEdge] = [awayFrom(isStroke, 1, across), awayFrom(isMaterial, 0, across)];
  const untold = isMaterial.filter((_, cell) => fromStroke[cell]! > FAR && fromEdge[cell]! > DEEP).length * CELL ** 2;
  return OUTSIDE * outside + LOST * lost + FALSE * extra + UNTOLD * untold;
}

/**
 * How far each cell is from those of a mark, half-widths: by steps to neighbours and across corners. Nothing lies in
 * the margin, so that its outermost cells are left.
 */
function awayFrom(marks: Uint8Array, mark: number, across: number): Float32Array {
  const away = Float32Array.from(marks, (own) => (own === mark ? 0 : Infinity));
  const [first, last] = [across + 1, away.length - across - 2];
  for (let cell = first; cell <= last; cell++) stepTo(away, cell, -1, -across);
  for (let cell = last; cell >= first; cell--) stepTo(away, cell, 1, across);
  return away;
}

/** Takes the nearest of the four neighbours on one side of a cell. */
function stepTo(away: Float32Array, cell: number, column: number, row: number): void {
  const slanting = CELL * Math.SQRT2;
  away[cell] = Math.min(
    away[cell]!,
    away[cell + column]! + CELL,
    away[cell + row]! + CELL,
    away[cell + row + column]! + slanting,
    away[cell + row - column]! + slanting,
  );
}

interface Frame {
  readonly left: number;
  readonly low: number;
  readonly across: number;
  readonly up: number;
}

/** With a margin of cells all round. */
function frameOf({ count, x, y }: Walls): Frame {
  let [left, low, right, high] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < count; i++) {
    left = Math.min(left, x[i]!);
    right = Math.max(right, x[i]!);
    low = Math.min(low, y[i]!);
    high = Math.max(high, y[i]!);
  }
  const margin = 2 * CELL;
  const cellsIn = (length: number): number => Math.ceil((length + 2 * margin) / CELL) + 1;
  return { left: left - margin, low: low - margin, across: cellsIn(right - left), up: cellsIn(high - low) };
}

/** 1 where the middle of a cell is in the material. */
function materialOf({ count, x, y, next }: Walls, { left, low, across, up }: Frame): Uint8Array {
  const crossings: number[][] = Array.from({ length: up }, () => []);
  for (let i = 0; i < count; i++) {
    const n = next[i]!;
    const [below, above] = y[i]! < y[n]! ? [i, n] : [n, i];
    const last = (y[above]! - low) / CELL - 0.5;
    for (let row = Math.ceil((y[below]! - low) / CELL - 0.5); row < last; row++) {
      const share = (low + (row + 0.5) * CELL - y[below]!) / (y[above]! - y[below]!);
      crossings[row]!.push(x[below]! + (x[above]! - x[below]!) * share);
    }
  }
  const isMaterial = new Uint8Array(across * up);
  crossings.forEach((all, row) => {
    all.sort((a, b) => a - b);
    for (let k = 0; k + 1 < all.length; k += 2) {
      const [from, to] = [Math.ceil((all[k]! - left) / CELL - 0.5), (all[k + 1]! - left) / CELL - 0.5];
      for (let column = from; column < to; column++) isMaterial[row * across + column] = 1;
    }
  });
  return isMaterial;
}

function isNearMaterial(isMaterial: Uint8Array, cell: number, across: number): boolean {
  for (let row = -1; row <= 1; row++)
    for (let column = -1; column <= 1; column++) if (isMaterial[cell + row * across + column] === 1) return true;
  return false;
}

/** Connected parts of the cells that are not marked, numbered from 1: of each cell its part, of each part its size. */
function partsOf(
  isMarked: Uint8Array,
  across: number,
  up: number,
): { readonly part: Int32Array; readonly size: number[] } {
  const part = new Int32Array(across * up);
  const size = [0];
  const waiting: number[] = [];
  const visit = (cell: number): void => {
    if (isMarked[cell] === 1 || part[cell] !== 0) return;
    part[cell] = size.length;
    waiting.push(cell);
  };
  for (let from = 0; from < part.length; from++) {
    if (isMarked[from] === 1 || part[from] !== 0) continue;
    let count = 0;
    visit(from);
    for (let cell = waiting.pop(); cell !== undefined; cell = waiting.pop()) {
      count++;
      const column = cell % across;
      if (column > 0) visit(cell - 1);
      if (column < across - 1) visit(cell + 1);
      if (cell >= across) visit(cell - across);
      if (cell < part.length - across) visit(cell + across);
    }
    size.push(count);
  }
  return { part, size };
}
