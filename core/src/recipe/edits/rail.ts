import type { Rail } from '../parts.ts';
import { LIMITS } from '../schema.ts';

const round = (mm: number): number => Number(mm.toFixed(1));
const thick = (mm: number): number => Math.min(LIMITS.railHeight.most, Math.max(LIMITS.railHeight.least, round(mm)));

/** The rail that letters of a cap height (mm) are usually set on: wherever one is put in without being described. */
export const usualRail = (capHeight: number): Rail => ({
  at: 'under',
  height: thick(capHeight * 0.18),
  // A round letter that only touched it would hang by a point.
  overlap: round(capHeight * 0.05),
  extend: round(capHeight * 0.1),
  uprights: null,
  feet: null,
});

/** A rail whose two uprights stand clear of the letters, from its lowest bar to its highest. */
export const withUprights = (rail: Rail, capHeight: number): Rail => ({
  ...rail,
  extend: Math.max(rail.extend, round(rail.height + capHeight * 0.1)),
  uprights: { count: 2, width: null },
});

/** All round the letters: rails under each line and over the first, and uprights at their ends. */
export const framing = (rail: Rail, capHeight: number): Rail => ({ ...withUprights(rail, capHeight), at: 'both' });

/** Whether rails go all round the letters. */
export const isFraming = ({ at, uprights }: Rail): boolean => at === 'both' && (uprights?.count ?? 0) >= 2;

/** Feet that suit a rail of such letters. @param sheet thickness, mm: of the base too, where it is cut from it */
export const usualFeet = (capHeight: number, sheet: number): NonNullable<Rail['feet']> => ({
  count: 2,
  width: thick(capHeight * 0.4),
  depth: sheet,
  play: 0.2,
  base: null,
});

/** A base that suits them. */
export const usualBase = (capHeight: number): NonNullable<NonNullable<Rail['feet']>['base']> => ({
  depth: Math.max(20, Math.round(capHeight * 0.8)),
  past: thick(capHeight * 0.2),
  cornerRadius: Math.max(1, Math.round(capHeight * 0.08)),
  gap: 10,
});
