import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { closedContour, type Contour } from '../src/geometry/contour.ts';
import { regionArea, reverseContour } from '../src/geometry/contour-facts.ts';
import { withoutLoops } from '../src/geometry/kernel/cut-loops.ts';
import { moveContourCut } from '../src/geometry/kernel/moved-contour.ts';
import { offsetRegion } from '../src/geometry/kernel/offset.ts';
import { woundRound } from '../src/geometry/kernel/wound.ts';
import { cubic, line, type Segment } from '../src/geometry/segment.ts';
import { selfCrossings } from '../src/geometry/self-crossings.ts';
import { circle, polygon, roundedRectangle } from '../src/geometry/shapes.ts';

/** Two loops that meet where it crosses itself: one counter-clockwise, the other clockwise, each of 16 mm². */
const eight = polygon(
  [
    { x: -4, y: -4 },
    { x: 4, y: 4 },
    { x: 4, y: -4 },
    { x: -4, y: 4 },
  ],
  's',
);
const areaOf = (...contours: Contour[]): number | null => {
  const region = woundRound(contours);
  return region && regionArea(region);
};

describe('what is gone round forwards', () => {
  it('of two loops is the one that goes counter-clockwise, whichever way and wherever it is begun', () => {
    const { segments } = eight;
    for (let first = 0; first < segments.length; first++) {
      const begun = closedContour([...segments.slice(first), ...segments.slice(0, first)]);
      for (const each of [begun, reverseContour(begun)]) {
        const region = woundRound([each])!;
        expect(region).toHaveLength(1);
        expect(regionArea(region)).toBeCloseTo(16, 6);
      }
    }
  });

  it('is as much as is gone round once or twice, less what is gone round back', () => {
    const square = roundedRectangle({ minX: -6, minY: -6, maxX: 6, maxY: 6 }, 1, 'p');
    const disc = circle({ x: 0.5, y: 0.25 }, 2, 'o');
    const all = areaOf(square)!;
    expect(areaOf(square, disc)).toBeCloseTo(all, 6);
    expect(areaOf(square, reverseContour(disc))).toBeCloseTo(all - 4 * Math.PI, 4);
    // Twice round, once back, is round all the same.
    expect(areaOf(square, disc, reverseContour(circle({ x: 0.5, y: 0.25 }, 1, 'i')))).toBeCloseTo(all, 6);
    expect(areaOf(reverseContour(square))).toBe(0);
  });

  it('of discs and holes thrown together has the area of the positive rule', () => {
    const disc = fc.record({
      x: fc.double({ min: 0, max: 20, noNaN: true }),
      y: fc.double({ min: 0, max: 20, noNaN: true }),
      radius: fc.double({ min: 1, max: 8, noNaN: true }),
      isHole: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(disc, { minLength: 1, maxLength: 6 }), (discs) => {
        const area = areaOf(
          ...discs.map(({ x, y, radius, isHole }) => {
            const round = circle({ x, y }, radius, 'o');
            return isHole ? reverseContour(round) : round;
          }),
        );
        // Where circles touch, nothing is told.
        if (area === null) return;
        const cell = 0.2;
        let counted = 0;
        for (let x = -8 + cell / 2; x < 28; x += cell)
          for (let y = -8 + cell / 2; y < 28; y += cell) {
            const round = discs.reduce(
              (sum, each) => sum + (Math.hypot(x - each.x, y - each.y) < each.radius ? (each.isHole ? -1 : 1) : 0),
              0,
            );
            if (round > 0) counted += cell * cell;
          }
        const edges = discs.reduce((sum, { radius }) => sum + 2 * Math.PI * radius, 0);
        expect(Math.abs(area - counted)).toBeLessThan(0.05 * edges);
      }),
      { numRuns: 60 },
    );
  });

  it('is not told where lines run along each other', () => {
    const square = (x: number) => roundedRectangle({ minX: x, minY: 0, maxX: x + 4, maxY: 4 }, 0, 's');
    expect(woundRound([square(0), square(4)])).toBeNull();
    expect(woundRound([square(0), square(2)])).toBeNull();
  });

  it('is told what of it was cut', () => {
    const cut = new Set<Segment>();
    const [loop] = woundRound([eight], cut)!;
    expect(loop!.segments.filter((segment) => cut.has(segment))).toHaveLength(2);
    expect(loop!.segments).toHaveLength(3);
  });
});

