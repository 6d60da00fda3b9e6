import { Decompress, Inflate } from 'fflate';
import { UnreadableArtwork } from './unreadable-artwork.ts';

/** A packed file may come to this. */
export const MOST_UNPACKED = 128 * 1024 * 1024;

/** Bytes that are unpacked at a time, so that a small file which comes to gigabytes is stopped on its way. */
const STEP = 64 * 1024;

/**
 * Bytes unpacked, packed by gzip or zlib.
 * @throws UnreadableArtwork where they are damaged, or come to more than they may
 */
export function unpacked(bytes: Uint8Array, how: 'gzip' | 'zlib', most = MOST_UNPACKED): Uint8Array {
  const parts: Uint8Array[] = [];
  let size = 0;
  const take = (part: Uint8Array): void => {
    size += part.length;
    if (size > most)
      throw new UnreadableArtwork(`Unpacked the file comes to more than ${Math.round(most / 1024 / 1024)} MB.`);
    parts.push(part);
  };
  // Of zlib without its header, and whatever sum is at its end: a reader of PDFs takes off what looks like a new line.
  const stream = how === 'gzip' ? new Decompress(take) : new Inflate(take);
  const packed = how === 'gzip' ? bytes : bytes.subarray(2);
  try {
    for (let at = 0; at < packed.length; at += STEP)
      stream.push(packed.subarray(at, at + STEP), at + STEP >= packed.length);
  } catch (error) {
    if (error instanceof UnreadableArtwork) throw error;
    // What was unpacked up to a fault is drawn up to it.
    if (size === 0) throw new UnreadableArtwork('The file is packed, and damaged. Save it again.');
  }
  const whole = new Uint8Array(size);
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}
