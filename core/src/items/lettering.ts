import { NO_BOUNDS } from '../geometry/bounds.ts';
import type { TypeLines } from '../construct/places.ts';
import { layOutClosedUp } from '../hold/joins/close-up-lettering.ts';
import { layOut, type Lettering } from '../lettering/layout.ts';
import type { LetteringItem } from '../recipe/parts.ts';
import type { ItemKind } from './item.ts';
import { ownFields } from './own-fields.ts';

const NO_LETTERING: Lettering = {
  letters: [],
  missing: [],
  bounds: NO_BOUNDS,
  baselines: [],
  capHeight: 0,
  xHeight: 0,
  lostNudges: [],
  lostRedrawings: [],
  lostStrokes: [],
  overrun: [],
};

/** Between one piece of lettering and the next below it, in cap heights. */
const GAP = 0.6;

/** As long as a name on the screen may be. */
const LONGEST_NAME = 24;

/** Words in a face. */
export const lettering: ItemKind<LetteringItem> = {
  planOf: (item) => ({ ...ownFields(item), thicken: null }),
  draw: (item, { face, closing, memo }) => {
    const plan = { ...item, redrawn: item.redrawn.filter((each) => each.face === item.face) };
    const set = !face ? NO_LETTERING : closing ? layOutClosedUp(plan, face, closing, memo) : layOut(plan, face, memo);
    return {
      letters: set.letters,
      bounds: set.bounds,
      baselines: set.baselines.flatMap((y, line) =>
        set.letters.some((letter) => letter.line === line)
          ? [{ y, capHeight: set.capHeight * (item.lineScale[line] ?? 1) }]
          : [],
      ),
      lines: item.bow ? null : typeLinesOf(set, item.lineScale[0] ?? 1),
      gap: GAP * set.capHeight,
      lettering: set,
      artwork: null,
    };
  },
  face: ({ face }) => face,
  source: () => null,
  called: ({ words }) => words.trim().split('\n', 1)[0]!.slice(0, LONGEST_NAME) || 'No words yet',
};

function typeLinesOf({ baselines, capHeight, xHeight }: Lettering, firstScale: number): TypeLines | null {
  const last = baselines.at(-1);
  return last === undefined ? null : { baseline: last, xHeight: xHeight * firstScale, cap: capHeight * firstScale };
}
