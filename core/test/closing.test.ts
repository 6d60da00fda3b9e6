import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { closeLines } from '../src/artwork/closing/close-lines.ts';
import { pairEnds, type LineEnd } from '../src/artwork/closing/pair-ends.ts';
import { isConnected, type Contour } from '../src/geometry/contour.ts';
import { contourArea } from '../src/geometry/contour-facts.ts';
import { distance, type Point } from '../src/geometry/point.ts';
import { arc, line } from '../src/geometry/segment.ts';

const run = (...points: readonly (readonly [number, number])[]): Contour => ({
  closed: false,
  segments: points.slice(1).map(([x, y], i) => line({ x: points[i]![0], y: points[i]![1] }, { x, y }, '')),
});

/** Sides of a rectangle, each a line by itself, with so much missing at each end. */
const sides = (x: number, y: number, width: number, height: number, gap: number): Contour[] => {
  const corners: Point[] = [
    { x, y },
    { x: x + width, y },
    { x: x + width, y: y + height },
    { x, y: y + height },
  ];
  return corners.map((from, i) => {
    const to = corners[(i + 1) % 4]!;
    const by = gap / 2 / distance(from, to);
    const at = (t: number) => [from.x + (to.x - from.x) * t, from.y + (to.y - from.y) * t] as const;
    return run(at(by), at(1 - by));
  });
};

const shuffled = <T>(items: readonly T[], order: readonly number[]): T[] =>
  items
    .map((item, i) => [order[i % order.length]! + i * 1e-6, item] as const)
    .sort((a, b) => a[0] - b[0])
    .map(([, item]) => item);

/** Any of them may run the other way. */
const turned = ({ segments, closed }: Contour): Contour => ({
  closed,
  segments: [...segments].reverse().map((segment) => line(segment.to, segment.from, '')),
});

describe('closing lines', () => {
  it('whatever their order and direction, loose sides make their rectangles again', () => {
    fc.assert(
      fc.property(
        fc.array(fc.nat(1000), { minLength: 7, maxLength: 13 }),
        fc.array(fc.boolean(), { minLength: 5, maxLength: 9 }),
        fc.double({ min: 0, max: 0.45, noNaN: true }),
        (order, turns, gap) => {
          const all = Array.from({ length: 12 }, (_, i) => sides((i % 4) * 22, Math.floor(i / 4) * 14, 20, 12, gap));
          const lines = shuffled(all.flat(), order).map((each, i) => (turns[i % turns.length] ? turned(each) : each));
          const { closed, open, gaps, doubled } = closeLines(lines, 0.5);
          expect([closed.length, open.length, gaps.length, doubled]).toEqual([12, 0, 0, 0]);
          for (const contour of closed) {
            expect(isConnected(contour, 1e-6)).toBe(true);
            expect(Math.abs(contourArea(contour))).toBeGreaterThan(240 - 2 * gap * gap - 17 * gap - 0.01);
          }
        },
      ),
      { numRuns: 30 },
    );
  });

  it('gaps up to what may be closed are, wider ones are told with their width and stay', () => {
    const open = run([0.4, 0], [20, 0], [20, 10], [0, 10], [0, 0]);
    expect(closeLines([open], 0.5)).toMatchObject({ joined: [expect.closeTo(0.4, 6)], open: [], gaps: [] });
    const wide = closeLines([open], 0.2);
    expect(wide.closed).toEqual([]);
    expect(wide.gaps.map(({ width }) => width)).toEqual([expect.closeTo(0.4, 6)]);
    // A short line does not close on itself, and what has no other end near it is no gap.
    expect(closeLines([run([0, 0], [0.3, 0])], 0.5)).toMatchObject({ closed: [], gaps: [] });
  });

  it('a narrow gap is closed by moving both ends, a wider one by a line across', () => {
    const nodes = (gap: number) =>
      closeLines([run([gap, 0], [20, 0], [20, 10], [0, 10], [0, 0])], 1).closed[0]!.segments.length;
    expect([nodes(0.05), nodes(0.6)]).toEqual([4, 5]);
  });

  it('arcs stay arcs where their ends are moved, and one that comes round is a circle', () => {
    const half = (start: number) => ({ closed: false, segments: [arc({ x: 0, y: 0 }, 10, start, 179.8, '')] });
    const [lens] = closeLines([half(0), half(180)], 0.5).closed;
    expect(lens!.segments.map(({ kind }) => kind)).toEqual(['arc', 'arc']);
    expect(isConnected(lens!, 1e-6)).toBe(true);
    expect(Math.abs(contourArea(lens!))).toBeGreaterThan(313);
    const [whole] = closeLines([{ closed: false, segments: [arc({ x: 0, y: 0 }, 10, 0, 359.9, '')] }], 0.5).closed;
    expect(Math.abs(contourArea(whole!))).toBeCloseTo(100 * Math.PI, 6);
  });

  it('lines that lie on each other count once, whichever way they run', () => {
    const box = run([0, 0], [20, 0], [20, 10], [0, 10], [0, 0]);
    const loose = sides(0, 0, 20, 10, 0);
    expect(closeLines([...loose, ...loose.map(turned)], 0.1)).toMatchObject({ doubled: 4, open: [] });
    const again = { ...box, closed: true };
    const shifted = { closed: true, segments: [...box.segments.slice(2), ...box.segments.slice(0, 2)] };
    expect(closeLines([again, shifted], 0.1).closed).toHaveLength(1);
  });

  it('of ends that could pair the most pairs are made, and of those ways the cheapest', () => {
    const end = (x: number, way: number): LineEnd => ({ at: { x, y: 0 }, out: { x: way, y: 0 } });
    // The middle two are nearest, but then the outer ones would be left alone.
    const row = [end(0, 1), end(0.4, -1), end(0.7, 1), end(1.1, -1)];
    const pairs = pairEnds(row, 0.5).map(({ a, b }) => [a, b]);
    expect(pairs.sort()).toEqual([
      [0, 1],
      [2, 3],
    ]);
    // Every pairing of up to six ends, tried one by one.
    const place = fc.record({ x: fc.integer({ min: 0, max: 12 }), y: fc.integer({ min: 0, max: 12 }), way: fc.nat(7) });
    fc.assert(
      fc.property(
        fc.uniqueArray(place, { minLength: 2, maxLength: 6, selector: ({ x, y }) => x * 13 + y }),
        (places) => {
          const ends = places.map(({ x, y, way }): LineEnd => ({
            at: { x, y },
            out: { x: Math.cos((way * Math.PI) / 4), y: Math.sin((way * Math.PI) / 4) },
          }));
          const near = (a: number, b: number) => distance(ends[a]!.at, ends[b]!.at) <= 5;
          const most = (left: readonly number[]): number => {
            const [first, ...rest] = left;
            if (first === undefined) return 0;
            const with_ = rest
              .filter((other) => near(first, other))
              .map((other) => 1 + most(rest.filter((each) => each !== other)));
            return Math.max(most(rest), ...with_);
          };
          const found = pairEnds(ends, 5);
          expect(found).toHaveLength(most(ends.map((_, i) => i)));
          expect(new Set(found.flatMap(({ a, b }) => [a, b])).size).toBe(2 * found.length);
        },
      ),
    );
  });
});
