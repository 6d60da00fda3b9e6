import { joinBounds, widthOf, heightOf } from '../bounds.ts';
import { flatten, type Contour, type Region } from '../contour.ts';
import { hullBounds, regionArea, regionContains, reverseContour } from '../contour-facts.ts';
import type { Point } from '../point.ts';
import type { Segment } from '../segment.ts';
import { weld, weldUncrossed } from './boolean.ts';

/** Areas further apart than this, mm², or this share of the whole, are not the arithmetic's doing. */
const AREA_SLACK = 0.02;
const AREA_SHARE = 1e-4;

/** Points at which two answers are put to the winding number, each way. */
const SAMPLES = 40;

/**
 * A union that was computed twice. `doubt` is the share of sample points that the answer given gets wrong, where the
 * two differed.
 */
export interface SafeWeld {
  readonly region: Region;
  readonly doubt: number | null;
}

/**
 * Union under the nonzero rule, for outlines that nobody vouches for: computed as they are and with x and y exchanged.
 * Where the two areas differ, the answer that agrees with the winding number at more points is taken, and the doubt
 * told.
 */
export function weldSafely(contours: readonly Contour[]): SafeWeld {
  // What takes no sweep leaves no doubt.
  const uncrossed = weldUncrossed(contours);
  if (uncrossed) return { region: uncrossed, doubt: null };
  const plain = weld(contours);
  const swapped = weld(contours.map(swapAxes)).map(swapAxes);
  const [a, b] = [regionArea(plain), regionArea(swapped)];
  if (Math.abs(a - b) <= Math.max(AREA_SLACK, AREA_SHARE * Math.abs(a))) return { region: plain, doubt: null };
  const rings = contours.map((contour) => flatten(contour, 0.005));
  const box = joinBounds(contours.map(hullBounds));
  let [plainWrong, swappedWrong] = [0, 0];
  for (let i = 0; i < SAMPLES; i++)
    for (let j = 0; j < SAMPLES; j++) {
      const p = {
        x: box.minX + (widthOf(box) * (i + 0.5)) / SAMPLES,
        y: box.minY + (heightOf(box) * (j + 0.5)) / SAMPLES,
      };
      const inside = rings.reduce((sum, ring) => sum + windingNumber(ring, p), 0) !== 0;
      if (regionContains(plain, p) !== inside) plainWrong++;
      if (regionContains(swapped, p) !== inside) swappedWrong++;
    }
  return plainWrong <= swappedWrong
    ? { region: plain, doubt: plainWrong / SAMPLES ** 2 }
    : { region: swapped, doubt: swappedWrong / SAMPLES ** 2 };
}

/** Mirrored in the line x = y, and turned round so that it runs the same way as before. */
function swapAxes(contour: Contour): Contour {
  const swap = ({ x, y }: Point): Point => ({ x: y, y: x });
  const segments = contour.segments.map((segment): Segment => {
    if (segment.kind === 'line') return { ...segment, from: swap(segment.from), to: swap(segment.to) };
    if (segment.kind === 'cubic')
      return { ...segment, from: swap(segment.from), c1: swap(segment.c1), c2: swap(segment.c2), to: swap(segment.to) };
    return {
      ...segment,
      from: swap(segment.from),
      to: swap(segment.to),
      centre: swap(segment.centre),
      startAngle: 90 - segment.startAngle,
      sweep: -segment.sweep,
    };
  });
  return reverseContour({ ...contour, segments });
}

/** How often a ring goes round a point, counter-clockwise. */
export function windingNumber(ring: readonly Point[], { x, y }: Point): number {
  let turns = 0;
  let last = ring.at(-1);
  for (const next of ring) {
    if (last && next.y > y !== last.y > y) {
      const crossing = ((last.x - next.x) * (y - next.y)) / (last.y - next.y) + next.x;
      if (crossing > x) turns += next.y > last.y ? 1 : -1;
    }
    last = next;
  }
  return turns;
}
