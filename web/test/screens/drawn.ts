import { contourArea, contourBounds } from '@needlefile/core/geometry/contour-facts';
import { heightOf, joinBounds, widthOf, type Bounds } from '@needlefile/core/geometry/bounds';
import type { Contour } from '@needlefile/core/geometry/contour';
import type { ReadDrawing } from '@needlefile/core/formats/sheet-drawing';

/** What a file has, for tests. */

/** Lines of all layers whose name begins so. */
export const linesOn = ({ layers }: ReadDrawing, layer: string): Contour[] =>
  layers.filter(({ name }) => name.startsWith(layer)).flatMap(({ contours }) => [...contours]);

/** Boxes of lines, from left to right, mm. */
export const boxesOn = (file: ReadDrawing, layer: string): Bounds[] =>
  linesOn(file, layer)
    .map((line) => contourBounds(line))
    .sort((a, b) => a.minX - b.minX);

/** Width and height of what lies on a layer, mm. */
export function sizeOn(file: ReadDrawing, layer: string): readonly [width: number, height: number] {
  const box = joinBounds(boxesOn(file, layer));
  return [widthOf(box), heightOf(box)];
}

/** The outermost cut. */
export const outerCut = (file: ReadDrawing): Contour =>
  linesOn(file, 'CUT').reduce((most, line) =>
    Math.abs(contourArea(line)) > Math.abs(contourArea(most)) ? line : most,
  );

export const layersOf = ({ layers }: ReadDrawing): string[] => layers.map(({ name }) => name);
