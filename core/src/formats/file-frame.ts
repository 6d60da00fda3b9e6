import { joinBounds, type Bounds } from '../geometry/bounds.ts';
import { flatten, type Contour } from '../geometry/contour.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
import { inverse, type Matrix } from '../geometry/matrix.ts';
import { placedContour } from '../geometry/placed-contour.ts';
import { line } from '../geometry/segment.ts';
import type { FileFormat, FileRules } from '../shop/file-rules.ts';
import type { ReadDrawing, SheetDrawing } from './sheet-drawing.ts';

/** Where things of a sheet stand in a file. mm. */
export interface FileFrame {
  readonly fromSheet: Matrix;
  readonly width: number;
  readonly height: number;
}

/** How a drawing lies in a file of a format. Pages have their own zero; a DXF has it where the machine wants it. */
export function frameOf(drawing: SheetDrawing, format: FileFormat, { page, zero, yDown }: FileRules): FileFrame {
  const box = page === 'sheet' ? sheetOf(drawing) : takenBy(drawing);
  const [width, height] = [box.maxX - box.minX, box.maxY - box.minY];
  if (format !== 'dxf')
    return { fromSheet: { a: 1, b: 0, c: 0, d: 1, e: 0 - box.minX, f: 0 - box.minY }, width, height };
  const x = zero.endsWith('left') ? box.minX : box.maxX;
  const y = zero.startsWith('bottom') ? box.minY : box.maxY;
  const up = yDown ? -1 : 1;
  return { fromSheet: { a: 1, b: 0, c: 0, d: up, e: 0 - x, f: 0 - y * up }, width, height };
}

const sheetOf = ({ width, height }: SheetDrawing): Bounds => ({ minX: 0, minY: 0, maxX: width, maxY: height });

/** The box of all that is drawn. */
export const takenBy = ({ layers, taken }: SheetDrawing): Bounds =>
  taken ?? joinBounds(layers.flatMap(({ contours }) => contours.map(contourBounds)));

/** A drawing as it stands in a file; curves in short lines, where they are to be. @param tolerance of those, mm */
export function framed(
  drawing: SheetDrawing,
  frame: FileFrame,
  tolerance: number,
  { curves }: FileRules,
): SheetDrawing {
  const { fromSheet, width, height } = frame;
  const place = (contour: Contour): Contour => {
    const drawn = curves === 'lines' ? inLines(contour, tolerance) : contour;
    return isStill(fromSheet) ? drawn : placedContour(drawn, fromSheet);
  };
  return {
    ...drawing,
    width,
    height,
    layers: drawing.layers.map((layer) => ({ ...layer, contours: layer.contours.map(place) })),
  };
}

/** What was read out of a file, on the sheet again. */
export function unframed(found: ReadDrawing, { fromSheet }: FileFrame, { width, height }: SheetDrawing): ReadDrawing {
  const toSheet = inverse(fromSheet);
  return {
    ...found,
    width,
    height,
    layers: found.layers.map(({ name, contours }) => ({
      name,
      contours: isStill(fromSheet) ? contours : contours.map((contour) => placedContour(contour, toSheet)),
    })),
  };
}

const isStill = ({ a, b, c, d, e, f }: Matrix): boolean =>
  a === 1 && b === 0 && c === 0 && d === 1 && e === 0 && f === 0;

function inLines(contour: Contour, tolerance: number): Contour {
  if (contour.segments.every(({ kind }) => kind === 'line')) return contour;
  const points = flatten(contour, tolerance);
  const ends = contour.closed ? [...points.slice(1), points[0]!] : points.slice(1);
  return { closed: contour.closed, segments: ends.map((to, i) => line(points[i]!, to, '')) };
}
