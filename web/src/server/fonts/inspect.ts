import 'server-only';
import { Refusal } from '../http';
import { startThread } from '../thread';
import type { FontVerdict } from './judge';

/** Time and memory that one font may take. */
const LONGEST_MS = 30_000;
const MOST_MB = 256;

/**
 * Decodes and checks a font file in a worker thread.
 * @throws Refusal 422 with the reason where it cannot be used
 */
export async function inspectFont(file: Uint8Array): Promise<Exclude<FontVerdict, { refused: string }>> {
  const worker = startThread('fonts/font-worker.mjs', {
    workerData: file,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MB },
  });
  const verdict = await new Promise<FontVerdict>((resolve) => {
    const timer = setTimeout(() => resolve({ refused: 'The font took too long to read, and is refused.' }), LONGEST_MS);
    const settle = (result: FontVerdict) => {
      clearTimeout(timer);
      resolve(result);
    };
    worker.once('message', settle);
    worker.once('error', (error) => {
      console.error(error);
      settle({ refused: 'The font file is damaged: it could not be read.' });
    });
    worker.once('exit', () => settle({ refused: 'The font file is damaged: it could not be read.' }));
  });
  await worker.terminate();
  if ('refused' in verdict) throw new Refusal(422, verdict.refused);
  return verdict;
}
