import type { Remembered } from '@needlefile/core/recipe/remembered';

/** A file of artwork that somebody brought. */
export interface BroughtArtwork {
  /** `art-` and the first 24 digits of its sha256: what recipes call it. */
  readonly id: string;
  readonly fileName: string;
  /** How files like it are read; null where nothing was remembered. */
  readonly remembered: Remembered | null;
}
