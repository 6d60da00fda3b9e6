import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fitCurve } from '../src/artwork/fitting/fit-curve.ts';
import { resampled, STEP } from '../src/artwork/fitting/resample.ts';
import { shadesOf, type GreyPicture } from '../src/artwork/picture/grey-picture.ts';
import { smoothingFor } from '../src/artwork/picture/level.ts';
import { packPicture, unpackPicture } from '../src/artwork/picture/packed.ts';
import { blurOf } from '../src/artwork/picture/refine.ts';
import { ringsOf } from '../src/artwork/picture/rings.ts';
import { PLAIN_TRACE, trace } from '../src/artwork/picture/trace.ts';
import { joinBounds } from '../src/geometry/bounds.ts';
import { refit } from '../src/artwork/fitting/refit.ts';
import { flatten, isConnected, placeContour, type Contour, type Region } from '../src/geometry/contour.ts';
import { contourArea, contourBounds, regionArea } from '../src/geometry/contour-facts.ts';
import { knockOut, weldRegions } from '../src/geometry/kernel/boolean.ts';
import { cross, distanceToSpan, dot, type Point } from '../src/geometry/point.ts';
import { selfCrossings } from '../src/geometry/self-crossings.ts';
import { pointAt, segmentLength, tangentAt } from '../src/geometry/segment.ts';
import { circle, polygon, roundedRectangle } from '../src/geometry/shapes.ts';
import { turnRegion } from '../src/geometry/turn.ts';
import { layOut, PLAIN } from '../src/lettering/layout.ts';
import { dice } from './dice.ts';
import { drawn } from './raster.ts';
import { faceOf } from './workshop.ts';

/** A region turned and set off the grid of pixels, with the size of a picture that holds it. */
function placed(region: Region, turn: number) {
  const turned = turnRegion(region, turn);
  const { minX, minY, maxX, maxY } = joinBounds(turned.map(contourBounds));
  return {
    region: turned.map((contour) => placeContour(contour, 1, 10.3 - minX, 10.7 - minY)),
    width: Math.ceil(maxX - minX) + 21,
    height: Math.ceil(maxY - minY) + 21,
  };
}

const lettersOf = (words: string, face: string, capHeight: number): Region =>
  weldRegions(
    layOut({ ...PLAIN, words, size: { by: 'cap height', value: capHeight } }, faceOf(face)).letters.map(
      ({ contours }) => contours,
    ),
  );

const points = (region: Region): Point[] =>
  region.flatMap(({ segments }) => segments.flatMap((segment) => [0, 0.25, 0.5, 0.75].map((t) => pointAt(segment, t))));

/** How far points of one lie from the edges of the other, on the whole and at worst. */
function apart(a: Region, b: Region): { readonly mean: number; readonly worst: number } {
  const edges = b.map((contour) => flatten(contour, 0.01));
  const distances = points(a).map((point) =>
    Math.min(
      ...edges.map((ring) =>
        Math.min(...ring.map((from, i) => distanceToSpan(point, from, ring[(i + 1) % ring.length]!))),
      ),
    ),
  );
  return { mean: distances.reduce((sum, each) => sum + each, 0) / distances.length, worst: Math.max(...distances) };
}

const corners = (region: Region): Point[] =>
  region.flatMap(({ segments }) =>
    segments.flatMap((segment, i) => {
      const [a, b] = [tangentAt(segment, 1), tangentAt(segments[(i + 1) % segments.length]!, 0)];
      return Math.abs(Math.atan2(cross(a, b), dot(a, b))) > (20 * Math.PI) / 180 ? [segment.to] : [];
    }),
  );
const nodes = (region: Region): number => region.reduce((sum, { segments }) => sum + segments.length, 0);

