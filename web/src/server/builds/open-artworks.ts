import type { FileReading } from '@needlefile/core/artwork/drawn';
import { readArtwork } from '@needlefile/core/artwork/read-artwork';

/** Files that a thread keeps read; those not used for long go first. */
const KEPT = 10;
const read = new Map<string, FileReading>();

/** The artwork of a build, of those files that are on the server. */
export async function artworksFrom(
  bytes: Readonly<Record<string, Uint8Array>>,
): Promise<ReadonlyMap<string, FileReading>> {
  const readings = new Map<string, FileReading>();
  for (const [id, file] of Object.entries(bytes)) readings.set(id, await readingOf(id, file));
  return readings;
}

async function readingOf(id: string, bytes: Uint8Array): Promise<FileReading> {
  const reading = read.get(id) ?? (await readArtwork(bytes));
  read.delete(id);
  read.set(id, reading);
  if (read.size > KEPT) read.delete(read.keys().next().value!);
  return reading;
}
