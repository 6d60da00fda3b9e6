import { heightOf, widthOf } from '../geometry/bounds.ts';
import type { Contour, Region } from '../geometry/contour.ts';
import { knockOut, weldRegions } from '../geometry/kernel/boolean.ts';
import { circle } from '../geometry/shapes.ts';
import { BORDER, GROUND, holeEdge, PLATE } from '../recipe/identity.ts';
import type { Relief } from '../recipe/parts.ts';
import { holesIn, plateOutline, type PlateForm } from './plate-outline.ts';

export function plateWithHoles(plate: PlateForm): Region {
  const body = plateOutline(plate, 0, PLATE);
  const { holes } = plate.plan;
  if (!holes) return body;
  const cut = holesIn(plate.box, holes).map((centre, i) => [circle(centre, holes.diameter / 2, holeEdge(i))]);
  return knockOut(body, weldRegions(cut));
}

/** A plate's border line; none where it has none or is too small for it. */
export function borderLines(plate: PlateForm): Contour[] {
  const { border } = plate.plan;
  if (!border || shorterSide(plate) <= 2 * border.inset) return [];
  return [...plateOutline(plate, -border.inset, BORDER)];
}

/**
 * What is engraved away of a relief plate but for its letters: within the frame, or past the cut edge where there is
 * none.
 */
export function groundOf({ frame, bleed }: Relief, plate: PlateForm): Region {
  const by = frame > 0 ? -frame : bleed;
  if (shorterSide(plate) + 2 * by <= 0) return [];
  return plateOutline(plate, by, GROUND);
}

const shorterSide = ({ box }: PlateForm): number => Math.min(widthOf(box), heightOf(box));
