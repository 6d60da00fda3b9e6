import { growBounds, widthOf, heightOf, type Bounds } from '../geometry/bounds.ts';
import type { Contour, Region } from '../geometry/contour.ts';
import { knockOut, weld } from '../geometry/kernel/boolean.ts';
import { circle, roundedRectangle } from '../geometry/shapes.ts';
import type { Recipe } from '../recipe/schema.ts';
import type { Arrangement } from './arrangement.ts';

/** What a make turns letters into, before anything is held. Regions in mm on the sheet. */
export interface Construction {
  /** The body that letters are cut into or stand on: the plate with its holes; nothing for stand-alone letters. */
  readonly body: Region;
  /** The letters, welded. */
  readonly letters: Region;
  /** What is material if every line is cut and nothing is bridged. */
  readonly material: Region;
  /** Areas to engrave. */
  readonly area: Region;
  /** Lines that part nothing. */
  readonly linework: readonly Contour[];
}

/** Builds the regions of the recipe's make. */
export function construct(recipe: Recipe, arrangement: Arrangement): Construction {
  const outlines = arrangement.letters.flatMap(({ contours }) => contours);
  const { plate } = arrangement;
  if (!plate) {
    const rails = arrangement.rails.map((box) => roundedRectangle(box, 0, 'rail'));
    return { body: [], letters: [], material: weld([...outlines, ...rails]), area: [], linework: [] };
  }
  const letters = weld(outlines);
  const body = plateWithHoles(recipe, plate);
  const linework = borderLines(recipe, plate);
  return recipe.make === 'cut-through' ? { body, letters, material: knockOut(body, letters), area: [], linework } : { body, letters, material: body, area: letters, linework };
}

function plateWithHoles({ plate: { cornerRadius, holes } }: Recipe, plate: Bounds): Region {
  const body = weld([roundedRectangle(plate, cornerRadius, 'plate')]);
  if (!holes) return body;
  const { inset, diameter } = holes;
  const centres = [
    { x: plate.minX + inset, y: plate.minY + inset },
    { x: plate.maxX - inset, y: plate.minY + inset },
    { x: plate.maxX - inset, y: plate.maxY - inset },
    { x: plate.minX + inset, y: plate.maxY - inset },
  ];
  return knockOut(body, weld(centres.map((centre, i) => circle(centre, diameter / 2, `hole:${i}`))));
}

function borderLines({ plate: { border, cornerRadius } }: Recipe, plate: Bounds): Contour[] {
  if (!border || Math.min(widthOf(plate), heightOf(plate)) <= 2 * border.inset) return [];
  return [roundedRectangle(growBounds(plate, -border.inset), Math.max(0, cornerRadius - border.inset), 'border')];
}
