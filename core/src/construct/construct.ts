import type { Contour, Region } from '../geometry/contour.ts';
import { knockOut, weldRegions } from '../geometry/kernel/boolean.ts';
import type { Memo } from '../geometry/memo.ts';
import { roundedRectangle } from '../geometry/shapes.ts';
import type { LetterRole } from '../makes/make.ts';
import { RAIL } from '../recipe/identity.ts';
import type { Backer, Plate, Relief, Thickening } from '../recipe/parts.ts';
import type { Arrangement } from './arrangement.ts';
import { backerOf, locatingLines } from './backer.ts';
import { groupLetters, type LetterGroup } from './groups.ts';
import { borderLines, groundOf, plateWithHoles } from './plate.ts';

/** What letters are to become, and what they are in or on. Lengths in mm. */
export interface ConstructionPlan {
  readonly letters: LetterRole;
  readonly thicken: Thickening;
  readonly plate: Plate | null;
  /** The ground round letters that are left standing. */
  readonly relief: Relief | null;
  /** Holes of the backer that a disc of `leastHole` fills are filled. */
  readonly backer: (Backer & { readonly leastHole: number }) | null;
}

/** What letters and what they are on become, before anything is held. Regions in mm on the sheet. */
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

/** Builds the regions that letters and what they are on become. */
export function construct(plan: ConstructionPlan, arrangement: Arrangement, memo: Memo): Construction {
  const groups = groupLetters(arrangement.letters, plan.thicken, memo);
  const parts =
    plan.plate && arrangement.plate
      ? onPlate(plan, plan.plate, groups, arrangement)
      : plan.backer && arrangement.backer
        ? onBacker(plan.backer, groups, arrangement.backer)
        : byThemselves(groups, arrangement);
  return { groups, ...parts };
}

type Parts = Omit<Construction, 'groups'>;

const regionsOf = (groups: readonly LetterGroup[]): Region[] => groups.map(({ region }) => region);

function onPlate(
  { letters, relief }: ConstructionPlan,
  plan: Plate,
  groups: readonly LetterGroup[],
  arrangement: Arrangement,
): Parts {
  const plate = arrangement.plate!;
  const body = plateWithHoles(plan, plate);
  const parts = { body, material: body, area: [], linework: borderLines(plan, plate) };
  if (letters === 'standing' && relief)
    return { ...parts, area: knockOut(groundOf(relief, plan, plate), weldRegions(regionsOf(groups))) };
  if (letters === 'engraved') {
    const strokes = arrangement.letters.flatMap((letter) => letter.strokes);
    return { ...parts, area: regionsOf(groups).flat(), linework: [...parts.linework, ...strokes] };
  }
  return parts;
}

function onBacker(
  backer: NonNullable<ConstructionPlan['backer']>,
  groups: readonly LetterGroup[],
  place: NonNullable<Arrangement['backer']>,
): Parts {
  const letters = weldRegions(regionsOf(groups));
  const backing = letters.length === 0 ? [] : backerOf(letters, backer, place);
  if (backer.letters === 'engrave') return { body: [], material: backing, area: letters, linework: [] };
  const linework = backer.locate ? locatingLines(letters, place) : [];
  return { body: [], material: [...letters, ...backing], area: [], linework };
}

function byThemselves(groups: readonly LetterGroup[], { rails }: Arrangement): Parts {
  const bars = rails.map((box): Region => [roundedRectangle(box, 0, RAIL)]);
  return { body: [], material: weldRegions([...regionsOf(groups), ...bars]), area: [], linework: [] };
}
