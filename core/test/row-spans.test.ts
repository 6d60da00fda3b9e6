import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { moveRegion, type Contour } from '../src/geometry/contour.ts';
import { polygon } from '../src/geometry/shapes.ts';
import { turnRegion } from '../src/geometry/turn.ts';
import type { Rows } from '../src/motion/profile.ts';
import { joinSpans, type RowSpans } from '../src/motion/row-spans.ts';
import { spansOf, sweptAcross } from '../src/motion/swept.ts';
import { sweepOf, sweepOfAll, timeTogether } from '../src/motion/sweep.ts';

/** Rows that a machine sweeps, on boxes whose rows can be counted. */

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const boxAt = ({ x, y, width, height }: Box): Contour =>
  polygon(
    [
      { x, y },
      { x: x + width, y },
      { x: x + width, y: y + height },
      { x, y: y + height },
    ],
    'box' as never,
  );

const ROWS: Rows = { pitch: 0.5, angle: 0, bothWays: true, speed: 200, acceleration: 2000, settle: 0.01 } as Rows;
const TURN = (2 * ROWS.speed) / ROWS.acceleration + ROWS.settle;

const boxes = fc.array(
  fc.record({
    x: fc.integer({ min: 0, max: 200 }),
    y: fc.integer({ min: 0, max: 60 }),
    width: fc.integer({ min: 1, max: 60 }),
    height: fc.integer({ min: 1, max: 30 }),
  }),
  { minLength: 1, maxLength: 6 },
);

/** What a row goes over, row by row, found by asking each box. */
function counted(all: readonly Box[], pitch: number): (readonly [least: number, most: number] | null)[] {
  const low = Math.min(...all.map(({ y }) => y));
  const high = Math.max(...all.map(({ y, height }) => y + height));
  const count = Math.max(1, Math.ceil((high - low) / pitch - 1e-9));
  return Array.from({ length: count }, (_, row) => {
    const middle = low + (row + 0.5) * pitch;
    const met = all.filter(({ y, height }) => y <= middle && middle < y + height);
    return met.length === 0
      ? null
      : [Math.min(...met.map(({ x }) => x)), Math.max(...met.map(({ x, width }) => x + width))];
  });
}

const told = ({ least, most }: RowSpans) =>
  [...least].map((from, i) => (from > most[i]! ? null : ([from, most[i]!] as const)));

describe('rows', () => {
  it('go from the least to the most of what lies in each', () => {
    fc.assert(
      fc.property(boxes, (all) => {
        const low = Math.min(...all.map(({ y }) => y));
        const spans = spansOf(all.map(boxAt), { low, pitch: 0.5, angle: 0 });
        expect(told(spans)).toEqual(counted(all, 0.5));
      }),
    );
  });

  it('upright are those of the same turned', () => {
    fc.assert(
      fc.property(boxes, (all) => {
        const turned = all.map(({ x, y, width, height }) => ({ x: y, y: x, width: height, height: width }));
        const low = Math.min(...all.map(({ y }) => y));
        const level = spansOf(all.map(boxAt), { low, pitch: 0.5, angle: 0 });
        expect(spansOf(turned.map(boxAt), { low, pitch: 0.5, angle: 90 })).toEqual(level);
      }),
    );
  });

  it('at an angle are those of the same turned back', () => {
    const turn = (contour: Contour, angle: number) => turnRegion([contour], angle)[0]!;
    fc.assert(
      fc.property(boxes, fc.integer({ min: 1, max: 179 }), (all, angle) => {
        const level = all.map(boxAt);
        const turned = level.map((each) => turn(each, angle));
        const across = (form: readonly Contour[], by: number) =>
          sweptAcross({ form, dx: 0, dy: 0 }, { pitch: 0.5, angle: by });
        // Beyond 90 degrees rows are counted from the other side.
        const [from, to] = [across(level, 0), across(turned, angle)];
        expect(to.high - to.low).toBeCloseTo(from.high - from.low, 4);
        expect(to.low).toBeCloseTo(angle <= 90 ? from.low : -from.high, 4);
        const [a, b] = [sweepOf(level, ROWS), sweepOf(turned, { ...ROWS, angle })];
        expect(b.seconds).toBeGreaterThan(0.8 * a.seconds - 0.2);
        expect(b.seconds).toBeLessThan(1.25 * a.seconds + 0.2);
      }),
    );
    const bar = boxAt({ x: 10, y: 5, width: 40, height: 10 });
    for (const angle of [30, 45, 80, 120, 150]) {
      const { seconds, length } = sweepOf([turn(bar, angle)], { ...ROWS, angle });
      expect(seconds).toBeCloseTo(sweepOf([bar], ROWS).seconds, 1);
      expect(length).toBeCloseTo(sweepOf([bar], ROWS).length, -1.5);
    }
  });

  it('are those of a form, wherever it is moved and however rows lie on it', () => {
    const by = fc.record({
      dx: fc.double({ min: -90, max: 90, noNaN: true }),
      dy: fc.double({ min: -9, max: 9, noNaN: true }),
    });
    fc.assert(
      fc.property(boxes, boxes, by, fc.constantFrom(0.5, 0.7), (own, other, { dx, dy }, pitch) => {
        const form = own.map(boxAt);
        const rows = { ...ROWS, pitch };
        const away = other.map(boxAt);
        // In one with something else, so that rows begin elsewhere than the form does.
        const together = sweepOfAll(
          [
            { form, dx, dy },
            { form: away, dx: 0, dy: 0 },
          ],
          rows,
        );
        const there = sweepOf([...moveRegion(form, dx, dy), ...away], rows);
        expect(together.seconds).toBeCloseTo(there.seconds, 6);
        expect(together.length).toBeCloseTo(there.length, 4);
      }),
    );
  });

  it('of two together are those of all of them at once', () => {
    fc.assert(
      fc.property(boxes, boxes, (some, others) => {
        const grid = { low: 0, pitch: 0.5, angle: 0 };
        const [a, b] = [some, others].map((all) => spansOf(all.map(boxAt), grid)) as [RowSpans, RowSpans];
        const both = joinSpans(a, b);
        const all = spansOf([...some, ...others].map(boxAt), grid);
        expect(both.first).toBe(all.first);
        expect(told(both)).toEqual(told(all));
        expect(joinSpans(b, a)).toEqual(both);
      }),
    );
  });
});

