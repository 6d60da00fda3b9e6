import { readDxf } from '../formats/dxf/dxf-reader.ts';
import { writeDxf } from '../formats/dxf/dxf-writer.ts';
import type { ReadDrawing, SheetDrawing } from '../formats/sheet-drawing.ts';
import { readSvg } from '../formats/svg/svg-reader.ts';
import { writeSvg } from '../formats/svg/svg-writer.ts';

/** Files that are text, and that we read as well as write. */
export type TextFormat = 'svg' | 'dxf';

/** Share of the tolerance that arcs are fitted to, so that rounding and comparing have the rest. */
const FIT_SHARE = 0.5;

/** @param tolerance how far a line may be from the true curve, mm */
export const writeText = (format: TextFormat, drawing: SheetDrawing, tolerance: number): string =>
  format === 'svg' ? writeSvg(drawing) : writeDxf(drawing, tolerance * FIT_SHARE);

/** @throws UnreadableFile */
export const readText = (format: TextFormat, text: string): ReadDrawing =>
  format === 'svg' ? readSvg(text) : readDxf(text);
