import { MAKES } from '../makes/makes.ts';
import { cornerHoles } from './plate.ts';
import { BORDER, GROUND, holeEdge, PLATE, RAIL } from '../recipe/identity.ts';
import { growBounds, widthOf, heightOf, type Bounds } from '../geometry/bounds.ts';
import type { Contour, Region } from '../geometry/contour.ts';
import { knockOut, weldRegions } from '../geometry/kernel/boolean.ts';
import type { Memo } from '../geometry/memo.ts';
import { circle, roundedRectangle } from '../geometry/shapes.ts';
import type { Recipe } from '../recipe/schema.ts';
import type { Arrangement } from './arrangement.ts';
import { backerOf, locatingLines } from './backer.ts';
import { groupLetters, type LetterGroup } from './groups.ts';

/** What a make turns letters into, before anything is held. Regions in mm on the sheet. */
export interface Construction {
  /** The body that letters are cut into or stand on: the plate with its holes; nothing for stand-alone letters. */
  readonly body: Region;
  /** Letters whose boxes meet, welded. */
  readonly groups: readonly LetterGroup[];
  /**
   * What is material of stand-alone letters or of a plate that nothing is cut from; a cut-through plate's follows from
   * how it is held.
   */
  readonly material: Region;
  /** Areas to engrave. */
  readonly area: Region;
  /** Lines that part nothing. */
  readonly linework: readonly Contour[];
}

/**
 * Builds the regions of the recipe's make.
 * @param leastHole holes of a backer that a disc so wide fills are filled, mm
 */
export function construct(recipe: Recipe, arrangement: Arrangement, leastHole: number, memo: Memo): Construction {
  const groups = groupLetters(arrangement.letters, recipe.lettering.thicken, memo);
  const { plate, backer } = arrangement;
  if (backer) return backedLetters(recipe, groups, backer, leastHole);
  if (!plate) {
    const rails = arrangement.rails.map((box): Region => [roundedRectangle(box, 0, RAIL)]);
    return {
      body: [],
      groups,
      material: weldRegions([...groups.map(({ region }) => region), ...rails]),
      area: [],
      linework: [],
    };
  }
  const body = plateWithHoles(recipe, plate);
  const border = borderLines(recipe, plate);
  const common = { body, groups, material: body };
  const letters = () => groups.flatMap(({ region }) => region);
  switch (MAKES[recipe.make].letters) {
    case 'standing':
      return {
        ...common,
        area: knockOut(ground(recipe, plate), weldRegions(groups.map(({ region }) => region))),
        linework: border,
      };
    case 'engraved': {
      const strokes = arrangement.letters.flatMap((letter) => letter.strokes);
      return { ...common, area: letters(), linework: [...border, ...strokes] };
    }
    case 'opening':
    case 'material':
      return { ...common, area: [], linework: border };
  }
}

function backedLetters(
  { backer }: Recipe,
  groups: readonly LetterGroup[],
  place: NonNullable<Arrangement['backer']>,
  leastHole: number,
): Construction {
  const letters = weldRegions(groups.map(({ region }) => region));
  const backing = letters.length === 0 ? [] : backerOf(letters, backer, backer.leastHole ?? leastHole, place);
  if (backer.letters === 'engrave') return { body: [], groups, material: backing, area: letters, linework: [] };
  return {
    body: [],
    groups,
    material: [...letters, ...backing],
    area: [],
    linework: backer.locate ? locatingLines(letters, place) : [],
  };
}

/**
 * What is engraved away of a relief plate but for its letters: within the frame, or past the cut edge where there is
 * none.
 */
function ground({ relief: { frame, bleed }, plate: { cornerRadius } }: Recipe, plate: Bounds): Region {
  const by = frame > 0 ? -frame : bleed;
  if (Math.min(widthOf(plate), heightOf(plate)) + 2 * by <= 0) return [];
  return [roundedRectangle(growBounds(plate, by), cornerRadius > 0 ? Math.max(0, cornerRadius + by) : 0, GROUND)];
}

function plateWithHoles({ plate: { cornerRadius, holes } }: Recipe, plate: Bounds): Region {
  const body = [roundedRectangle(plate, cornerRadius, PLATE)];
  if (!holes) return body;
  const { inset, diameter } = holes;
  const cut = cornerHoles(plate, inset).map((centre, i) => [circle(centre, diameter / 2, holeEdge(i))]);
  return knockOut(body, weldRegions(cut));
}

function borderLines({ plate: { border, cornerRadius } }: Recipe, plate: Bounds): Contour[] {
  if (!border || Math.min(widthOf(plate), heightOf(plate)) <= 2 * border.inset) return [];
  return [roundedRectangle(growBounds(plate, -border.inset), Math.max(0, cornerRadius - border.inset), BORDER)];
}
