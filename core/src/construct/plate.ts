import { growBounds, heightOf, widthOf, type Bounds } from '../geometry/bounds.ts';
import type { Contour, Region } from '../geometry/contour.ts';
import { knockOut, weldRegions } from '../geometry/kernel/boolean.ts';
import type { Point } from '../geometry/point.ts';
import { circle, roundedRectangle } from '../geometry/shapes.ts';
import { BORDER, GROUND, holeEdge, PLATE } from '../recipe/identity.ts';
import type { Plate, Relief } from '../recipe/parts.ts';

/** Middles of the holes in a plate's corners, `inset` mm from both edges, counter-clockwise from below left. */
export const cornerHoles = ({ minX, minY, maxX, maxY }: Bounds, inset: number): Point[] => [
  { x: minX + inset, y: minY + inset },
  { x: maxX - inset, y: minY + inset },
  { x: maxX - inset, y: maxY - inset },
  { x: minX + inset, y: maxY - inset },
];

export function plateWithHoles({ cornerRadius, holes }: Plate, plate: Bounds): Region {
  const body = [roundedRectangle(plate, cornerRadius, PLATE)];
  if (!holes) return body;
  const { inset, diameter } = holes;
  const cut = cornerHoles(plate, inset).map((centre, i) => [circle(centre, diameter / 2, holeEdge(i))]);
  return knockOut(body, weldRegions(cut));
}

/** A plate's border line; none where it has none or is too small for it. */
export function borderLines({ border, cornerRadius }: Plate, plate: Bounds): Contour[] {
  if (!border || Math.min(widthOf(plate), heightOf(plate)) <= 2 * border.inset) return [];
  return [roundedRectangle(growBounds(plate, -border.inset), Math.max(0, cornerRadius - border.inset), BORDER)];
}

/**
 * What is engraved away of a relief plate but for its letters: within the frame, or past the cut edge where there is
 * none.
 */
export function groundOf({ frame, bleed }: Relief, { cornerRadius }: Plate, plate: Bounds): Region {
  const by = frame > 0 ? -frame : bleed;
  if (Math.min(widthOf(plate), heightOf(plate)) + 2 * by <= 0) return [];
  return [roundedRectangle(growBounds(plate, by), cornerRadius > 0 ? Math.max(0, cornerRadius + by) : 0, GROUND)];
}
