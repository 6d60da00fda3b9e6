import { BACKER } from '../recipe/identity.ts';
import { moveRegion, type Region } from '../geometry/contour.ts';
import { contourArea, reverseContour } from '../geometry/contour-facts.ts';
import { offsetRegion } from '../geometry/kernel/offset.ts';
import { widestDisc } from '../geometry/widest-disc.ts';
import type { Backer } from '../recipe/parts.ts';

/**
 * A backer that follows the letters at a distance. Holes that a disc of `leastHole` mm would fill are filled.
 * @param place where it lies from under the letters, mm
 */
export function backerOf(
  letters: Region,
  { distance, corners, leastHole }: { readonly leastHole: number } & Pick<Backer, 'distance' | 'corners'>,
  place: { readonly dx: number; readonly dy: number },
): Region {
  const grown = offsetRegion(letters, distance, corners);
  const kept = grown.filter(
    (contour) =>
      contourArea(contour) > 0 ||
      (leastHole === 0 && contourArea(contour) < 0) ||
      widestDisc([reverseContour(contour)], 0.05).diameter >= leastHole,
  );
  return moveRegion(kept, place.dx, place.dy, () => BACKER);
}

/** How much smaller than its letter a line is that shows where the letter goes, mm: the letter covers it. */
const LOCATE_INSET = 0.5;

/** Lines on the backer that show where the letters go. */
export const locatingLines = (letters: Region, { dx, dy }: { readonly dx: number; readonly dy: number }): Region =>
  moveRegion(offsetRegion(letters, -LOCATE_INSET), dx, dy);
