import type { Rgb } from './colours.ts';
import type { GreyPicture, RasterPicture } from './grey-picture.ts';

/**
 * Parts a picture by colours: for each a picture that is dark where the other is of that colour, light where it is of
 * another, and between the two as far as a pixel on their edge is covered by either. So an edge is found as finely as
 * in shades of grey, and at the same place from both sides.
 *
 * Between two colours a pixel may come to look like a third, as pink between red and white does: such a pixel is read
 * as a mixture of what lies beside it.
 */
export function byColour(picture: RasterPicture, colours: readonly Rgb[]): GreyPicture[] {
  const { width, height, rgb, dotsPerInch } = picture;
  const labels = labelsOf(rgb!, colours);
  const beside = besideOf(solidOf(labels, width, height), width, height);
  const shares = colours.map(() => new Uint8Array(width * height).fill(255));
  for (let i = 0; i < labels.length; i++) {
    // Amid its own colour, as most are.
    if (beside[i] === 1 << labels[i]!) {
      shares[labels[i]!]![i] = 0;
      continue;
    }
    const pixel: Rgb = [rgb![3 * i]!, rgb![3 * i + 1]!, rgb![3 * i + 2]!];
    const [one, other, share] = mixtureOf(pixel, labels[i]!, beside[i]!, colours);
    shares[one]![i] = Math.round(255 * share);
    shares[other]![i] = Math.round(255 * (1 - share));
  }
  return shares.map((pixels) => ({ width, height, pixels, dotsPerInch }));
}

function labelsOf(rgb: Uint8Array, colours: readonly Rgb[]): Uint8Array {
  const labels = new Uint8Array(rgb.length / 3);
  for (let i = 0; i < labels.length; i++) {
    let least = Infinity;
    for (let c = 0; c < colours.length; c++) {
      const colour = colours[c]!;
      const r = rgb[3 * i]! - colour[0];
      const g = rgb[3 * i + 1]! - colour[1];
      const b = rgb[3 * i + 2]! - colour[2];
      const away = r * r + g * g + b * b;
      if (away >= least) continue;
      labels[i] = c;
      least = away;
    }
  }
  return labels;
}

/** As bits, the colour of pixels that all round them have the same; 0 of others. */
function solidOf(labels: Uint8Array, width: number, height: number): Uint8Array {
  const solid = new Uint8Array(labels.length);
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const at = y * width + x;
      const label = labels[at]!;
      let isSolid = true;
      for (let row = at - width; isSolid && row <= at + width; row += width)
        isSolid = labels[row - 1] === label && labels[row] === label && labels[row + 1] === label;
      if (isSolid) solid[at] = 1 << label;
    }
  return solid;
}

/** What solid pixels lie beside, px. */
const NEAR = 3;

/** As bits, the colours of solid pixels near each. */
function besideOf(solid: Uint8Array, width: number, height: number): Uint8Array {
  const [rows, beside] = [new Uint8Array(solid.length), new Uint8Array(solid.length)];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const bit = solid[y * width + x]!;
      if (bit === 0) continue;
      const [from, to] = [Math.max(0, x - NEAR), Math.min(width - 1, x + NEAR)];
      for (let k = y * width + from; k <= y * width + to; k++) rows[k]! |= bit;
    }
  for (let y = 0; y < height; y++)
    for (let row = Math.max(0, y - NEAR); row <= Math.min(height - 1, y + NEAR); row++)
      for (let x = 0; x < width; x++) beside[y * width + x]! |= rows[row * width + x]!;
  return beside;
}

/** A pixel this far from every mixture of what lies beside it is of a colour of its own. */
const OWN = 48;

/**
 * What a pixel is made of: two colours, and the share of the second in it.
 * @param own the colour that it is nearest to
 * @param beside as bits, those that lie beside it
 */
function mixtureOf(
  pixel: Rgb,
  own: number,
  beside: number,
  colours: readonly Rgb[],
): readonly [one: number, other: number, share: number] {
  const best = bestMixture(pixel, beside, colours);
  if (best && best.off <= OWN) return [best.one, best.other, best.share];
  // A thin line of a colour that is nowhere else near.
  const { one, other, share } = bestMixture(pixel, beside | (1 << own), colours)!;
  return [one, other, share];
}

interface Mixture {
  readonly one: number;
  readonly other: number;
  readonly share: number;
  readonly off: number;
}

/** The mixture of two of some colours that a pixel is nearest to; of one alone, that; null where there are none. */
function bestMixture(pixel: Rgb, among: number, colours: readonly Rgb[]): Mixture | null {
  let best: Mixture | null = null;
  for (let one = 0; one < colours.length; one++) {
    if (!(among & (1 << one))) continue;
    const a = colours[one]!;
    const off = Math.hypot(pixel[0] - a[0], pixel[1] - a[1], pixel[2] - a[2]);
    if (!best || off < best.off) best = { one, other: (one + 1) % colours.length, share: 0, off };
    for (let other = one + 1; other < colours.length; other++) {
      if (!(among & (1 << other))) continue;
      const b = colours[other]!;
      const [dx, dy, dz] = [b[0] - a[0], b[1] - a[1], b[2] - a[2]];
      const along = (pixel[0] - a[0]) * dx + (pixel[1] - a[1]) * dy + (pixel[2] - a[2]) * dz;
      const share = Math.max(0, Math.min(1, along / Math.max(1e-9, dx * dx + dy * dy + dz * dz)));
      const away = Math.hypot(pixel[0] - a[0] - share * dx, pixel[1] - a[1] - share * dy, pixel[2] - a[2] - share * dz);
      if (away < best.off - 1e-9) best = { one, other, share, off: away };
    }
  }
  return best;
}
