import type { Contour } from '../../geometry/contour.ts';
import type { Point } from '../../geometry/point.ts';
import { fitTrack, trackOf } from '../fitting/fit-ring.ts';
import { resampled, ringArea, STEP } from '../fitting/resample.ts';
import { RIM, shadesOf, type GreyPicture } from './grey-picture.ts';
import { levelOf, smoothed, smoothingFor } from './level.ts';
import { polished } from './polish/polished.ts';
import { blurOf, refined } from './refine.ts';
import { ringsOf } from './rings.ts';

/** How a picture is traced; null: as it seems best. */
export interface TracePlan {
  /** Darker is taken: 0 to 255. */
  readonly level: number | null;
  /** Pixels. */
  readonly smooth: number | null;
  /** Spots up to this area are left out, square pixels. */
  readonly speck: number;
  /** Light is taken in place of dark. */
  readonly invert: boolean;
}

/** As it seems best, without spots. */
export const PLAIN_TRACE: TracePlan = { level: null, smooth: null, speck: 8, invert: false };

/** Outlines of what is dark, in pixels, y up from the bottom left corner; dark lies to their left. */
export interface Trace {
  readonly contours: readonly Contour[];
  readonly specks: number;
  /** The level that it was parted at. */
  readonly level: number;
}

/** They may lie so far off the curves fitted to them, pixels, and further by this share of what was smoothed. */
const [TOLERANCE, BY_SMOOTHING] = [0.15, 0.2];

/**
 * Traces a picture: rings between light and dark at sub-pixel places, moved to where light and dark are even, parted at
 * their corners, and few lines, arcs and curves fitted between.
 */
export function trace(picture: GreyPicture, plan: TracePlan): Trace {
  const shown: GreyPicture = plan.invert ? { ...picture, pixels: picture.pixels.map((shade) => 255 - shade) } : picture;
  const raw = shadesOf(shown);
  const smooth = plan.smooth ?? smoothingFor(raw);
  const shades = smoothed(raw, smooth);
  const level = plan.level ?? levelOf(shades);
  const rings = ringsOf(shades, level);
  const kept = rings.filter((ring) => Math.abs(ringArea(ring)) > plan.speck);
  const even = kept.map((ring) => resampled(ring, STEP));
  const blur = blurOf(even, shades);
  const up = ({ x, y }: Point): Point => ({ x: x - RIM + 0.5, y: picture.height - (y - RIM + 0.5) });
  const tolerance = TOLERANCE + BY_SMOOTHING * smooth;
  const found = even.map((own) => {
    const ring = own.map(up);
    return { ring, track: trackOf({ ring, fine: refined(own, shades).map(up), blur, tolerance }) };
  });
  const contours = polished(found, shades, blur).map((track) => fitTrack(track, tolerance));
  return { contours, specks: rings.length - kept.length, level };
}
