import type { Point } from '../../geometry/point.ts';
import { bestWays } from './best-ways.ts';
import { nearestTour } from './nearest-tour.ts';
import { shorten } from './shorten.ts';
import { spreadAt, stopTable, WAYS, type Stop, type Tour } from './stops.ts';

/**
 * How long a tour is looked for: until no change alone shortens it; so that an edit is answered at once; or until
 * little more is found.
 */
export type Search = 'once' | 'quick' | 'long';

/** How often a tour is shaken, by the number of its stops; a kick among many takes longer. */
const KICKS: Readonly<Record<Search, (count: number) => number>> = {
  once: () => 0,
  quick: (count) => Math.min(Math.ceil(count / 4), Math.floor(20_000 / Math.max(1, count))),
  long: (count) => Math.min(100 * count, 8000),
};

/** A stop of a tour, and which of its ways is gone. */
export interface Gone {
  readonly stop: number;
  readonly way: number;
}

/**
 * Goes to every stop with little travel, to none before those that it must wait for.
 * @param waiting for each stop the one that waits for it, -1 where none does
 * @param from where the head comes from
 */
export function tourOf(stops: readonly Stop[], waiting: Int32Array, from: Point, search: Search): Gone[] {
  const coarse = stopTable(stops, waiting, WAYS.search);
  let tour: Tour = nearestTour(coarse, from);
  tour = { order: tour.order, way: bestWays(coarse, tour.order, from) };
  const { order } = shorten(coarse, tour, from, KICKS[search](stops.length));
  const fine = stopTable(stops, waiting, WAYS.end);
  const way = bestWays(fine, order, from);
  return Array.from(order, (stop) => ({
    stop,
    way: spreadAt(way[stop]! - fine.first[stop]!, stops[stop]!.ways.length, WAYS.end),
  }));
}
