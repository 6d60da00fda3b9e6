import type { FileReading } from '@needlefile/core/artwork/drawn';
import { readArtwork } from '@needlefile/core/artwork/read-artwork';

/** Files that a thread keeps read; those not used for long go first. */
const KEPT = 10;
const read = new Map<string, FileReading>();

/** The artwork of a build, of those files that are on the server. */
export function artworksFrom(bytes: Readonly<Record<string, Uint8Array>>): ReadonlyMap<string, FileReading> {
  return new Map(Object.entries(bytes).map(([id, file]) => [id, readingOf(id, file)]));
}

function readingOf(id: string, bytes: Uint8Array): FileReading {
  const reading = read.get(id) ?? readArtwork(bytes);
  read.delete(id);
  read.set(id, reading);
  if (read.size > KEPT) read.delete(read.keys().next().value!);
  return reading;
}