const star = polygon(
  Array.from({ length: 10 }, (_, i) => {
    const [radius, angle] = [i % 2 === 0 ? 90 : 40, (i * Math.PI) / 5];
    return { x: radius * Math.cos(angle), y: radius * Math.sin(angle) };
  }),
  '',
);
const board = roundedRectangle({ minX: 0, minY: 0, maxX: 200, maxY: 120 }, 20, '');
const CASES: readonly {
  readonly name: string;
  readonly shape: Region;
  readonly turn?: number;
  readonly blur?: number;
  readonly grain?: number;
  /** Limits, pixels; nodes as a multiple of the truth's. */
  readonly mean: number;
  readonly worst: number;
  readonly nodes: number;
}[] = [
  { name: 'a board with round corners', shape: [board], mean: 0.05, worst: 0.3, nodes: 1 },
  { name: 'the board turned', shape: [board], turn: 17, mean: 0.1, worst: 0.6, nodes: 1.6 },
  { name: 'a disc', shape: [circle({ x: 0, y: 0 }, 60, '')], mean: 0.02, worst: 0.05, nodes: 1 },
  { name: 'a star', shape: [star], turn: 7, mean: 0.03, worst: 0.1, nodes: 1.2 },
  { name: 'a blurred star', shape: [star], turn: 7, blur: 1.2, mean: 0.05, worst: 0.3, nodes: 1.1 },
  { name: 'a grainy star', shape: [star], turn: 7, blur: 0.5, grain: 40, mean: 0.12, worst: 0.8, nodes: 2 },
  // A slit as narrow as a pixel ends short of its tip.
  { name: 'upright letters', shape: lettersOf('Way', 'overpass-bold', 120), mean: 0.1, worst: 2.2, nodes: 1 },
  { name: 'letters with serifs', shape: lettersOf('Rg', 'vollkorn-bold', 120), mean: 0.12, worst: 1, nodes: 1 },
  {
    name: 'script, blurred',
    shape: lettersOf('Fenny', 'grand-hotel', 90),
    blur: 0.5,
    mean: 0.15,
    worst: 1.5,
    nodes: 1,
  },
];

