import type { DotsByHand, Item } from '../schema.ts';

/** A place of a letter in its cap heights, from its origin. */
export type DotAt = readonly [number, number];

/** A dot of an item's fill, as a hand has it. */
export interface DotInHand {
  /** Id of the letter in the item. */
  readonly letter: string;
  readonly at: DotAt;
  /** In cap heights; null: as wide as the others. */
  readonly wide: number | null;
  /** Whether a hand put it there. */
  readonly byHand: boolean;
}

/** Places are kept to so many digits of a cap height. */
const DIGITS = 4;
/** Places that differ by less are one. */
const SAME = 1e-3;

const rounded = (length: number): number => Number(length.toFixed(DIGITS));
const told = ([u, v]: DotAt): [number, number] => [rounded(u), rounded(v)];
const isSame = ([u, v]: DotsByHand['in'][number], at: DotAt): boolean => Math.hypot(u - at[0], v - at[1]) < SAME;

/** A dot more. @param wide in cap heights; null: as the others */
export const withDotIn = <T extends Item>(item: T, letter: string, at: DotAt, wide: number | null = null): T =>
  changed(item, letter, ({ in: put, out }) => ({
    in: [...put, wide === null ? told(at) : [...told(at), rounded(wide)]],
    out,
  }));

/** A dot less: one that a hand put there is forgotten, one of the fill is left out. */
export const withDotOut = <T extends Item>(item: T, { letter, at, byHand }: DotInHand): T =>
  changed(item, letter, ({ in: put, out }) =>
    byHand ? { in: put.filter((place) => !isSame(place, at)), out } : { in: put, out: [...out, told(at)] },
  );

/** A dot elsewhere, as wide as it was. */
export const withDotMoved = <T extends Item>(item: T, dot: DotInHand, to: DotAt): T =>
  withDotIn(withDotOut(item, dot), dot.letter, to, dot.wide);

function changed<T extends Item>(item: T, letter: string, change: (own: DotsByHand) => DotsByHand): T {
  const now = change(item.dots[letter] ?? { in: [], out: [] });
  const { [letter]: _before, ...others } = item.dots;
  return { ...item, dots: now.in.length + now.out.length === 0 ? others : { ...others, [letter]: now } };
}
