import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { tracedPicture } from '../src/artwork/picture/traced-picture.ts';
import type { FileReading } from '../src/artwork/drawn.ts';
import { artworkForm, PLAIN_PLAN } from '../src/artwork/form.ts';
import type { RasterPicture } from '../src/artwork/picture/grey-picture.ts';
import { levelsFor } from '../src/artwork/picture/levels.ts';
import { PLAIN_PICTURE, type CornerShare } from '../src/artwork/picture/picture-plan.ts';
import { straightened } from '../src/artwork/picture/straightened.ts';
import { heightOf, joinBounds, widthOf } from '../src/geometry/bounds.ts';
import { contourBounds, regionArea } from '../src/geometry/contour-facts.ts';
import { build } from '../src/job/build-job.ts';
import { withCorners } from '../src/recipe/edits/artwork.ts';
import type { RecipeInput } from '../src/recipe/read.ts';
import type { ArtworkItem } from '../src/recipe/schema.ts';
import { emblem, PLAIN_SHOP } from './emblem.ts';
import { recipeOf } from './workshop.ts';

/** A picture by a shade for each of its pixels, counted from its upper left. */
function pictureOf(width: number, height: number, shade: (x: number, y: number) => number): RasterPicture {
  const pixels = Uint8Array.from({ length: width * height }, (_, i) =>
    shade((i % width) + 0.5, Math.floor(i / width) + 0.5),
  );
  return { width, height, pixels, rgb: null, dotsPerInch: null };
}

const readingOf = (picture: RasterPicture): FileReading => ({
  elements: [],
  left: [],
  scale: { mmPerUnit: 1, certain: false, why: '', offers: [] },
  page: null,
  picture,
});

const inside = (x: number, y: number, [left, top, right, bottom]: readonly number[]): boolean =>
  x > left! && x < right! && y > top! && y < bottom!;

describe('a picture of several shades', () => {
  // A dark square in a grey one in a light one, on white.
  const BOXES = [
    [60, 60, 100, 100, 20],
    [40, 40, 120, 120, 110],
    [20, 20, 140, 140, 180],
  ] as const;
  const picture = pictureOf(160, 160, (x, y) => BOXES.find((box) => inside(x, y, box))?.[4] ?? 255);
  const facts = () => tracedPicture(picture, PLAIN_PICTURE).picture!;

  it('has its levels between them, by themselves', () => {
    const levels = levelsFor(facts().shades, 3);
    for (const [i, [dark, light]] of [
      [20, 110],
      [110, 180],
      [180, 255],
    ].entries()) {
      expect(levels[i]).toBeGreaterThan(dark! + 5);
      expect(levels[i]).toBeLessThan(light! - 5);
    }
  });

  it('is a layer for each shade, without what is darker', () => {
    const plan = { ...PLAIN_PICTURE, levels: levelsFor(facts().shades, 3) };
    const { elements, picture: parted } = tracedPicture(picture, plan);
    expect(new Set(elements.map(({ layer }) => layer)).size).toBe(3);
    expect(parted!.levels).toEqual(plan.levels);
    const areas = elements.map(({ contours }) => Math.round(regionArea(contours) / 100) * 100);
    expect(areas).toEqual([1600, 4800, 8000]);
    // One of them alone, as an item has it.
    const form = artworkForm(readingOf(picture), { ...PLAIN_PLAN, picture: plan, layers: [elements[1]!.layer] });
    expect(regionArea(form.areas)).toBeCloseTo(4800, -2);
    // It is the same layer at other levels.
    const other = { ...PLAIN_PLAN, picture: { ...plan, levels: [40, 150, 230] }, layers: [elements[1]!.layer] };
    expect(regionArea(artworkForm(readingOf(picture), other).areas)).toBeCloseTo(4800, -2);
  });
});

describe('a picture that was taken aslant', () => {
  const corner = fc.double({ min: -0.12, max: 0.12, noNaN: true });
  it('is straight again by its four corners, whichever order they are clicked in', () => {
    fc.assert(
      fc.property(fc.array(corner, { minLength: 8, maxLength: 8 }), fc.nat(23), (off, order) => {
        // Where the corners of a board come to lie, from the upper left clockwise; shares from the lower left.
        const at = (x: number, y: number, i: number): CornerShare => [x + off[2 * i]!, y + off[2 * i + 1]!];
        const corners = [at(0.2, 0.8, 0), at(0.8, 0.8, 1), at(0.8, 0.2, 2), at(0.2, 0.2, 3)] as const;
        const taken = seenAt(corners, 240, 180);
        const item = { picture: { ...PLAIN_PICTURE } } as unknown as ArtworkItem;
        const shuffled = permuted(corners, order).map(([x, y]) => ({ x, y }));
        const found = withCorners(item, shuffled).picture.corners!;
        found.forEach((each, i) => {
          expect(each[0]).toBeCloseTo(corners[i]![0], 4);
          expect(each[1]).toBeCloseTo(corners[i]![1], 4);
        });
        const { width, height, pixels } = straightened(taken, { corners: found, ratio: 2 });
        expect(width / height).toBeCloseTo(2, 1);
        // Within a light rim the board has a dark left half, and a dark lower part of its right half.
        const shade = (u: number, v: number) => pixels[Math.floor(v * height) * width + Math.floor(u * width)]!;
        for (const [u, v, isDark] of [
          [0.04, 0.5, false],
          [0.17, 0.17, true],
          [0.42, 0.5, true],
          [0.58, 0.5, false],
          [0.83, 0.17, false],
          [0.83, 0.62, false],
          [0.83, 0.78, true],
          [0.4, 0.83, true],
        ] as const)
          expect(shade(u, v) < 128).toBe(isDark);
      }),
      { numRuns: 40 },
    );
  });

  it('is traced straight, in the proportion that is told', () => {
    const corners: readonly [CornerShare, CornerShare, CornerShare, CornerShare] = [
      [0.15, 0.9],
      [0.85, 0.8],
      [0.9, 0.25],
      [0.1, 0.1],
    ];
    const taken = seenAt(corners, 300, 240);
    const plan = { ...PLAIN_PLAN, picture: { ...PLAIN_PICTURE, corners, ratio: 2 } };
    const { areas, picture } = artworkForm(readingOf(taken), plan);
    expect(picture!.width / picture!.height).toBeCloseTo(2, 1);
    const { minX, minY, maxX, maxY } = joinBounds(areas.map(contourBounds));
    expect((maxX - minX) / picture!.width).toBeCloseTo(0.8, 1);
    expect((maxY - minY) / picture!.height).toBeCloseTo(0.8, 1);
    expect(regionArea(areas) / (picture!.width * picture!.height)).toBeCloseTo(0.4 * 0.8 + 0.4 * 0.2, 1);
    expect(straightened(taken, PLAIN_PICTURE)).toBe(taken);
  });
});

