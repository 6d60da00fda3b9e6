import { describe, expect, it } from 'vitest';
import { measure } from '../src/job/measure-job.ts';
import { closedContour, type Contour, type Region } from '../src/geometry/contour.ts';
import { contourArea, regionArea } from '../src/geometry/contour-facts.ts';
import { isTangled, untangle } from '../src/geometry/kernel/untangle.ts';
import { distanceToSpan } from '../src/geometry/point.ts';
import { line, pointAt, segmentLength } from '../src/geometry/segment.ts';
import { selfCrossings } from '../src/geometry/self-crossings.ts';
import { circle, polygon } from '../src/geometry/shapes.ts';
import { SHORTEST_SEGMENT, withoutScraps } from '../src/geometry/without-scraps.ts';
import { closeSlits } from '../src/hold/joins/close-slits.ts';
import { buildOf, faceIds, faceOf, measuresOf, strokeFaceIds } from './workshop.ts';

const box = (minX: number, minY: number, maxX: number, maxY: number, source = 's') =>
  polygon(
    [
      { x: minX, y: minY },
      { x: maxX, y: minY },
      { x: maxX, y: maxY },
      { x: minX, y: maxY },
    ],
    source,
  );

/** What no machine should be given. */
function faultsOf(region: Region): string[] {
  return region.flatMap((contour, i) => [
    ...(selfCrossings(contour, 0.001).length > 0 ? [`contour ${i} crosses itself`] : []),
    ...contour.segments.filter((segment) => segmentLength(segment) < SHORTEST_SEGMENT).map(() => `contour ${i}: short`),
  ]);
}

describe('outlines that are given to a machine', () => {
  it.each(faceIds)('%s: none crosses itself or has a segment under 0.01 mm, backed or thickened', (face) => {
    const lettering = { words: 'Guard & 8@', face };
    expect(faultsOf(buildOf({ make: 'backed', lettering }).drawing.outline)).toEqual([]);
    const thick = { ...lettering, thicken: { by: 0.5 } };
    expect(faultsOf(buildOf({ make: 'cut-through', lettering: thick }).drawing.outline)).toEqual([]);
  });

  it('come out of a grazing join without the loop it leaves, and in the pieces foretold', () => {
    const { drawing, pieces } = buildOf({
      make: 'stand-alone',
      machine: 'fibre-laser',
      thickness: 1,
      lettering: { words: 'sar', face: 'pinyon-script', size: { by: 'cap height', value: 30 } },
      hold: { joins: { closeUp: true } },
    });
    expect(faultsOf(drawing.outline)).toEqual([]);
    expect(pieces).toHaveLength(drawing.outline.length);
  });

  it('lose segments of no length between two letters', () => {
    const lettering = { words: 'er', face: 'grand-hotel', size: { by: 'cap height', value: 40 } } as const;
    expect(faultsOf(buildOf({ make: 'cut-through', lettering }).drawing.outline)).toEqual([]);
  });

  it('keep their area and their place when scraps are taken out', () => {
    const corners = [0, 0.004, 0.008, 20, 20.003].map((x) => ({ x, y: 0 }));
    const scrappy = polygon([...corners, { x: 20, y: 10 }, { x: 0, y: 10 }, { x: 0, y: 0.006 }], 's');
    const [tidy, ...more] = withoutScraps([scrappy]);
    expect(more).toEqual([]);
    expect(faultsOf([tidy!])).toEqual([]);
    expect(tidy!.segments.length).toBeLessThan(6);
    expect(contourArea(tidy!)).toBeCloseTo(200, 0);
    for (const { from } of tidy!.segments)
      expect(
        Math.min(...scrappy.segments.map((segment) => distanceToSpan(from, segment.from, segment.to))),
      ).toBeLessThanOrEqual(0.005);
    expect(withoutScraps([box(0, 0, 0.003, 0.004)])).toEqual([]);
  });

  it('are parted where they cross themselves: a small loop goes, two halves stay', () => {
    const knot = (side: number): Contour =>
      closedContour(
        [
          [0, 0],
          [10, 0],
          [10, 10],
          [5 - side, 10],
          [5 - side, 10 + side],
          [5, 10 + side],
          [5, 10 - side / 2],
          [0, 10 - side / 2],
        ].map(([x, y], i, all) => {
          const [toX, toY] = all[(i + 1) % all.length]!;
          return line({ x: x!, y: y! }, { x: toX!, y: toY! }, 's');
        }),
      );
    expect(isTangled(knot(0.1), 0.001)).toBe(true);
    expect(untangle(knot(0.1))).toHaveLength(1);
    expect(selfCrossings(untangle(knot(0.1))[0]!, 0.001)).toEqual([]);
    expect(untangle(knot(4))).toHaveLength(2);
    expect(untangle(circle({ x: 0, y: 0 }, 3, 'o'))).toHaveLength(1);
  });
});

