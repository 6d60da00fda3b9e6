import type { Contour, Region } from '../../geometry/contour.ts';
import { contourBounds } from '../../geometry/contour-facts.ts';
import { groupsThatMeet } from '../../geometry/box-groups.ts';
import { common, knockOutAll } from '../../geometry/kernel/boolean.ts';
import { offsetRegion } from '../../geometry/kernel/offset.ts';

/** Edges of two regions that were traced one by one lie no further apart, pixels. */
const APART = 0.6;

/**
 * Regions that fill a whole between them. Where two meet, each was traced by itself, and hairs were left between them,
 * or covered twice: each hair becomes part of one of the two. What is near no other stays as it is.
 * @param whole what all of them cover
 */
export function abutting(regions: readonly Region[], whole: Region): Region[] {
  const near = nearOthers(regions);
  const done: Region[] = [];
  regions.forEach((region, i) => {
    const own = region.filter((contour) => near.has(contour));
    if (own.length === 0) return void done.push(region);
    const others = [...done, ...regions.slice(i + 1)].filter(({ length }) => length > 0);
    const filled = knockOutAll(common(offsetRegion(own, APART), whole), others);
    done.push([...region.filter((contour) => !near.has(contour)), ...filled]);
  });
  return done;
}

/** Contours whose boxes come near those of another region, and all that lie in them or round them. */
function nearOthers(regions: readonly Region[]): Set<Contour> {
  const contours = regions.flatMap((region, i) => region.map((contour) => ({ contour, region: i })));
  const boxes = contours.map(({ contour }) => contourBounds(contour));
  const groups = groupsThatMeet(boxes, 2 * APART).map((group) => group.map((k) => contours[k]!));
  const mixed = groups.filter((group) => group.some(({ region }) => region !== group[0]!.region));
  return new Set(mixed.flatMap((group) => group.map(({ contour }) => contour)));
}
