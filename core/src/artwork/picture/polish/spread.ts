import type { Rows } from './cover.ts';

/**
 * Cells blurred by shares of a Gaussian, row by row from the bottom, without the rim of cells that it would reach
 * beyond. Rows that are empty cost nothing: where an outline is tried a little otherwise, most are.
 */
export function blurred(rows: Rows, width: number, height: number, weights: Float64Array): Float64Array {
  const rim = weights.length - 1;
  const [wide, high] = [width - rim, height - rim];
  const out = new Float64Array(wide * high);
  const soft = new Float64Array(wide);
  rows((y, row) => {
    for (let x = 0; x < wide; x++) {
      let sum = 0;
      for (let k = 0; k <= rim; k++) sum += weights[k]! * row[x + k]!;
      soft[x] = sum;
    }
    const last = Math.min(high - 1, y);
    for (let to = Math.max(0, y - rim); to <= last; to++) {
      const weight = weights[y - to]!;
      for (let x = 0, at = to * wide; x < wide; x++, at++) out[at]! += weight * soft[x]!;
    }
  });
  return out;
}
