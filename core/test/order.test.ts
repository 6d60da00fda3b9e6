import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Contour } from '../src/geometry/contour.ts';
import { endOf, startOf } from '../src/geometry/contour.ts';
import { contourArea, contourBounds, contourContains, contourLength } from '../src/geometry/contour-facts.ts';
import { boundsContain, centreOf, widthOf } from '../src/geometry/bounds.ts';
import { probePoint } from '../src/geometry/components.ts';
import { distance, type Point } from '../src/geometry/point.ts';
import { line } from '../src/geometry/segment.ts';
import { roundedRectangle } from '../src/geometry/shapes.ts';
import { readSvg } from '../src/formats/svg/svg-reader.ts';
import { writeSvg } from '../src/formats/svg/svg-writer.ts';
import { sheetDrawing } from '../src/job/file-drawing.ts';
import { runFile } from '../src/machine/run-file.ts';
import { bestWays } from '../src/operations/tour/best-ways.ts';
import { PointGrid } from '../src/operations/tour/point-grid.ts';
import { stopTable, type Way } from '../src/operations/tour/stops.ts';
import { runningOrder, waysBetween } from '../src/operations/order.ts';
import { placeBounds } from '../src/sheet/placement.ts';
import { buildOf, jobOf } from './workshop.ts';

const box = (x: number, y: number, width: number, height = width): Contour =>
  roundedRectangle({ minX: x, minY: y, maxX: x + width, maxY: y + height }, 0, 'it');
const stroke = (from: Point, to: Point): Contour => ({ segments: [line(from, to, 'it')], closed: false });
const CORNER: Point = { x: 0, y: 0 };

const travelOf = (contours: readonly Contour[]): number =>
  waysBetween(contours, CORNER).reduce((sum, way) => sum + way, 0);

