import type { Memo } from '../../geometry/memo.ts';
import type { Face } from '../../lettering/face.ts';
import { layOut, type Lettering, type LetteringPlan } from '../../lettering/layout.ts';
import { closeUp } from './close-up.ts';

/** Sizes by an overall width grow as letters close up, and the moves with them: so many rounds settle it. */
const ROUNDS = 3;

/** How letters are closed up: the neck wanted, mm, and how far one may be moved for it, in cap heights. */
export interface CloseUpShare {
  readonly neck: number;
  readonly share: number;
}

/**
 * Sets words as `layOut` does, with the letters of each word brought together until their necks are wide enough. */
export function layOutClosedUp(plan: LetteringPlan, face: Face, closing: CloseUpShare, memo: Memo): Lettering {
  const sizedByCaps = plan.size.by === 'cap height' || plan.size.by === 'x-height';
  let lettering = layOut(plan, face, memo);
  let known = '';
  for (let round = 0; round < (sizedByCaps ? 1 : ROUNDS); round++) {
    // Measured in straight lines, at the size that came out last.
    const { letters } = layOut(
      { ...plan, size: { by: 'cap height', value: lettering.capHeight }, bow: null, mirror: false },
      face,
      memo,
    );
    const moves = closeUp(letters, plan.words, { neck: closing.neck, most: closing.share * lettering.capHeight }, memo);
    const key = [...moves].map(([id, move]) => `${id} ${move.toFixed(2)}`).join();
    if (key === known) break;
    known = key;
    lettering = { ...layOut({ ...plan, closedUp: moves }, face, memo), closedUp: moves };
  }
  return lettering;
}
