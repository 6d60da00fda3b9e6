/** Decodes and checks one font file in a thread of its own: a hostile file can take its time and memory, not the server's. */
import { parentPort, workerData } from 'node:worker_threads';
import { openFace } from '../../../../core/src/lettering/face.ts';
import { readFontFacts, type FontFacts } from '../../../../core/src/lettering/font-facts.ts';
import { FontRefused } from '../../../../core/src/lettering/gate.ts';
import { decodeFont } from './decode.ts';

export type FontVerdict = { readonly bytes: Uint8Array; readonly facts: FontFacts } | { readonly refused: string };

async function judge(file: Uint8Array): Promise<FontVerdict> {
  try {
    const bytes = await decodeFont(file);
    openFace(bytes);
    return { bytes, facts: readFontFacts(bytes) };
  } catch (error) {
    return { refused: error instanceof FontRefused ? error.message : 'The font file is damaged: it could not be decoded.' };
  }
}

void judge(workerData as Uint8Array).then((verdict) => parentPort!.postMessage(verdict));
