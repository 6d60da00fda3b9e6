import 'server-only';
import { Refusal } from '../refusal';
import { ThreadPool } from '../threads/pool';
import type { ArtworkVerdict } from './tasks';

/** Time and memory that one file may take, and how many are looked at at once. */
const LONGEST_MS = 60_000;
const MOST_MB = 1024;
const THREADS = 1;

type Readers = ThreadPool<Uint8Array, ArtworkVerdict>;

// Kept where a reload of this module in development finds it again.
const shared = globalThis as { needlefileArtworkReaders?: Readers };
const readers = (): Readers =>
  (shared.needlefileArtworkReaders ??= new ThreadPool('artworks/tasks.ts', THREADS, MOST_MB));

/**
 * Reads a file in a thread, so that it is known that it can be.
 * @returns what it is made up of; null of a picture
 * @throws Refusal 422 with the reason where it cannot be used
 */
export async function inspectArtwork(file: Uint8Array, signal: AbortSignal): Promise<string | null> {
  const late = 'The file took too long to read, and is refused. Save it with fewer nodes, or in parts.';
  const { refused, makeUp } = await readers()
    .run(file, { longest: LONGEST_MS, late, urgent: true, signal })
    .catch((error: unknown): ArtworkVerdict => {
      if (error instanceof Refusal) throw error;
      // The thread ended with it.
      console.error(error);
      return { refused: 'The file is damaged, or has too much in it: it could not be read.', makeUp: null };
    });
  if (refused !== null) throw new Refusal(422, refused);
  return makeUp;
}
