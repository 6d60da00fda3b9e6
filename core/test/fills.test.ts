import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fillParts } from '../src/fills/fill-letters.ts';
import { hatch, type HatchPlan } from '../src/fills/hatch.ts';
import { simplified } from '../src/fills/polyline.ts';
import { flatten, moveRegion, type Contour, type Region } from '../src/geometry/contour.ts';
import { contourLength, regionContains, reverseContour } from '../src/geometry/contour-facts.ts';
import { distanceToSpan, type Point } from '../src/geometry/point.ts';
import { circle, polygon, roundedRectangle } from '../src/geometry/shapes.ts';
import { weldRegions } from '../src/geometry/kernel/boolean.ts';
import { layOut, PLAIN } from '../src/lettering/layout.ts';
import { plainFill } from '../src/recipe/schema.ts';
import { faceOf } from './workshop.ts';

const PLAN: HatchPlan = { width: 1, spacing: 0.8, angle: 0, cross: false, outline: 'none', inset: 0, joins: 'any' };
const box = (width: number, height: number): Region => [
  roundedRectangle({ minX: 0, minY: 0, maxX: width, maxY: height }, 0, 'it'),
];
const lengthOf = (strokes: readonly { readonly contour: Contour }[]): number =>
  strokes.reduce((sum, { contour }) => sum + contourLength(contour), 0);

/** How near strokes come to the edge of an area, and whether they are all inside. */
function reachOf(
  region: Region,
  strokes: readonly { readonly contour: Contour }[],
): { near: number; isInside: boolean } {
  const edges = region.map((contour) => flatten(contour, 0.001));
  const points = strokes.flatMap(({ contour }) =>
    flatten(contour, 0.001).flatMap((point, i, all): Point[] => {
      const next = all[i + 1];
      return next
        ? [0, 0.25, 0.5, 0.75].map((t) => ({
            x: point.x + (next.x - point.x) * t,
            y: point.y + (next.y - point.y) * t,
          }))
        : [point];
    }),
  );
  let near = Infinity;
  for (const point of points)
    for (const ring of edges)
      ring.forEach((from, i) => (near = Math.min(near, distanceToSpan(point, from, ring[(i + 1) % ring.length]!))));
  return { near, isInside: points.every((point) => regionContains(region, point)) };
}