describe('what touches', () => {
  it('is joined over the width of the cut, and no slit is left to be cut twice', () => {
    const discs = [circle({ x: 0, y: 0 }, 10, 'a'), circle({ x: 20, y: 0 }, 10, 'b')];
    const closed = closeSlits(discs, 1);
    expect(closed).toHaveLength(1);
    // What a disc of 0.5 mm radius cannot roll into, on both sides of the point where two of 10 mm touch: the triangle
    // of the three middles less the three sectors in it.
    const height = Math.sqrt(10.5 ** 2 - 10 ** 2);
    const angle = Math.atan2(height, 10);
    const filled = 2 * (10 * height - 100 * angle - 0.25 * (Math.PI / 2 - angle));
    expect(regionArea(closed) - regionArea(discs) - filled).toBeGreaterThan(0);
    expect(regionArea(closed) - regionArea(discs) - filled).toBeLessThan(0.25);
    expect(closeSlits([box(0, 0, 10, 10, 'a'), box(12, 0, 20, 10, 'b')], 1)).toHaveLength(2);
    const alone = [box(0, 0, 10, 10, 'a')];
    expect(closeSlits(alone, 1)).toBe(alone);
  });

  it('foretells every piece that falls: a bowl that touches its rail', () => {
    const job = buildOf({
      make: 'stand-alone',
      lettering: { words: 'q', face: 'fredoka-semibold', size: { by: 'cap height', value: 40 } },
      rail: { height: 8, overlap: 0 },
    });
    expect(job.pieces.map(({ status }) => status)).toEqual(['kept', 'drop-out', 'drop-out']);
    expect(job.pieces).toHaveLength(job.drawing.outline.length);
    expect(measure(job).findings.map(({ rule }) => rule)).not.toContain('thin wall');
  });

  it('tells no narrow gaps along one wedge of letters closed up', () => {
    const job = buildOf({
      make: 'stand-alone',
      lettering: { words: 'OP', face: 'saira-stencil', size: { by: 'cap height', value: 50 } },
      hold: { joins: { closeUp: true } },
    });
    expect(measuresOf(job).gaps.thin).toEqual([]);
  });
});

describe('faults that fonts carry', () => {
  it('pinholes are no islands', () => {
    const job = buildOf({ make: 'cut-through', lettering: { words: 'FFG', face: 'yellowtail' } });
    expect(job.hold.islands.every(({ component }) => component.area > 1)).toBe(true);
    expect(job.findings.map(({ rule }) => rule)).not.toContain('drop-out');
  });

  it.each(strokeFaceIds)('%s: no line is drawn twice', (id) => {
    const face = faceOf(id);
    const near = face.unitsPerEm * 0.003;
    for (const character of 'BgGiRx@&8Qk') {
      const segments = face.strokes(face.shape(character)[0]!.glyph).flatMap((stroke) => stroke.segments);
      const chords = segments.map((segment) =>
        Array.from({ length: 20 }, (_, k) => [pointAt(segment, k / 20), pointAt(segment, (k + 1) / 20)] as const),
      );
      segments.forEach((segment, i) => {
        if (segmentLength(segment) <= 0.03 * face.unitsPerEm) return;
        // Three places well inside it that all lie on one earlier segment.
        const places = [0.25, 0.5, 0.75].map((t) => pointAt(segment, t));
        const isOn = (k: number) => places.every((p) => chords[k]!.some(([a, b]) => distanceToSpan(p, a, b) < near));
        expect(
          segments.findIndex((_, k) => k < i && isOn(k)),
          `${character} ${i}`,
        ).toBe(-1);
      });
    }
  });
});
