import { numbersOf } from '../../recipe/identity.ts';
import { moveRegion } from '../../geometry/contour.ts';
import { weldRegions } from '../../geometry/kernel/boolean.ts';
import { discPasses } from '../../geometry/kernel/disc-passes.ts';
import { comeWithin } from '../../geometry/come-within.ts';
import type { Memo } from '../../geometry/memo.ts';
import type { SourceId } from '../../geometry/segment.ts';
import type { Letter } from '../../lettering/layout.ts';
import { partsOfLetter } from './parts.ts';

/** How letters are to be brought together. */
export interface CloseUpPlan {
  /** The neck that two neighbours are to have, mm. */
  readonly neck: number;
  /** How far a letter may be moved towards the one before it at most, mm. */
  readonly most: number;
}

/** How near the least move is found, mm. */
const PRECISION = 0.02;

/** Clear of the limit by this much, mm, so that measuring finds it kept. */
const MARGIN = 0.03;

/**
 * How far each letter must move towards the one before it in its word for the two to join with a neck as wide as
 * wanted. Letters that no allowed move joins so are left where they are.
 * @param letters as they stand without being closed up, in straight lines
 * @param words the text they were set from, by which words are told apart
 * @returns moves by the letter that, with all after it in its line, makes them: mm, above 0
 */
export function closeUp(
  letters: readonly Letter[],
  words: string,
  { neck, most }: CloseUpPlan,
  memo: Memo,
): Map<SourceId, number> {
  const moves = new Map<SourceId, number>();
  const lines = words.split('\n').map((line) => line.trim());
  lines.forEach((text, line) => {
    const own = letters
      .filter((letter) => letter.line === line && letter.contours.length > 0 && numbersOf(letter.id)!.index === 0)
      .sort((a, b) => a.bounds.minX - b.bounds.minX);
    own.forEach((letter, i) => {
      const before = own[i - 1];
      if (
        !before ||
        text
          .slice(Math.min(clusterOf(before), clusterOf(letter)), Math.max(clusterOf(before), clusterOf(letter)))
          .includes(' ')
      )
        return;
      const key = [
        before.shape,
        letter.shape,
        (letter.origin.x - before.origin.x).toFixed(4),
        (letter.origin.y - before.origin.y).toFixed(4),
        neck,
        most,
      ].join();
      const move = memo('close up', key, () => leastMove(before, letter, { neck, most }, memo));
      if (move > 0) moves.set(letter.id, move);
    });
  });
  return moves;
}

const clusterOf = ({ id }: Letter): number => numbersOf(id)!.cluster;

function leastMove(before: Letter, letter: Letter, { neck, most }: CloseUpPlan, memo: Memo): number {
  const [from] = partsOfLetter(before, memo);
  const [to] = partsOfLetter(letter, memo);
  if (!from || !to) return 0;
  const joins = (move: number): boolean => {
    const moved = moveRegion(letter.contours, -move, 0);
    if (!comeWithin(before.contours, moved, 0)) return false;
    return discPasses(weldRegions([before.contours, moved]), neck + MARGIN, from.core, {
      x: to.core.x - move,
      y: to.core.y,
    });
  };
  if (joins(0)) return 0;
  // Outward in steps to the first move that joins, then back to the least: further in, a gap may open again.
  const step = Math.max(PRECISION, neck / 3);
  let high = step;
  while (high < most && !joins(high)) high += step;
  if (high >= most) return 0;
  let low = high - step;
  while (high - low > PRECISION) {
    const middle = (low + high) / 2;
    if (joins(middle)) high = middle;
    else low = middle;
  }
  return high;
}
