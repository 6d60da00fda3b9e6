import type { GreyPicture } from './grey-picture.ts';
import { UnreadableArtwork } from '../unreadable-artwork.ts';

/** What a decoded picture begins with, as it goes from the server to those who trace it. */
const MARK = 'needlefile grey 1\n';

const ascii = (text: string): Uint8Array => Uint8Array.from(text, (letter) => letter.charCodeAt(0));
const text = (bytes: Uint8Array, from: number, to: number): string => String.fromCharCode(...bytes.subarray(from, to));

/** A decoded picture as bytes: its mark, a line with its size, and its pixels. */
export function packPicture({ width, height, pixels, dotsPerInch }: GreyPicture): Uint8Array {
  const head = ascii(`${MARK}${width} ${height} ${dotsPerInch ?? 0}\n`);
  const bytes = new Uint8Array(head.length + pixels.length);
  bytes.set(head);
  bytes.set(pixels, head.length);
  return bytes;
}

export const isPackedPicture = (bytes: Uint8Array): boolean => text(bytes, 0, MARK.length) === MARK;

/** @throws UnreadableArtwork where it is cut short */
export function unpackPicture(bytes: Uint8Array): GreyPicture {
  const end = bytes.indexOf(10, MARK.length);
  const [width = 0, height = 0, dots = 0] = text(bytes, MARK.length, end).split(' ').map(Number);
  const pixels = bytes.subarray(end + 1);
  if (!(width > 0 && height > 0) || pixels.length !== width * height)
    throw new UnreadableArtwork('The picture is cut short.');
  return { width, height, pixels, dotsPerInch: dots > 0 ? dots : null };
}
