import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { thicken } from '../src/construct/thicken.ts';
import { closedContour, flatten, type Region } from '../src/geometry/contour.ts';
import { weldRegions } from '../src/geometry/kernel/boolean.ts';
import { offsetRegion } from '../src/geometry/kernel/offset.ts';
import { distanceToSpan, type Point } from '../src/geometry/point.ts';
import { cubic, line } from '../src/geometry/segment.ts';
import { circle, polygon, roundedRectangle } from '../src/geometry/shapes.ts';
import { widestDisc } from '../src/geometry/widest-disc.ts';
import { contourArea, regionArea, reverseContour } from '../src/geometry/contour-facts.ts';
import { layOut, PLAIN } from '../src/lettering/layout.ts';
import { kernelArea } from './kernel-area.ts';
import { faceIds, faceOf } from './workshop.ts';

const nodesIn = (region: Region) => region.reduce((sum, { segments }) => sum + segments.length, 0);
const wordIn = (face: string, words: string, capHeight = 40): Region =>
  weldRegions(
    layOut({ ...PLAIN, words, size: { by: 'cap height', value: capHeight } }, faceOf(face)).letters.map(
      ({ contours }) => contours,
    ),
  );

/** Distance of each point of a result from the edge it was offset from, on an independent fine flattening. */
function distancesTo(source: Region, result: Region): number[] {
  const spans = source.flatMap((contour) => {
    const ring = flatten(contour, 0.0005);
    return ring.map((p, i): [Point, Point] => [p, ring[(i + 1) % ring.length]!]);
  });
  return result
    .flatMap((contour) => flatten(contour, 0.02))
    .map((p) => {
      let best = Infinity;
      for (const [a, b] of spans) {
        if (
          p.x < Math.min(a.x, b.x) - best ||
          p.x > Math.max(a.x, b.x) + best ||
          p.y < Math.min(a.y, b.y) - best ||
          p.y > Math.max(a.y, b.y) + best
        )
          continue;
        best = Math.min(best, distanceToSpan(p, a, b));
      }
      return best;
    });
}

