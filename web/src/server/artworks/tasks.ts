import { makeUpOf } from '@needlefile/core/artwork/make-up';
import { readArtwork } from '@needlefile/core/artwork/read-artwork';
import { PLAIN_TRACE, trace } from '@needlefile/core/artwork/trace';
import { UnreadableArtwork } from '@needlefile/core/artwork/unreadable-artwork';

/** Why a file of artwork cannot be used, null where it can; and what it is made up of. */
export interface ArtworkVerdict {
  readonly refused: string | null;
  readonly makeUp: string | null;
}

/** Reads a file of artwork. To be run in a thread of its own: a hostile file can take its time and memory. */
export async function run(file: Uint8Array): Promise<ArtworkVerdict> {
  try {
    const reading = await readArtwork(file);
    const { elements, left, picture } = reading;
    if (elements.length > 0 || (picture && trace(picture, PLAIN_TRACE).contours.length > 0))
      return { refused: null, makeUp: makeUpOf(reading) };
    const what = left.map(({ kind, count }) => `${count} × ${kind}`).join(', ');
    return nothingOf(`There is nothing in the file that can be cut or engraved${what ? `: only ${what}` : ''}.`);
  } catch (error) {
    if (error instanceof UnreadableArtwork) return nothingOf(error.message);
    throw error;
  }
}

const nothingOf = (refused: string): ArtworkVerdict => ({ refused, makeUp: null });
