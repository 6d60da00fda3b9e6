import { readArtwork } from '../artwork/read-artwork.ts';
import { readDxf } from '../formats/dxf/dxf-reader.ts';
import { writeDxf } from '../formats/dxf/dxf-writer.ts';
import { writePdf } from '../formats/pdf/pdf-writer.ts';
import type { ReadDrawing, SheetDrawing } from '../formats/sheet-drawing.ts';
import { readSvg } from '../formats/svg/svg-reader.ts';
import { writeSvg } from '../formats/svg/svg-writer.ts';
import { drawingOfArtwork } from '../machine/drawing-of-artwork.ts';

export const FORMATS = ['svg', 'dxf', 'pdf'] as const;
export type Format = (typeof FORMATS)[number];

/** There wherever the core runs: browsers, their workers and servers. */
declare const TextDecoder: new () => { readonly decode: (bytes: Uint8Array) => string };

/** Share of the tolerance that arcs are fitted to, so that rounding and comparing have the rest. */
const FIT_SHARE = 0.5;

/**
 * @param tolerance how far a line may be from the true curve, mm
 * @param ticket what stands on the second page of a PDF, line by line
 */
export async function writeFile(
  format: Format,
  drawing: SheetDrawing,
  tolerance: number,
  ticket: readonly string[],
): Promise<Uint8Array> {
  if (format === 'pdf') return writePdf(drawing, [...ticket]);
  return utf8(format === 'svg' ? writeSvg(drawing) : writeDxf(drawing, tolerance * FIT_SHARE));
}

/** @throws UnreadableFile, or UnreadableArtwork of a PDF */
export async function readFile(format: Format, bytes: Uint8Array): Promise<ReadDrawing> {
  // Of a PDF all but the ticket, which is a page of its own.
  if (format === 'pdf') return { ...drawingOfArtwork(await readArtwork(bytes)), unread: {} };
  const text = new TextDecoder().decode(bytes);
  return format === 'svg' ? readSvg(text) : readDxf(text);
}

/** UTF-8 bytes, without leaning on what browsers and servers name differently. */
function utf8(text: string): Uint8Array {
  const escaped = unescape(encodeURIComponent(text));
  return Uint8Array.from(escaped, (character) => character.charCodeAt(0));
}
