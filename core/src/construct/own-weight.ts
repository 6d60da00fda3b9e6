import { moveRegion, type Region } from '../geometry/contour.ts';
import { contourArea, reverseContour } from '../geometry/contour-facts.ts';
import { growBounds } from '../geometry/bounds.ts';
import { knockOut, weld } from '../geometry/kernel/boolean.ts';
import { offsetRegion } from '../geometry/kernel/offset.ts';
import type { Memo } from '../geometry/memo.ts';
import type { Letter } from '../lettering/layout.ts';

/** What single letters get for themselves, by id, mm. */
export interface OwnWeights {
  /** Thickened all round. */
  readonly letters: Readonly<Record<string, number>>;
  /** Counters opened all round. */
  readonly counters: Readonly<Record<string, number>>;
}

/** A letter with what it gets for itself. */
export function withOwnWeight(letter: Letter, { letters, counters }: OwnWeights, memo: Memo): Letter {
  const [by, open] = [letters[letter.id] ?? 0, counters[letter.id] ?? 0];
  if (by === 0 && open === 0) return letter;
  const { origin, id } = letter;
  const shape = `${letter.shape}+${by}/${open}`;
  const region = memo('own weight', shape, () =>
    weighted(
      moveRegion(letter.contours, -origin.x, -origin.y, () => '#0'),
      by,
      open,
    ),
  );
  return {
    ...letter,
    shape,
    contours: moveRegion(region, origin.x, origin.y, () => id),
    bounds: growBounds(letter.bounds, by),
  };
}

function weighted(region: Region, by: number, open: number): Region {
  const holes = region.filter((contour) => contourArea(contour) < 0).map(reverseContour);
  const solid = weld(region.filter((contour) => contourArea(contour) > 0));
  // The counters are opened from what thickening leaves of them; open by nothing, they shrink as all else grows.
  const counters = offsetRegion(holes, open - by);
  return knockOut(offsetRegion(solid, by), counters);
}
