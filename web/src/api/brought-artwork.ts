/** A file of artwork that somebody brought. */
export interface BroughtArtwork {
  /** `art-` and the first 24 digits of its sha256: what recipes call it. */
  readonly id: string;
  readonly fileName: string;
}
