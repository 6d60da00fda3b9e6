import { heightOf, joinBounds } from '../geometry/bounds.ts';
import type { Contour, Region } from '../geometry/contour.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
import type { Letter } from '../lettering/layout.ts';
import { SHAPE } from '../recipe/identity.ts';

/**
 * What is no lettering as the one letter of its item, about the item's origin, so that it is welded, bridged and joined
 * as letters are.
 * @param shape by what its form is known again
 */
export function asLetter(
  name: string,
  shape: string,
  contours: Region,
  strokes: readonly Contour[],
  drawnFrom: Letter['drawnFrom'] = null,
): Letter {
  const bounds = joinBounds([...contours, ...strokes].map(contourBounds));
  return {
    id: SHAPE,
    text: name,
    word: name,
    line: 0,
    capHeight: heightOf(bounds),
    shape,
    origin: { x: 0, y: 0 },
    turn: 0,
    contours,
    strokes,
    bounds,
    nodes: 0,
    drawnFrom,
  };
}
