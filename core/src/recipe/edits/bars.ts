import type { Hold } from '../parts.ts';

/** More than any two letters need. */
const MOST_BARS = 6;

function withBars(hold: Hold, letter: string, heights: readonly number[]): Hold {
  const others = Object.entries(hold.joins.bars).filter(([id]) => id !== letter);
  const own = heights.length > 0 ? [[letter, heights.slice(0, MOST_BARS)] as const] : [];
  return { ...hold, joins: { ...hold.joins, bars: Object.fromEntries([...others, ...own]) as Hold['joins']['bars'] } };
}

/** @param height of a bar from the letter to the next, in cap heights above the baseline */
export const addBar = (hold: Hold, letter: string, height: number): Hold =>
  withBars(hold, letter, [...(hold.joins.bars[letter] ?? []), height]);

export const moveBar = (hold: Hold, letter: string, index: number, height: number): Hold =>
  withBars(
    hold,
    letter,
    (hold.joins.bars[letter] ?? []).map((own, i) => (i === index ? height : own)),
  );

export const removeBar = (hold: Hold, letter: string, index: number): Hold =>
  withBars(
    hold,
    letter,
    (hold.joins.bars[letter] ?? []).filter((_, i) => i !== index),
  );
