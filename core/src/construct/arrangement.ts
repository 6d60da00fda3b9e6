import {
  boundsOfPoints,
  centreOf,
  growBounds,
  heightOf,
  isEmptyBounds,
  joinBounds,
  widthOf,
  moveBounds,
  type Bounds,
} from '../geometry/bounds.ts';
import { moveLetter, type Letter, type Lettering } from '../lettering/layout.ts';
import type { Backer, Plate, Rail, Sheet } from '../recipe/parts.ts';

/** What the letters are in or on: one of three, or (without a rail) nothing. */
export interface ArrangementPlan {
  readonly sheet: Sheet;
  readonly plate: Plate | null;
  readonly rail: Rail | null;
  readonly backer: Backer | null;
}

/** Where everything lies on the sheet, whose bottom left corner is (0, 0). Lengths in mm. */
export interface Arrangement {
  readonly sheet: { readonly width: number; readonly height: number };
  /** Round all that is made: plate, or letters and rails. */
  readonly object: Bounds;
  readonly plate: Bounds | null;
  readonly rails: readonly Bounds[];
  /** Where the backer of backed letters lies from under them; null for other makes. */
  readonly backer: { readonly dx: number; readonly dy: number } | null;
  readonly letters: readonly Letter[];
}

/** What stands for the words while there are none, so that the plate keeps a shape. */
const NO_WORDS: Bounds = { minX: 0, minY: 0, maxX: 100, maxY: 30 };

/** Finds the sizes of plate, rails and sheet from the lettering, and sets the whole in the middle of the sheet. */
export function arrange(plan: ArrangementPlan, lettering: Lettering): Arrangement {
  const ink = isEmptyBounds(lettering.bounds) ? NO_WORDS : lettering.bounds;
  const plate = plan.plate && plateBounds(plan.plate, ink);
  const rails = plan.rail ? railBounds(plan.rail, lettering, ink) : [];
  const backer = plan.backer && backerPlace(plan.backer, ink);
  const object = plate ?? joinBounds([ink, ...rails, ...(backer ? [backer.box] : [])]);
  const { margin } = plan.sheet;
  const sheet = {
    width: plan.sheet.width ?? roundUp(widthOf(object) + 2 * margin),
    height: plan.sheet.height ?? roundUp(heightOf(object) + 2 * margin),
  };
  const centre = centreOf(object);
  const [dx, dy] = [sheet.width / 2 - centre.x, sheet.height / 2 - centre.y];
  const move = (box: Bounds): Bounds => moveBounds(box, dx, dy);
  return {
    sheet,
    object: move(object),
    plate: plate && move(plate),
    rails: rails.map(move),
    backer,
    letters: lettering.letters.map((letter) => moveLetter(letter, dx, dy)),
  };
}

function plateBounds(plate: Plate, ink: Bounds): Bounds {
  const fitted = growBounds(ink, plate.margin);
  const { x, y } = centreOf(ink);
  const [width, height] = [plate.width ?? widthOf(fitted), plate.height ?? heightOf(fitted)];
  return boundsOfPoints([
    { x: x - width / 2, y: y - height / 2 },
    { x: x + width / 2, y: y + height / 2 },
  ]);
}

/** Under the letters where they are engraved on it, below them on the sheet where they are cut by themselves. */
function backerPlace(
  { distance, corners, letters, gap }: Backer,
  ink: Bounds,
): { dx: number; dy: number; box: Bounds } {
  // Mitres reach further than the distance.
  const reach = corners === 'mitred' ? 1.5 * distance : distance;
  const dy = letters === 'engrave' ? 0 : -(heightOf(ink) + gap + reach);
  const grown = growBounds(ink, reach);
  return { dx: 0, dy, box: { ...grown, minY: grown.minY + dy, maxY: grown.maxY + dy } };
}

function railBounds(rail: Rail, { baselines, letters }: Lettering, ink: Bounds): Bounds[] {
  return baselines
    .filter((_, line) => letters.some((letter) => letter.line === line))
    .map((baseline) => ({
      minX: ink.minX - rail.extend,
      maxX: ink.maxX + rail.extend,
      minY: baseline + rail.overlap - rail.height,
      maxY: baseline + rail.overlap,
    }))
    .filter((box) => box.maxX > box.minX);
}

/** Sheets are asked for in whole millimetres. */
const roundUp = (mm: number): number => Math.ceil(mm - 1e-6);
