import type { RasterPicture } from './grey-picture.ts';
import { UnreadableArtwork } from '../unreadable-artwork.ts';

/** What a decoded picture begins with, as it goes from the server to those who trace it. */
const MARK = 'needlefile picture 2\n';

const ascii = (text: string): Uint8Array => Uint8Array.from(text, (letter) => letter.charCodeAt(0));
const text = (bytes: Uint8Array, from: number, to: number): string => String.fromCharCode(...bytes.subarray(from, to));

/** A decoded picture as bytes: its mark, a line with its size, its shades, and its colours where it has some. */
export function packPicture({ width, height, pixels, rgb, dotsPerInch }: RasterPicture): Uint8Array {
  const head = ascii(`${MARK}${width} ${height} ${dotsPerInch ?? 0} ${rgb ? 1 : 0}\n`);
  const bytes = new Uint8Array(head.length + pixels.length + (rgb?.length ?? 0));
  bytes.set(head);
  bytes.set(pixels, head.length);
  if (rgb) bytes.set(rgb, head.length + pixels.length);
  return bytes;
}

export const isPackedPicture = (bytes: Uint8Array): boolean => text(bytes, 0, MARK.length) === MARK;

/** @throws UnreadableArtwork where it is cut short */
export function unpackPicture(bytes: Uint8Array): RasterPicture {
  const end = bytes.indexOf(10, MARK.length);
  const [width = 0, height = 0, dots = 0, coloured = 0] = text(bytes, MARK.length, end).split(' ').map(Number);
  const [count, from] = [width * height, end + 1];
  if (!(width > 0 && height > 0) || bytes.length - from !== count * (coloured ? 4 : 1))
    throw new UnreadableArtwork('The picture is cut short.');
  return {
    width,
    height,
    pixels: bytes.subarray(from, from + count),
    rgb: coloured ? bytes.subarray(from + count) : null,
    dotsPerInch: dots > 0 ? dots : null,
  };
}
