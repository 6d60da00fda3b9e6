import { Clipper, FillRule } from 'clipper2-ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { componentsOf } from '../src/geometry/components.ts';
import { closedContour, flatten, isConnected, type Contour } from '../src/geometry/contour.ts';
import { regionArea, regionContains, reverseContour, sourcesOf } from '../src/geometry/contour-facts.ts';
import { common, knockOut, weld, weldEvenOdd, weldRegions } from '../src/geometry/kernel/boolean.ts';
import { weldSafely } from '../src/geometry/kernel/guard.ts';
import { distanceToSpan, type Point } from '../src/geometry/point.ts';
import { arc, cubic, line } from '../src/geometry/segment.ts';
import { circle, polygon, roundedRectangle } from '../src/geometry/shapes.ts';
import { layOut, PLAIN } from '../src/lettering/layout.ts';
import { faceIds, faceOf } from './workshop.ts';

const lettersOf = (words: string, face: string, capHeight = 40) =>
  layOut({ words, size: { by: 'cap height', value: capHeight }, ...PLAIN }, faceOf(face)).letters;

/** Area of the same union done on fine polygons alone, by the library, without our restoring of curves. */
function polygonArea(contours: readonly Contour[]): number {
  const paths = contours.map((contour) =>
    flatten(contour, 0.0005).map(({ x, y }) => ({ x: Math.round(x * 1e5), y: Math.round(y * 1e5) })),
  );
  return Clipper.areaPaths(Clipper.union(paths, FillRule.NonZero)) / 1e10;
}

/** Largest distance from points of the result to the lines it was made from, mm; Infinity where that is far. */
function strayFrom(result: readonly Contour[], sources: readonly Contour[]): number {
  const strips = new Map<number, [Point, Point][]>();
  for (const ring of sources.map((contour) => flatten(contour, 0.0005)))
    ring.forEach((p, i) => {
      const q = ring[(i + 1) % ring.length]!;
      for (let x = Math.floor(Math.min(p.x, q.x) - 0.1); x <= Math.max(p.x, q.x) + 0.1; x++) {
        const strip = strips.get(x) ?? [];
        strip.push([p, q]);
        strips.set(x, strip);
      }
    });
  const off = (p: Point): number =>
    (strips.get(Math.floor(p.x)) ?? []).reduce((best, [a, b]) => Math.min(best, distanceToSpan(p, a, b)), Infinity);
  return result.flatMap((contour) => flatten(contour, 0.01)).reduce((worst, p) => Math.max(worst, off(p)), 0);
}

