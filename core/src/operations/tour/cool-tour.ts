import type { Point } from '../../geometry/point.ts';
import { bestWays } from './best-ways.ts';
import { spreadAt, stopTable, WAYS, type Stop } from './stops.ts';
import type { Gone } from './tour.ts';

/** What a stop brings into the sheet. */
export interface Warmth {
  /** Of its line, mm. */
  readonly length: number;
  /** What it takes to cut it, s. */
  readonly seconds: number;
  /** About where it is. */
  readonly middle: Point;
}

/** Heat is down to a third after so many seconds, and reaches so far, mm. */
const FADES = 20;
const REACH = 60;

/** So much way the head goes rather than cut where it is warmer by one mm of fresh line beside it, mm. */
const WAY_PER_HEAT = 0.5;

/** What is left at a place of the heat of a line, in mm of fresh line. */
export const heatOf = (length: number, distance: number, age: number): number =>
  distance >= REACH ? 0 : length * (1 - distance / REACH) * Math.exp(-age / FADES);

/**
 * Goes to every stop, to none before those that it must wait for, each time to one that is near and that lies where the
 * sheet is cool. What was brought in fades with time and with distance.
 * @param waiting for each stop the one that waits for it, -1 where none does
 * @param from where the head comes from
 */
export function coolTour(stops: readonly Stop[], waiting: Int32Array, warmths: readonly Warmth[], from: Point): Gone[] {
  const table = stopTable(stops, waiting, WAYS.end);
  const { count, first, inX, inY } = table;
  const before = new Int32Array(count);
  for (const stop of waiting) if (stop >= 0) before[stop]!++;
  const heat = new Float64Array(count);
  const left = new Set(stops.keys());
  const order = new Int32Array(count);
  let at = from;
  for (let n = 0; n < count; n++) {
    let [next, least] = [-1, Infinity];
    for (const stop of left) {
      if (before[stop]! > 0) continue;
      const warm = WAY_PER_HEAT * heat[stop]!;
      for (let way = first[stop]!; warm < least && way < first[stop + 1]!; way++) {
        const cost = warm + Math.sqrt((inX[way]! - at.x) ** 2 + (inY[way]! - at.y) ** 2);
        if (cost < least) [next, least] = [stop, cost];
      }
    }
    order[n] = next;
    left.delete(next);
    const { length, seconds, middle } = warmths[next]!;
    const fading = Math.exp(-seconds / FADES);
    for (const stop of left) {
      const { x, y } = warmths[stop]!.middle;
      const away = Math.sqrt((x - middle.x) ** 2 + (y - middle.y) ** 2);
      heat[stop] = heat[stop]! * fading + heatOf(length, away, 0);
    }
    const after = waiting[next]!;
    if (after >= 0) before[after]!--;
    at = middle;
  }
  const way = bestWays(table, order, from);
  return Array.from(order, (stop) => ({
    stop,
    way: spreadAt(way[stop]! - first[stop]!, stops[stop]!.ways.length, WAYS.end),
  }));
}
