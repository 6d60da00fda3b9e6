/** Which areas are swept together: what that saves, how near it is to a bound, and how long it takes. */
import { joinBounds } from '../core/src/geometry/bounds.ts';
import type { Contour } from '../core/src/geometry/contour.ts';
import { contourBounds } from '../core/src/geometry/contour-facts.ts';
import { roundedRectangle } from '../core/src/geometry/shapes.ts';
import { profileOf, type Rows } from '../core/src/motion/profile.ts';
import { spansOf } from '../core/src/motion/swept.ts';
import { sweepOf } from '../core/src/motion/sweep.ts';
import { sweepGroups } from '../core/src/operations/sweeps/sweep-groups.ts';
import { houseShop } from '../core/src/shop/house.ts';
import { medians, told, wasmUnion } from './timing.ts';

const laser = houseShop.machines.find(({ id }) => id === 'co2-laser')!;
const profile = profileOf(laser, { pitch: 0.4, angle: 0, bothWays: true });

export function benchSweeps(): void {
  for (const [name, things] of [
    ['12 words at both ends', bothEnds(6)],
    ['120 tags of two lines', tags(120)],
    ['2,000 scattered', scattered(2000)],
  ] as const) {
    const union = wasmUnion(things.flat());
    // New each time, or their rows were known from the time before.
    const parts = () => things.map((form) => [{ form: [...form], dx: 0, dy: 0 }]);
    let groups: readonly (readonly number[])[] = [];
    const [ms, wasm] = medians([() => ({ groups } = sweepGroups(parts(), profile, 400)), union], {
      runs: 9,
      warmUp: 3,
    });
    console.log(`\n${name}: swept in ${groups.length}`);
    told('which are swept together', ms!, wasm!);
    const sum = (lots: readonly (readonly number[])[]): number =>
      lots.reduce(
        (total, own) =>
          total +
          sweepOf(
            own.flatMap((i) => things[i]!),
            profile.rows,
          ).seconds,
        0,
      );
    const all = things.map((_, i) => i);
    const figures = {
      ours: sum(groups),
      'all in one': sum([all]),
      'each alone': sum(all.map((i) => [i])),
      'each row by itself (bound)': rowBound(things, profile.rows),
    };
    for (const [what, seconds] of Object.entries(figures)) console.log(`  ${what.padEnd(54)} ${seconds.toFixed(0)} s`);
  }
}

const box = (x: number, y: number, width: number, height: number): Contour[] => [
  roundedRectangle({ minX: x, minY: y, maxX: x + width, maxY: y + height }, 0.5, 'it'),
];

const bothEnds = (rows: number): Contour[][] =>
  Array.from({ length: rows }, (_, i) => [box(0, 14 * i, 40, 8), box(560, 14 * i, 40, 8)]).flat();

const tags = (count: number): Contour[][] =>
  Array.from({ length: count }, (_, i) => {
    const [x, y] = [70 * (i % 10), 30 * Math.floor(i / 10)];
    return [box(x, y, 34, 6), box(x + 6, y + 10, 22, 6)];
  }).flat();

/** The same each time. */
function scattered(count: number): Contour[][] {
  let seed = 7;
  const next = (): number => (seed = (seed * 16807) % 2147483647) / 2147483647;
  return Array.from({ length: count }, () => box(1500 * next(), 900 * next(), 5 + 15 * next(), 4 + 6 * next()));
}

/** No division takes less: each row is parted where a blank is worth a turn, whatever the rows beside it do. */
function rowBound(things: readonly (readonly Contour[])[], { speed, acceleration, settle, pitch }: Rows): number {
  const { minY: low } = joinBounds(things.flat().map(contourBounds));
  const byRow = new Map<number, (readonly [number, number])[]>();
  for (const thing of things) {
    const { first, least, most } = spansOf(thing, { low, pitch, angle: 0 });
    least.forEach((from, i) => {
      if (from <= most[i]!) byRow.set(first + i, [...(byRow.get(first + i) ?? []), [from, most[i]!]]);
    });
  }
  const turn = (2 * speed) / acceleration + settle;
  let seconds = 0;
  for (const spans of byRow.values()) {
    let end = -Infinity;
    for (const [from, to] of spans.sort((a, b) => a[0] - b[0])) {
      seconds += Math.min(turn, Math.max(0, (from - end) / speed)) + Math.max(0, to - Math.max(from, end)) / speed;
      end = Math.max(end, to);
    }
  }
  return seconds;
}
