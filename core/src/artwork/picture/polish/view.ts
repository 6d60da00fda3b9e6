import { boundsOfPoints } from '../../../geometry/bounds.ts';
import type { Point } from '../../../geometry/point.ts';
import { Cover, type Cells } from './cover.ts';
import type { DrawnAgain } from './drawn-again.ts';
import { blurred } from './spread.ts';

/** A picture is looked at so far round an outline, pixels. */
const ROUND = 2;
/** Less contrast than this is no edge, shades. */
const LEAST_CONTRAST = 24;

/**
 * A piece of a picture beside the same piece of what was traced of it, drawn again as the picture was: so that another
 * course of an outline can be tried there, and held against what is seen.
 */
export class View {
  private cover: Cover | null = null;

  private constructor(
    private readonly cells: Cells,
    /** The same with the rim that blur reaches into. */
    private readonly wide: Cells,
    private readonly weights: Float64Array,
    /** How much darker each pixel is drawn than it is seen, as a share of the contrast. */
    readonly off: Float64Array,
  ) {}

  /** The piece about some places; null where light and dark cannot be told from each other there. */
  static of(drawn: DrawnAgain, places: readonly Point[]): View | null {
    const { weights, cells: all } = drawn;
    const rim = (weights.length - 1) / 2;
    const { minX, minY, maxX, maxY } = boundsOfPoints(places);
    const left = Math.max(all.left + rim, Math.floor(minX - ROUND));
    const bottom = Math.max(all.bottom + rim, Math.floor(minY - ROUND));
    const width = Math.min(all.left + all.width - rim, Math.ceil(maxX + ROUND)) - left;
    const height = Math.min(all.bottom + all.height - rim, Math.ceil(maxY + ROUND)) - bottom;
    if (width <= 0 || height <= 0) return null;
    const cells = { left, bottom, width, height };
    const wide = { left: left - rim, bottom: bottom - rim, width: width + 2 * rim, height: height + 2 * rim };
    const shares = blurred(drawn.rowsIn(wide), wide.width, wide.height, weights);
    const seen = asShares(drawn.shadesIn(cells), shares);
    if (!seen) return null;
    for (let i = 0; i < shares.length; i++) shares[i]! -= seen[i]!;
    return new View(cells, wide, weights, shares);
  }

  /**
   * How much darker each pixel would be drawn, as a share of the contrast, if an outline took another course.
   * @param change that course and then the old one in reverse, as a ring
   */
  darker(change: readonly Point[]): Float64Array {
    const { wide } = this;
    const cover = (this.cover ??= new Cover(wide));
    cover.clear();
    cover.add(change);
    return blurred(cover.rows, wide.width, wide.height, this.weights);
  }

  /** The same, and how much darker it would then be than it is seen. */
  offBy(change: readonly Point[]): Float64Array {
    const sum = this.darker(change);
    for (let i = 0; i < sum.length; i++) sum[i]! += this.off[i]!;
    return sum;
  }

  /** By how much the pixel that is furthest off is, and its middle. */
  worst(): { readonly off: number; readonly place: Point } {
    const { left, bottom, width } = this.cells;
    let at = 0;
    for (let i = 1; i < this.off.length; i++) if (Math.abs(this.off[i]!) > Math.abs(this.off[at]!)) at = i;
    const place = { x: left + (at % width) + 0.5, y: bottom + Math.floor(at / width) + 0.5 };
    return { off: Math.abs(this.off[at]!), place };
  }
}

/** Shades, which become shares of dark by the light and dark that go best with what is drawn; null: no contrast. */
function asShares(shades: Float64Array, drawn: Float64Array): Float64Array | null {
  const n = shades.length;
  let [x, y, xx, xy] = [0, 0, 0, 0];
  for (let i = 0; i < n; i++) {
    x += drawn[i]!;
    y += shades[i]!;
    xx += drawn[i]! * drawn[i]!;
    xy += drawn[i]! * shades[i]!;
  }
  const spread = xx - (x * x) / n;
  if (spread < 1) return null;
  const darker = (xy - (x * y) / n) / spread;
  if (-darker < LEAST_CONTRAST) return null;
  const light = (y - darker * x) / n;
  for (let i = 0; i < n; i++) shades[i] = (shades[i]! - light) / darker;
  return shades;
}
