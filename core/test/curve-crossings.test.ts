import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findCrossings, stretchOf, type Approach, type CurveCrossing } from '../src/geometry/kernel/curve-crossings.ts';
import { distance, type Point } from '../src/geometry/point.ts';
import { arc, cubic, line, pointAt, type Segment } from '../src/geometry/segment.ts';

const coordinate = fc.double({ min: 0, max: 40, noNaN: true });
const point = fc.record({ x: coordinate, y: coordinate });
const segment: fc.Arbitrary<Segment> = fc.oneof(
  fc.tuple(point, point).map(([a, b]) => line(a, b, '')),
  fc.tuple(point, point, point, point).map(([a, b, c, d]) => cubic(a, b, c, d, '')),
  fc
    .tuple(
      point,
      fc.double({ min: 1, max: 20, noNaN: true }),
      fc.double({ min: 0, max: 360, noNaN: true }),
      fc.double({ min: 5, max: 300, noNaN: true }),
      fc.boolean(),
    )
    .map(([centre, radius, start, sweep, back]) => arc(centre, radius, start, back ? -sweep : sweep, '')),
);

function crossingsOf(a: Segment, b: Segment) {
  const [crossings, approaches]: [CurveCrossing[], Approach[]] = [[], []];
  return { certain: findCrossings(stretchOf(a), stretchOf(b), crossings, approaches), crossings, approaches };
}

/** How often two curves cross, told by very many straight pieces. */
function countByPieces(a: Segment, b: Segment): number {
  const PIECES = 1200;
  const [p, q] = [a, b].map((each) => Array.from({ length: PIECES + 1 }, (_, i) => pointAt(each, i / PIECES))) as [
    Point[],
    Point[],
  ];
  const side = (u: Point, v: Point, w: Point) => (v.x - u.x) * (w.y - u.y) - (v.y - u.y) * (w.x - u.x) > 0;
  let count = 0;
  for (let i = 0; i < PIECES; i++) {
    const [u, v] = [p[i]!, p[i + 1]!];
    for (let k = 0; k < PIECES; k++) {
      const [w, z] = [q[k]!, q[k + 1]!];
      if (
        Math.max(u.x, v.x) < Math.min(w.x, z.x) ||
        Math.max(w.x, z.x) < Math.min(u.x, v.x) ||
        Math.max(u.y, v.y) < Math.min(w.y, z.y) ||
        Math.max(w.y, z.y) < Math.min(u.y, v.y)
      )
        continue;
      if (side(u, v, w) !== side(u, v, z) && side(w, z, u) !== side(w, z, v)) count++;
    }
  }
  return count;
}

describe('where two curves cross', () => {
  it('finds every crossing, on both curves to the last digits, where it is certain', () => {
    let [asked, certainly] = [0, 0];
    fc.assert(
      fc.property(segment, segment, (a, b) => {
        asked++;
        const { certain, crossings, approaches } = crossingsOf(a, b);
        for (const { t, u, at } of crossings) {
          expect(distance(pointAt(a, t), at)).toBeLessThan(1e-7);
          expect(distance(pointAt(b, u), at)).toBeLessThan(1e-7);
        }
        // Where one ends on the other, or all but does, straight pieces may tell otherwise.
        const atEnd = crossings.some(({ at }) =>
          [a, b].some(({ from, to }) => distance(from, at) < 0.01 || distance(to, at) < 0.01),
        );
        if (!certain || approaches.length > 0 || atEnd) return;
        certainly++;
        expect(crossings).toHaveLength(countByPieces(a, b));
      }),
      { numRuns: 120 },
    );
    // Chance likes to set ends on each other.
    expect(certainly / asked).toBeGreaterThan(0.25);
  });

  it('gives the same crossings whichever curve comes first', () => {
    fc.assert(
      fc.property(segment, segment, (a, b) => {
        const [one, other] = [crossingsOf(a, b), crossingsOf(b, a)];
        if (one.certain && other.certain)
          expect(one.crossings.map(({ t }) => t.toFixed(6)).sort()).toEqual(
            other.crossings.map(({ u }) => u.toFixed(6)).sort(),
          );
      }),
      { numRuns: 200 },
    );
  });

  it('knows the crossings of the textbook: a wave and its middle, two circles, a loop and a line', () => {
    const wave = cubic({ x: 0, y: 0 }, { x: 10, y: 30 }, { x: 20, y: -30 }, { x: 30, y: 0 }, '');
    expect(crossingsOf(wave, line({ x: 1, y: -20 }, { x: 29, y: 20 }, '')).crossings).toHaveLength(1);
    expect(crossingsOf(wave, line({ x: -5, y: 0.5 }, { x: 35, y: -0.5 }, '')).crossings).toHaveLength(3);
    const half = (x: number) => arc({ x, y: 0 }, 10, 0, 180, '');
    const [{ at }] = crossingsOf(half(0), half(12)).crossings as [CurveCrossing];
    expect(at.x).toBeCloseTo(6, 10);
    expect(at.y).toBeCloseTo(8, 10);
    const loop = cubic({ x: 0, y: 0 }, { x: 40, y: 30 }, { x: -20, y: 30 }, { x: 20, y: 0 }, '');
    expect(crossingsOf(loop, line({ x: -10, y: 18.01 }, { x: 30, y: 18.02 }, '')).crossings).toHaveLength(2);
  });

  it('does not claim to know where curves lie on each other, or touch along', () => {
    const [a, b] = [line({ x: 0, y: 0 }, { x: 20, y: 0 }, ''), line({ x: 5, y: 0.001 }, { x: 25, y: 0.001 }, '')];
    expect(crossingsOf(a, b).certain).toBe(false);
    expect(crossingsOf(arc({ x: 10, y: 5 }, 5, 180, 180, ''), a).certain).toBe(false);
    const same = cubic({ x: 0, y: 0 }, { x: 5, y: 9 }, { x: 15, y: 9 }, { x: 20, y: 0 }, '');
    expect(crossingsOf(same, { ...same }).certain).toBe(false);
  });

  it('tells of an end that stops short of the other curve by a hair', () => {
    const { certain, crossings, approaches } = crossingsOf(
      line({ x: 0, y: 0 }, { x: 20, y: 0 }, ''),
      line({ x: 10, y: 8 }, { x: 10, y: 0.001 }, ''),
    );
    expect([certain, crossings.length, approaches.length > 0]).toEqual([true, 0, true]);
  });
});
