import { doCross } from '../geometry/point.ts';
import type { Leg, Reading, Through } from './pieces.ts';
import { gapBetween, type Track } from './tracks.ts';

/**
 * At the waist of an 8 each loop is closed, or strokes cross: where they would else go by on either side, what parts
 * the loops would be lost.
 * @param loops the legs of the one loop and of the other
 */
export function readWaist(
  reading: Reading,
  loops: readonly [readonly Leg[], readonly Leg[]],
  tracks: readonly Track[],
): Reading {
  const [upper, lower] = loops.map((legs) => tracks.filter(({ leg }) => legs.includes(leg))) as [Track[], Track[]];
  const [a, b] = upper;
  const [c, d] = lower;
  if (!a || !b || !c || !d || tracks.length !== 4) return reading;
  const isOfUpper = (leg: Leg): boolean => leg === a.leg || leg === b.leg;
  const pairs = [...reading.through.map(({ legs }) => legs), ...reading.corners];
  if (pairs.length === 2 && pairs.every(([one, other]) => isOfUpper(one) === isOfUpper(other))) return reading;
  const isCrossed = doCross(a.begin, c.begin, b.begin, d.begin);
  const through = (one: Track, other: Track): Through => ({
    legs: [one.leg, other.leg],
    gap: gapBetween(one, other),
    guide: [],
  });
  return {
    through: isCrossed ? [through(a, c), through(b, d)] : [through(a, d), through(b, c)],
    ...{ corners: [], lone: [], onward: [], dropped: [] },
  };
}
