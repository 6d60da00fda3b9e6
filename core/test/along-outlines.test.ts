import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { comeWithin } from '../src/geometry/come-within.ts';
import { flatten, isConnected, type Contour, type Region } from '../src/geometry/contour.ts';
import { contourLength, reverseContour } from '../src/geometry/contour-facts.ts';
import { discPasses } from '../src/geometry/kernel/disc-passes.ts';
import { weldRegions } from '../src/geometry/kernel/boolean.ts';
import { outlineOf, pointAtShare, shareNear } from '../src/geometry/outline.ts';
import { distance } from '../src/geometry/point.ts';
import { circle, polygon, roundedRectangle } from '../src/geometry/shapes.ts';
import { withoutStretches } from '../src/geometry/stretches.ts';
import { faceOf } from './workshop.ts';
import { layOut, PLAIN } from '../src/lettering/layout.ts';

const shares = fc.double({ min: 0, max: 0.9999, noNaN: true });
const outlineOfLetter = (text: string, face: string): Contour =>
  layOut({ ...PLAIN, words: text, size: { by: 'cap height', value: 40 } }, faceOf(face)).letters[0]!.contours[0]!;

describe('places along an outline', () => {
  const letters = (['O', 'S', 'A'] as const).map((text) =>
    outlineOf(flatten(outlineOfLetter(text, 'vollkorn-bold'), 0.01), 0),
  );

  it('are found again from the point they stand for', () => {
    fc.assert(
      fc.property(fc.constantFrom(...letters), shares, (outline, share) => {
        const { at, way } = pointAtShare(outline, share);
        expect(distance(pointAtShare(outline, shareNear(outline, at)).at, at)).toBeLessThan(1e-6);
        expect(Math.hypot(way.x, way.y)).toBeCloseTo(1, 9);
      }),
    );
  });

  it('begin at the right, go counter-clockwise, and turn and grow with the shape', () => {
    for (const [radius, turn] of [
      [10, 0],
      [25, 30],
      [3, -70],
    ] as const) {
      const ring = flatten(circle({ x: 7, y: -4 }, radius, 'o'), 0.001);
      for (const [share, angle] of [
        [0, 0],
        [0.25, 90],
        [0.5, 180],
        [0.8, 288],
      ] as const) {
        const { at } = pointAtShare(outlineOf(ring, turn), share);
        const towards = ((angle + turn) * Math.PI) / 180;
        expect(distance(at, { x: 7 + radius * Math.cos(towards), y: -4 + radius * Math.sin(towards) })).toBeLessThan(
          0.02 * radius,
        );
      }
    }
  });
});

describe('stretches taken out of a contour', () => {
  it('leave the rest, whole and in order, also across the start', () => {
    const contour = outlineOfLetter('O', 'vollkorn-bold');
    const whole = contourLength(contour);
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.01, max: 0.2, noNaN: true }), { minLength: 1, maxLength: 4 }),
        fc.double({ min: -0.05, max: 0.05, noNaN: true }),
        (widths, shift) => {
          const gaps = widths.map((width, i) => ({
            from: (i / widths.length + shift) * whole,
            to: (i / widths.length + shift + width / widths.length) * whole,
          }));
          const left = withoutStretches(contour, gaps);
          expect(left).toHaveLength(gaps.length);
          for (const each of left) expect(each.closed === false && isConnected(each)).toBe(true);
          const taken = gaps.reduce((sum, { from, to }) => sum + to - from, 0);
          expect(Math.abs(left.reduce((sum, each) => sum + contourLength(each), 0) - (whole - taken))).toBeLessThan(
            whole * 2e-3,
          );
        },
      ),
    );
  });
});

describe('regions beside each other', () => {
  const disc = (x: number, radius: number): Region => [circle({ x, y: 0 }, radius, 'o')];

  it('come within a distance or do not, and one inside another does', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1, max: 4, noNaN: true }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        (gap, near) => {
          fc.pre(Math.abs(gap - near) > 0.03);
          expect(comeWithin(disc(0, 5), disc(8 + gap, 3), near)).toBe(gap < near);
        },
      ),
    );
    expect(comeWithin(disc(0, 5), disc(1, 2), 0)).toBe(true);
    const ring: Region = [
      roundedRectangle({ minX: -20, minY: -20, maxX: 20, maxY: 20 }, 0, 'frame'),
      ...disc(0, 12).map(reverseContour),
    ];
    expect(comeWithin(ring, disc(0, 4), 1)).toBe(false);
  });

  it('let a disc pass as wide as their neck, and no wider', () => {
    for (const neck of [0.6, 1.4, 3]) {
      const bar = polygon(
        [
          { x: 0, y: -neck / 2 },
          { x: 24, y: -neck / 2 },
          { x: 24, y: neck / 2 },
          { x: 0, y: neck / 2 },
        ],
        'bar',
      );
      const dumbbell = weldRegions([disc(0, 6), disc(24, 6), [bar]]);
      const passes = (width: number) => discPasses(dumbbell, width, { x: 0, y: 0 }, { x: 24, y: 0 });
      expect([passes(neck - 0.05), passes(neck + 0.05)]).toEqual([true, false]);
    }
    expect(discPasses([...disc(0, 6), ...disc(24, 6)], 0.2, { x: 0, y: 0 }, { x: 24, y: 0 })).toBe(false);
  });
});
