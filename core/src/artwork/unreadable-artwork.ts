/** A file of artwork that cannot be read; the message says why, for a person. */
export class UnreadableArtwork extends Error {}
