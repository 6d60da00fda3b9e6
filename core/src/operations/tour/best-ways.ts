import type { Point } from '../../geometry/point.ts';
import type { StopTable } from './stops.ts';

/**
 * The ways by which an order of stops is gone through with the least travel: the shortest path through layers, one a
 * stop (Viterbi 1967), which is exact.
 * @returns the way of each stop, by stop
 */
export function bestWays(table: StopTable, order: Int32Array, from: Point): Int32Array {
  const { count, first, inX, inY, outX, outY } = table;
  const cost = new Float64Array(inX.length);
  const came = new Int32Array(inX.length).fill(-1);
  let last = -1;
  for (const stop of order) {
    for (let k = first[stop]!; k < first[stop + 1]!; k++) {
      if (last < 0) {
        cost[k] = Math.hypot(inX[k]! - from.x, inY[k]! - from.y);
        continue;
      }
      let least = Infinity;
      for (let j = first[last]!; j < first[last + 1]!; j++) {
        const [dx, dy] = [inX[k]! - outX[j]!, inY[k]! - outY[j]!];
        const total = cost[j]! + Math.sqrt(dx * dx + dy * dy);
        if (total < least) [least, came[k]] = [total, j];
      }
      cost[k] = least;
    }
    last = stop;
  }
  const way = new Int32Array(count);
  let best = -1;
  if (last >= 0) for (let k = first[last]!; k < first[last + 1]!; k++) if (best < 0 || cost[k]! < cost[best]!) best = k;
  for (let n = order.length - 1; n >= 0; n--) {
    way[order[n]!] = best;
    best = came[best]!;
  }
  return way;
}
