import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cubicsOfArc } from '../src/geometry/arc-cubics.ts';
import { arcAbout, arcOfBulge, arcOfTurn, arcThrough } from '../src/geometry/arc-from-ends.ts';
import { boundsMeet, type Bounds } from '../src/geometry/bounds.ts';
import { groupsThatMeet } from '../src/geometry/box-groups.ts';
import { boxTableOf, visitPairs } from '../src/geometry/box-pairs.ts';
import { groupBy } from '../src/geometry/group-by.ts';
import { distance, type Point } from '../src/geometry/point.ts';
import { roundUp } from '../src/geometry/round-up.ts';
import { arc, onCircle, pointAt, segmentLength, type ArcSegment } from '../src/geometry/segment.ts';

/** Arcs from what other formats say of them, and boxes that come near each other: against what can be counted. */

const coordinate = fc.double({ min: -100, max: 100, noNaN: true });
const place = fc.record({ x: coordinate, y: coordinate });
const apart = fc.tuple(place, place).filter(([a, b]) => distance(a, b) > 0.5);
const near = (a: Point, b: Point, slack = 1e-6): void => expect(distance(a, b)).toBeLessThan(slack);

/** It lies on its circle from its first end to its last. */
function expectOnCircle(own: ArcSegment): void {
  near(pointAt(own, 0), own.from);
  near(pointAt(own, 1), own.to);
  for (const t of [0.2, 0.5, 0.9]) expect(distance(pointAt(own, t), own.centre)).toBeCloseTo(own.radius, 6);
}

describe('an arc between two points', () => {
  it('of a radius goes the way that is asked: the long or the short, to the left or to the right', () => {
    fc.assert(
      fc.property(
        apart,
        fc.double({ min: 1, max: 4, noNaN: true }),
        fc.boolean(),
        fc.boolean(),
        ([from, to], factor, long, left) => {
          const radius = (distance(from, to) / 2) * factor;
          const own = arcThrough(from, to, radius, long, left);
          expectOnCircle(own);
          expect(own.radius).toBeCloseTo(radius, 6);
          expect(own.sweep > 0).toBe(left);
          if (factor > 1.01) expect(Math.abs(own.sweep) > 180).toBe(long);
        },
      ),
    );
  });

  it('that is too far for its radius has the least that reaches: half a circle', () => {
    const own = arcThrough({ x: 0, y: 0 }, { x: 10, y: 0 }, 1, false, true);
    expect(own.radius).toBe(5);
    expect(own.sweep).toBeCloseTo(180, 9);
    near(pointAt(own, 0.5), { x: 5, y: -5 });
  });

  it('that turns so many degrees does so, and is none where it is straight', () => {
    fc.assert(
      fc.property(apart, fc.double({ min: -350, max: 350, noNaN: true }), ([from, to], sweep) => {
        const own = arcOfTurn(from, to, sweep, 'own');
        if (Math.abs(sweep) < 0.01) expect(own).toBeNull();
        if (!own) return void expect(Math.abs(sweep)).toBeLessThan(0.02);
        expect(own.sweep).toBe(sweep);
        expect(own.source).toBe('own');
        if (Math.abs(sweep) > 2) expectOnCircle(own);
      }),
    );
    expect(arcOfTurn({ x: 0, y: 0 }, { x: 1, y: 0 }, 0, 'own')).toBeNull();
  });

  it.each<[bulge: number, middle: Point, sweep: number]>([
    // A half circle to either side, and a quarter: its height is half the chord by the tangent of an eighth.
    [1, { x: 5, y: -5 }, 180],
    [-1, { x: 5, y: 5 }, -180],
    [Math.tan(Math.PI / 8), { x: 5, y: -5 * Math.tan(Math.PI / 8) }, 90],
    [2, { x: 5, y: -10 }, (4 * Math.atan(2) * 180) / Math.PI],
  ])('of bulge %d is as high as that says', (bulge, middle, sweep) => {
    const own = arcOfBulge({ x: 0, y: 0 }, { x: 10, y: 0 }, bulge);
    near(pointAt(own, 0.5), middle, 1e-9);
    expect(own.sweep).toBeCloseTo(sweep, 6);
  });

  it('about a centre goes from one to the other within a turn', () => {
    fc.assert(
      fc.property(
        place,
        fc.double({ min: 1, max: 50, noNaN: true }),
        fc.double({ min: 0, max: 360, noNaN: true }),
        fc.double({ min: 1, max: 359, noNaN: true }),
        (centre, radius, start, turn) => {
          const [from, to] = [onCircle(centre, radius, start), onCircle(centre, radius, start + turn)];
          const left = arcAbout(centre, radius, from, to, true);
          const right = arcAbout(centre, radius, from, to, false);
          expect(left.sweep).toBeCloseTo(turn, 6);
          expect(right.sweep).toBeCloseTo(turn - 360, 6);
          expect(segmentLength(left) + segmentLength(right)).toBeCloseTo(2 * Math.PI * radius, 6);
          expectOnCircle(left);
        },
      ),
    );
  });
});

