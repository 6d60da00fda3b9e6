import { UnreadableArtwork } from './unreadable-artwork.ts';
import type { FileReading } from './drawn.ts';
import { readDxfArtwork } from './dxf/read-dxf.ts';
import { isBinaryDxf, isTextDxf } from './dxf/tags.ts';
import type { RasterPicture } from './picture/grey-picture.ts';
import { isPackedPicture, unpackPicture } from './picture/packed.ts';
import { isPlotterFile } from './hpgl/commands.ts';
import { readHpglArtwork } from './hpgl/read-hpgl.ts';
import { readPdfArtwork } from './pdf/read-pdf.ts';
import { unpacked } from './unpacked.ts';
import { readSvgArtwork } from './svg/read-svg.ts';

/** There wherever the core runs: browsers, their workers and servers. */
declare const TextDecoder: new (encoding: string) => { readonly decode: (bytes: Uint8Array) => string };

/**
 * Reads a file of artwork: an SVG, in UTF-8 or UTF-16, packed or not; a DXF, text or binary; a PDF; a plotter file; or
 * a picture that was decoded.
 * @throws UnreadableArtwork with a reason for a person, where it is none or cannot be read
 */
export async function readArtwork(bytes: Uint8Array): Promise<FileReading> {
  if (bytes.length === 0) throw new UnreadableArtwork('The file is empty.');
  if (startsWith(bytes, GZIP)) {
    const inside = unpacked(bytes, 'gzip');
    // A file may be packed so that it unpacks to itself.
    if (startsWith(inside, GZIP)) throw new UnreadableArtwork('The file is packed twice. Unpack it first.');
    return readArtwork(inside);
  }
  if (isPackedPicture(bytes)) return pictureReading(unpackPicture(bytes));
  if (indexOf(bytes.subarray(0, PDF_WITHIN), PDF) >= 0) return readPdfArtwork(bytes);
  if (isBinaryDxf(bytes) || isTextDxf(bytes)) return readDxfArtwork(bytes);
  if (startsWith(bytes, ZIP)) throw new UnreadableArtwork('A ZIP is brought file by file: unpack it first.');
  if (isPlotterFile(latin(bytes.subarray(0, PLOTTER_WITHIN)))) return readHpglArtwork(latin(bytes));
  const text = new TextDecoder(encodingOf(bytes))
    .decode(bytes)
    .replace(/^\uFEFF/, '')
    .trimStart();
  if (!text.startsWith('<'))
    throw new UnreadableArtwork(
      'It is of no kind that is read. Save it as an SVG, a DXF, a PDF, a plotter file, or a picture (PNG, JPEG, ' +
        'WebP, GIF, TIFF, BMP).',
    );
  return readSvgArtwork(text);
}

const ascii = (text: string): number[] => [...text].map((letter) => letter.charCodeAt(0));

/** What a dot of a picture may be. */
const DOTS = [300, 150, 96, 72];

/** A picture says at best how it is to be printed, and often nothing: its size is asked for. */
function pictureReading(picture: RasterPicture): FileReading {
  const { dotsPerInch } = picture;
  const said = dotsPerInch !== null && dotsPerInch >= 20 ? dotsPerInch : null;
  const dots = said !== null && !DOTS.includes(said) ? [said, ...DOTS] : DOTS;
  const offers = [
    ...dots.map((dpi) => ({ mmPerUnit: 25.4 / dpi, name: `${dpi} dots to the inch`, whole: 0 })),
    { mmPerUnit: 1, name: 'a dot a millimetre', whole: 0 },
  ];
  const why = said === null ? 'it is a picture' : `a picture’s ${said} dots to the inch are often a guess`;
  return {
    elements: [],
    left: [],
    page: null,
    picture,
    scale: { mmPerUnit: 25.4 / (said ?? 96), certain: false, why, offers },
  };
}

/** Files by how they begin; a PDF may begin with something else. */
const [PDF, ZIP, GZIP] = [ascii('%PDF-'), ascii('PK'), [0x1f, 0x8b]];
const [PDF_WITHIN, PLOTTER_WITHIN] = [1024, 4096];

const startsWith = (bytes: Uint8Array, start: readonly number[]): boolean =>
  start.every((byte, i) => bytes[i] === byte);

function indexOf(bytes: Uint8Array, part: readonly number[]): number {
  for (let at = 0; at + part.length <= bytes.length; at++) if (startsWith(bytes.subarray(at), part)) return at;
  return -1;
}

const latin = (bytes: Uint8Array): string => new TextDecoder('latin1').decode(bytes);

const encodingOf = ([a, b]: Uint8Array): string =>
  a === 0xff && b === 0xfe ? 'utf-16le' : a === 0xfe && b === 0xff ? 'utf-16be' : 'utf-8';
