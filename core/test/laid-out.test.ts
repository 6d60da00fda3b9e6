import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boundsContain, boundsMeet, heightOf, widthOf, type Bounds } from '../src/geometry/bounds.ts';
import { turnBounds } from '../src/geometry/turn.ts';
import { layOnSheet, type Layout, type Lying } from '../src/sheet/lay-out.ts';

/** Where things lie on a sheet: beside each other, on it, in the order of the list. */

interface Sheet {
  readonly width: number | null;
  readonly height: number | null;
  readonly margin: number;
  readonly gap: number;
}

const SHEET: Sheet = { width: null, height: null, margin: 10, gap: 5 };

const thing = (width: number, height: number, more: Partial<Lying> = {}): Lying => ({
  object: { minX: -width / 2, minY: -height / 2, maxX: width / 2, maxY: height / 2 },
  middle: { x: 0, y: 0 },
  place: null,
  turn: 0,
  copies: 1,
  inRow: null,
  ...more,
});

/** Boxes of all copies on the sheet, thing by thing. */
const boxesOf = ({ placements }: Layout, things: readonly Lying[]): Bounds[][] =>
  placements.map((own, i) =>
    own.map(({ x, y, turn }) => {
      const { minX, minY, maxX, maxY } = turnBounds(things[i]!.object, turn);
      return { minX: minX + x, minY: minY + y, maxX: maxX + x, maxY: maxY + y };
    }),
  );

const free = fc.record({
  width: fc.integer({ min: 5, max: 120 }),
  height: fc.integer({ min: 5, max: 80 }),
  copies: fc.integer({ min: 1, max: 4 }),
  turn: fc.constantFrom(0, 0, 90, 30),
});
const things = fc
  .array(free, { minLength: 1, maxLength: 6 })
  .map((all) => all.map(({ width, height, copies, turn }) => thing(width, height, { copies, turn })));

describe('things without places', () => {
  it('lie on the sheet, as many as they are, each so far from all others', () => {
    fc.assert(
      fc.property(things, fc.constantFrom(null, 300, 500), (all, width) => {
        const sheet = { ...SHEET, width };
        const laid = layOnSheet(sheet as never, all);
        const boxes = boxesOf(laid, all);
        expect(boxes.map((own) => own.length)).toEqual(all.map(({ copies }) => copies));
        const flat = boxes.flat();
        flat.forEach((a, i) =>
          flat.slice(i + 1).forEach((b) => expect(boundsMeet(a, b, SHEET.gap - 1e-6)).toBe(false)),
        );
        const whole = { minX: 0, minY: 0, maxX: laid.width, maxY: laid.height };
        for (const box of flat) expect(boundsContain(whole, box, 1e-6)).toBe(true);
      }),
    );
  });

  it('lie in the order of the list: from the upper left, row by row', () => {
    fc.assert(
      fc.property(things, (all) => {
        const flat = boxesOf(layOnSheet(SHEET as never, all), all).flat();
        for (const [i, box] of flat.slice(1).entries()) {
          const before = flat[i]!;
          // To the right of the one before, or in a row below it.
          expect(box.minX > before.maxX - 1e-6 || box.maxY < before.minY + 1e-6).toBe(true);
        }
      }),
    );
  });

  it('have the margin round them where the sheet is as large as they ask', () => {
    const all = [thing(60, 30), thing(40, 20)];
    const laid = layOnSheet(SHEET as never, all);
    const flat = boxesOf(laid, all).flat();
    expect(Math.min(...flat.map(({ minX }) => minX))).toBeGreaterThanOrEqual(10 - 1e-6);
    expect(laid.width - Math.max(...flat.map(({ maxX }) => maxX))).toBeGreaterThanOrEqual(10 - 1e-6);
    expect(laid.height - Math.max(...flat.map(({ maxY }) => maxY))).toBeGreaterThanOrEqual(10 - 1e-6);
  });
});

