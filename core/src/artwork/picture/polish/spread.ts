import type { Rows } from './cover.ts';

/** What sums leave of nothing. */
const NOTHING = 1e-12;

/**
 * Cells blurred by shares of a Gaussian, row by row from the bottom, without the rim of cells that it would reach
 * beyond. Each cell is spread over those about it: cells that are empty cost nothing, and where an outline is tried a
 * little otherwise, most are.
 */
export function blurred(rows: Rows, width: number, height: number, weights: Float64Array): Float64Array {
  const rim = weights.length - 1;
  const [wide, high] = [width - rim, height - rim];
  const out = new Float64Array(wide * high);
  const soft = new Float64Array(wide);
  rows((y, row) => {
    let [first, end] = [wide, 0];
    for (let x = 0; x < width; x++) {
      const share = row[x]!;
      if (share < NOTHING && share > -NOTHING) continue;
      const from = x < rim ? 0 : x - rim;
      end = x < wide ? x + 1 : wide;
      if (from < first) first = from;
      for (let to = from; to < end; to++) soft[to]! += weights[x - to]! * share;
    }
    if (end === 0) return;
    const last = y < high ? y : high - 1;
    for (let to = y < rim ? 0 : y - rim; to <= last; to++) {
      const weight = weights[y - to]!;
      for (let x = first, at = to * wide + first; x < end; x++, at++) out[at]! += weight * soft[x]!;
    }
    soft.fill(0, first, end);
  });
  return out;
}
