import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { closeLines } from '../src/artwork/closing/close-lines.ts';
import { trimOvershoots } from '../src/artwork/closing/overshoots.ts';
import { pairEnds, type LineEnd } from '../src/artwork/closing/pair-ends.ts';
import { isConnected, type Contour } from '../src/geometry/contour.ts';
import type { GapMend } from '../src/recipe/parts.ts';
import { withoutDoubles } from '../src/artwork/closing/doubled.ts';
import { placedAsCubics } from '../src/geometry/placed-contour.ts';
import { contourArea, contourLength } from '../src/geometry/contour-facts.ts';
import { moveBy } from '../src/geometry/matrix.ts';
import { distance, type Point } from '../src/geometry/point.ts';
import { arc, cubic, line, portion, segmentLength, type Segment } from '../src/geometry/segment.ts';

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

const asCubicsOf = (segment: Segment): Segment[] =>
  segment.kind === 'arc' ? placedAsCubics(segment, moveBy(0, 0)) : [segment];

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

describe('a gap that somebody decided', () => {
  // Two sides of a square that do not reach their corner, and the other two with their corners.
  const open = [run([2, 0], [10, 0], [10, 10], [0, 10], [0, 3])];
  const gap = { from: { x: 2, y: 0 }, to: { x: 0, y: 3 } };
  const areaBy = (kind: GapMend): number | null => {
    const { closed, open: left } = closeLines(open, 0.5, [{ kind, ...gap }]);
    expect(closed.length + left.length).toBe(1);
    return closed[0] ? Math.abs(contourArea(closed[0])) : null;
  };

  it('is closed by a line across, by its ends brought together, or by both carried on to where they cross', () => {
    expect(areaBy('across')).toBeCloseTo(100 - 3, 9);
    expect(areaBy('prolonged')).toBeCloseTo(100, 9);
    // Both ends in the middle between them, at (1, 1.5).
    expect(areaBy('together')).toBeCloseTo(100 - 0.5 * (10 * 1.5 + 10 * 1), 9);
    expect(areaBy('open')).toBeNull();
  });

  it('is closed as suits its lines where nothing more is said', () => {
    expect(areaBy('join')).toBeCloseTo(100, 9);
  });
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
          expect([closed.length, open.length, gaps.length, doubled.length]).toEqual([12, 0, 0, 0]);
          for (const contour of closed) {
            expect(isConnected(contour, 1e-6)).toBe(true);
            expect(Math.abs(contourArea(contour))).toBeCloseTo(240, 6);
          }
        },
      ),
      { numRuns: 30 },
    );
  });

  it('gaps up to what may be closed are, wider ones are told with their width and stay', () => {
    const open = run([0.4, 0], [20, 0], [20, 10], [0, 10], [0, 0]);
    expect(closeLines([open], 0.5)).toMatchObject({
      joined: [{ width: expect.closeTo(0.4, 6) as number }],
      open: [],
      gaps: [],
    });
    const wide = closeLines([open], 0.2);
    expect(wide.closed).toEqual([]);
    expect(wide.gaps.map(({ width }) => width)).toEqual([expect.closeTo(0.4, 6)]);
    // A short line does not close on itself, and what has no other end near it is no gap.
    expect(closeLines([run([0, 0], [0.3, 0])], 0.5)).toMatchObject({ closed: [], gaps: [] });
  });

  it('a gap decided by hand is closed or kept open, in a new version of the file too, or told to be lost', () => {
    const slot = run([0.4, 0], [20, 0], [20, 10], [0, 10], [0, 0]);
    const [from, to] = [
      { x: 0.4, y: 0 },
      { x: 0, y: 0 },
    ];
    const counts = (
      lines: Contour[],
      join: number,
      kind: 'join' | 'open',
      ends: readonly [Point, Point] = [from, to],
    ) => {
      const { closed, open, lost } = closeLines(lines, join, [{ kind, from: ends[0], to: ends[1] }]);
      return [closed.length, open.length, lost.length];
    };
    expect(counts([slot], 0.1, 'join')).toEqual([1, 0, 0]);
    expect(counts([slot], 0.5, 'open')).toEqual([0, 1, 0]);
    expect(counts([slot], 0.5, 'open', [to, from])).toEqual([0, 1, 0]);
    // Drawn anew a hair elsewhere and the other way round; and elsewhere altogether.
    expect(counts([turned(run([0.45, 0.03], [20, 0], [20, 10], [0, 10], [0, 0]))], 0.1, 'join')).toEqual([1, 0, 0]);
    expect(counts([run([5, 0], [20, 0], [20, 10], [0, 10], [0, 0])], 0.1, 'join')).toEqual([0, 1, 1]);
    // What is kept open is told as a gap all the same.
    expect(closeLines([slot], 0.5, [{ kind: 'open', from, to }]).gaps.map(({ width }) => width)).toEqual([0.4]);
  });

  it('lines that lie on each other, or run past each other, are left as they are drawn where a hand says so', () => {
    const square = [run([0, 0], [20.3, 0]), run([20, -0.3], [20, 10], [0, 10]), run([0, 10], [0, 0])];
    const lines = [...square, run([5, 10], [15, 10])];
    const at = (x: number, y: number) => ({ from: { x, y }, to: { x, y } });
    const plain = closeLines(lines, 0.5);
    expect(plain.overshoots.map(({ left }) => left)).toEqual([false]);
    expect(plain.doubled.map(({ left }) => left)).toEqual([false]);
    expect(plain.closed).toHaveLength(1);
    const [{ at: corner }] = plain.overshoots as [(typeof plain.overshoots)[number]];
    const uncut = closeLines(lines, 0.5, [{ kind: 'uncut', ...at(corner.x, corner.y) }]);
    expect(uncut.overshoots).toMatchObject([{ left: true }]);
    expect(uncut.closed).toHaveLength(0);
    expect(uncut.lost).toEqual([]);
    // Drawn anew a hair elsewhere.
    const both = closeLines(lines, 0.5, [{ kind: 'both', ...at(10.05, 10) }]);
    expect(both.doubled.filter(({ left }) => left)).toMatchObject([{ length: expect.closeTo(10, 6) as number }]);
    expect(both.open.map(contourLength)).toContainEqual(expect.closeTo(10, 6));
    expect(both.closed).toHaveLength(1);
    const ring = run([0, 0], [20, 0], [20, 10], [0, 10], [0, 0]);
    const closed = { ...ring, closed: true };
    expect(closeLines([closed, closed], 0.1).closed).toHaveLength(1);
    expect(closeLines([closed, closed], 0.1, [{ kind: 'both', ...at(10, 0) }]).closed).toHaveLength(2);
    for (const kind of ['both', 'uncut', 'join'] as const)
      expect(closeLines(lines, 0.5, [{ kind, ...at(50, 50) }]).lost).toHaveLength(1);
  });

  it('a line that runs nearly on another is told, with how far off it is, and counts once where a hand says so', () => {
    const square = [run([0, 0], [20, 0], [20, 10], [0, 10], [0, 0])];
    const lines = [...square, run([5, 10.03], [15, 10.02])];
    const plain = closeLines(lines, 0.1);
    expect(plain.nearly).toMatchObject([{ length: expect.closeTo(10, 3) as number, left: false }]);
    expect(plain.nearly[0]!.off).toBeCloseTo(0.03, 2);
    expect([plain.open.length, plain.doubled.length]).toEqual([1, 0]);
    const { at } = plain.nearly[0]!;
    const said = (kind: 'once' | 'both') => closeLines(lines, 0.1, [{ kind, from: at, to: at }]);
    expect(said('once')).toMatchObject({ open: [], nearly: [], lost: [], doubled: [{ left: false }] });
    expect(said('both')).toMatchObject({ nearly: [{ left: true }], lost: [], doubled: [] });
    expect(closeLines(lines, 0.1, [], 0.03)).toMatchObject({ open: [], nearly: [], doubled: [{ left: false }] });
    // Hatching has lines beside each other, and they are meant.
    expect(closeLines([...square, run([5, 9.9], [15, 9.9])], 0.1).nearly).toEqual([]);
  });

  it('ends are carried on to where they meet; else narrow gaps close in the middle, and wider ones by a line', () => {
    const nodes = (...lines: Contour[]) => closeLines(lines, 1).closed.map(({ segments }) => segments.length);
    const broken = (gap: number) => run([10 + gap, 0], [20, 0], [20, 10], [0, 10], [0, 0], [10, 0]);
    expect([...nodes(broken(0.05)), ...nodes(broken(0.6))]).toEqual([5, 6]);
    // A corner that is missing; one circle with a piece missing; a line up to an arc.
    const area = (...lines: Contour[]) => closeLines(lines, 1).closed.map((contour) => Math.abs(contourArea(contour)));
    expect(area(run([0, 0.5], [0, 10], [20, 10], [20, 0], [0.5, 0]))).toEqual([expect.closeTo(200, 9)]);
    const halves = [2, 182].map((start) => ({ closed: false, segments: [arc({ x: 0, y: 0 }, 10, start, 176, '')] }));
    expect(area(...halves)).toEqual([expect.closeTo(100 * Math.PI, 9)]);
    const dome = { closed: false, segments: [arc({ x: 0, y: 0 }, 10, 2, 176, '')] };
    expect(area(dome, run([-9.9, 0], [9.9, 0]))).toEqual([expect.closeTo(50 * Math.PI, 9)]);
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
    const { closed, open, doubled } = closeLines([...loose, ...loose.map(turned)], 0.1);
    expect([closed.length, open.length, doubled.length]).toEqual([1, 0, 4]);
    const again = { ...box, closed: true };
    const shifted = { closed: true, segments: [...box.segments.slice(2), ...box.segments.slice(0, 2)] };
    expect(closeLines([again, shifted], 0.1).closed).toHaveLength(1);
  });

  it('it matters neither of what kind doubled lines are, nor where they are parted', () => {
    const share = fc.double({ min: 0.05, max: 0.95, noNaN: true });
    fc.assert(
      fc.property(fc.nat(2), share, share, share, fc.boolean(), (kind, a, b, bend, first) => {
        const circle = arc({ x: 5, y: 5 }, 30, 20 + 200 * bend, 60 + 200 * a, '');
        const whole: Segment = [
          line({ x: 0, y: 0 }, { x: 40 * bend, y: 30 }, ''),
          circle,
          cubic({ x: 0, y: 0 }, { x: 10, y: 40 * bend }, { x: 30, y: -20 }, { x: 50, y: 10 * a }, ''),
        ][kind]!;
        const [from, to] = [Math.min(a, b), Math.max(a, b)];
        fc.pre((to - from) * segmentLength(whole) > 1);
        // A stretch of it once more; of arcs also as cubics, which are as near as makes no difference.
        const stretch = portion(whole, to, from);
        const again = kind === 1 && bend > 0.5 ? asCubicsOf(stretch) : [stretch];
        const contours = [
          { segments: [whole], closed: false },
          { segments: again, closed: false },
        ];
        const { contours: left, doubled } = withoutDoubles(first ? contours : [...contours].reverse(), 0.005);
        const length = left.reduce((sum, contour) => sum + contourLength(contour), 0);
        expect(length).toBeCloseTo(segmentLength(whole), 1);
        expect(doubled.reduce((sum, run) => sum + run.length, 0)).toBeCloseTo(segmentLength(stretch), 1);
      }),
    );
  });

  it('of lines that overlap in part each stretch is left once; a contour that shares a side stays whole', () => {
    const lengths = (...lines: Contour[]) =>
      closeLines(lines, 0.1)
        .open.map(contourLength)
        .map((mm) => Number(mm.toFixed(6)));
    expect(lengths(run([0, 0], [10, 0]), run([6, 0], [15, 0]))).toEqual([15]);
    // Near, but not on each other; across each other; end to end.
    expect(lengths(run([0, 0], [10, 0]), run([0, 0.2], [10, 0.2]))).toEqual([10, 10]);
    expect(lengths(run([0, 0], [10, 0]), run([5, -5], [5, 5]))).toEqual([10, 10]);
    expect(lengths(run([0, 0], [10, 0]), run([10, 0], [10.004, 0], [20, 0]))).toEqual([20]);
    const square = (x: number) => ({
      ...run([x, 0], [x + 10, 0], [x + 10, 10], [x, 10], [x, 0]),
      closed: true,
    });
    expect(closeLines([square(0), square(10)], 0.1).closed).toHaveLength(2);
  });

  it('lines that run past each other at corners are cut back to them', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.01, max: 0.45, noNaN: true }), { minLength: 5, maxLength: 9 }),
        fc.array(fc.nat(1000), { minLength: 7, maxLength: 13 }),
        (past, order) => {
          const long = (i: number) => past[i % past.length]!;
          const frames = Array.from({ length: 6 }, (_, k) => {
            const [x, y] = [(k % 3) * 25, Math.floor(k / 3) * 20];
            return [
              run([x - long(k), y], [x + 20 + long(k + 1), y]),
              run([x + 20, y - long(k + 2)], [x + 20, y + 12 + long(k + 3)]),
              run([x + 20 + long(k + 4), y + 12], [x - long(k + 5), y + 12]),
              run([x, y + 12 + long(k + 6)], [x, y - long(k + 7)]),
            ];
          });
          const { closed, open, overshoots } = closeLines(shuffled(frames.flat(), order), 0.5);
          expect([closed.length, open.length, overshoots.length]).toEqual([6, 0, 24]);
          for (const contour of closed) expect(Math.abs(contourArea(contour))).toBeCloseTo(240, 6);
        },
      ),
      { numRuns: 30 },
    );
    // An arc past a line stays on its circle; of two crossings near an end only the nearer is one.
    const dome = { closed: false, segments: [arc({ x: 0, y: 0 }, 10, -2, 184, '')] };
    const [half] = closeLines([dome, run([-10.2, 0], [10.2, 0])], 0.5).closed;
    expect(Math.abs(contourArea(half!))).toBeCloseTo(50 * Math.PI, 6);
    const { contours: cut } = trimOvershoots([dome, run([-10.2, 0], [10.2, 0])], 0.5, 1e-4);
    expect(cut.map(contourLength)).toEqual([expect.closeTo(10 * Math.PI, 6), expect.closeTo(20, 6)]);
    const comb = [run([-9, 0], [0.2, 0]), run([0, 9], [0, -0.1]), run([0.1, 9], [0.1, -0.1])];
    expect(closeLines(comb, 0.5).overshoots).toHaveLength(1);
    // Longer than may be cut, or past the middle of a line: both are as drawn.
    expect(closeLines([run([-0.8, 0], [10, 0]), run([0, -0.2], [0, 10])], 0.5).overshoots).toEqual([]);
    expect(closeLines([run([-5, 0], [10, 0]), run([0, -0.2], [0, 10])], 0.5).overshoots).toEqual([]);
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