describe('the order of cutting', () => {
  it.each([
    { make: 'stand-alone', lettering: { words: '®©' } },
    { make: 'backed', lettering: { words: 'B8@', face: 'bungee-shade' } },
  ] as const)('cuts nothing within a line that was cut before: $lettering.words', (job) => {
    const { operations } = buildOf(job);
    const cuts = operations.flatMap(({ contours }) => contours);
    expect(cuts.length).toBeGreaterThan(4);
    cuts.forEach((later, i) => {
      for (const earlier of cuts.slice(0, i))
        expect(earlier.closed && contourContains(earlier, probePoint(later))).toBe(false);
    });
  });

  it('of boxes in boxes, many times: each once, unchanged, and none before what lies in it', () => {
    // A cell of a grid holds so many boxes, one in another.
    const cells = fc.array(fc.integer({ min: 0, max: 4 }), { minLength: 1, maxLength: 40 });
    fc.assert(
      fc.property(cells, fc.boolean(), (depths, isLong) => {
        const contours = depths.flatMap((depth, cell) =>
          Array.from({ length: depth }, (_, i) =>
            box((cell % 7) * 30 + i * 3, Math.floor(cell / 7) * 30 + i * 3, 28 - 6 * i),
          ),
        );
        const ordered = runningOrder({ contours, ways: [] }, CORNER, isLong ? 'long' : 'quick').contours;
        const sizes = (list: readonly Contour[]) => list.map((each) => contourArea(each).toFixed(6)).sort();
        expect(sizes(ordered)).toEqual(sizes(contours));
        ordered.forEach((later, i) => {
          for (const earlier of ordered.slice(0, i)) expect(contourContains(earlier, probePoint(later))).toBe(false);
        });
      }),
      { numRuns: 40 },
    );
  });

  it('spreads the heat of cutting: each line once, what lies in it first, and the sheet cooler where it is cut', () => {
    // Letters with counters, as close as letters are.
    const contours = Array.from({ length: 60 }, (_, i) => [i % 12, Math.floor(i / 12)] as const).flatMap(([x, y]) => [
      box(30 * x, 40 * y, 26),
      box(30 * x + 8, 40 * y + 8, 10),
    ]);
    const lines = { contours, ways: [] };
    const secondsOf = (contour: Contour): number => 0.8 + contourLength(contour) / 45;
    /** What of earlier lines is still warm where each is cut, on the mean, mm. */
    const heatIn = (ordered: readonly Contour[]): number => {
      const middles = ordered.map((each) => centreOf(contourBounds(each)));
      const begins = ordered.reduce<number[]>((sum, each) => [...sum, sum.at(-1)! + secondsOf(each)], [0]);
      const total = ordered.reduce((sum, _, later) => {
        const warm = ordered.slice(0, later).map((each, i) => {
          const near = Math.max(0, 1 - distance(middles[later]!, middles[i]!) / 60);
          return contourLength(each) * near * Math.exp(-(begins[later]! - begins[i + 1]!) / 20);
        });
        return sum + warm.reduce((a, b) => a + b, 0);
      }, 0);
      return total / ordered.length;
    };
    const short = runningOrder(lines, CORNER, 'quick').contours;
    const cool = runningOrder(lines, CORNER, 'quick', { secondsOf }).contours;
    expect(new Set(cool.map((each) => JSON.stringify(contourBounds(each)))).size).toBe(contours.length);
    cool.forEach((later, i) => {
      for (const earlier of cool.slice(0, i)) expect(contourContains(earlier, probePoint(later))).toBe(false);
    });
    expect(heatIn(cool)).toBeLessThan(0.5 * heatIn(short));
    // A little of the whole time, as cutting takes most of it.
    const cutting = cool.reduce((sum, each) => sum + secondsOf(each), 0);
    expect((travelOf(cool) - travelOf(short)) / 200).toBeLessThan(0.12 * cutting);
  });

  it('of few lines is the shortest there is', () => {
    const corner = fc.integer({ min: 0, max: 60 });
    const some = fc.array(fc.tuple(corner, corner, corner, corner, fc.boolean()), { minLength: 1, maxLength: 5 });
    fc.assert(
      fc.property(some, (places) => {
        const contours = places.map(([x, y, toX, toY, closed]) =>
          closed ? stroke({ x, y }, { x: toX, y: toY + 0.5 }) : stroke({ x: toX, y }, { x, y: toY + 0.5 }),
        );
        const found = travelOf(runningOrder({ contours, ways: [] }, CORNER, 'long').contours);
        expect(found).toBeLessThan(shortest(contours, CORNER) + 1e-6);
      }),
      { numRuns: 60 },
    );
  });

  it('begins closed lines where the head comes by, and runs open ones from the nearer end', () => {
    const contours = [box(10, 0, 10), stroke({ x: 90, y: 0 }, { x: 30, y: 0 }), box(100, 0, 5)];
    const [square, back, far] = runningOrder({ contours, ways: [] }, CORNER, 'quick').contours;
    expect(startOf(square!).y + startOf(back!).y).toBe(0);
    expect([startOf(back!).x, endOf(back!).x, startOf(far!).x]).toEqual([30, 90, 100]);
    expect(contourLength(square!)).toBeCloseTo(40, 9);
  });

  it('takes things that are to come first before the others, in each operation', () => {
    const thing = (name: string, first: boolean) => ({
      ...{ id: name, make: 'engraved', first, place: null },
      items: [{ words: name.toUpperCase(), size: { by: 'cap height', value: 10 } }],
    });
    const job = (isFirst: boolean) => jobOf({ assemblies: [thing('left', false), thing('far', isFirst)] } as never);
    for (const isFirst of [false, true]) {
      const { operations, assemblies } = job(isFirst);
      const cut = operations.find(({ work }) => work === 'cut')!;
      const { built, placements } = assemblies[1]!;
      const far = placeBounds(built.arrangement.object, placements[0]!);
      expect(boundsContain(far, contourBounds(cut.contours[0]!), 1e-6)).toBe(isFirst);
    }
  });
});

