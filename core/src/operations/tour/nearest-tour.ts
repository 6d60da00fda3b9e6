import type { Point } from '../../geometry/point.ts';
import { PointGrid } from './point-grid.ts';
import type { StopTable, Tour } from './stops.ts';

/** A first tour: on to the nearest way in of any stop that nothing is left to be done before. */
export function nearestTour(table: StopTable, from: Point): Tour {
  const { count, first, stopOf, inX, inY, outX, outY, waiting } = table;
  const before = new Int32Array(count);
  for (const stop of waiting) if (stop >= 0) before[stop]!++;

  const grid = new PointGrid(inX, inY);
  const open = (stop: number): void => {
    for (let k = first[stop]!; k < first[stop + 1]!; k++) grid.add(k);
  };
  for (let i = 0; i < count; i++) if (before[i] === 0) open(i);

  const order = new Int32Array(count);
  const way = new Int32Array(count);
  let { x, y } = from;
  for (let n = 0; n < count; n++) {
    const k = grid.nearest(x, y);
    const stop = stopOf[k]!;
    order[n] = stop;
    way[stop] = k;
    for (let own = first[stop]!; own < first[stop + 1]!; own++) grid.remove(own);
    const next = waiting[stop]!;
    if (next >= 0 && --before[next]! === 0) open(next);
    [x, y] = [outX[k]!, outY[k]!];
  }
  return { order, way };
}
