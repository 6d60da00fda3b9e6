import { isUnder } from '../shop/limits.ts';
import { heightOf, widthOf, type Bounds } from '../geometry/bounds.ts';
import type { Region } from '../geometry/contour.ts';
import { contourBounds, sourcesOf } from '../geometry/contour-facts.ts';
import type { SourceId } from '../geometry/segment.ts';

/** A piece or a hole that is smaller than the machine makes well. */
export interface Speck {
  /** Its longer side, mm. */
  readonly size: number;
  readonly where: Bounds;
  /** Whose edges it has. */
  readonly sources: readonly SourceId[];
}

/** The specks among a region's contours. */
export function findSpecks(region: Region, limit: number): Speck[] {
  return region.flatMap((contour) => {
    const where = contourBounds(contour);
    const size = Math.max(widthOf(where), heightOf(where));
    return isUnder(size, limit) ? [{ size, where, sources: [...sourcesOf([contour])] }] : [];
  });
}
