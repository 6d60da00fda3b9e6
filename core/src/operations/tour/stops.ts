import type { Point } from '../../geometry/point.ts';

/** A way through a stop: where the head comes down and where it lifts, mm. */
export interface Way {
  readonly from: Point;
  readonly to: Point;
}

/** Something that the head goes to once. */
export interface Stop {
  /** At least one. */
  readonly ways: readonly Way[];
  /** Whether the last of the ways is the first the other way about; a way that ends where it began is its own. */
  readonly turns: boolean;
}

/** Stops by the thousand, each figure in an array of its own. Ways of stop `i` go from first[i] to first[i + 1]. */
export interface StopTable {
  readonly count: number;
  readonly first: Int32Array;
  /** By way, whose it is. */
  readonly stopOf: Int32Array;
  readonly inX: Float64Array;
  readonly inY: Float64Array;
  readonly outX: Float64Array;
  readonly outY: Float64Array;
  /** The same way the other way about, -1 where it cannot be gone. */
  readonly back: Int32Array;
  /** The stop that waits for this one, -1 where none does. */
  readonly waiting: Int32Array;
}

/** Stops in running order, and the way by which each is gone through. */
export interface Tour {
  readonly order: Int32Array;
  /** By stop. */
  readonly way: Int32Array;
}

/** Most places at which a search begins a closed line, and at which it is begun in the end. */
export const WAYS = { search: 8, end: 16 };

/**
 * @param waiting for each stop the one that waits for it, -1 where none does; a stop that others wait for behind one
 *   another waits for all of those before it
 */
export function stopTable(stops: readonly Stop[], waiting: Int32Array, mostWays: number): StopTable {
  const picked = stops.map(({ ways }) => spread(ways, mostWays));
  const first = new Int32Array(stops.length + 1);
  picked.forEach((ways, i) => (first[i + 1] = first[i]! + ways.length));
  const total = first[stops.length]!;
  const stopOf = new Int32Array(total);
  for (let i = 0; i < stops.length; i++) stopOf.fill(i, first[i], first[i + 1]);
  const [inX, inY, outX, outY] = Array.from({ length: 4 }, () => new Float64Array(total)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const back = new Int32Array(total);
  picked.forEach((ways, i) =>
    ways.forEach(({ from, to }, k) => {
      const way = first[i]! + k;
      [inX[way], inY[way], outX[way], outY[way]] = [from.x, from.y, to.x, to.y];
      const isRound = from.x === to.x && from.y === to.y;
      back[way] = isRound ? way : stops[i]!.turns ? first[i]! + (ways.length - 1 - k) : -1;
    }),
  );
  return { count: stops.length, first, stopOf, inX, inY, outX, outY, back, waiting };
}

/** At most so many of a list, evenly spread over it. */
function spread<T>(list: readonly T[], most: number): readonly T[] {
  if (list.length <= most) return list;
  return Array.from({ length: most }, (_, i) => list[spreadAt(i, list.length, most)]!);
}

/** Which of so many is the `i`th of those that are picked. */
export const spreadAt = (i: number, length: number, most: number): number =>
  length <= most ? i : Math.floor((i * length) / most);
