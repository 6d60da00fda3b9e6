import 'server-only';
import { Refusal } from '../refusal';
import { ThreadPool } from '../threads/pool';
import type { FontVerdict } from './judge';

/** Time and memory that one font may take, and how many are looked at at once. */
const LONGEST_MS = 30_000;
const MOST_MB = 256;
const THREADS = 2;

type Judges = ThreadPool<Uint8Array, FontVerdict>;

// Kept where a reload of this module in development finds it again.
const shared = globalThis as { needlefileFontJudges?: Judges };
const judges = (): Judges => (shared.needlefileFontJudges ??= new ThreadPool('fonts/tasks.ts', THREADS, MOST_MB));

/**
 * Decodes and checks a font file in a thread: a hostile one can take its time and memory, not the server's.
 * @throws Refusal 422 with the reason where it cannot be used
 */
export async function inspectFont(
  file: Uint8Array,
  signal: AbortSignal,
): Promise<Exclude<FontVerdict, { refused: string }>> {
  const late = 'The font took too long to read, and is refused.';
  const verdict = await judges()
    .run(file, { longest: LONGEST_MS, late, urgent: true, signal })
    .catch((error: unknown): FontVerdict => {
      if (error instanceof Refusal) throw error;
      // The thread ended with it.
      console.error(error);
      return { refused: 'The font file is damaged: it could not be read.' };
    });
  if ('refused' in verdict) throw new Refusal(422, verdict.refused);
  return verdict;
}
