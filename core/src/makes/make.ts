import type { Made } from '../recipe/schema.ts';
import type { PlainLimits } from '../shop/limits.ts';

/**
 * What letters are in a thing: its material; openings cut through it; areas engraved in it; or what is left standing
 * when the ground round them is engraved away; or lines that the tool follows.
 */
export type LetterRole = 'material' | 'opening' | 'engraved' | 'standing' | 'line';

type Said<T> = { readonly [K in keyof T]?: T[K] };

/** What a new thing starts from, where that is not the usual. */
export interface Start {
  readonly plate?: Said<Made['plate']>;
  readonly rail?: Made['rail'];
  readonly relief?: Said<Made['relief']>;
  readonly backer?: Said<Made['backer']>;
}

/** One make: all that sets it apart from the others. */
export interface MakeRules {
  readonly name: string;
  /** In a few words, for whoever chooses. */
  readonly hint: string;
  readonly letters: LetterRole;
  /** What the letters are in or on; nothing where nothing is cut free. */
  readonly base: 'plate' | 'rail' | 'backer' | 'nothing';
  /** Why there is nothing to hold; null where islands are bridged or loose letters are joined. */
  readonly nothingToHold: string | null;
  /** What the house limits become for it, mm. @param tool width of the tool that engraves */
  readonly limits: (house: PlainLimits, tool: number) => PlainLimits;
  /** Whether words begin as the strokes down the middle of their outlines. */
  readonly isStroked?: true;
  /** Sizes that suit letters so high. */
  readonly start: (capHeight: number) => Start;
}

/** To half millimetres, and whole ones from 5 mm on. */
export const roughly = (mm: number): number => (mm >= 5 ? Math.round(mm) : Math.max(0.5, Math.round(mm * 2) / 2));

/** A plate that suits letters so high. */
export const usualPlate = (capHeight: number) => ({
  margin: roughly(capHeight * 0.45),
  cornerRadius: roughly(capHeight * 0.12),
  holes: {
    diameter: capHeight >= 60 ? 8 : capHeight >= 25 ? 4 : 2.5,
    inset: roughly(capHeight * 0.2),
    at: 'corners' as const,
    count: 2,
  },
});