describe('a hatch', () => {
  it('of a rectangle is one stroke to and fro, its first and last lines along the edges', () => {
    const { strokes, area, reached } = hatch(box(20, 10), { ...PLAN, joins: 'edge' });
    // Between lines that end at a wall a round tool leaves some of it: a stroke along each side.
    expect(strokes.map(({ kind }) => kind)).toEqual(['line', 'wall', 'wall']);
    // The middle reaches 19 x 9: 13 lines of 19 mm, no further than 0.8 apart, and 12 steps of 0.75 along the edge.
    expect(lengthOf(strokes.slice(0, 1))).toBeCloseTo(13 * 19 + 12 * 0.75, 0);
    expect(lengthOf(strokes.slice(1))).toBeGreaterThan(2 * 7);
    expect(area).toBeCloseTo(200, 9);
    // All but what a round tool leaves in four corners.
    expect(reached()).toBeCloseTo(200 - (4 - Math.PI) / 4, 2);
  });

  it('goes round once before or after, and a second time across, further inside where that is asked', () => {
    const kinds = (plan: Partial<HatchPlan>) =>
      hatch(box(20, 10), { ...PLAN, joins: 'edge', ...plan }).strokes.map(({ kind }) => kind);
    expect(kinds({ outline: 'before' })).toEqual(['outline', 'line']);
    expect(kinds({ outline: 'after' })).toEqual(['line', 'outline']);
    // Without a lift between them they are one stroke, of what comes last.
    expect(kinds({ outline: 'after', joins: 'any' })).toEqual(['outline']);
    const [plain, crossed] = [hatch(box(20, 10), PLAN), hatch(box(20, 10), { ...PLAN, cross: true })];
    expect(lengthOf(crossed.strokes)).toBeGreaterThan(1.8 * lengthOf(plain.strokes));
    const inset = hatch(box(20, 10), { ...PLAN, inset: 2, outline: 'after' });
    expect(reachOf(box(20, 10), inset.strokes).near).toBeCloseTo(2.5, 2);
  });

  it('reaches nothing that is narrower than the tool, and says so', () => {
    const nothing = hatch(box(20, 0.9), PLAN);
    expect([nothing.strokes, nothing.reached()]).toEqual([[], 0]);
    const both = [...box(20, 10), ...moveRegion(box(5, 0.5), 30, 0)];
    const { strokes, missed } = fillParts(both, { ...plainFill('hatch'), ...PLAN, spacing: 0.5 }, null, 10);
    expect(strokes).toHaveLength(1);
    expect(missed).toMatchObject([{ bounds: { minX: 30, maxX: 35 } }]);
    // 2.5 mm² twice over, by an edge of 11 mm.
    expect(missed[0]!.width).toBeCloseTo(5 / 11, 6);
  });

  const corner = fc.record({
    radius: fc.double({ min: 4, max: 30, noNaN: true }),
    turn: fc.double({ min: 0.2, max: 1, noNaN: true }),
  });
  const blob = fc.array(corner, { minLength: 5, maxLength: 12 }).map((corners): Region => {
    const all = corners.reduce((sum, { turn }) => sum + turn, 0);
    let angle = 0;
    const points = corners.map(({ radius, turn }) => {
      angle += (2 * Math.PI * turn) / all;
      return { x: radius * Math.cos(angle), y: radius * Math.sin(angle) };
    });
    return weldRegions([[polygon(points, 'it')]]);
  });

  it('keeps half the tool from the edge, whatever it fills, and however it joins its lines', () => {
    fc.assert(
      fc.property(
        blob,
        fc.record({
          width: fc.constantFrom(0.5, 1, 2),
          share: fc.constantFrom(0.5, 0.8, 1, 2),
          angle: fc.integer({ min: -90, max: 90 }),
          outline: fc.constantFrom('none' as const, 'after' as const),
          joins: fc.constantFrom('edge' as const, 'any' as const),
          hasHole: fc.boolean(),
        }),
        (outer, { width, share, angle, outline, joins, hasHole }) => {
          const region = hasHole ? [...outer, reverseContour(circle({ x: 0, y: 0 }, 1.5, 'hole'))] : outer;
          const plan: HatchPlan = { ...PLAN, width, spacing: share * width, angle, outline, joins };
          const { strokes } = hatch(region, plan);
          if (strokes.length === 0) return;
          const { near, isInside } = reachOf(region, strokes);
          expect(isInside).toBe(true);
          expect(near).toBeGreaterThan(width / 2 - 0.006);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('is lifted seldom: a word takes few strokes more than it has parts', () => {
    const { letters } = layOut(
      { ...PLAIN, words: 'FENNY CROSS', size: { by: 'cap height', value: 20 } },
      faceOf('overpass-bold'),
    );
    const strokes = letters.flatMap(({ contours }) => hatch(contours, { ...PLAN, width: 0.5, spacing: 0.4 }).strokes);
    expect(strokes.length).toBeLessThan(5 * letters.length);
  });

  it('of equal letters is equal, wherever they stand', () => {
    const one = circle({ x: 0, y: 0 }, 10, 'it');
    const { strokes } = fillParts(
      [...moveRegion([one], 5, 5), ...moveRegion([one], 45, 7)],
      {
        ...plainFill('hatch'),
        ...PLAN,
      },
      null,
      10,
    );
    const half = strokes.length / 2;
    const [a, b] = [strokes[0]!.segments[0]!.from, strokes[half]!.segments[0]!.from];
    expect([b.x - a.x, b.y - a.y]).toEqual([expect.closeTo(40, 9), expect.closeTo(2, 9)]);
  });
});

describe('points left out', () => {
  it('lie within the tolerance of those that are left', () => {
    const points = fc.array(
      fc.record({ x: fc.double({ min: 0, max: 9, noNaN: true }), y: fc.double({ min: 0, max: 9, noNaN: true }) }),
      {
        minLength: 2,
        maxLength: 40,
      },
    );
    fc.assert(
      fc.property(points, (all) => {
        const few = simplified(all, 0.5);
        expect([few[0], few.at(-1)]).toEqual([all[0], all.at(-1)]);
        for (const point of all)
          expect(Math.min(...few.slice(1).map((to, i) => distanceToSpan(point, few[i]!, to)))).toBeLessThan(0.5 + 1e-9);
      }),
    );
  });
});
