import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { linesAndArcs } from '../src/fills/lines-and-arcs.ts';
import { distance, distanceToSpan, type Point } from '../src/geometry/point.ts';
import { flattenRound } from '../src/geometry/contour.ts';
import type { Segment } from '../src/geometry/segment.ts';

const TOLERANCE = 0.002;

/** How far points lie from a way at most. */
const off = (points: readonly Point[], way: readonly Point[]): number =>
  Math.max(...points.map((point) => Math.min(...way.slice(1).map((to, i) => distanceToSpan(point, way[i]!, to)))));

const pointsOf = (segments: readonly Segment[]): Point[] => flattenRound({ segments, closed: false }, TOLERANCE / 50);

/** Points round a middle, from one angle to another, in steps so fine that their chords are near the circle. */
const round = (radius: number, degrees: number): Point[] => {
  const count = Math.ceil((Math.abs(degrees) / 180) * Math.PI * Math.sqrt(radius / TOLERANCE)) + 2;
  return Array.from({ length: count + 1 }, (_, i) => {
    const angle = (((i / count) * degrees) / 180) * Math.PI;
    return { x: radius * Math.cos(angle), y: radius * Math.sin(angle) };
  });
};

describe('lines and arcs along points', () => {
  it('are near all points, as the points are near them, from the first to the last', () => {
    const way = fc
      .array(
        fc.record({
          turn: fc.double({ min: -3, max: 3, noNaN: true }),
          length: fc.constantFrom(0.001, 0.004, 0.05, 1, 20),
        }),
        { minLength: 1, maxLength: 25 },
      )
      .map((steps) => {
        let [x, y, angle] = [3, -7, 0];
        return [
          { x, y },
          ...steps.map(({ turn, length }) => {
            angle += turn;
            [x, y] = [x + length * Math.cos(angle), y + length * Math.sin(angle)];
            return { x, y };
          }),
        ];
      });
    fc.assert(
      fc.property(way, (points) => {
        const segments = linesAndArcs(points, TOLERANCE, 'plate');
        expect(segments[0]!.from).toEqual(points[0]);
        expect(segments.at(-1)!.to).toEqual(points.at(-1));
        segments.slice(1).forEach(({ from }, i) => expect(distance(from, segments[i]!.to)).toBeLessThan(1e-9));
        const flat = pointsOf(segments);
        expect(off(points, flat)).toBeLessThan(1.1 * TOLERANCE);
        expect(off(flat, points)).toBeLessThan(1.6 * TOLERANCE);
      }),
      { numRuns: 300 },
    );
  });

  it('are one arc up to nearly half round, three for all of a circle, and one line for a straight way', () => {
    for (const degrees of [5, -40, 150]) {
      const [arc, ...others] = linesAndArcs(round(12, degrees), TOLERANCE, '');
      expect(others).toEqual([]);
      expect(arc).toMatchObject({ kind: 'arc', sweep: expect.closeTo(degrees, 0) });
      expect((arc as Extract<Segment, { kind: 'arc' }>).radius).toBeCloseTo(12, 0);
    }
    expect(linesAndArcs(round(12, 360), TOLERANCE, '')).toHaveLength(3);
    const straight = Array.from({ length: 40 }, (_, i) => ({ x: i, y: 2 * i }));
    expect(linesAndArcs(straight, TOLERANCE, '')).toHaveLength(1);
  });

  it('go to the end of a way that turns back', () => {
    const hook = [
      { x: 3, y: -7 },
      { x: 3.001, y: -7 },
      { x: 23.001, y: -7.000000000000001 },
      { x: 22.99753569838057, y: -7.001999653542398 },
      { x: 22.996669622975713, y: -7.002499566927997 },
    ];
    expect(off(hook, pointsOf(linesAndArcs(hook, TOLERANCE, '')))).toBeLessThan(1.1 * TOLERANCE);
  });

  it('keep corners, and do not bulge where points are few', () => {
    const square = [
      { x: 0, y: 0 },
      { x: 9, y: 0 },
      { x: 9, y: 9 },
      { x: 0, y: 9 },
      { x: 0, y: 0 },
    ];
    expect(linesAndArcs(square, TOLERANCE, '').map(({ kind, to }) => [kind, to])).toEqual(
      square.slice(1).map((to) => ['line', to]),
    );
  });
});
