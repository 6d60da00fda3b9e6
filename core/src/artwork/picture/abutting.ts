import type { Region } from '../../geometry/contour.ts';
import { common, knockOutAll } from '../../geometry/kernel/boolean.ts';
import { offsetRegion } from '../../geometry/kernel/offset.ts';

/** Edges of two regions that were traced one by one lie no further apart, pixels. */
const APART = 0.6;

/**
 * Regions that fill a whole between them. Where two meet, each was traced by itself, and hairs were left between them,
 * or covered twice: each hair becomes part of one of the two.
 * @param whole what all of them cover
 */
export function abutting(regions: readonly Region[], whole: Region): Region[] {
  const done: Region[] = [];
  regions.forEach((region, i) => {
    if (region.length === 0) return void done.push(region);
    const reached = common(offsetRegion(region, APART), whole);
    done.push(
      knockOutAll(
        reached,
        [...done, ...regions.slice(i + 1)].filter(({ length }) => length > 0),
      ),
    );
  });
  return done;
}
