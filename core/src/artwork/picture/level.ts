import { gaussian } from './gaussian.ts';
import { medianOf, type Shades } from './grey-picture.ts';

/** Grain of a picture from which on it is smoothed, and at which it is smoothed by the most, in shades. */
const [FINE, COARSE] = [3, 24];
/** The most that a grainy picture is smoothed by itself, pixels. */
const MOST_SMOOTH = 1;
/** About so many pixels tell how grainy a picture is, and no more than one of so many. */
const [TELLING, EVERY] = [40_000, 7];

/** How much a picture is to be smoothed, pixels, by how grainy it is (the median of its Laplacian). */
export function smoothingFor({ width, height, values }: Shades): number {
  const grain: number[] = [];
  const every = Math.max(EVERY, Math.ceil((width * height) / TELLING));
  for (let i = width + 1; i < width * (height - 1) - 1; i += every)
    grain.push(
      Math.abs(4 * values[i]! - values[i - 1]! - values[i + 1]! - values[i - width]! - values[i + width]!) / 3,
    );
  const noise = medianOf(grain);
  return noise <= FINE ? 0 : MOST_SMOOTH * Math.min(1, 0.5 + (0.5 * (noise - FINE)) / (COARSE - FINE));
}

/** A picture smoothed by a Gaussian of so many pixels. */
export function smoothed(shades: Shades, sigma: number): Shades {
  if (sigma < 0.05) return shades;
  const weights = gaussian(sigma);
  const reach = (weights.length - 1) / 2;
  const { width, height } = shades;
  const along = (values: Float32Array, step: number, place: (i: number) => number, size: number): Float32Array => {
    const out = new Float32Array(values.length);
    for (let i = 0; i < values.length; i++) {
      const here = place(i);
      let total = 0;
      for (let k = -reach; k <= reach; k++) {
        const by = Math.max(-here, Math.min(size - 1 - here, k));
        total += weights[k + reach]! * values[i + by * step]!;
      }
      out[i] = total;
    }
    return out;
  };
  const rows = along(shades.values, 1, (i) => i % width, width);
  return { width, height, values: along(rows, width, (i) => Math.floor(i / width), height) };
}

/**
 * The shade that parts dark from light: halfway between the medians of the two, which are told apart by the level at
 * which they differ most (Otsu 1979).
 */
export function levelOf({ values }: Shades): number {
  const counts = histogramOf(values);
  const all = values.length;
  const sum = counts.reduce((total, count, shade) => total + count * shade, 0);
  let [best, level, below, sumBelow] = [-1, 128, 0, 0];
  for (let shade = 0; shade < 255; shade++) {
    below += counts[shade]!;
    sumBelow += counts[shade]! * shade;
    if (below === 0 || below === all) continue;
    const apart = sumBelow / below - (sum - sumBelow) / (all - below);
    const between = below * (all - below) * apart * apart;
    if (between > best) [best, level] = [between, shade];
  }
  return (medianShade(counts, 0, level) + medianShade(counts, level + 1, 255)) / 2;
}

/** How many pixels have each shade. */
export function histogramOf(values: Iterable<number>): Float64Array {
  const counts = new Float64Array(256);
  for (const value of values) counts[Math.max(0, Math.min(255, Math.round(value)))]!++;
  return counts;
}

function medianShade(counts: Float64Array, from: number, to: number): number {
  let half = 0;
  for (let shade = from; shade <= to; shade++) half += counts[shade]! / 2;
  for (let shade = from; shade <= to; shade++) if ((half -= counts[shade]!) <= 0) return shade;
  return to;
}
