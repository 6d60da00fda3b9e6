import { openFace } from '@needlefile/core/lettering/face';
import { readFontFacts, type FontFacts } from '@needlefile/core/lettering/font-facts';
import { FontRefused } from '@needlefile/core/lettering/gate';
import { decodeFont } from './decode.ts';

/** What became of a font file: plain sfnt and what it says of itself, or why it is refused. */
export type FontVerdict = { readonly bytes: Uint8Array; readonly facts: FontFacts } | { readonly refused: string };

/**
 * Decodes and checks a font file. To be run in a thread of its own: a hostile file can take its time and memory, not
 * the server's.
 */
export async function judge(file: Uint8Array): Promise<FontVerdict> {
  try {
    const bytes = await decodeFont(file);
    openFace(bytes);
    return { bytes, facts: readFontFacts(bytes) };
  } catch (error) {
    return {
      refused: error instanceof FontRefused ? error.message : 'The font file is damaged: it could not be decoded.',
    };
  }
}
