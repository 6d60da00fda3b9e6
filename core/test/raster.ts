import { flatten, type Region } from '../src/geometry/contour.ts';
import type { GreyPicture } from '../src/artwork/picture/grey-picture.ts';
import { dice } from './dice.ts';

/** Lines to a row of pixels. */
const FINE = 16;

/**
 * Draws a region in black on white as a camera sees it: each pixel as dark as it is covered, then blurred, with grain.
 * A pixel is one unit; the region's y runs up from the bottom of the picture.
 * @param blur of a Gaussian, pixels
 * @param grain most that a pixel is off, shades
 */
export function drawn(region: Region, width: number, height: number, blur = 0, grain = 0): GreyPicture {
  const cover = new Float64Array(width * height);
  const rings = region.map((contour) => flatten(contour, 0.005));
  for (let line = 0; line < height * FINE; line++) {
    const y = (line + 0.5) / FINE;
    const crossings: number[] = [];
    for (const ring of rings)
      ring.forEach((a, i) => {
        const b = ring[(i + 1) % ring.length]!;
        if (a.y > y !== b.y > y) crossings.push(a.x + ((b.x - a.x) * (y - a.y)) / (b.y - a.y));
      });
    crossings.sort((a, b) => a - b);
    const row = (height - 1 - Math.floor(y)) * width;
    for (let k = 0; k + 1 < crossings.length; k += 2) {
      const [from, to] = [Math.max(0, crossings[k]!), Math.min(width, crossings[k + 1]!)];
      for (let x = Math.floor(from); x < to; x++) cover[row + x]! += (Math.min(to, x + 1) - Math.max(from, x)) / FINE;
    }
  }
  const seen = blur > 0 ? blurred(cover, width, height, blur) : cover;
  const next = dice(7);
  const pixels = Uint8Array.from(seen, (share) =>
    Math.max(0, Math.min(255, Math.round(255 * (1 - share) + grain * (2 * next() - 1)))),
  );
  return { width, height, pixels, dotsPerInch: null };
}

function blurred(values: Float64Array, width: number, height: number, sigma: number): Float64Array {
  const reach = Math.ceil(3 * sigma);
  const weights = Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-((i - reach) ** 2) / (2 * sigma ** 2)));
  const sum = weights.reduce((a, b) => a + b, 0);
  const along = (from: Float64Array, step: number, size: number, place: (i: number) => number) =>
    from.map((_, i) =>
      weights.reduce((total, weight, k) => {
        const by = Math.max(-place(i), Math.min(size - 1 - place(i), k - reach));
        return total + (weight / sum) * from[i + by * step]!;
      }, 0),
    );
  const rows = along(values, 1, width, (i) => i % width);
  return along(rows, width, height, (i) => Math.floor(i / width));
}
