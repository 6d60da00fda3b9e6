import type { Point } from '../../geometry/point.ts';
import { medianOf, shadeAt, type Shades } from './grey-picture.ts';

/** Light and dark are told so far from an edge, and steps of what lies between are so long, pixels. */
const [FAR, STEP] = [2, 0.5];
/** Less contrast than this is no edge, shades. */
const LEAST_CONTRAST = 24;
/** A shade may turn back by this share of the contrast: more is another edge. */
const TURNS_BACK = 0.08;
/** An edge is moved no further, pixels. */
const MOST = 1;

/**
 * Puts each point of a ring where as much dark lies outside it as light inside, between the light and the dark beside
 * it: uneven light and thin strokes move the one level that a picture is parted at, but not this; and the sum of a
 * pixel's shades is exact, where a level between two of them is off by up to a tenth of a pixel.
 */
export function refined(ring: readonly Point[], shades: Shades): Point[] {
  const profile = new Float64Array((2 * FAR) / STEP + 1);
  return ring.map((point, i) => {
    const normal = normalAt(ring, i);
    for (let k = 0; k < profile.length; k++) {
      const by = k * STEP - FAR;
      profile[k] = shadeAt(shades, point.x + normal.x * by, point.y + normal.y * by);
    }
    const by = edgeIn(profile);
    return by === null ? point : { x: point.x + normal.x * by, y: point.y + normal.y * by };
  });
}

/** Where in shades from dark to light the edge lies, from their middle, pixels; null where it cannot be told. */
function edgeIn(profile: Float64Array): number | null {
  const [dark, light] = [profile[0]!, profile[profile.length - 1]!];
  const contrast = light - dark;
  if (contrast < LEAST_CONTRAST) return null;
  let darkness = 1;
  for (let i = 1; i < profile.length; i++) {
    if (profile[i]! < profile[i - 1]! - TURNS_BACK * contrast) return null;
    darkness += (light - profile[i]!) / contrast;
  }
  // By the trapezoid rule, whose ends are all dark and all light.
  const by = (darkness - 0.5) * STEP - FAR;
  return Math.abs(by) <= MOST ? by : null;
}

/** Points on either side that tell which way an edge runs. */
const BESIDE = 2;

/** Out of the dark, y down. */
function normalAt(ring: readonly Point[], i: number): Point {
  const count = ring.length;
  const [a, b] = [ring[(i - BESIDE + count) % count]!, ring[(i + BESIDE) % count]!];
  const size = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  return { x: -(b.y - a.y) / size, y: (b.x - a.x) / size };
}

/** How blurred edges are where none can be looked at: as those of pixels are. Pixels. */
const USUAL = 0.55;
/** More than this cannot be told so near to an edge, pixels. */
const MOST_BLUR = 3;
/** The middle of an edge that tells how steep it is, pixels to either side. */
const MIDDLE = 0.5;

/**
 * How blurred a picture's edges are, pixels: the width of the Gaussian that leaves as much of an edge's contrast to its
 * middle.
 */
export function blurOf(rings: readonly (readonly Point[])[], shades: Shades): number {
  const shares: number[] = [];
  for (const ring of rings)
    for (let i = 0; i < ring.length; i += 5) {
      const [point, normal] = [ring[i]!, normalAt(ring, i)];
      const at = (by: number) => shadeAt(shades, point.x + normal.x * by, point.y + normal.y * by);
      const [contrast, middle] = [at(FAR) - at(-FAR), at(MIDDLE) - at(-MIDDLE)];
      if (contrast >= LEAST_CONTRAST && middle > 0) shares.push(middle / contrast);
    }
  if (shares.length === 0) return USUAL;
  const share = medianOf(shares);
  let [low, high] = [0.1, MOST_BLUR];
  while (high - low > 0.01) {
    const width = (low + high) / 2;
    if (within(MIDDLE / width) / within(FAR / width) > share) low = width;
    else high = width;
  }
  return low;
}

/** How much of a Gaussian lies within so many of its widths to either side (Abramowitz and Stegun 7.1.25). */
function within(widths: number): number {
  const x = widths / Math.SQRT2;
  const t = 1 / (1 + 0.47047 * x);
  return 1 - t * (0.3480242 + t * (-0.0958798 + t * 0.7478556)) * Math.exp(-x * x);
}
