import type { FontFacts } from '@needlefile/core/lettering/font-facts';

/** A font that somebody brought. */
export interface BroughtFace {
  readonly id: string;
  readonly fileName: string;
  readonly facts: FontFacts;
  readonly addedAt: string;
}
