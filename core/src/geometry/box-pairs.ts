import type { Bounds } from './bounds.ts';

/** Boxes by their sides, each in an array of its own: they are compared by the hundred thousand. Lengths in mm. */
export interface BoxTable {
  readonly minX: Float64Array;
  readonly minY: Float64Array;
  readonly maxX: Float64Array;
  readonly maxY: Float64Array;
}

export function boxTable(count: number): BoxTable {
  return {
    minX: new Float64Array(count),
    minY: new Float64Array(count),
    maxX: new Float64Array(count),
    maxY: new Float64Array(count),
  };
}

export function boxTableOf(bounds: readonly Bounds[]): BoxTable {
  const table = boxTable(bounds.length);
  bounds.forEach(({ minX, minY, maxX, maxY }, i) => {
    table.minX[i] = minX;
    table.minY[i] = minY;
    table.maxX[i] = maxX;
    table.maxY[i] = maxY;
  });
  return table;
}

/** Cells along a side of the grid at most. */
const MOST_CELLS = 512;

/**
 * Calls `visit` once for every two boxes that come within `near` of each other. The boxes are filed in the cells of a
 * grid about as large as they are, and compared within each cell.
 */
export function visitPairs(
  { minX, minY, maxX, maxY }: BoxTable,
  near: number,
  visit: (a: number, b: number) => void,
): void {
  const count = minX.length;
  if (count < 2) return;
  let [left, bottom, right, top, extent] = [Infinity, Infinity, -Infinity, -Infinity, 0];
  for (let i = 0; i < count; i++) {
    left = Math.min(left, minX[i]!);
    bottom = Math.min(bottom, minY[i]!);
    right = Math.max(right, maxX[i]!);
    top = Math.max(top, maxY[i]!);
    extent += maxX[i]! - minX[i]! + maxY[i]! - minY[i]!;
  }
  // No finer than a cell for each box, since every cell is looked into.
  const fair = Math.sqrt(((right - left) * (top - bottom)) / count);
  const cell = Math.max(extent / count + near, fair, (right - left) / MOST_CELLS, (top - bottom) / MOST_CELLS, 1e-9);
  const columns = Math.floor((right - left + near) / cell) + 1;
  const rows = Math.floor((top - bottom + near) / cell) + 1;

  const starts = new Uint32Array(columns * rows + 1);
  let filed: Uint32Array | null = null;
  // Once to count, once to file.
  for (let turn = 0; turn < 2; turn++) {
    for (let i = count - 1; i >= 0; i--) {
      const [c0, c1] = [Math.floor((minX[i]! - left) / cell), Math.floor((maxX[i]! + near - left) / cell)];
      const [r0, r1] = [Math.floor((minY[i]! - bottom) / cell), Math.floor((maxY[i]! + near - bottom) / cell)];
      for (let r = r0; r <= r1; r++)
        for (let c = c0; c <= c1; c++) {
          if (filed) filed[--starts[r * columns + c]!] = i;
          else starts[r * columns + c]!++;
        }
    }
    if (filed) break;
    let total = 0;
    for (let k = 0; k < starts.length; k++) starts[k] = total += starts[k]!;
    filed = new Uint32Array(total);
  }
  for (let r = 0; r < rows; r++) {
    for (let c = 0; c < columns; c++) {
      const at = r * columns + c;
      for (let k = starts[at]!; k < starts[at + 1]!; k++) {
        const a = filed![k]!;
        const [ax, ay, aRight, aTop] = [minX[a]!, minY[a]!, maxX[a]! + near, maxY[a]! + near];
        for (let m = k + 1; m < starts[at + 1]!; m++) {
          const b = filed![m]!;
          const [bx, by] = [minX[b]!, minY[b]!];
          if (bx > aRight || by > aTop || maxX[b]! + near < ax || maxY[b]! + near < ay) continue;
          // Two boxes that share several cells are told of in the first of them.
          if (
            Math.floor((Math.max(ax, bx) - left) / cell) === c &&
            Math.floor((Math.max(ay, by) - bottom) / cell) === r
          )
            visit(a, b);
        }
      }
    }
  }
}
