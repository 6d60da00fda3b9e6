import type { FileReading } from '../artwork/drawn.ts';
import { readArtwork } from '../artwork/read-artwork.ts';
import { readDxf } from '../formats/dxf/dxf-reader.ts';
import { writeDxf } from '../formats/dxf/dxf-writer.ts';
import { writeR12 } from '../formats/dxf/r12-writer.ts';
import { framed, frameOf, unframed } from '../formats/file-frame.ts';
import { writePdf } from '../formats/pdf/pdf-writer.ts';
import { STEPS_PER_MM, writePlotterFile } from '../formats/plotter/plotter-writer.ts';
import type { ReadDrawing, SheetDrawing } from '../formats/sheet-drawing.ts';
import { readSvg } from '../formats/svg/svg-reader.ts';
import { writeSvg } from '../formats/svg/svg-writer.ts';
import { placeContour } from '../geometry/contour.ts';
import { withoutDepths } from '../geometry/depths.ts';
import { drawingOfArtwork } from '../machine/drawing-of-artwork.ts';
import { FILE_FORMATS, PLAIN_FILES, type FileFormat, type FileRules } from '../shop/file-rules.ts';

export const FORMATS = FILE_FORMATS;
export type Format = FileFormat;

/** There wherever the core runs: browsers, their workers and servers. */
declare const TextDecoder: new () => { readonly decode: (bytes: Uint8Array) => string };

/** Share of the tolerance that arcs and short lines are fitted to, so that rounding and comparing have the rest. */
const FIT_SHARE = 0.5;
const MM_PER_INCH = 25.4;

/**
 * @param tolerance how far a line may be from the true curve, mm
 * @param ticket what stands on the second page of a PDF, line by line
 * @param rules of the machine
 */
export async function writeFile(
  format: Format,
  drawing: SheetDrawing,
  tolerance: number,
  ticket: readonly string[],
  rules: FileRules = PLAIN_FILES,
): Promise<Uint8Array> {
  const fit = tolerance * FIT_SHARE;
  const inMm = framed(drawing, frameOf(drawing, format, rules), fit, rules);
  if (format === 'pdf') return writePdf(inMm, rules.words ? ticket : null);
  if (format === 'plt') return utf8(writePlotterFile(inMm, fit));
  const { unit, words, curves } = rules;
  const inUnits = unit === 'mm' ? inMm : scaled(inMm, 1 / MM_PER_INCH);
  if (format === 'svg') return utf8(writeSvg(inUnits, { unit, words }));
  const closely = unit === 'mm' ? fit : fit / MM_PER_INCH;
  if (rules.dxf === 'R12') return utf8(writeR12(inUnits, closely));
  return utf8(writeDxf(inUnits, { tolerance: closely, unit, splines: curves === 'splines' }));
}

/**
 * Reads a file that was written so, on the sheet that it was written from.
 * @param drawing what it was written from
 * @throws UnreadableFile, or UnreadableArtwork of a PDF
 */
export async function readFile(
  format: Format,
  bytes: Uint8Array,
  drawing: SheetDrawing,
  rules: FileRules = PLAIN_FILES,
): Promise<ReadDrawing> {
  const frame = frameOf(drawing, format, rules);
  const found = unframed(await readPage(format, bytes, rules), frame, drawing);
  return format === 'plt' ? withNames(found, drawing) : found;
}

/** Of pens a file knows no more than the number: the first is that of the first layer. */
function withNames(found: ReadDrawing, { layers }: SheetDrawing): ReadDrawing {
  const nameOf = (pen: string): string => layers[Number(/\d+$/.exec(pen)?.[0]) - 1]?.name ?? pen;
  return { ...found, layers: found.layers.map(({ name, contours }) => ({ name: nameOf(name), contours })) };
}

/** Points are off by less than a step of a plotter's grid, and so are the ends of lines shorter than that, mm. */
const OFF_GRID = 1 / STEPS_PER_MM;

/** How nearly a format can tell lines, mm: a plotter file has short lines, their ends on its grid. */
export const nearnessOf = (format: Format, tolerance: number): number =>
  format === 'plt' ? Math.max(tolerance, FIT_SHARE * tolerance + OFF_GRID + 1e-4) : tolerance;

/** Reads a file as it stands, with its own zero. @throws as readFile does */
export async function readPage(
  format: Format,
  bytes: Uint8Array,
  { unit }: Pick<FileRules, 'unit'> = PLAIN_FILES,
): Promise<ReadDrawing> {
  // Of a PDF all but the ticket, which is a page of its own.
  if (format === 'plt') return { ...drawingOfArtwork(inSteps(await readArtwork(bytes))), unread: {} };
  if (format === 'pdf') return { ...drawingOfArtwork(await readArtwork(bytes)), unread: {} };
  const text = new TextDecoder().decode(bytes);
  return format === 'svg' ? readSvg(text) : readDxf(text, unit === 'mm' ? 1 : MM_PER_INCH);
}

/** Whether a format tells how deep the tool goes, where that changes on its way. */
export const tellsDepths = (format: Format): boolean => format === 'dxf' || format === 'svg';

/** What a format can tell of a drawing. */
export function tellable(format: Format, drawing: SheetDrawing): SheetDrawing {
  if (tellsDepths(format)) return drawing;
  return {
    ...drawing,
    layers: drawing.layers.map((layer) => ({ ...layer, contours: layer.contours.map(withoutDepths) })),
  };
}

/** A plotter's own steps, whatever size would be likelier. */
const inSteps = (reading: FileReading): FileReading => ({
  ...reading,
  scale: { ...reading.scale, mmPerUnit: 1 / STEPS_PER_MM },
});

const scaled = (drawing: SheetDrawing, factor: number): SheetDrawing => ({
  ...drawing,
  width: drawing.width * factor,
  height: drawing.height * factor,
  layers: drawing.layers.map((layer) => ({
    ...layer,
    contours: layer.contours.map((contour) => placeContour(contour, factor, 0, 0)),
  })),
});

/** UTF-8 bytes, without leaning on what browsers and servers name differently. */
function utf8(text: string): Uint8Array {
  const escaped = unescape(encodeURIComponent(text));
  return Uint8Array.from(escaped, (character) => character.charCodeAt(0));
}
