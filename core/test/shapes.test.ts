import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { heightOf, joinBounds, widthOf } from '../src/geometry/bounds.ts';
import { isConnected } from '../src/geometry/contour.ts';
import { contourBounds, contourLength, regionArea } from '../src/geometry/contour-facts.ts';
import { weld } from '../src/geometry/kernel/boolean.ts';
import { itemSchema } from '../src/recipe/schema/item.ts';
import { figureOf, type Outline } from '../src/shapes/outlines.ts';

const outlineOf = (outline: object): Outline => {
  const item = itemSchema.parse({ kind: 'shape', outline });
  if (item.kind !== 'shape') throw new Error('not a shape');
  return item.outline;
};
const drawn = (outline: object) => figureOf(outlineOf(outline), 'shape');
const areaOf = (outline: object) => regionArea(drawn(outline).contours);

describe('shapes against their formulas', () => {
  const { PI, sin, cos, tan, asin, sqrt } = Math;
  const chord = 8; // of an arch 16 wide
  const archRadius = (chord * chord + 3 * 3) / (2 * 3);
  const archHalf = asin(chord / archRadius);
  const known: [object, number][] = [
    [{ by: 'rectangle', width: 40, height: 20, cornerRadius: 5 }, 800 - (4 - PI) * 25],
    [{ by: 'rectangle', width: 40, height: 20, cornerRadius: 5, corners: 'chamfered' }, 800 - 4 * 12.5],
    [{ by: 'rectangle', width: 40, height: 20, cornerRadius: 5, corners: 'notched' }, 800 - 4 * 25],
    [{ by: 'rectangle', width: 40, height: 20, cornerRadius: 5, corners: 'scooped' }, 800 - PI * 25],
    // A corner takes no more than half of the shorter side.
    [{ by: 'rectangle', width: 40, height: 20, cornerRadius: 50, corners: 'scooped' }, 800 - PI * 100],
    [{ by: 'round', diameter: 10 }, PI * 25],
    [{ by: 'oval', width: 30, height: 10 }, PI * 75],
    [{ by: 'polygon', diameter: 20, sides: 6 }, 6 * 0.5 * 100 * sin(PI / 3)],
    // A round corner of a square leaves out what it does of any right angle.
    [{ by: 'polygon', diameter: 20, sides: 4, cornerRadius: 3 }, 200 - (4 - PI) * 9],
    [{ by: 'star', diameter: 20, points: 5, inner: 0.4 }, 10 * 0.5 * 10 * 4 * sin(PI / 5)],
    [{ by: 'arrow', width: 50, height: 20, head: 15, shaft: 6 }, 35 * 6 + 0.5 * 15 * 20],
    [{ by: 'rule', width: 50, thickness: 4 }, 200],
    [{ by: 'rule', width: 50, thickness: 4, ends: 'round' }, 46 * 4 + PI * 4],
    [{ by: 'rule', width: 50, thickness: 4, ends: 'pointed' }, 46 * 4 + 8],
    [{ by: 'arc', radius: 20, sweep: 90, thickness: 4 }, (PI * (22 * 22 - 18 * 18)) / 4],
    [{ by: 'arc', radius: 20, sweep: -90, thickness: 4, ends: 'round' }, (PI * (22 * 22 - 18 * 18)) / 4 + PI * 4],
    [{ by: 'arc', radius: 20, sweep: 360, thickness: 4 }, PI * (22 * 22 - 18 * 18)],
    [{ by: 'stake', width: 20, height: 60, point: 15, cornerRadius: 4 }, 20 * 45 + 150 - ((4 - PI) * 16) / 2],
    [{ by: 'slot', width: 30, height: 8 }, 22 * 8 + PI * 16],
    [{ by: 'slot', width: 8, height: 30 }, 22 * 8 + PI * 16],
    [{ by: 'tag', width: 60, height: 30, corner: 6, hole: 5, inset: 8 }, 1800 - 2 * 18 - PI * 6.25],
    [
      { by: 'arch', width: 16, height: 12, rise: 3 },
      16 * 9 + archRadius * archRadius * (archHalf - sin(archHalf) * cos(archHalf)),
    ],
    [{ by: 'arch', width: 16, height: 8, rise: 8 }, (PI * 64) / 2],
    [{ by: 'ring', diameter: 30, inner: 20 }, PI * (225 - 100)],
    [
      {
        by: 'path',
        closed: true,
        nodes: [
          { x: 0, y: 0 },
          { x: 10, y: 0, to: { arc: 180 } },
          { x: 10, y: 10 },
          { x: 0, y: 10 },
        ],
      },
      100 + (PI * 25) / 2,
    ],
    // Drawn clockwise it is the same area.
    [
      {
        by: 'path',
        closed: true,
        nodes: [
          { x: 0, y: 0 },
          { x: 0, y: 10 },
          { x: 10, y: 10 },
        ],
      },
      50,
    ],
    [
      {
        by: 'path',
        thickness: 2,
        nodes: [
          { x: 0, y: 0 },
          { x: 20, y: 0 },
        ],
      },
      40 + PI,
    ],
    // A corner of a band is filled by the tool that goes round it.
    [
      {
        by: 'path',
        thickness: 2,
        nodes: [
          { x: 0, y: 0 },
          { x: 20, y: 0 },
          { x: 20, y: 20 },
        ],
      },
      2 * 40 + PI - (1 - PI / 4),
    ],
  ];
  it.each(known)('%j', (outline, area) => expect(areaOf(outline)).toBeCloseTo(area, 2));

  it('a heart, a keyhole and an oval fill the boxes that they are given', () => {
    for (const [outline, width, height] of [
      [{ by: 'heart', width: 30, height: 26 }, 30, 26],
      [{ by: 'oval', width: 17, height: 45 }, 17, 45],
      [{ by: 'keyhole', diameter: 12, slot: 5, height: 30 }, 12, 30],
    ] as const) {
      const box = joinBounds(drawn(outline).contours.map(contourBounds));
      expect(widthOf(box)).toBeCloseTo(width, 5);
      expect(heightOf(box)).toBeCloseTo(height, 5);
    }
    const sliver = 6 * 6 * (asin(2.5 / 6) - (2.5 / 6) * sqrt(1 - (2.5 / 6) ** 2));
    const neck = 6 * cos(asin(2.5 / 6));
    const straight = 30 - 6 - 2.5 - neck;
    expect(areaOf({ by: 'keyhole', diameter: 12, slot: 5, height: 30 })).toBeCloseTo(
      PI * 36 - sliver + straight * 5 + (PI * 2.5 * 2.5) / 2,
      2,
    );
  });

  it('a rounded star keeps its points within the circle, and its corners are arcs of that radius', () => {
    const [contour] = drawn({ by: 'star', diameter: 40, points: 5, inner: 0.5, cornerRadius: 1 }).contours;
    const radii = contour!.segments.flatMap((segment) => (segment.kind === 'arc' ? [segment.radius] : []));
    expect(radii).toHaveLength(10);
    radii.forEach((radius) => expect(radius).toBeCloseTo(1, 6));
    expect(tan(PI / 4)).toBeCloseTo(1);
  });

  it('of no thickness they are single lines', () => {
    const lengthOf = (outline: object) =>
      drawn(outline).strokes.reduce((sum, stroke) => sum + contourLength(stroke), 0);
    expect(lengthOf({ by: 'rule', width: 50 })).toBeCloseTo(50, 6);
    expect(lengthOf({ by: 'arc', radius: 10, sweep: 90 })).toBeCloseTo(5 * PI, 4);
    expect(lengthOf({ by: 'arc', radius: 10, sweep: 360 })).toBeCloseTo(20 * PI, 4);
    expect(
      lengthOf({
        by: 'path',
        nodes: [
          { x: 0, y: 0 },
          { x: 3, y: 4 },
          { x: 3, y: 10 },
        ],
      }),
    ).toBeCloseTo(11, 6);
    expect(drawn({ by: 'rule', width: 50 }).contours).toEqual([]);
  });
});

