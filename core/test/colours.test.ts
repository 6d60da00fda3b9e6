import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { abutting } from '../src/artwork/picture/abutting.ts';
import { hexOf, palettesOf, rgbOf, type Rgb } from '../src/artwork/picture/colours.ts';
import type { RasterPicture } from '../src/artwork/picture/grey-picture.ts';
import { packPicture, unpackPicture } from '../src/artwork/picture/packed.ts';
import { straightened } from '../src/artwork/picture/straightened.ts';
import { tracedPicture, type TracedPicture } from '../src/artwork/picture/traced-picture.ts';
import { PLAIN_PICTURE, type PicturePlan } from '../src/artwork/picture/picture-plan.ts';
import { roundedRectangle } from '../src/geometry/shapes.ts';
import { contourBounds, regionArea } from '../src/geometry/contour-facts.ts';
import { joinBounds } from '../src/geometry/bounds.ts';
import { weldRegions } from '../src/geometry/kernel/boolean.ts';
import { dice } from './dice.ts';

const [WHITE, RED, GREEN, PINK, NAVY]: Rgb[] = [
  [255, 255, 255],
  [200, 30, 30],
  // As dark as the red is.
  [20, 105, 40],
  [228, 142, 142],
  [20, 30, 110],
];

/** Discs on a ground, each pixel as much of a colour as is covered by it: the last that covers a place is seen. */
interface Disc {
  readonly colour: Rgb;
  readonly x: number;
  readonly y: number;
  readonly radius: number;
}

const FINE = 8;

function drawn(size: number, ground: Rgb, discs: readonly Disc[], grain = 0): RasterPicture {
  const roll = dice(7);
  const rgb = new Uint8Array(3 * size * size);
  for (let py = 0; py < size; py++)
    for (let px = 0; px < size; px++) {
      const sum = [0, 0, 0];
      for (let k = 0; k < FINE * FINE; k++) {
        const [x, y] = [px + ((k % FINE) + 0.5) / FINE, py + (Math.floor(k / FINE) + 0.5) / FINE];
        const seen = discs.findLast((disc) => Math.hypot(x - disc.x, y - disc.y) < disc.radius)?.colour ?? ground;
        seen.forEach((part, c) => (sum[c]! += part));
      }
      sum.forEach((part, c) => {
        const off = grain * (2 * roll() - 1);
        rgb[3 * (py * size + px) + c] = Math.max(0, Math.min(255, Math.round(part / FINE ** 2 + off)));
      });
    }
  const grey = Uint8Array.from(
    { length: size * size },
    (_, i) => (rgb[3 * i]! + rgb[3 * i + 1]! + rgb[3 * i + 2]!) / 3,
  );
  return { width: size, height: size, pixels: grey, rgb, dotsPerInch: null };
}

const tracedBy = (picture: RasterPicture, plan: Partial<PicturePlan>): TracedPicture => {
  const whole = { ...PLAIN_PICTURE, ...plan };
  return tracedPicture(straightened(picture, whole), whole);
};

const disc = (colour: Rgb | undefined, x: number, y: number, radius: number): Disc => ({
  colour: colour!,
  x,
  y,
  radius,
});

