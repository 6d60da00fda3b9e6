import { UnreadableArtwork } from './unreadable-artwork.ts';
import type { FileReading } from './drawn.ts';
import { readDxfArtwork } from './dxf/read-dxf.ts';
import { isBinaryDxf, isTextDxf } from './dxf/tags.ts';
import type { GreyPicture } from './picture/grey-picture.ts';
import { isPackedPicture, unpackPicture } from './picture/packed.ts';
import { readSvgArtwork } from './svg/read-svg.ts';

/** There wherever the core runs: browsers, their workers and servers. */
declare const TextDecoder: new (encoding: string) => { readonly decode: (bytes: Uint8Array) => string };

/**
 * Reads a file of artwork: an SVG, in UTF-8 or UTF-16; a DXF, text or binary; or a picture that was decoded.
 * @throws UnreadableArtwork with a reason for a person, where it is none or cannot be read
 */
export function readArtwork(bytes: Uint8Array): FileReading {
  if (bytes.length === 0) throw new UnreadableArtwork('The file is empty.');
  const what = KNOWN.find(({ start }) => start.every((byte, i) => bytes[i] === byte));
  if (isPackedPicture(bytes)) return pictureReading(unpackPicture(bytes));
  if (isBinaryDxf(bytes) || isTextDxf(bytes)) return readDxfArtwork(bytes);
  if (what) throw new UnreadableArtwork(`${what.name} cannot be read yet. Save it as an SVG or a DXF.`);
  const text = new TextDecoder(encodingOf(bytes)).decode(bytes);
  return readSvgArtwork(text.replace(/^\uFEFF/, '').trimStart());
}

const ascii = (text: string): number[] => [...text].map((letter) => letter.charCodeAt(0));

/** What a dot of a picture may be. */
const DOTS = [300, 150, 96, 72];

/** A picture says at best how it is to be printed, and often nothing: its size is asked for. */
function pictureReading(picture: GreyPicture): FileReading {
  const { dotsPerInch } = picture;
  const said = dotsPerInch !== null && dotsPerInch >= 20 ? dotsPerInch : null;
  const dots = said !== null && !DOTS.includes(said) ? [said, ...DOTS] : DOTS;
  const offers = [
    ...dots.map((dpi) => ({ mmPerUnit: 25.4 / dpi, name: `${dpi} dots to the inch`, whole: 0 })),
    { mmPerUnit: 1, name: 'a dot a millimetre', whole: 0 },
  ];
  const why = said === null ? 'it is a picture' : `a picture’s ${said} dots to the inch are often a guess`;
  return { elements: [], left: [], picture, scale: { mmPerUnit: 25.4 / (said ?? 96), certain: false, why, offers } };
}

/** Files that people bring instead, by how they begin. */
const KNOWN = [
  { name: 'A PDF', start: ascii('%PDF') },
  { name: 'A packed SVG', start: [0x1f, 0x8b] },
  { name: 'A ZIP', start: ascii('PK') },
];

const encodingOf = ([a, b]: Uint8Array): string =>
  a === 0xff && b === 0xfe ? 'utf-16le' : a === 0xfe && b === 0xff ? 'utf-16be' : 'utf-8';
