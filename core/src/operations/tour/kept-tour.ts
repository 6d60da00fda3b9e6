import type { Point } from '../../geometry/point.ts';
import { bestWays } from './best-ways.ts';
import { spreadAt, stopTable, WAYS, type Stop, type StopTable } from './stops.ts';
import type { Gone } from './tour.ts';

/**
 * Goes to stops in an order that is given, each by its best way; those that it does not have are put in where they are
 * least out of the way. What waits for others waits for them all the same.
 * @param waiting for each stop the one that waits for it, -1 where none does
 * @param kept stops in their order; not all of them
 * @param from where the head comes from
 */
export function keptTour(
  stops: readonly Stop[],
  waiting: Int32Array,
  kept: readonly number[],
  from: Point,
): readonly Gone[] {
  const table = stopTable(stops, waiting, WAYS.end);
  const order = inserted(table, ripened(kept, waiting), from);
  const way = bestWays(table, Int32Array.from(order), from);
  return order.map((stop) => ({
    stop,
    way: spreadAt(way[stop]! - table.first[stop]!, stops[stop]!.ways.length, WAYS.end),
  }));
}

/** The same order, but for what must come before others: that comes just before the first that waits for it. */
function ripened(kept: readonly number[], waiting: Int32Array): number[] {
  const here = new Set(kept);
  const before = new Map<number, number[]>();
  for (const stop of kept) {
    let next = waiting[stop]!;
    // What it comes before by way of others that are not kept.
    while (next >= 0 && !here.has(next)) next = waiting[next]!;
    if (next >= 0) before.set(next, [...(before.get(next) ?? []), stop]);
  }
  const order: number[] = [];
  const take = (stop: number): void => {
    if (!here.delete(stop)) return;
    for (const first of before.get(stop) ?? []) take(first);
    order.push(stop);
  };
  for (const stop of kept) take(stop);
  return order;
}

/** An order with all other stops put in, each where it lengthens the way least, behind all that it waits for. */
function inserted(table: StopTable, kept: readonly number[], from: Point): number[] {
  const { count, waiting } = table;
  const order = [...kept];
  const here = new Uint8Array(count);
  for (const stop of kept) here[stop] = 1;
  const middles = middlesOf(table);
  const awaited = Array.from({ length: count }, (): number[] => []);
  for (let stop = 0; stop < count; stop++) if (waiting[stop]! >= 0) awaited[waiting[stop]!]!.push(stop);
  const put = (stop: number): void => {
    if (here[stop]) return;
    here[stop] = 1;
    // What it waits for comes first, so that its own place can be told.
    awaited[stop]!.forEach(put);
    const earliest = Math.max(-1, ...awaited[stop]!.map((each) => order.indexOf(each))) + 1;
    const next = waiting[stop]!;
    const latest = next >= 0 && order.includes(next) ? order.indexOf(next) : order.length;
    let [gap, least] = [latest, Infinity];
    for (let i = earliest; i <= latest; i++) {
      const a = i === 0 ? from : middles[order[i - 1]!]!;
      const b = i < order.length ? middles[order[i]!]! : null;
      const more = away(a, middles[stop]!) + (b ? away(middles[stop]!, b) - away(a, b) : 0);
      if (more < least) [gap, least] = [i, more];
    }
    order.splice(gap, 0, stop);
  };
  for (let stop = 0; stop < count; stop++) put(stop);
  return order;
}

const away = (a: Point, b: Point): number => Math.sqrt((a.x - b.x) ** 2 + (a.y - b.y) ** 2);

/** About where each stop is. */
function middlesOf({ count, first, inX, inY }: StopTable): Point[] {
  return Array.from({ length: count }, (_, stop) => {
    const ways = first[stop + 1]! - first[stop]!;
    let [x, y] = [0, 0];
    for (let k = first[stop]!; k < first[stop + 1]!; k++) {
      x += inX[k]! / ways;
      y += inY[k]! / ways;
    }
    return { x, y };
  });
}