describe('a part laid in the opening of another', () => {
  const round = (diameter: number, role: 'material' | 'opening') =>
    ({ kind: 'shape', role, place: { x: 0, y: 0 }, outline: { by: 'round', diameter } }) as const;
  const disc = (x: number, y: number, ...items: ReturnType<typeof round>[]) =>
    ({ make: 'stand-alone', place: { x, y }, items }) as const;
  const ring = disc(0, 0, round(100, 'material'), round(80, 'opening'));
  const washer = disc(40, 40, round(20, 'material'), round(8, 'opening'));

  it('is cut out before the opening falls, in a round of its own', () => {
    const job = jobOf({ assemblies: [ring, washer] });
    expect(job.findings.filter(({ rule }) => rule === 'overlap' || rule === 'order')).toEqual([]);
    const file = sheetDrawing(job, null);
    expect(file.layers.map(({ name }) => name)).toEqual(['CUT_INNER', 'CUT_OUTER', 'CUT_INNER_2', 'CUT_OUTER_2']);
    const diameters = job.operations.map(({ contours }) => Math.round(widthOf(contourBounds(contours[0]!))));
    expect(diameters).toEqual([8, 20, 80, 100]);
    expect(runFile(readSvg(writeSvg(file)), job.machine)).toMatchObject({ onFree: [], unknown: [] });
  });

  it('however close it lies to the edge: its box reaches out of the round hole that it lies in', () => {
    const close = disc(12, 12, round(76, 'material'), round(60, 'opening'));
    const job = jobOf({ assemblies: [ring, close] });
    expect(job.findings.filter(({ rule }) => rule === 'overlap')).toEqual([]);
    expect(runFile(readSvg(writeSvg(sheetDrawing(job, null))), job.machine).onFree).toEqual([]);
  });

  it('but over the edge of the opening, or beside it, lies on the other', () => {
    // Across the edge; in the corner of the hole's box, on the ring.
    for (const other of [disc(80, 40, round(20, 'material')), disc(11, 11, round(8, 'material'))])
      expect(jobOf({ assemblies: [ring, other] }).findings.map(({ rule }) => rule)).toContain('overlap');
  });
});

describe('what a short way is found by', () => {
  const mm = fc.double({ min: 0, max: 80, noNaN: true });

  it('the nearest of points in a grid, some of them taken out, is the nearest there is', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(mm, mm, fc.boolean()), { minLength: 1, maxLength: 60 }), mm, mm, (points, x, y) => {
        const [xs, ys] = [0, 1].map((k) => Float64Array.from(points, (each) => each[k] as number)) as [
          Float64Array,
          Float64Array,
        ];
        const grid = new PointGrid(xs, ys);
        points.forEach((_, i) => grid.add(i));
        points.forEach(([, , isOut], i) => isOut && grid.remove(i));
        const left = points.filter(([, , isOut]) => !isOut).map(([px, py]) => Math.hypot(px - x, py - y));
        const found = grid.nearest(x, y);
        if (left.length === 0) expect(found).toBe(-1);
        else expect(Math.hypot(xs[found]! - x, ys[found]! - y)).toBeCloseTo(Math.min(...left), 9);
      }),
    );
  });

  it('the ways for an order are the best of all there are', () => {
    const way = fc.record({ from: fc.record({ x: mm, y: mm }), to: fc.record({ x: mm, y: mm }) });
    const stops = fc.array(fc.array(way, { minLength: 1, maxLength: 3 }), { minLength: 1, maxLength: 5 });
    const shortestBy = (left: readonly (readonly Way[])[], at: Point): number =>
      left.length === 0
        ? 0
        : Math.min(...left[0]!.map(({ from, to }) => distance(at, from) + shortestBy(left.slice(1), to)));
    fc.assert(
      fc.property(stops, (all) => {
        const table = stopTable(
          all.map((ways) => ({ ways, turns: false })),
          new Int32Array(all.length).fill(-1),
          9,
        );
        const chosen = bestWays(table, Int32Array.from(all.keys()), CORNER);
        const gone = all.map((ways, i) => [ways[chosen[i]! - table.first[i]!]!]);
        expect(shortestBy(gone, CORNER)).toBeCloseTo(shortestBy(all, CORNER), 6);
      }),
    );
  });
});

/** Every order of lines, either way about. */
function shortest(left: readonly Contour[], at: Point): number {
  if (left.length === 0) return 0;
  return Math.min(
    ...left.flatMap((contour) => {
      const others = left.filter((each) => each !== contour);
      const [from, to] = [startOf(contour), endOf(contour)];
      return [distance(at, from) + shortest(others, to), distance(at, to) + shortest(others, from)];
    }),
  );
}