describe('any shape that may be asked for', () => {
  const mm = fc.double({ min: 4, max: 190, noNaN: true });
  const radius = fc.double({ min: 0, max: 100, noNaN: true });
  const angle = fc.double({ min: -360, max: 360, noNaN: true });
  const size = { width: mm, height: mm };
  const sides = fc.integer({ min: 3, max: 40 });
  const any = fc.oneof(
    fc.record({
      by: fc.constant('rectangle'),
      ...size,
      cornerRadius: radius,
      corners: fc.constantFrom('round', 'chamfered', 'notched', 'scooped'),
    }),
    fc.record({ by: fc.constant('oval'), ...size }),
    fc.record({ by: fc.constant('polygon'), diameter: mm, sides, cornerRadius: radius }),
    fc.record({
      by: fc.constant('star'),
      diameter: mm,
      points: sides,
      inner: fc.double({ min: 0.2, max: 0.98, noNaN: true }),
      cornerRadius: radius,
    }),
    fc.record({ by: fc.constant('heart'), ...size }),
    fc.record({ by: fc.constant('arrow'), ...size, head: mm, shaft: mm }),
    fc.record({
      by: fc.constant('rule'),
      width: mm,
      thickness: mm,
      ends: fc.constantFrom('square', 'round', 'pointed'),
    }),
    fc.record({
      by: fc.constant('arc'),
      radius: mm,
      from: angle,
      sweep: angle,
      thickness: mm,
      ends: fc.constantFrom('square', 'round'),
    }),
    fc.record({ by: fc.constant('stake'), ...size, point: mm, cornerRadius: radius }),
    fc.record({ by: fc.constant('slot'), ...size }),
    fc.record({ by: fc.constant('keyhole'), diameter: mm, slot: mm, height: mm }),
    fc.record({ by: fc.constant('tag'), ...size, corner: radius, hole: mm, inset: fc.double({ min: 0.5, max: 100 }) }),
    fc.record({ by: fc.constant('arch'), ...size, rise: mm }),
    fc.record({ by: fc.constant('ring'), diameter: mm, inner: mm }),
  );

  it('is closed, goes round what it holds once, and crosses itself nowhere', () => {
    fc.assert(
      fc.property(any, (outline) => {
        const { contours } = drawn(outline);
        const area = regionArea(contours);
        expect(contours.length).toBeGreaterThan(0);
        expect(contours.every((contour) => contour.closed && isConnected(contour))).toBe(true);
        expect(area).toBeGreaterThan(0);
        const welded = regionArea(weld(contours));
        expect(Math.abs(welded - area)).toBeLessThan(0.02 + 1e-4 * area);
      }),
      { numRuns: 400 },
    );
  });
});
