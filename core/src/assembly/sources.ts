import type { FileReading } from '../artwork/drawn.ts';
import type { Face } from '../lettering/face.ts';

/** Opened faces and read files, by id. */
export interface Sources {
  readonly faces: ReadonlyMap<string, Face>;
  readonly artworks: ReadonlyMap<string, FileReading>;
}