describe('booleans', () => {
  it('welds two circles into two arcs that meet on both, with the area of the textbook', () => {
    const [r, d] = [10, 12];
    const region = weld([circle({ x: 0, y: 0 }, r, 'a'), circle({ x: d, y: 0 }, r, 'b')]);
    const lens = 2 * r * r * Math.acos(d / (2 * r)) - (d / 2) * Math.sqrt(4 * r * r - d * d);
    expect(region).toHaveLength(1);
    expect(region[0]!.segments.every(({ kind }) => kind === 'arc')).toBe(true);
    expect(region[0]!.segments.length).toBeLessThanOrEqual(6);
    expect(regionArea(region)).toBeCloseTo(2 * Math.PI * r * r - lens, 6);
    const joint = region[0]!.segments.find(({ from }) => Math.abs(from.x - d / 2) < 0.1)!.from;
    expect(Math.hypot(joint.x, joint.y)).toBeCloseTo(r, 6);
    expect(sourcesOf(region)).toEqual(new Set(['a', 'b']));
  });

  it('goes by winding where outlines lie within each other, whichever way they run', () => {
    const [outer, inner, core] = [
      circle({ x: 0, y: 0 }, 10, 'a'),
      circle({ x: 1, y: 0 }, 5, 'b'),
      circle({ x: 1, y: 0 }, 2, 'c'),
    ];
    const areaOf = (contours: Contour[]) => regionArea(weld(contours)) / Math.PI;
    expect(areaOf([outer, inner])).toBeCloseTo(100, 9);
    expect(areaOf([outer, reverseContour(inner)])).toBeCloseTo(75, 9);
    expect(areaOf([reverseContour(outer), inner])).toBeCloseTo(75, 9);
    expect(areaOf([outer, reverseContour(inner), core])).toBeCloseTo(79, 9);
    expect(areaOf([outer, inner, reverseContour(core)])).toBeCloseTo(100, 9);
    expect(areaOf([reverseContour(outer)])).toBeCloseTo(100, 9);
  });

  it('welds what crosses itself, the loop of one curve too, and keeps it in curves', () => {
    const place = fc.record({ x: fc.integer({ min: 0, max: 100 }), y: fc.integer({ min: 0, max: 100 }) });
    fc.assert(
      fc.property(fc.array(fc.tuple(place, place, place), { minLength: 1, maxLength: 3 }), (nodes) => {
        const segments = nodes.map(([from, c1, c2], i) => cubic(from, c1, c2, nodes[(i + 1) % nodes.length]![0], ''));
        const region = weld([closedContour(segments)]);
        const area = polygonArea([closedContour(segments)]);
        expect(Math.abs(regionArea(region) - area)).toBeLessThan(0.05 + area / 1000);
      }),
    );
    const loop = cubic({ x: 0, y: 0 }, { x: 90, y: 60 }, { x: -50, y: 60 }, { x: 40, y: 0 }, '');
    const [drop] = weld([closedContour([loop, line(loop.to, loop.from, '')])]);
    expect(drop!.segments.length).toBeLessThan(4);
  });

  it('keeps a rounded plate with holes in lines and arcs', () => {
    const plate = roundedRectangle({ minX: 0, minY: 0, maxX: 100, maxY: 50 }, 8, 'plate');
    const region = knockOut(weld([plate]), weld([circle({ x: 20, y: 25 }, 5, 'hole')]));
    expect(region).toHaveLength(2);
    expect(region.map(({ segments }) => segments.length).sort((a, b) => a - b)).toEqual([2, 8]);
    expect(regionArea(region)).toBeCloseTo(100 * 50 - (4 - Math.PI) * 64 - Math.PI * 25, 6);
  });

  it('keeps a circle that is one arc, whichever way it runs and wherever it begins', () => {
    const plate = weld([
      polygon(
        [
          { x: 0, y: 0 },
          { x: 100, y: 0 },
          { x: 100, y: 50 },
          { x: 0, y: 50 },
        ],
        'plate',
      ),
    ]);
    const turn = fc.record({ start: fc.integer({ min: 0, max: 359 }), way: fc.constantFrom(360, -360) });
    fc.assert(
      fc.property(turn, ({ start, way }) => {
        const whole = closedContour([arc({ x: 20, y: 25 }, 3, start, way, '')]);
        for (const region of [weldEvenOdd([whole]), knockOut(plate, weld([whole]))]) {
          const bent = region.flatMap(({ segments }) => segments.filter(({ kind }) => kind !== 'line'));
          expect(bent.map(({ kind }) => kind)).toEqual(['arc', 'arc']);
        }
        expect(regionArea(knockOut(plate, weld([whole])))).toBeCloseTo(5000 - 9 * Math.PI, 6);
      }),
    );
  });

  it('gives areas that add up, whatever the rectangles', () => {
    const box = fc.record({
      x: fc.integer({ min: 0, max: 60 }),
      y: fc.integer({ min: 0, max: 60 }),
      w: fc.integer({ min: 2, max: 40 }),
      h: fc.integer({ min: 2, max: 40 }),
      r: fc.integer({ min: 0, max: 9 }),
    });
    const toRegion = (boxes: readonly { x: number; y: number; w: number; h: number; r: number }[]) =>
      weld(
        boxes.map(({ x, y, w, h, r }, i) =>
          roundedRectangle({ minX: x, minY: y, maxX: x + w, maxY: y + h }, r, `box:${i}`),
        ),
      );
    fc.assert(
      fc.property(
        fc.array(box, { minLength: 1, maxLength: 5 }),
        fc.array(box, { minLength: 1, maxLength: 5 }),
        (first, second) => {
          const [a, b] = [toRegion(first), toRegion(second)];
          const [both, either, rest] = [
            regionArea(common(a, b)),
            regionArea(weld([...a, ...b])),
            regionArea(knockOut(a, b)),
          ];
          expect(Math.abs(either + both - regionArea(a) - regionArea(b))).toBeLessThan(0.2);
          expect(Math.abs(rest + both - regionArea(a))).toBeLessThan(0.2);
          for (const contour of [...a, ...b]) expect(isConnected(contour)).toBe(true);
        },
      ),
      { numRuns: 150 },
    );
  });

  it.each(faceIds)('welds %s without leaving its curves: area, place and nodes', (face) => {
    const letters = lettersOf('Alderwick & 8@Rg', face);
    const contours = letters.flatMap((letter) => letter.contours);
    const region = weld(contours);
    for (const contour of region) expect(isConnected(contour)).toBe(true);
    expect(Math.abs(regionArea(region) - polygonArea(contours))).toBeLessThan(0.3);
    expect(strayFrom(region, contours)).toBeLessThan(0.01);
    const nodes = (list: readonly Contour[]) => list.reduce((sum, { segments }) => sum + segments.length, 0);
    expect(nodes(region)).toBeLessThanOrEqual(nodes(contours) * 1.05 + 4);
  });

  it('joins what rests on an edge, lies over its like or is a hair away, and leaves a real gap', () => {
    const rail = roundedRectangle({ minX: 0, minY: 0, maxX: 60, maxY: 5 }, 0, 'rail');
    const block = (gap: number) => roundedRectangle({ minX: 7.3, minY: 5 + gap, maxX: 21.7, maxY: 20 }, 1.5, 'block');
    for (const gap of [0, 0.0004, -0.0004, 0.0015, -0.0015]) {
      const joined = weldRegions([[rail], [block(gap)]]);
      expect(joined, `gap ${gap}`).toHaveLength(1);
      expect(regionArea(joined)).toBeCloseTo(regionArea([rail]) + regionArea([block(0)]), 0);
    }
    expect(weldRegions([[rail], [block(0.01)]])).toHaveLength(2);
    for (const shift of [0, 0.0003, 0.0012]) {
      const stacked = [0, 1, 2].map((i) => circle({ x: 5 + i * shift, y: 5 - i * shift }, 7, `copy:${i}`));
      const pile = weld(stacked);
      expect(pile).toHaveLength(1);
      expect(regionArea(pile)).toBeCloseTo(Math.PI * 49, 0);
    }
  });

  it('sweeps only what comes near, with the same result as sweeping all', () => {
    const words = lettersOf('Fenny Alderwick', 'grand-hotel').map(({ contours }) => contours);
    const [some, all] = [weldRegions(words), weld(words.flat())];
    expect(some.length).toBe(all.length);
    expect(regionArea(some)).toBeCloseTo(regionArea(all), 3);
    const ring = weld([circle({ x: 0, y: 0 }, 20, 'o')]);
    // A counter with another letter in it, and a letter that lies within the other's material.
    const hollow = knockOut(ring, weld([circle({ x: 0, y: 0 }, 15, 'i')]));
    expect(weldRegions([hollow, [circle({ x: 0, y: 0 }, 3, 'dot')]])).toHaveLength(3);
    expect(weldRegions([ring, [circle({ x: 0, y: 0 }, 3, 'dot')]])).toHaveLength(1);
  });

  it('computes hostile outlines twice and decides by the winding number', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 0, max: 60 })), {
          minLength: 3,
          maxLength: 14,
        }),
        (corners) => {
          const scribble = polygon(
            corners.map(([x, y]) => ({ x, y })),
            'scribble',
          );
          const { region, doubt } = weldSafely([scribble]);
          if (doubt === null) expect(Math.abs(regionArea(region) - polygonArea([scribble]))).toBeLessThan(0.2);
          else expect(doubt).toBeLessThan(0.01);
        },
      ),
      { numRuns: 120 },
    );
  });

  it('drops slivers and keeps what is small but real', () => {
    expect(
      weld([
        polygon(
          [
            { x: 0, y: 0 },
            { x: 50, y: 0 },
            { x: 50, y: 0.001 },
          ],
          'sliver',
        ),
      ]),
    ).toEqual([]);
    expect(weld([circle({ x: 0, y: 0 }, 0.2, 'speck')])).toHaveLength(1);
  });
});

describe('pieces of a region', () => {
  it('finds each ring of a target with its own hole', () => {
    const rings = [30, 25, 20, 15, 10, 5].map((r) => weld([circle({ x: 3, y: 4 }, r, `r${r}`)]));
    const target = [
      ...knockOut(rings[0]!, rings[1]!),
      ...knockOut(rings[2]!, rings[3]!),
      ...knockOut(rings[4]!, rings[5]!),
    ];
    const components = componentsOf(target);
    expect(components.map(({ holes }) => holes.length)).toEqual([1, 1, 1]);
    expect(components.map(({ area }) => area / Math.PI)).toEqual(
      [900 - 625, 400 - 225, 100 - 25].map((area) => expect.closeTo(area, 1)),
    );
    expect(regionContains(target, { x: 3 + 12, y: 4 })).toBe(false);
    expect(regionContains(target, { x: 3 + 17, y: 4 })).toBe(true);
  });
});