describe('a picture of several colours', () => {
  const discs = [disc(RED, 50, 60, 30), disc(GREEN, 120, 60, 25), disc(NAVY, 120, 60, 10)];
  const picture = drawn(170, WHITE!, discs, 6);

  it('has its colours by themselves, the ground first', () => {
    const palettes = palettesOf(picture, 5);
    expect(palettes.map(({ length }) => length)).toEqual([2, 3, 4, 5, 6]);
    const [ground, ...others] = palettes[2]!;
    const near = (a: Rgb, b: Rgb) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]) < 3;
    expect(near(ground!, WHITE!)).toBe(true);
    for (const colour of [RED!, GREEN!, NAVY!]) expect(others.filter((each) => near(each, colour))).toHaveLength(1);
    expect(palettesOf({ ...picture, rgb: null }, 5)).toEqual([]);
  });

  it('is a layer for each of them, to a fifth of a pixel, though two are equally dark', () => {
    const colours = [WHITE, RED, GREEN, NAVY].map((colour) => hexOf(colour!));
    const { elements, picture: facts } = tracedBy(picture, { colours });
    expect(facts).toMatchObject({ colours, levels: [] });
    expect(elements.map(({ layer, colour }) => [layer, colour])).toEqual([
      ['colour 1', colours[1]],
      ['colour 2', colours[2]],
      ['colour 3', colours[3]],
    ]);
    const areas = elements.map(({ contours }) => regionArea(contours));
    [30 ** 2, 25 ** 2 - 10 ** 2, 10 ** 2].forEach((square, i) => {
      const off = Math.abs(areas[i]! - Math.PI * square) / (2 * Math.PI * Math.sqrt(square));
      expect(off).toBeLessThan(0.2);
    });
    // The disc fills the hole in the one round it.
    expect(weldRegions([elements[1]!.contours, elements[2]!.contours])).toHaveLength(1);
    const box = joinBounds(elements[0]!.contours.map(contourBounds));
    for (const [at, truth] of [
      [box.minX, 20],
      [box.maxX, 80],
      [box.maxY, 140],
      [box.minY, 80],
    ] as const)
      expect(Math.abs(at - truth)).toBeLessThan(0.5);
  });

  it('takes no rim of red on white for the pink that is elsewhere, and keeps a thin pink line', () => {
    const both = drawn(150, WHITE!, [disc(RED, 50, 75, 30), disc(PINK, 115, 75, 22), disc(WHITE, 115, 75, 20)]);
    const colours = [WHITE, RED, PINK].map((colour) => hexOf(colour!));
    const [red, pink] = tracedBy(both, { colours, speck: 0 }).elements;
    expect(pink!.contours).toHaveLength(2);
    const edges = 2 * Math.PI * (22 + 20);
    expect(Math.abs(regionArea(pink!.contours) - Math.PI * (22 ** 2 - 20 ** 2))).toBeLessThan(0.1 * edges);
    expect(Math.abs(regionArea(red!.contours) - Math.PI * 900)).toBeLessThan(0.1 * 2 * Math.PI * 30);
  });

  it('parts what is wholly covered between its colours, and no place is of two', () => {
    const place = fc.integer({ min: 20, max: 80 });
    const random = fc.array(
      fc.tuple(fc.constantFrom(RED!, GREEN!, NAVY!), place, place, fc.integer({ min: 6, max: 18 })),
      {
        minLength: 2,
        maxLength: 4,
      },
    );
    fc.assert(
      fc.property(random, (some) => {
        const own = some.map(([colour, x, y, radius]) => disc(colour, x, y, radius));
        const colours = [WHITE, RED, GREEN, NAVY].map((colour) => hexOf(colour!));
        const { elements } = tracedBy(drawn(100, WHITE!, own), { colours, speck: 2 });
        const sum = elements.reduce((total, { contours }) => total + regionArea(contours), 0);
        // No hair is left between them, nor covered twice.
        const whole = weldRegions(elements.map(({ contours }) => contours));
        expect(regionArea(whole)).toBeCloseTo(sum, 1);
        expect(whole.length).toBeLessThanOrEqual(1 + own.length);
        let covered = 0;
        for (let i = 0; i < 400 * 400; i++) {
          const [x, y] = [((i % 400) + 0.5) / 4, (Math.floor(i / 400) + 0.5) / 4];
          if (own.some((each) => Math.hypot(x - each.x, y - each.y) < each.radius)) covered += 1 / 16;
        }
        const edges = own.reduce((total, { radius }) => total + 2 * Math.PI * radius, 0);
        expect(Math.abs(sum - covered)).toBeLessThan(0.15 * edges + 4);
      }),
      { numRuns: 6 },
    );
  });

  it.each([10.3, 9.8])('has no hair between two that were traced to 10 and from %f', (from) => {
    const box = (minX: number, maxX: number) => [roundedRectangle({ minX, minY: 0, maxX, maxY: 10 }, 0, 'it')];
    const both = abutting([box(0, 10), box(from, 20)], box(0, 20));
    expect(both.reduce((sum, region) => sum + regionArea(region), 0)).toBeCloseTo(200, 6);
    expect(regionArea(weldRegions(both))).toBeCloseTo(200, 6);
  });

  it('keeps its colours where it is drawn straight', () => {
    const corners = [
      [0.1, 0.95],
      [0.9, 0.9],
      [0.95, 0.05],
      [0.05, 0.1],
    ] as const;
    const { rgb, width, height } = straightened(picture, { corners, ratio: null });
    for (const channel of [0, 1, 2]) {
      const alone = picture.pixels.map((_, i) => picture.rgb![3 * i + channel]!);
      const { pixels } = straightened({ ...picture, pixels: alone, rgb: null }, { corners, ratio: null });
      expect(pixels).toHaveLength(width * height);
      expect(pixels.every((value, i) => value === rgb![3 * i + channel])).toBe(true);
    }
  });

  it('comes back from its bytes, and colours from their names', () => {
    const { rgb, pixels, ...rest } = unpackPicture(packPicture(picture));
    expect(rest).toEqual({ width: 170, height: 170, dotsPerInch: null });
    expect([pixels, rgb].map((all) => Array.from(all!))).toEqual(
      [picture.pixels, picture.rgb].map((all) => Array.from(all!)),
    );
    expect(rgbOf(hexOf(RED!))).toEqual(RED);
  });
});