const permuted = <T>(list: readonly T[], order: number): T[] => {
  const left = [...list];
  let rest = order;
  return list.map((_, i) => {
    const [one] = left.splice(rest % (list.length - i), 1);
    rest = Math.floor(rest / (list.length - i));
    return one!;
  });
};

/** A photograph of the board with its corners there: each pixel is looked up on the board, by bisection. */
function seenAt(corners: readonly CornerShare[], width: number, height: number): RasterPicture {
  const [a, b, c, d] = corners.map(([x, y]) => ({ x: x * width, y: (1 - y) * height })) as [P, P, P, P];
  // The projection of the unit square, solved here by eight plain equations.
  const rows = [
    [a, 0, 0],
    [b, 1, 0],
    [c, 1, 1],
    [d, 0, 1],
  ].flatMap(([p, u, v]) => equations(p as P, u as number, v as number));
  const h = solved(rows);
  // From the picture back to the board: the inverse of the projection.
  const m = [h[0]!, h[1]!, h[2]!, h[3]!, h[4]!, h[5]!, h[6]!, h[7]!, 1];
  const back = inverse(m);
  return pictureOf(width, height, (x, y) => {
    const w = back[6]! * x + back[7]! * y + back[8]!;
    const [u, v] = [(back[0]! * x + back[1]! * y + back[2]!) / w, (back[3]! * x + back[4]! * y + back[5]!) / w];
    if (u < 0.1 || u > 0.9 || v < 0.1 || v > 0.9) return 255;
    return u < 0.5 || v > 0.7 ? 0 : 255;
  });
}

interface P {
  readonly x: number;
  readonly y: number;
}

const equations = ({ x, y }: P, u: number, v: number): number[][] => [
  [u, v, 1, 0, 0, 0, -u * x, -v * x, x],
  [0, 0, 0, u, v, 1, -u * y, -v * y, y],
];

/** Gauss, with the largest pivot. */
function solved(rows: number[][]): number[] {
  const n = rows.length;
  for (let i = 0; i < n; i++) {
    const best = rows.slice(i).reduce((k, row, j) => (Math.abs(row[i]!) > Math.abs(rows[k]![i]!) ? i + j : k), i);
    [rows[i], rows[best]] = [rows[best]!, rows[i]!];
    for (let k = 0; k < n; k++) {
      if (k === i) continue;
      const by = rows[k]![i]! / rows[i]![i]!;
      rows[k] = rows[k]!.map((value, j) => value - by * rows[i]![j]!);
    }
  }
  return rows.map((row, i) => row[n]! / row[i]!);
}

function inverse([a, b, c, d, e, f, g, h, i]: readonly number[]): number[] {
  const [A, B, C] = [e! * i! - f! * h!, f! * g! - d! * i!, d! * h! - e! * g!];
  const whole = a! * A + b! * B + c! * C;
  return [
    [A, c! * h! - b! * i!, b! * f! - c! * e!],
    [B, a! * i! - c! * g!, c! * d! - a! * f!],
    [C, b! * g! - a! * h!, a! * e! - b! * d!],
  ]
    .flat()
    .map((value) => value / whole);
}

it('is drawn over where it is a guide: the plate keeps room for it, and what is drawn need not lie on its shapes', () => {
  const picture = pictureOf(160, 100, (x, y) => (inside(x, y, [20, 20, 140, 80]) ? 40 : 230));
  const plateWith = (role: 'engraved' | 'guide') => {
    const drawnOver = { kind: 'shape', outline: { by: 'round', diameter: 10 }, place: { x: -75, y: 0 } } as const;
    const recipe = recipeOf(
      emblem({ role, mmPerUnit: 1, place: { x: 0, y: 0 } }, 'engraved', [drawnOver]) as RecipeInput,
    );
    const job = build(recipe, { ...PLAIN_SHOP, artworks: new Map([['emblem', readingOf(picture)]]) });
    expect(job.findings.filter(({ rule }) => rule === 'past the guide')).toEqual([]);
    const { plate } = job.assemblies[0]!.built.arrangement;
    return [widthOf(plate!), heightOf(plate!)];
  };
  const [width, height] = plateWith('guide');
  expect(width).toBeCloseTo(160, 0);
  expect(height).toBeCloseTo(80, 0);
  expect([width, height]).toEqual(plateWith('engraved'));
});
