import { UnreadableArtwork } from './unreadable-artwork.ts';
import type { FileReading } from './drawn.ts';
import { readDxfArtwork } from './dxf/read-dxf.ts';
import { isBinaryDxf, isTextDxf } from './dxf/tags.ts';
import { readSvgArtwork } from './svg/read-svg.ts';

/** There wherever the core runs: browsers, their workers and servers. */
declare const TextDecoder: new (encoding: string) => { readonly decode: (bytes: Uint8Array) => string };

/**
 * Reads a file of artwork: an SVG, in UTF-8 or UTF-16, or a DXF, text or binary.
 * @throws UnreadableArtwork with a reason for a person, where it is none or cannot be read
 */
export function readArtwork(bytes: Uint8Array): FileReading {
  if (bytes.length === 0) throw new UnreadableArtwork('The file is empty.');
  const what = KNOWN.find(({ start }) => start.every((byte, i) => bytes[i] === byte));
  if (isBinaryDxf(bytes) || isTextDxf(bytes)) return readDxfArtwork(bytes);
  if (what) throw new UnreadableArtwork(`${what.name} cannot be read yet. Save it as an SVG or a DXF.`);
  const text = new TextDecoder(encodingOf(bytes)).decode(bytes);
  return readSvgArtwork(text.replace(/^\uFEFF/, '').trimStart());
}

const ascii = (text: string): number[] => [...text].map((letter) => letter.charCodeAt(0));

/** Files that people bring instead, by how they begin. */
const KNOWN = [
  { name: 'A PDF', start: ascii('%PDF') },
  { name: 'A PNG picture', start: [0x89, ...ascii('PNG')] },
  { name: 'A JPEG picture', start: [0xff, 0xd8, 0xff] },
  { name: 'A packed SVG', start: [0x1f, 0x8b] },
  { name: 'A ZIP', start: ascii('PK') },
];

const encodingOf = ([a, b]: Uint8Array): string =>
  a === 0xff && b === 0xfe ? 'utf-16le' : a === 0xfe && b === 0xff ? 'utf-16be' : 'utf-8';
