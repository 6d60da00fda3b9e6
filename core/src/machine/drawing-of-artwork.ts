import type { FileReading } from '../artwork/drawn.ts';
import type { ReadDrawing } from '../formats/sheet-drawing.ts';
import { joinBounds } from '../geometry/bounds.ts';
import { placeContour, type Contour } from '../geometry/contour.ts';
import { contourBounds } from '../geometry/contour-facts.ts';

/**
 * Any file as a machine takes it, mm: what is drawn, by layer, or by colour where it is in none, in the order in which
 * layers first come. What only takes away from what lies below is nothing to a machine.
 */
export function drawingOfArtwork({ elements, left, scale }: FileReading): ReadDrawing {
  const layers = new Map<string, Contour[]>();
  for (const { layer, colour, contours, white } of elements) {
    if (white) continue;
    const name = layer || colour;
    const own = layers.get(name);
    const inMm = contours.map((contour) => placeContour(contour, scale.mmPerUnit, 0, 0));
    if (own) for (const contour of inMm) own.push(contour);
    else layers.set(name, inMm);
  }
  const box = joinBounds([...layers.values()].flat().map(contourBounds));
  return {
    width: Math.max(0, box.maxX),
    height: Math.max(0, box.maxY),
    layers: [...layers].map(([name, contours]) => ({ name, contours })),
    unread: Object.fromEntries(left.map(({ kind, count }) => [kind, count])),
  };
}