describe('inner corners that are tighter than an offset', () => {
  /** A square notch with rounded inner corners. */
  const notched = (radius: number): Contour => {
    const k = 0.5523 * radius;
    const corner = (x: number, y: number, dx: number, dy: number, ex: number, ey: number): Segment =>
      cubic(
        { x: x - dx * radius, y: y - dy * radius },
        { x: x - dx * (radius - k), y: y - dy * (radius - k) },
        { x: x + ex * (radius - k), y: y + ey * (radius - k) },
        { x: x + ex * radius, y: y + ey * radius },
        's',
      );
    const turns = [corner(15, 10, 0, -1, -1, 0), corner(5, 10, -1, 0, 0, 1)];
    const ends = [
      { x: 15, y: 20 },
      ...turns.flatMap(({ from, to }) => [from, to]),
      { x: 5, y: 20 },
      { x: 0, y: 20 },
      { x: 0, y: 0 },
      { x: 20, y: 0 },
      { x: 20, y: 20 },
    ];
    const lines = ends.map((from, i) => line(from, ends[(i + 1) % ends.length]!, 's'));
    return closedContour(lines.map((segment, i) => (i === 1 ? turns[0]! : i === 3 ? turns[1]! : segment)));
  };

  it('become sharp, with no more nodes than they have lines', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 0.9, noNaN: true }),
        fc.double({ min: 1, max: 3, noNaN: true }),
        (radius, by) => {
          const [grown, ...others] = offsetRegion([notched(radius)], by);
          expect(others).toEqual([]);
          const whole = 400 + 80 * by + Math.PI * by * by;
          const above = 10 * by - (Math.PI / 2) * by * by;
          expect(regionArea([grown!])).toBeCloseTo(whole - above - (10 - 2 * by) * (10 - by), 1);
          expect(grown!.segments.length).toBeLessThanOrEqual(16);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('are cut before anything is swept, grown and shrunk', () => {
    for (const [radius, by] of [
      [0.4, 0.5],
      [0.9, 1],
      [0.2, 3],
    ] as const) {
      const contour = notched(radius);
      const inside = reverseContour(contour);
      expect(selfCrossings(moveContourCut(contour, by, 'round'), 0.001)).toEqual([]);
      expect(selfCrossings(moveContourCut(inside, -by, 'round'), 0.001)).toEqual([]);
    }
  });

  it('that are gentle bends stay one node each', () => {
    const bends = Array.from({ length: 12 }, (_, i) => ({ x: 2 * i, y: 0.0005 * i * i }));
    const bent = polygon([...bends, { x: 22, y: 9 }, { x: 0, y: 9 }].reverse(), 's');
    const grown = moveContourCut(reverseContour(bent), -0.6, 'round');
    expect(selfCrossings(grown, 0.0001)).toEqual([]);
    expect(grown.segments.length).toBeLessThanOrEqual(bent.segments.length + 4);
  });

  it('cut nothing off that lies as far from the contour as it should', () => {
    const corners = [
      { x: 0, y: -1 },
      { x: 12, y: -1 },
      { x: 12, y: 4 },
      { x: 6, y: 4 },
      { x: 6, y: -3 },
      { x: 0, y: -3 },
    ];
    const ring = polygon(corners, 's').segments;
    const square = (side: number) => roundedRectangle({ minX: 0, minY: 0, maxX: side, maxY: 10 }, 0, 's');
    const back = new Set([ring[2]!]);
    expect(withoutLoops(ring, back, square(10), 1)).toEqual(ring);
    // A loop is cut off where the contour is near, and where it runs back.
    expect(withoutLoops(ring, back, square(11.5), 1)).toHaveLength(ring.length - 2);
    expect(withoutLoops(ring, back, square(11.5), -1)).toEqual(ring);
  });
});
