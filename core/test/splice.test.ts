import { ClipType } from 'clipper2-ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isConnected, moveRegion, type Region } from '../src/geometry/contour.ts';
import { regionArea, reverseContour } from '../src/geometry/contour-facts.ts';
import { sweep } from '../src/geometry/kernel/boolean.ts';
import { combine, cross, splice } from '../src/geometry/kernel/splice.ts';
import { distance } from '../src/geometry/point.ts';
import { circle, polygon, roundedRectangle } from '../src/geometry/shapes.ts';
import { layOut, PLAIN } from '../src/lettering/layout.ts';
import { faceIds, faceOf } from './workshop.ts';

const box = (minX: number, minY: number, maxX: number, maxY: number, source = 'box'): Region => [
  roundedRectangle({ minX, minY, maxX, maxY }, 0, source),
];
const ring = (x: number, y: number, outer: number, inner: number): Region => [
  circle({ x, y }, outer, 'ring'),
  reverseContour(circle({ x, y }, inner, 'ring')),
];

/** Overlapping letters of any face, each a region. */
const letters = fc
  .record({
    face: fc.constantFrom(...faceIds),
    words: fc.string({ unit: fc.constantFrom(...'abcdefgijoprstvwABDGJKOQRS0368&@'), minLength: 2, maxLength: 4 }),
    closer: fc.double({ min: 0, max: 9, noNaN: true }),
    capHeight: fc.double({ min: 15, max: 60, noNaN: true }),
  })
  .map(({ face, words, closer, capHeight }) =>
    layOut(
      { ...PLAIN, words, size: { by: 'cap height', value: capHeight }, letterSpacing: -closer },
      faceOf(face),
    ).letters.map(({ contours }) => contours),
  )
  .filter((regions) => regions.length > 1);

describe('splicing on the curves themselves', () => {
  it('gives the lens of the textbook, and what is left of each circle, in two arcs each', () => {
    const [r, d] = [10, 12];
    const crossed = cross([[circle({ x: 0, y: 0 }, r, 'a')], [circle({ x: d, y: 0 }, r, 'b')]])!;
    const lens = 2 * r * r * Math.acos(d / (2 * r)) - (d / 2) * Math.sqrt(4 * r * r - d * d);
    const [both, rest, either] = (['intersection', 'difference', 'union'] as const).map((how) =>
      combine(how, crossed)!,
    );
    expect(regionArea(both!)).toBeCloseTo(lens, 9);
    expect(regionArea(rest!)).toBeCloseTo(Math.PI * r * r - lens, 9);
    expect(regionArea(either!)).toBeCloseTo(2 * Math.PI * r * r - lens, 9);
    for (const region of [both!, rest!, either!])
      expect(region.flatMap(({ segments }) => segments).every(({ kind }) => kind === 'arc')).toBe(true);
  });

  it('minds holes: rings that cross, one within the other, a tool in a hole', () => {
    const across = splice('union', [ring(0, 0, 10, 8), ring(12, 0, 10, 8)])!;
    // The outer line, the middles of both rings, the lens between them, and its two tips.
    expect(across.filter((contour) => regionArea([contour]) > 0)).toHaveLength(1);
    expect(across).toHaveLength(4);
    expect(splice('union', [ring(0, 0, 10, 8), ring(0, 0, 5, 3)])).toHaveLength(4);
    expect(splice('union', [ring(0, 0, 10, 5), [circle({ x: 0, y: 0 }, 7, 'disc')]])).toHaveLength(1);
    expect(splice('difference', [ring(0, 0, 10, 8), box(-2, -2, 2, 2)])).toHaveLength(2);
    expect(splice('difference', [box(0, 0, 10, 10), ring(5, 5, 3, 1)])).toHaveLength(3);
    expect(splice('intersection', [box(0, 0, 1, 1), box(5, 5, 6, 6)])).toEqual([]);
  });

  it('sets a crossing at a node on the node, whichever of the two has it', () => {
    const notched = [
      polygon(
        [
          { x: 0, y: 0 },
          { x: 10, y: 0 },
          { x: 10, y: 5 },
          { x: 10, y: 10 },
          { x: 0, y: 10 },
        ],
        'a',
      ),
    ];
    for (const [first, second] of [
      [notched, box(5, 5, 15, 8)],
      [box(5, 5, 15, 8), notched],
    ] as const) {
      const both = splice('intersection', [first, second])!;
      expect(regionArea(both)).toBeCloseTo(15, 9);
      expect(both[0]!.segments.every(({ from, to }) => distance(from, to) > 0.1)).toBe(true);
    }
  });

  it.each<[string, Region, Region]>([
    ['edges that lie on each other', box(0, 0, 10, 10), box(10, 2, 20, 8)],
    ['edges a hair apart', box(0, 0, 10, 10), box(10.002, 2, 20, 8)],
    [
      'a corner on an edge',
      box(0, 0, 10, 10),
      [
        polygon(
          [
            { x: 10, y: 5 },
            { x: 15, y: 0 },
            { x: 15, y: 10 },
          ],
          'b',
        ),
      ],
    ],
    ['corner to corner', box(0, 0, 10, 10), box(10, 10, 20, 20)],
    ['circles that touch', [circle({ x: 0, y: 0 }, 5, 'a')], [circle({ x: 10, y: 0 }, 5, 'b')]],
    ['one and the same outline', box(0, 0, 10, 10), box(0, 0, 10, 10)],
  ])('leaves %s to the sweep', (_, a, b) => {
    expect(splice('union', [a, b])).toBeNull();
    expect(splice('difference', [b, a])).toBeNull();
  });

  it('gives what the sweep gives, and parts that add up, whatever the letters', () => {
    let [asked, answered] = [0, 0];
    fc.assert(
      fc.property(letters, (regions) => {
        asked++;
        const whole = splice('union', regions);
        const crossed = cross([regions[0]!, regions[1]!]);
        if (!whole || !crossed) return;
        answered++;
        for (const contour of whole) expect(isConnected(contour)).toBe(true);
        expect(Math.abs(regionArea(whole) - regionArea(sweep(ClipType.Union, regions.flat(), [])))).toBeLessThan(
          0.02 + 3e-5 * regionArea(whole),
        );
        const [either, both, rest] = (['union', 'intersection', 'difference'] as const).map((how) =>
          regionArea(combine(how, crossed)!),
        );
        const [a, b] = [regionArea(regions[0]!), regionArea(regions[1]!)];
        // But for slivers, which are left out.
        expect(Math.abs(either! + both! - a - b)).toBeLessThan(0.03);
        expect(Math.abs(rest! + both! - a)).toBeLessThan(0.03);
      }),
      { numRuns: 200 },
    );
    expect(answered / asked).toBeGreaterThan(0.75);
  });

  it('does not mind where the letters stand', () => {
    fc.assert(
      fc.property(
        letters,
        fc.double({ min: -2000, max: 2000, noNaN: true }),
        fc.double({ min: -2000, max: 2000, noNaN: true }),
        (regions, dx, dy) => {
          const [here, there] = [
            splice('union', regions),
            splice(
              'union',
              regions.map((region) => moveRegion(region, dx, dy)),
            ),
          ];
          if (here && there) expect(regionArea(there)).toBeCloseTo(regionArea(here), 3);
        },
      ),
      { numRuns: 60 },
    );
  });
});
