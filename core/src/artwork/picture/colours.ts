import type { RasterPicture } from './grey-picture.ts';

/** Red, green and blue, 0 to 255. */
export type Rgb = readonly [red: number, green: number, blue: number];

/** Colours are counted by so many steps of each channel. */
const STEPS = 32;
/** Rounds after which they hardly move any more. */
const ROUNDS = 24;

export const hexOf = (colour: Rgb): string =>
  `#${colour.map((part) => Math.round(part).toString(16).padStart(2, '0')).join('')}`;

export const rgbOf = (hex: string): Rgb => [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16)) as unknown as Rgb;

/** What is alike in a picture: a mean colour, and how many pixels. */
interface Lump {
  readonly colour: Rgb;
  readonly count: number;
}

const known = new WeakMap<Uint8Array, Rgb[][]>();

/**
 * What a picture may be parted into: one colour and the ground, which comes first, then two, and so on. They are the
 * middles of clusters of its pixels (k-means, Lloyd 1957), begun where pixels are many and far from those before.
 * @returns none of a picture that is grey
 */
export function palettesOf(picture: RasterPicture, most: number): readonly (readonly Rgb[])[] {
  const { rgb } = picture;
  if (!rgb) return [];
  let palettes = known.get(rgb);
  if (!palettes) {
    const lumps = lumpsOf(picture);
    palettes = Array.from({ length: most }, (_, i) => groundFirst(picture, clustersOf(lumps, i + 2)));
    known.set(rgb, palettes);
  }
  return palettes;
}

function clustersOf(lumps: readonly Lump[], count: number): readonly Rgb[] {
  const total = lumps.reduce((sum, lump) => sum + lump.count, 0);
  const most = lumps.reduce((best, lump) => (lump.count > best.count ? lump : best));
  let middles: Rgb[] = [most.colour];
  while (middles.length < count) {
    const worth = ({ colour, count: pixels }: Lump) =>
      apart(colour, middles[nearestOf(colour, middles)]!) * Math.sqrt(pixels / total);
    middles.push(lumps.reduce((best, lump) => (worth(lump) > worth(best) ? lump : best)).colour);
  }
  for (let round = 0; round < ROUNDS; round++) {
    const sums = middles.map(() => [0, 0, 0, 0]);
    for (const { colour, count: pixels } of lumps) {
      const sum = sums[nearestOf(colour, middles)]!;
      colour.forEach((part, k) => (sum[k]! += part * pixels));
      sum[3]! += pixels;
    }
    middles = middles.map((middle, i) => {
      const [r, g, b, pixels] = sums[i] as [number, number, number, number];
      return pixels > 0 ? [r / pixels, g / pixels, b / pixels] : middle;
    });
  }
  return middles;
}

function groundFirst(picture: RasterPicture, colours: readonly Rgb[]): Rgb[] {
  const ground = groundOf(picture, colours);
  return [colours[ground]!, ...colours.filter((_, i) => i !== ground)];
}

/** More pixels would tell little: of a large picture every so manieth is looked at. */
const ENOUGH = 300_000;

/** Pixels by steps of their channels; those within an edge, which are a bit of both, count for nothing. */
function lumpsOf({ width, height, rgb }: RasterPicture): Lump[] {
  const sums = new Float64Array(4 * STEPS ** 3);
  const every = Math.ceil(Math.sqrt((width * height) / ENOUGH));
  for (let y = 1; y < height - 1; y += every)
    for (let x = 1; x < width - 1; x += every) {
      const at = 3 * (y * width + x);
      if (isEdge(rgb!, at, 3 * width)) continue;
      const [r, g, b] = [rgb![at]!, rgb![at + 1]!, rgb![at + 2]!];
      const key = 4 * ((((r * STEPS) >> 8) * STEPS + ((g * STEPS) >> 8)) * STEPS + ((b * STEPS) >> 8));
      sums[key]! += r;
      sums[key + 1]! += g;
      sums[key + 2]! += b;
      sums[key + 3]!++;
    }
  const lumps: Lump[] = [];
  for (let key = 0; key < sums.length; key += 4) {
    const count = sums[key + 3]!;
    if (count > 0) lumps.push({ colour: [sums[key]! / count, sums[key + 1]! / count, sums[key + 2]! / count], count });
  }
  return lumps.length > 0 ? lumps : [{ colour: [255, 255, 255], count: 1 }];
}

/** Channels of pixels on either side of an edge differ by so much. */
const STEEP = 24;

function isEdge(rgb: Uint8Array, at: number, row: number): boolean {
  for (let k = at; k < at + 3; k++)
    if (Math.abs(rgb[k - 3]! - rgb[k + 3]!) > STEEP || Math.abs(rgb[k - row]! - rgb[k + row]!) > STEEP) return true;
  return false;
}

/** Which of some colours most of the picture's rim is of. */
function groundOf({ width, height, rgb }: RasterPicture, colours: readonly Rgb[]): number {
  const votes = colours.map(() => 0);
  const vote = (x: number, y: number): void => {
    const at = 3 * (y * width + x);
    votes[nearestOf([rgb![at]!, rgb![at + 1]!, rgb![at + 2]!], colours)]!++;
  };
  for (let x = 0; x < width; x++) [0, height - 1].forEach((y) => vote(x, y));
  for (let y = 0; y < height; y++) [0, width - 1].forEach((x) => vote(x, y));
  return votes.indexOf(Math.max(...votes));
}

const apart = (a: Rgb, b: Rgb): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

function nearestOf(colour: Rgb, colours: readonly Rgb[]): number {
  let [found, least] = [0, Infinity];
  for (let i = 0; i < colours.length; i++) {
    const away = apart(colour, colours[i]!);
    if (away < least) [found, least] = [i, away];
  }
  return found;
}