describe('a traced picture', () => {
  it.each(CASES)('of $name is as it was drawn, in few nodes', ({ shape, turn = 0, blur, grain, ...most }) => {
    const { region, width, height } = placed(shape, turn);
    const { contours } = trace(drawn(region, width, height, blur, grain), PLAIN_TRACE);
    expect(contours).toHaveLength(region.length);
    for (const contour of contours) expect(isConnected(contour, 1e-6)).toBe(true);
    // Dark to the left: holes run the other way round.
    expect(contours.reduce((sum, contour) => sum + contourArea(contour), 0) / regionArea(region)).toBeCloseTo(1, 2);
    const [there, back] = [apart(contours, region), apart(region, contours)];
    expect((there.mean + back.mean) / 2).toBeLessThan(most.mean);
    expect(Math.max(there.worst, back.worst)).toBeLessThan(most.worst);
    expect(nodes(contours)).toBeLessThanOrEqual(most.nodes * nodes(region));
  });

  it.each([0, 1.2])('finds every corner of a star and no other, blurred by %s pixels', (blur) => {
    const { region, width, height } = placed([star], 7);
    const found = corners(trace(drawn(region, width, height, blur), PLAIN_TRACE).contours);
    expect(found).toHaveLength(10);
    for (const corner of corners(region))
      expect(Math.min(...found.map((other) => Math.hypot(other.x - corner.x, other.y - corner.y)))).toBeLessThan(0.3);
  });

  /** A plate with a small step and a small point, and with tips cut off narrow: all sides short, as of serifs. */
  const small = polygon(
    [
      [0, 0],
      [60, 0],
      [60, 40],
      [56, 40],
      [56, 43.5],
      [42, 43.5],
      [38.5, 49],
      [35, 43.5],
      [26, 43.5],
      [16, 71],
      [14, 71],
      [9, 43.5],
      [0, 35],
    ].map(([x, y]) => ({ x: x!, y: y! })),
    '',
  );
  it.each([
    [0, 0.5, 0],
    [11, 0.7, 0],
    [38, 0.9, 4],
  ])('finds corners of sides as short as serifs, turned by %s, blurred by %s, grain %s', (turn, blur, grain) => {
    const { region, width, height } = placed([small], turn);
    const { contours } = trace(drawn(region, width, height, blur, grain), PLAIN_TRACE);
    const found = corners(contours);
    for (const corner of corners(region))
      expect(Math.min(...found.map((other) => Math.hypot(other.x - corner.x, other.y - corner.y)))).toBeLessThan(0.5);
    expect(found).toHaveLength(13);
    expect(apart(contours, region).worst).toBeLessThan(0.4);
  });

  it('keeps what is round, and what is blunt, as it is: no corner where the lines on either side would meet', () => {
    const round = roundedRectangle({ minX: 0, minY: 0, maxX: 90, maxY: 60 }, 3.5, '');
    const blunt = polygon(
      [
        { x: 0, y: 0 },
        { x: 80, y: 38.5 },
        { x: 80, y: 41.5 },
        { x: 0, y: 80 },
      ],
      '',
    );
    for (const [shape, most] of [
      [round, 0.6],
      [blunt, 0.6],
    ] as const)
      for (const blur of [0.5, 1]) {
        const { region, width, height } = placed([shape], 11);
        const { contours } = trace(drawn(region, width, height, blur, 6), PLAIN_TRACE);
        expect(apart(contours, region).worst).toBeLessThan(most);
      }
  });

  it('goes round no loop at corners that are barely round', () => {
    const { region, width, height } = placed(lettersOf('TRw8', 'besley-bold', 80), 0);
    const { contours } = trace(drawn(region, width, height, 0.5), PLAIN_TRACE);
    expect(contours.flatMap((contour) => selfCrossings(contour, 0.01))).toEqual([]);
    expect(apart(contours, region).worst).toBeLessThan(1);
  });

  it.each([0, 0.5, 1, 2])('tells that edges are blurred by %s pixels', (blur) => {
    const { region, width, height } = placed([star], 7);
    const shades = shadesOf(drawn(region, width, height, blur));
    // A pixel's own width, and what lies between two, blur by half a pixel.
    expect(blurOf([resampled(ringsOf(shades, 127)[0]!, STEP)], shades)).toBeCloseTo(Math.hypot(blur, 0.5), 0.8);
  });

  it('is the same edge wherever it lies between pixels, and in light that is uneven', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.boolean(), (off, isUneven) => {
        const picture = drawn([roundedRectangle({ minX: 20 + off, minY: 20, maxX: 80, maxY: 70 }, 0, '')], 100, 90);
        const lit = picture.pixels.map((shade, i) => (isUneven ? 40 + shade * (0.4 + (0.4 * (i % 100)) / 100) : shade));
        const { contours } = trace({ ...picture, pixels: lit }, PLAIN_TRACE);
        expect(joinBounds(contours.map(contourBounds)).minX).toBeCloseTo(20 + off, isUneven ? 0 : 1);
        expect(contours).toHaveLength(1);
      }),
      { numRuns: 30 },
    );
  });

  it('is the same edge where a photo is faded, be the ground pale, grey or dark, and little of it taken up', () => {
    const { region, width, height } = placed(lettersOf('Rag', 'overpass-bold', 40), 5);
    const [wide, high] = [width + 60, height + 60];
    const sharp = drawn(region, wide, high, 0.8, 0);
    for (const [dark, light] of [
      [90, 160],
      [40, 100],
      [170, 215],
    ] as const) {
      const pixels = sharp.pixels.map((shade) => dark + (shade / 255) * (light - dark));
      const { contours, level } = trace({ ...sharp, pixels }, PLAIN_TRACE);
      expect(Math.abs(level - (dark + light) / 2)).toBeLessThan(2);
      expect(contours).toHaveLength(region.length);
      expect(apart(contours, region).worst).toBeLessThan(1);
    }
  });

  it('is smoothed by how its grain stands to what dark and light are apart, also where grain is blurred', () => {
    const { region, width, height } = placed(lettersOf('Rag', 'overpass-bold', 90), 5);
    const plain = drawn(region, width, height, 0.8, 0);
    expect(smoothingFor(shadesOf(plain))).toBe(0);
    const next = dice(3);
    const grain = Float64Array.from(plain.pixels, () => 12 * (2 * next() - 1));
    const soft = grain.map((_, i) => (grain[i]! + (grain[i + 1] ?? 0) + (grain[i + width] ?? 0)) / 3);
    const photo = (contrast: number) => ({
      ...plain,
      pixels: plain.pixels.map((shade, i) => 128 + ((shade - 128) / 255) * contrast + soft[i]!),
    });
    const [much, faded] = [smoothingFor(shadesOf(photo(220))), smoothingFor(shadesOf(photo(50)))];
    expect(faded).toBeGreaterThan(0.6);
    expect(faded).toBeGreaterThan(much + 0.05);
  });

  it('leaves spots out and counts them, takes light for dark, and goes by a level that is given', () => {
    const region = [placeContour(board, 1, 15, 15)];
    const picture = drawn(region, 240, 160);
    const counts = (shown: GreyPicture, speck = PLAIN_TRACE.speck) => {
      const { specks, contours } = trace(shown, { ...PLAIN_TRACE, speck });
      return [specks, contours.length];
    };
    const spotted = drawn([...region, roundedRectangle({ minX: 4, minY: 4, maxX: 6, maxY: 6 }, 0, '')], 240, 160);
    expect([counts(picture), counts(spotted), counts(spotted, 0)]).toEqual([
      [0, 1],
      [1, 1],
      [0, 2],
    ]);
    const night = { ...picture, pixels: picture.pixels.map((shade) => 255 - shade) };
    const inverted = trace(night, { ...PLAIN_TRACE, invert: true }).contours;
    expect(knockOut(inverted, trace(picture, PLAIN_TRACE).contours)).toEqual([]);
    expect(trace(picture, { ...PLAIN_TRACE, level: 0 }).contours).toEqual([]);
    const blank = { width: 4, height: 3, pixels: new Uint8Array(12).fill(255), dotsPerInch: null };
    expect(trace(blank, PLAIN_TRACE).contours).toEqual([]);
  });

  it('parts or joins what touches at a corner by which is more', () => {
    const square = (x: number, y: number) => roundedRectangle({ minX: x, minY: y, maxX: x + 12, maxY: y + 12 }, 0, '');
    for (const touching of [
      [square(10, 10), square(22, 22)],
      [square(10, 22), square(22, 10)],
    ]) {
      const counts = [60, 200].map(
        (level) => trace(drawn(touching, 44, 44), { ...PLAIN_TRACE, level }).contours.length,
      );
      expect(counts).toEqual([2, 1]);
    }
  });

  it('goes from the server in one piece, or is refused', () => {
    const picture = { width: 3, height: 2, pixels: Uint8Array.of(0, 10, 20, 30, 40, 255), rgb: null, dotsPerInch: 300 };
    expect(unpackPicture(packPicture(picture))).toEqual(picture);
    expect(() => unpackPicture(packPicture(picture).subarray(0, -1))).toThrow('cut short');
  });
});

