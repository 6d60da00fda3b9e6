import type { DotsByHand, Item } from '../schema.ts';

/** A place of a letter in its cap heights, from its origin. */
export type DotAt = readonly [number, number];

/** A dot of an item's fill, as a hand has it. */
export interface DotInHand {
  /** Id of the letter in the item. */
  readonly letter: string;
  readonly at: DotAt;
  /** Whether a hand put it there. */
  readonly byHand: boolean;
}

/** Places are kept to so many digits of a cap height. */
const DIGITS = 4;
/** Places that differ by less are one. */
const SAME = 1e-3;

const told = ([u, v]: DotAt): [number, number] => [Number(u.toFixed(DIGITS)), Number(v.toFixed(DIGITS))];
const isSame = (a: DotAt, b: DotAt): boolean => Math.hypot(a[0] - b[0], a[1] - b[1]) < SAME;

/** A dot more. */
export const withDotIn = <T extends Item>(item: T, letter: string, at: DotAt): T =>
  changed(item, letter, ({ in: put, out }) => ({ in: [...put, told(at)], out }));

/** A dot less: one that a hand put there is forgotten, one of the fill is left out. */
export const withDotOut = <T extends Item>(item: T, { letter, at, byHand }: DotInHand): T =>
  changed(item, letter, ({ in: put, out }) =>
    byHand ? { in: put.filter((place) => !isSame(place, at)), out } : { in: put, out: [...out, told(at)] },
  );

/** A dot elsewhere. */
export const withDotMoved = <T extends Item>(item: T, dot: DotInHand, to: DotAt): T =>
  withDotIn(withDotOut(item, dot), dot.letter, to);

function changed<T extends Item>(item: T, letter: string, change: (own: DotsByHand) => DotsByHand): T {
  const now = change(item.dots[letter] ?? { in: [], out: [] });
  const { [letter]: _before, ...others } = item.dots;
  return { ...item, dots: now.in.length + now.out.length === 0 ? others : { ...others, [letter]: now } };
}