describe('offsets', () => {
  it('are those of the textbook for squares, circles and holes', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 50, noNaN: true }),
        fc.double({ min: 0.05, max: 2, noNaN: true }),
        (side, by) => {
          const square = [
            polygon(
              [
                { x: 0, y: 0 },
                { x: side, y: 0 },
                { x: side, y: side },
                { x: 0, y: side },
              ],
              's',
            ),
          ];
          expect(regionArea(offsetRegion(square, by))).toBeCloseTo(side * side + 4 * side * by + Math.PI * by * by, 2);
          expect(regionArea(offsetRegion(square, -by))).toBeCloseTo((side - 2 * by) ** 2, 2);
          const ring = [circle({ x: 0, y: 0 }, side, 'o'), reverseContour(circle({ x: 0, y: 0 }, side / 2, 'i'))];
          const grown = offsetRegion(ring, by);
          expect(regionArea(grown)).toBeCloseTo(Math.PI * ((side + by) ** 2 - (side / 2 - by) ** 2), 1);
          expect(grown.every(({ segments }) => segments.every(({ kind }) => kind === 'arc'))).toBe(true);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('leave nothing of what is thinner than they take', () => {
    for (const by of [-1.01, -1.2, -1.5, -2.5, -6])
      expect(offsetRegion([circle({ x: 3, y: 4 }, 1, 'dot')], by)).toEqual([]);
    const pill = roundedRectangle({ minX: 0, minY: 0, maxX: 12, maxY: 3 }, 1.5, 'pill');
    for (const by of [-1.51, -2, -4]) expect(offsetRegion([pill], by)).toEqual([]);
    expect(offsetRegion([roundedRectangle({ minX: 0, minY: 0, maxX: 40, maxY: 2 }, 0, 'bar')], -1.01)).toEqual([]);
    expect(
      offsetRegion(
        [
          reverseContour(circle({ x: 20, y: 20 }, 1, 'hole')),
          roundedRectangle({ minX: 0, minY: 0, maxX: 40, maxY: 40 }, 0, 'plate'),
        ],
        1.01,
      ),
    ).toHaveLength(1);
  });

  it.each(['overpass-bold', 'besley-bold', 'bungee-shade', 'grand-hotel', 'pinyon-script'])(
    'of %s have the areas that the kernel’s own have, grown and shrunk past counters and strokes',
    (face) => {
      for (const capHeight of [12, 40])
        for (const by of [-1.5, -0.5, 1.5, 4]) {
          const word = wordIn(face, 'Big & 8@', capHeight);
          const [ours, theirs] = [regionArea(offsetRegion(word, by)), kernelArea(word, by)];
          expect(Math.abs(ours - theirs), `${capHeight} mm by ${by}`).toBeLessThan(0.05 + 0.0005 * theirs);
        }
    },
  );

  it.each(faceIds)('keep %s at their distance within 0.01 mm, with few nodes', (face) => {
    for (const by of [0.4, -0.15]) {
      const word = wordIn(face, 'Rag8');
      const result = offsetRegion(word, by);
      for (const distance of distancesTo(word, result)) expect(Math.abs(distance - Math.abs(by))).toBeLessThan(0.01);
      // A corner becomes an arc of its own; a curve stays about one curve.
      expect(nodesIn(result)).toBeLessThanOrEqual(1.9 * nodesIn(word) + 12);
    }
  });

  it('keep their distance where curves are too tight for them in a part of each', () => {
    const word = wordIn('besley-bold', '@Q%a3', 20);
    for (const distance of distancesTo(word, offsetRegion(word, -0.3))) expect(distance).toBeGreaterThan(0.295);
  });

  it('stay curves where counters are overgrown', () => {
    for (const face of ['overpass-bold', 'besley-bold']) {
      const word = wordIn(face, 'Big & 8@', 16);
      expect(nodesIn(offsetRegion(word, 3))).toBeLessThan(nodesIn(word));
    }
  });

  it('are those of polygons where a sweep on the curves goes wrong', () => {
    // Its lines graze each other when they are moved by so much: 7 mm² were lost.
    const outer = closedContour([
      cubic({ x: 7.763, y: -7.827 }, { x: 10.329, y: -6.229 }, { x: 12.803, y: 3.789 }, { x: 16.629, y: 5.419 }, 's'),
      cubic({ x: 16.629, y: 5.419 }, { x: 9.978, y: 2.316 }, { x: 6.314, y: 8.615 }, { x: 1.91, y: 4.535 }, 's'),
      line({ x: 1.91, y: 4.535 }, { x: -6.668, y: 8.407 }, 's'),
      cubic({ x: -6.668, y: 8.407 }, { x: -5.654, y: 6.072 }, { x: -12.823, y: -1.944 }, { x: -15.38, y: -3.408 }, 's'),
      line({ x: -15.38, y: -3.408 }, { x: -0.955, y: -4.516 }, 's'),
      line({ x: -0.955, y: -4.516 }, { x: 7.763, y: -7.827 }, 's'),
    ]);
    for (const by of [1.5, 2, 2.19, 2.5, 3])
      expect(Math.abs(regionArea(offsetRegion([outer], by)) - kernelArea([outer], by))).toBeLessThan(0.3);
  });
});

describe('thickening', () => {
  it('holds counters open to the width asked for, and says what it closed', () => {
    const word = wordIn('overpass-bold', 'B    A    O    8', 20);
    const before = word.filter((contour) => contourArea(contour) < 0).length;
    const free = thicken(word, { by: 2.4, keepCounters: 0 });
    expect(free.closed.length).toBeGreaterThan(0);
    expect(free.region.filter((contour) => contourArea(contour) < 0)).toHaveLength(before - free.closed.length);
    const kept = thicken(word, { by: 2.4, keepCounters: 1.5 });
    expect(kept.closed).toEqual([]);
    for (const hole of kept.region.filter((contour) => contourArea(contour) < 0))
      expect(widestDisc([reverseContour(hole)]).diameter).toBeGreaterThan(1.5 - 0.02);
  });

  it('tells when thinning parts a letter', () => {
    const thin = thicken(wordIn('pinyon-script', 'n', 30), { by: -0.6, keepCounters: 0 });
    expect(thin.parts.after).not.toBe(thin.parts.before);
  });
});