describe('a fitted curve', () => {
  it('passes every point within its tolerance, from the first to the last', () => {
    const step = fc.record({
      turn: fc.double({ min: -0.3, max: 0.3, noNaN: true }),
      many: fc.integer({ min: 2, max: 30 }),
    });
    fc.assert(
      fc.property(
        fc.array(step, { minLength: 1, maxLength: 6 }),
        fc.constantFrom(0.05, 0.2, 0.5),
        (steps, tolerance) => {
          const own: Point[] = [{ x: 0, y: 0 }];
          let heading = 0;
          for (const { turn, many } of steps)
            for (let i = 0; i < many; i++) {
              heading += turn;
              const { x, y } = own.at(-1)!;
              own.push({ x: x + Math.cos(heading), y: y + Math.sin(heading) });
            }
          const segments = fitCurve(own, tolerance, { out: null, into: null });
          expect(isConnected({ segments, closed: false }, 1e-9)).toBe(true);
          expect([segments[0]!.from, segments.at(-1)!.to]).toEqual([own[0], own.at(-1)]);
          const edge = flatten({ segments, closed: false }, 0.005);
          for (const point of own) {
            const off = Math.min(...edge.slice(1).map((to, i) => distanceToSpan(point, edge[i]!, to)));
            expect(off).toBeLessThan(1.6 * tolerance + 0.03);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('a contour of many nodes', () => {
  /** As programs write curves: short lines, each end off by a little. */
  const dense = (contour: Contour, step: number, noise: number): Contour => {
    const next = dice(3);
    const off = () => noise * (2 * next() - 1);
    const ring = contour.segments.flatMap((segment) => {
      const count = Math.ceil(segmentLength(segment) / step);
      return Array.from({ length: count }, (_, i) => {
        const { x, y } = pointAt(segment, i / count);
        return { x: x + off(), y: y + off() };
      });
    });
    return polygon(ring, '');
  };
  it.each([
    ['a board', board, 0, 8],
    ['a board, noisily drawn', board, 0.01, 12],
    ['a star', star, 0, 10],
    ['a disc', circle({ x: 0, y: 0 }, 60, ''), 0.005, 2],
  ] as const)('of %s is fitted with few, within its tolerance', (_, contour, noise, most) => {
    const many = dense(contour, 0.3, noise);
    const { contour: fitted, before, after, off } = refit(many, 0.05);
    expect(before).toBe(many.segments.length);
    expect(after).toBeLessThanOrEqual(most);
    expect([fitted.segments.length, fitted.closed, isConnected(fitted, 1e-6)]).toEqual([after, true, true]);
    expect(off).toBeLessThanOrEqual(0.05);
    expect(apart([fitted], [contour]).worst).toBeLessThan(0.05 + noise);
    expect(corners([fitted])).toHaveLength(contour === star ? 10 : 0);
    expect(contourArea(fitted) / contourArea(contour)).toBeCloseTo(1, 3);
  });

  it('has right angles where they are meant, and keeps others', () => {
    const step = [
      [0, 0],
      [80, 0],
      [80, 30],
      [50, 30],
      [50, 60],
      [20, 75],
      [0, 60],
    ].map(([x, y]) => ({ x: x!, y: y! }));
    const angles = ({ segments }: Contour) =>
      segments.map((segment, i) => {
        const [a, b] = [tangentAt(segment, 1), tangentAt(segments[(i + 1) % segments.length]!, 0)];
        return (Math.atan2(cross(a, b), dot(a, b)) * 180) / Math.PI;
      });
    for (const turn of [0, 23, 64]) {
      const { contour, off } = refit(dense(turnRegion([polygon(step, '')], turn)[0]!, 0.3, 0.015), 0.06);
      expect(off).toBeLessThanOrEqual(0.06);
      const found = angles(contour);
      expect(found).toHaveLength(7);
      const square = found.filter((angle) => Math.abs(Math.abs(angle) - 90) < 2);
      expect(square).toHaveLength(4);
      for (const angle of square) expect(Math.abs(angle)).toBeCloseTo(90, 6);
      expect(found.filter((angle) => Math.abs(angle - 63.4) < 1)).toHaveLength(2);
    }
  });

  it.each([
    [0, 20, 0.01],
    [17, 20, 0.01],
    [33, 6, 0.015],
  ])('has corners that are round by an arc, turned by %s, radius %s, noise %s', (turn, radius, noise) => {
    const plate = roundedRectangle({ minX: 0, minY: 0, maxX: 200, maxY: 120 }, radius, '');
    const { contour } = refit(dense(turnRegion([plate], turn)[0]!, 0.3, noise), 0.05);
    expect(contour.segments).toHaveLength(8);
    for (const segment of contour.segments)
      if (segment.kind === 'arc') {
        expect(segment.sweep).toBeCloseTo(90, 6);
        expect(Math.abs(segment.radius - radius)).toBeLessThan(0.06);
      }
    expect(corners([contour])).toHaveLength(0);
    const level = contour.segments.flatMap(({ kind, from, to }) =>
      kind === 'line' ? [to.y - from.y, to.x - from.x] : [],
    );
    if (turn === 0) expect(level.filter((off) => Math.abs(off) < 1e-9)).toHaveLength(4);
  });

  it('may be very long', () => {
    const wide = circle({ x: 0, y: 0 }, 2900, '');
    const { after } = refit(dense(wide, 20, 0), 0.05);
    expect(after).toBe(2);
  });

  it('never lies further off than its tolerance, however noisy it is', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.02, max: 0.12, noNaN: true }), fc.constantFrom(star, board), (noise, contour) => {
        const many = dense(contour, 0.8, noise);
        const { contour: fitted, off } = refit(many, 0.1);
        expect(off).toBeLessThanOrEqual(0.1);
        if (fitted !== many) expect(apart([many], [fitted]).worst).toBeLessThan(0.12);
      }),
      { numRuns: 20 },
    );
  });

  it('stays as it is where little would be saved, or it has few', () => {
    const zigzag = polygon(
      Array.from({ length: 60 }, (_, i) => ({ x: i < 30 ? i : 59 - i, y: (i < 30 ? 0 : 20) + (i % 2) })),
      '',
    );
    for (const contour of [star, board, zigzag]) expect(refit(contour, 0.02).contour).toBe(contour);
  });
});
