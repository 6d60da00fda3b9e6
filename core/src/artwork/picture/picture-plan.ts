import { PLAIN_TRACE, type TracePlan } from './trace.ts';

/** A corner, as shares of a picture from its lower left. */
export type CornerShare = readonly [x: number, y: number];

/** How a picture becomes areas. */
export interface PicturePlan extends TracePlan {
  /** Each parts a layer: what is darker than it, and not than the one before; none: one layer, by its level. */
  readonly levels: readonly number[];
  /** #rrggbb: what is nearest to each is a layer, but for the first, the ground; none: it is parted by its shades. */
  readonly colours: readonly string[];
  /** Corners of what is drawn straight, from the upper left clockwise; null: the picture is as it is. */
  readonly corners: readonly [CornerShare, CornerShare, CornerShare, CornerShare] | null;
  /** Of that, width to height; null: as it looks. */
  readonly ratio: number | null;
}

export const PLAIN_PICTURE: PicturePlan = { ...PLAIN_TRACE, levels: [], colours: [], corners: null, ratio: null };