describe('one thing by itself', () => {
  it('lies with its middle in the middle of the sheet, whatever reaches past it', () => {
    const lopsided = thing(60, 30, {
      object: { minX: -10, minY: -20, maxX: 70, maxY: 30 },
      middle: { x: 20, y: 0 },
    });
    const { placements, width, height } = layOnSheet({ ...SHEET, width: 200, height: 100 } as never, [lopsided]);
    expect(placements).toEqual([[{ x: 80, y: 50, turn: 0 }]]);
    expect([width, height]).toEqual([200, 100]);
  });

  it('makes the sheet as large as itself and the margin', () => {
    const { width, height } = layOnSheet(SHEET as never, [thing(60, 30)]);
    expect(width).toBeGreaterThanOrEqual(80);
    expect(width).toBeLessThan(81.01);
    expect(height).toBeGreaterThanOrEqual(50);
    expect(height).toBeLessThan(51.01);
  });
});

describe('things with places', () => {
  const at = (x: number, y: number, more: Partial<Lying> = {}) => thing(40, 20, { place: { x, y }, ...more });

  it('lie there with their lower left corner, turned or not', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 200 }),
        fc.integer({ min: 0, max: 200 }),
        fc.constantFrom(0, 45, 90, 200),
        (x, y, turn) => {
          const all = [at(x, y, { turn })];
          const [[box]] = boxesOf(layOnSheet({ ...SHEET, width: 600, height: 600 } as never, all), all) as [[Bounds]];
          expect(box.minX).toBeCloseTo(x, 9);
          expect(box.minY).toBeCloseTo(y, 9);
        },
      ),
    );
  });

  it('have their copies in rows of so many', () => {
    const all = [at(10, 10, { copies: 6, inRow: 2 })];
    const [own] = boxesOf(layOnSheet({ ...SHEET, width: 600, height: 600 } as never, all), all) as [Bounds[]];
    const rows = new Set(own.map(({ minY }) => minY.toFixed(6)));
    const columns = new Set(own.map(({ minX }) => minX.toFixed(6)));
    expect([rows.size, columns.size]).toEqual([3, 2]);
    const [a, b] = own as [Bounds, Bounds];
    expect(b.minX - a.maxX).toBeCloseTo(SHEET.gap, 9);
    expect(Math.min(...own.map(({ minX }) => minX))).toBeCloseTo(10, 9);
    expect(Math.min(...own.map(({ minY }) => minY))).toBeCloseTo(10, 9);
  });

  it('leave the others room above them', () => {
    const all = [at(10, 10), thing(30, 15), thing(30, 15)];
    const laid = layOnSheet(SHEET as never, all);
    const [[fixed], ...others] = boxesOf(laid, all) as [[Bounds], ...Bounds[][]];
    for (const box of others.flat()) expect(box.minY).toBeGreaterThanOrEqual(fixed.maxY + SHEET.gap - 1e-9);
    expect(laid.height).toBeGreaterThanOrEqual(Math.max(...others.flat().map(({ maxY }) => maxY)));
  });

  it('do not move when others come and go', () => {
    fc.assert(
      fc.property(things, (others) => {
        const own = at(30, 40);
        const sheet = { ...SHEET, width: 800, height: 900 };
        const placeOf = (all: readonly Lying[]) => layOnSheet(sheet as never, all).placements[0];
        expect(placeOf([own, ...others])).toEqual(placeOf([own]));
      }),
    );
  });
});

describe('a sheet of a size that is said', () => {
  it('is of that size, however much is to lie on it', () => {
    fc.assert(
      fc.property(
        things,
        fc.integer({ min: 20, max: 400 }),
        fc.integer({ min: 20, max: 400 }),
        (all, width, height) => {
          const laid = layOnSheet({ ...SHEET, width, height } as never, all);
          expect([laid.width, laid.height]).toEqual([width, height]);
        },
      ),
    );
  });

  it('has rows no longer than it is wide, as far as each fits', () => {
    const all = [thing(50, 20, { copies: 9 })];
    const laid = layOnSheet({ ...SHEET, width: 179 } as never, all);
    const rows = new Map<string, Bounds[]>();
    for (const box of boxesOf(laid, all).flat()) {
      const key = box.minY.toFixed(3);
      rows.set(key, [...(rows.get(key) ?? []), box]);
    }
    // 159 mm between the margins: two of 50 and a gap; three and two gaps are 160.
    expect([...rows.values()].map((row) => row.length)).toEqual([2, 2, 2, 2, 1]);
    for (const row of rows.values()) {
      expect(new Set(row.map((box) => heightOf(box))).size).toBe(1);
      expect(row.every((box) => Math.abs(widthOf(box) - 50) < 1e-9)).toBe(true);
    }
  });
});
