import { gaussian } from './gaussian.ts';
import { medianOf, type Shades } from './grey-picture.ts';

/**
 * Grain of a picture from which on it is smoothed, and at which it is smoothed by the most, as shares of what dark and
 * light are apart.
 */
const [FINE, COARSE] = [0.012, 0.095];
/** The most that a grainy picture is smoothed by itself, pixels. */
const MOST_SMOOTH = 1;
/** About so many pixels tell how grainy a picture is, and no more than one of so many. */
const [TELLING, EVERY] = [40_000, 7];
/** Grain that was blurred, as in photos, is not seen between neighbours, only between pixels this far apart. */
const APART = 3;
/** What tells of it lies this far from the level, as a share of what dark and light are apart. */
const PLAIN = 0.25;

/**
 * How much a picture is to be smoothed, pixels, by how grainy it is where it is plainly dark or light: the median of
 * its Laplacian.
 */
export function smoothingFor({ width, height, values }: Shades): number {
  const every = Math.max(EVERY, Math.ceil((width * height) / TELLING));
  const few = Float32Array.from({ length: Math.ceil(values.length / every) }, (_, k) => values[k * every]!);
  const { dark, light } = darkAndLight(few);
  const [contrast, level, row] = [light - dark, (dark + light) / 2, APART * width];
  if (contrast <= 0) return 0;
  const grain: number[] = [];
  for (let i = row + APART; i < width * height - row - APART; i += every) {
    const here = values[i]!;
    const round = [values[i - APART]!, values[i + APART]!, values[i - row]!, values[i + row]!];
    const side = Math.sign(here - level);
    if ([here, ...round].every((value) => (value - level) * side > PLAIN * contrast))
      grain.push(Math.abs(4 * here - round.reduce((sum, value) => sum + value)) / 3);
  }
  const noise = medianOf(grain) / contrast;
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
export function levelOf({ values }: Pick<Shades, 'values'>): number {
  const { dark, light } = darkAndLight(values);
  return (dark + light) / 2;
}

/** The medians of what is dark and of what is light. */
function darkAndLight(values: Shades['values']): { readonly dark: number; readonly light: number } {
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
  return { dark: medianShade(counts, 0, level), light: medianShade(counts, level + 1, 255) };
}

/** How many pixels have each shade. @param values 0 to 255 */
export function histogramOf(values: ArrayLike<number>): Float64Array {
  const counts = new Float64Array(256);
  for (let i = 0; i < values.length; i++) counts[(values[i]! + 0.5) | 0]!++;
  return counts;
}

function medianShade(counts: Float64Array, from: number, to: number): number {
  let half = 0;
  for (let shade = from; shade <= to; shade++) half += counts[shade]! / 2;
  for (let shade = from; shade <= to; shade++) if ((half -= counts[shade]!) <= 0) return shade;
  return to;
}