describe('the time of a sweep', () => {
  it('of one box is its rows at speed, and a turn after each', () => {
    const { seconds, length } = sweepOf([boxAt({ x: 10, y: 5, width: 40, height: 10 })], ROWS);
    const rows = 10 / ROWS.pitch;
    expect(length).toBeCloseTo(rows * 40, 6);
    expect(seconds).toBeCloseTo(rows * (40 / ROWS.speed + TURN), 6);
  });

  it('is the same wherever a thing lies, by whichever rows, and begins and ends there', () => {
    const form = [boxAt({ x: 10, y: 5, width: 40, height: 10 }), boxAt({ x: 30, y: 10, width: 40, height: 10 })];
    for (const rows of [ROWS, { ...ROWS, pitch: 0.7 }, { ...ROWS, bothWays: false }]) {
      const here = sweepOf(form, rows);
      const there = sweepOfAll([{ form, dx: 100.3, dy: -7.1 }], rows);
      expect([there.length, there.seconds]).toEqual([here.length, here.seconds]);
      for (const end of ['start', 'end'] as const)
        expect([there[end].x - here[end].x, there[end].y - here[end].y]).toEqual([
          expect.closeTo(100.3, 9),
          expect.closeTo(-7.1, 9),
        ]);
      expect(sweepOf(moveRegion(form, 100.3, -7.1), rows).end).toEqual({
        x: expect.closeTo(there.end.x, 6) as number,
        y: expect.closeTo(there.end.y, 6) as number,
      });
    }
  });

  it('one way only goes back over each row', () => {
    const box = [boxAt({ x: 10, y: 5, width: 40, height: 10 })];
    const [both, one] = [sweepOf(box, ROWS), sweepOf(box, { ...ROWS, bothWays: false })];
    const rows = 10 / ROWS.pitch;
    // A turn more for each, and the way back for all but the last.
    expect(one.seconds - both.seconds).toBeCloseTo(rows * TURN + (rows - 1) * (40 / ROWS.speed), 6);
  });

  it('of blanks between two is a step for each row', () => {
    const apart = (gap: number) =>
      sweepOf([boxAt({ x: 0, y: 0, width: 20, height: 5 }), boxAt({ x: 0, y: 5 + gap, width: 20, height: 5 })], ROWS)
        .seconds;
    expect(apart(10) - apart(0)).toBeCloseTo(10 / ROWS.speed, 6);
  });

  it('of two in one is never less than that of the longer, and goes over what lies between', () => {
    fc.assert(
      fc.property(boxes, boxes, (some, others) => {
        const grid = { low: 0, pitch: ROWS.pitch, angle: 0 };
        const [a, b] = [some, others].map((all) => spansOf(all.map(boxAt), grid)) as [RowSpans, RowSpans];
        const together = timeTogether(a, b, ROWS, ROWS.pitch);
        expect(together).toBeGreaterThanOrEqual(timeTogether(a, a, ROWS, ROWS.pitch) - 1e-9);
        expect(timeTogether(b, a, ROWS, ROWS.pitch)).toBeCloseTo(together, 9);
      }),
    );
  });
});
