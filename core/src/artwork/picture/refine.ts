import type { Point } from '../../geometry/point.ts';
import { medianOf, shadeAt, type Shades } from './grey-picture.ts';

/** Light and dark are told so far from an edge, and steps of what lies between are so long, pixels. */
const [FAR, STEP] = [2, 0.25];
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
  return ring.map((point, i) => {
    const normal = normalAt(ring, i);
    const at = (by: number) => shadeAt(shades, point.x + normal.x * by, point.y + normal.y * by);
    const profile: number[] = [];
    for (let by = -FAR; by <= FAR; by += STEP) profile.push(at(by));
    const by = edgeIn(profile);
    return by === null ? point : { x: point.x + normal.x * by, y: point.y + normal.y * by };
  });
}

/** Where in shades from dark to light the edge lies, from their middle, pixels; null where it cannot be told. */
function edgeIn(profile: readonly number[]): number | null {
  const [dark, light] = [profile[0]!, profile.at(-1)!];
  const contrast = light - dark;
  if (contrast < LEAST_CONTRAST) return null;
  if (profile.some((shade, i) => i > 0 && shade < profile[i - 1]! - TURNS_BACK * contrast)) return null;
  // By the trapezoid rule, whose ends are all dark and all light.
  const darkness = profile.reduce((sum, shade) => sum + (light - shade) / contrast, 0) - 0.5;
  const by = darkness * STEP - FAR;
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

/** How blurred a picture's edges are, pixels: the width of the Gaussian that gives as steep a slope. */
export function blurOf(rings: readonly (readonly Point[])[], shades: Shades): number {
  const widths: number[] = [];
  for (const ring of rings)
    for (let i = 0; i < ring.length; i += 5) {
      const [point, normal] = [ring[i]!, normalAt(ring, i)];
      const at = (by: number) => shadeAt(shades, point.x + normal.x * by, point.y + normal.y * by);
      const [contrast, slope] = [at(FAR) - at(-FAR), at(0.5) - at(-0.5)];
      if (contrast >= LEAST_CONTRAST && slope > 0) widths.push(contrast / (slope * Math.sqrt(2 * Math.PI)));
    }
  return widths.length > 0 ? Math.min(3, medianOf(widths)) : 0.66;
}
