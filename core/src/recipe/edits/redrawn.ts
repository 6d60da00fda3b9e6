import { changesBetween, redraw } from '../../geometry/nodes/redraw.ts';
import type { NodePath } from '../../geometry/nodes/node-path.ts';
import type { ArtworkItem, LetteringItem } from '../schema.ts';

type Redrawing = LetteringItem['redrawn'][number];
type Changes = ArtworkItem['redrawn'];

/** A letter that a hand redraws. */
export interface OneLetter {
  /** Its id in the item. */
  readonly letter: string;
  readonly glyph: number;
  readonly text: string;
}

/** What a hand redrew of letters: of their middle lines, where those are made of them, else of their outlines. */
export const redrawnOf = ({ centerline, redrawn }: LetteringItem): readonly Redrawing[] =>
  centerline ? centerline.redrawn : redrawn;

/** Other changes by hand in place of those. */
export const withRedrawn = (item: LetteringItem, redrawn: Redrawing[]): LetteringItem =>
  item.centerline ? { ...item, centerline: { ...item.centerline, redrawn } } : { ...item, redrawn };

/** What was redrawn of a letter: its own, or that of all alike. null where it is as it came. */
export function redrawingOf(item: LetteringItem, { letter, glyph }: Omit<OneLetter, 'text'>): Redrawing | null {
  const own = redrawnOf(item).filter((each) => each.face === item.face && each.glyph === glyph);
  return own.find((each) => each.letter === letter) ?? own.find((each) => each.letter === null) ?? null;
}

/** Every letter that is redrawn but the ones that a change to this one is of. */
const besides = (item: LetteringItem, { letter, glyph }: OneLetter, isForAll: boolean): Redrawing[] =>
  redrawnOf(item).filter(
    (each) => each.face !== item.face || each.glyph !== glyph || each.letter !== (isForAll ? null : letter),
  );

/**
 * A letter drawn otherwise.
 * @param isForAll as all that are alike
 * @param drawing its outlines as the face has them, or its strokes as they were traced, in ems
 * @param now as they shall be
 */
export function withLetterDrawn(
  item: LetteringItem,
  one: OneLetter,
  isForAll: boolean,
  drawing: readonly NodePath[],
  now: readonly NodePath[],
): LetteringItem {
  const changes = changesBetween(drawing, now) as Changes;
  const { face } = item;
  const { letter, glyph, text } = one;
  const own: Redrawing[] = changes.length > 0 ? [{ letter: isForAll ? null : letter, face, glyph, text, changes }] : [];
  return withRedrawn(item, [...besides(item, one, isForAll), ...own]);
}

/** What was redrawn of one letter for all alike, or of all alike for the one alone. */
export function withDrawnFor(item: LetteringItem, one: OneLetter, isForAll: boolean): LetteringItem {
  const own = redrawingOf(item, one);
  if (!own || (own.letter === null) === isForAll) return item;
  const others = besides(withRedrawn(item, besides(item, one, true)), one, false);
  return withRedrawn(item, [...others, { ...own, letter: isForAll ? null : one.letter }]);
}

/** Outlines of a file drawn otherwise; changes that find nothing just now are kept. */
export function withArtworkDrawn(
  item: ArtworkItem,
  drawing: readonly NodePath[],
  now: readonly NodePath[],
): ArtworkItem {
  const { lost } = redraw(drawing, item.redrawn);
  return {
    ...item,
    redrawn: [...item.redrawn.filter((_, i) => lost.includes(i)), ...(changesBetween(drawing, now) as Changes)],
  };
}
