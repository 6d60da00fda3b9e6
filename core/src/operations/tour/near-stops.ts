import { PointGrid } from './point-grid.ts';
import type { StopTable } from './stops.ts';

/** Stops next to a stop that are tried beside it. */
const NEIGHBOURS = 10;

/** The middle of a stop's ways, and how far from there they begin and end. */
export interface Spans {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly radius: Float64Array;
}

export function spansOf({ count, first, inX, inY, outX, outY }: StopTable): Spans {
  const [x, y, radius] = [new Float64Array(count), new Float64Array(count), new Float64Array(count)];
  for (let stop = 0; stop < count; stop++) {
    const [begin, end] = [first[stop]!, first[stop + 1]!];
    for (let k = begin; k < end; k++) {
      x[stop]! += inX[k]! / (end - begin);
      y[stop]! += inY[k]! / (end - begin);
    }
    for (let k = begin; k < end; k++)
      for (const [px, py] of [
        [inX[k]!, inY[k]!],
        [outX[k]!, outY[k]!],
      ] as const) {
        const away = Math.sqrt((px - x[stop]!) ** 2 + (py - y[stop]!) ** 2);
        if (away > radius[stop]!) radius[stop] = away;
      }
  }
  return { x, y, radius };
}

/** Stops nearest to a stop, and how far they are away, mm. */
export interface Near {
  readonly others: Int32Array;
  readonly away: Float64Array;
}

/** For each stop those nearest to it, by their ways in. */
export function neighbours({ count, first, stopOf, inX, inY }: StopTable): Near[] {
  const grid = new PointGrid(inX, inY);
  for (let k = 0; k < inX.length; k++) grid.add(k);
  const squared = new Float64Array(count).fill(Infinity);
  return Array.from({ length: count }, (_, stop) => {
    const found: number[] = [];
    for (let k = first[stop]!; k < first[stop + 1]!; k++)
      grid.around(inX[k]!, inY[k]!, (point) => {
        const other = stopOf[point]!;
        if (other === stop) return;
        const dx = inX[point]! - inX[k]!;
        const dy = inY[point]! - inY[k]!;
        const own = dx * dx + dy * dy;
        if (squared[other] === Infinity) found.push(other);
        if (own < squared[other]!) squared[other] = own;
      });
    const others = nearestOf(found, squared);
    const away = Float64Array.from(others, (other) => Math.sqrt(squared[other]!));
    for (const other of found) squared[other] = Infinity;
    return { others, away };
  });
}

/** Those of the least distance, ascending: a few are put in their places sooner than all are sorted. */
function nearestOf(found: readonly number[], squared: Float64Array): Int32Array {
  const nearest = new Int32Array(Math.min(NEIGHBOURS, found.length));
  let count = 0;
  for (const stop of found) {
    const own = squared[stop]!;
    const isBefore = (other: number) => own < squared[other]! || (own === squared[other] && stop < other);
    if (count === nearest.length && !isBefore(nearest[count - 1]!)) continue;
    let at = count < nearest.length ? count++ : count - 1;
    for (; at > 0 && isBefore(nearest[at - 1]!); at--) nearest[at] = nearest[at - 1]!;
    nearest[at] = stop;
  }
  return nearest;
}