describe('an arc as curves', () => {
  it.each([
    [30, 4e-7],
    [45, 4e-6],
  ])('of %d degrees lies within %d of its radius', (most, off) => {
    fc.assert(
      fc.property(
        place,
        fc.double({ min: 0.1, max: 100, noNaN: true }),
        fc.double({ min: 0, max: 360, noNaN: true }),
        fc.double({ min: -360, max: 360, noNaN: true }).filter((sweep) => Math.abs(sweep) > 0.1),
        (centre, radius, start, sweep) => {
          const own = arc(centre, radius, start, sweep, 'letter');
          const curves = cubicsOfArc(own, most);
          expect(curves.length).toBe(Math.ceil(Math.abs(sweep) / most));
          expect([curves[0]!.from, curves.at(-1)!.to]).toEqual([own.from, own.to]);
          for (const [i, curve] of curves.entries()) {
            if (i > 0) expect(curve.from).toEqual(curves[i - 1]!.to);
            expect(curve.source).toBe('letter');
            for (const t of [0.1, 0.25, 0.5, 0.8])
              expect(Math.abs(distance(pointAt(curve, t), centre) / radius - 1)).toBeLessThan(off * 1.1);
          }
        },
      ),
    );
  });
});

const boxes: fc.Arbitrary<Bounds[]> = fc.array(
  fc
    .record({
      x: fc.integer({ min: 0, max: 100 }),
      y: fc.integer({ min: 0, max: 100 }),
      width: fc.integer({ min: 0, max: 20 }),
      height: fc.integer({ min: 0, max: 20 }),
    })
    .map(({ x, y, width, height }) => ({ minX: x, minY: y, maxX: x + width, maxY: y + height })),
  { maxLength: 60 },
);

describe('boxes that come near each other', () => {
  it('are visited once each, and no others', () => {
    fc.assert(
      fc.property(boxes, fc.integer({ min: 0, max: 10 }), (all, gap) => {
        const seen: string[] = [];
        visitPairs(boxTableOf(all), gap, (a, b) => seen.push([a, b].sort((one, two) => one - two).join()));
        const counted = all.flatMap((a, i) =>
          all.flatMap((b, j) => (j > i && boundsMeet(a, b, gap) ? [`${i},${j}`] : [])),
        );
        expect(seen.sort()).toEqual(counted.sort());
      }),
    );
  });

  it('chain together in groups, in the order of their first', () => {
    fc.assert(
      fc.property(boxes, fc.integer({ min: 0, max: 10 }), (all, gap) => {
        const groups = groupsThatMeet(all, gap);
        expect(groups.flat().sort((a, b) => a - b)).toEqual(all.map((_, i) => i));
        expect(groups.map(([first]) => first)).toEqual([...groups.map(([first]) => first!)].sort((a, b) => a - b));
        const groupOf = new Map(groups.flatMap((group, n) => group.map((i) => [i, n] as const)));
        for (const [i, a] of all.entries())
          for (const [j, b] of all.entries()) if (boundsMeet(a, b, gap)) expect(groupOf.get(i)).toBe(groupOf.get(j));
        // Each of a group of several meets another of it.
        for (const group of groups.filter(({ length }) => length > 1))
          for (const i of group) expect(group.some((j) => j !== i && boundsMeet(all[i]!, all[j]!, gap))).toBe(true);
      }),
    );
  });

  it('do so only where what is in them does', () => {
    const row = Array.from({ length: 5 }, (_, i) => ({ minX: 10 * i, minY: 0, maxX: 10 * i + 10, maxY: 5 }));
    expect(groupsThatMeet(row, 0)).toEqual([[0, 1, 2, 3, 4]]);
    expect(groupsThatMeet(row, 0, () => false)).toEqual([[0], [1], [2], [3], [4]]);
    expect(groupsThatMeet(row, 0, (a, b) => Math.min(a, b) !== 1)).toEqual([
      [0, 1],
      [2, 3, 4],
    ]);
    expect(groupsThatMeet([], 3)).toEqual([]);
  });
});

describe('parting by a key', () => {
  it('keeps all, in their order, under keys in the order in which they come', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 40 })), (all) => {
        const parted = groupBy(all, (each) => each % 5);
        expect([...parted.keys()]).toEqual([...new Set(all.map((each) => each % 5))]);
        for (const [key, own] of parted) expect(own).toEqual(all.filter((each) => each % 5 === key));
      }),
    );
  });
});

describe('whole millimetres', () => {
  it.each([
    [80, 80],
    [80.0000001, 80],
    [80.001, 81],
    [0, 0],
    [-0.5, 0],
  ])('%d mm are asked for as %d', (mm, whole) => {
    expect(roundUp(mm) + 0).toBe(whole);
  });
});
