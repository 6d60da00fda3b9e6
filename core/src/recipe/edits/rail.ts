import type { Rail } from '../parts.ts';
import { LIMITS } from '../schema.ts';

const round = (mm: number): number => Number(mm.toFixed(1));

/** The rail that letters of a cap height (mm) are usually set on: wherever one is put in without being described. */
export const usualRail = (capHeight: number): Rail => ({
  height: Math.max(LIMITS.railHeight.least, round(capHeight * 0.18)),
  // A round letter that only touched it would hang by a point.
  overlap: round(capHeight * 0.05),
  extend: round(capHeight * 0.1),
});
