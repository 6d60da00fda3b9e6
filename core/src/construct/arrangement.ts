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
import type { Point } from '../geometry/point.ts';
import { roundUp } from '../geometry/round-up.ts';
import { moveLetter, type Letter } from '../lettering/layout.ts';
import { inItem } from '../recipe/identity.ts';
import type { Backer, Plate, Rail, Role } from '../recipe/parts.ts';

/** An item as it is drawn in its own frame, under names of its own. Lengths in mm. */
export interface DrawnItem {
  readonly id: string;
  readonly role: Role;
  /** Letters, or a shape's one outline. */
  readonly letters: readonly Letter[];
  readonly bounds: Bounds;
  /** Heights of the baselines of lines that have letters. */
  readonly baselines: readonly number[];
  /** Room that it asks for above it where it is put below others by itself. */
  readonly gap: number;
  /** Of its origin; null: where there is room for it. */
  readonly place: Point | null;
}

/** What the items are in or on: one of three, or (without a rail) nothing. */
export interface ArrangementPlan {
  readonly plate: Plate | null;
  readonly rail: Rail | null;
  readonly backer: Backer | null;
}

/** An item in its place, its letters under the names that they have in the thing. */
export interface PlacedItem {
  readonly id: string;
  readonly role: Role;
  readonly letters: readonly Letter[];
  readonly bounds: Bounds;
}

/** Where everything of a thing lies, in a frame of its own. Lengths in mm. */
export interface Arrangement {
  /** Round all that is made: plate, or letters and rails. */
  readonly object: Bounds;
  /** What is laid on the middle of the room that the thing gets on the sheet. */
  readonly middle: Point;
  readonly plate: Bounds | null;
  readonly rails: readonly Bounds[];
  /** Where the backer of backed letters lies from under them; null for other makes. */
  readonly backer: { readonly dx: number; readonly dy: number } | null;
  readonly items: readonly PlacedItem[];
  /** Of all items that are made. */
  readonly letters: readonly Letter[];
}

/** What stands for the words while there are none, so that the plate keeps a shape. */
const NO_WORDS: Bounds = { minX: 0, minY: 0, maxX: 100, maxY: 30 };

/**
 * Where a thing lies in its own frame: so far from the origin, mm, and in the middle of whole millimetres. Any place
 * would do; in this one lay what was made alone on a sheet of the usual margin, before there were several, and what is
 * computed at another place may differ in the last digit.
 */
const INSET = 10;

/** Places the items, and finds the sizes of plate and rails from them. */
export function arrange(plan: ArrangementPlan, drawn: readonly DrawnItem[]): Arrangement {
  const placed = placeItems(drawn);
  const made = placed.filter(({ item }) => item.role !== 'guide');
  const all = joinBounds(made.map(({ bounds }) => bounds));
  const ink = isEmptyBounds(all) ? NO_WORDS : all;
  const plate = plan.plate && plateBounds(plan.plate, ink);
  const rails = plan.rail ? railBounds(plan.rail, made, ink) : [];
  const backer = plan.backer && backerPlace(plan.backer, ink);
  const object = plate ?? joinBounds([ink, ...rails, ...(backer ? [backer.box] : [])]);
  const middle = {
    x: roundUp(widthOf(object) + 2 * INSET) / 2,
    y: roundUp(heightOf(object) + 2 * INSET) / 2,
  };
  const centre = centreOf(object);
  const [dx, dy] = [middle.x - centre.x, middle.y - centre.y];
  const move = (box: Bounds): Bounds => moveBounds(box, dx, dy);
  const items = placed.map(({ item, at, bounds }): PlacedItem => ({
    id: item.id,
    role: item.role,
    letters: item.letters.map((letter) => moveLetter(letter, at.x + dx, at.y + dy, inItem(item.id, letter.id))),
    bounds: move(bounds),
  }));
  return {
    object: move(object),
    middle,
    plate: plate && move(plate),
    rails: rails.map(move),
    backer,
    items,
    letters: items.flatMap(({ role, letters }) => (role === 'guide' ? [] : letters)),
  };
}

/** An item, and where its origin lies. */
interface ItemPlace {
  readonly item: DrawnItem;
  readonly at: Point;
  readonly bounds: Bounds;
}

/**
 * Those with a place where they are asked for; the first of the others at the origin, each next in the middle below all
 * that lies before it.
 */
function placeItems(drawn: readonly DrawnItem[]): ItemPlace[] {
  const placed: ItemPlace[] = [];
  for (const item of drawn) {
    const above = joinBounds(placed.map(({ bounds }) => bounds));
    const free = isEmptyBounds(above) || isEmptyBounds(item.bounds);
    const at =
      item.place ??
      (free
        ? { x: 0, y: 0 }
        : { x: centreOf(above).x - centreOf(item.bounds).x, y: above.minY - item.gap - item.bounds.maxY });
    placed.push({ item, at, bounds: moveBounds(item.bounds, at.x, at.y) });
  }
  return placed;
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

/** A rail under each line of letters that are material, as long as all that stands. */
function railBounds(rail: Rail, items: readonly ItemPlace[], ink: Bounds): Bounds[] {
  return items
    .filter(({ item }) => item.role === 'material')
    .flatMap(({ item, at }) => item.baselines.map((baseline) => baseline + at.y))
    .map((baseline) => ({
      minX: ink.minX - rail.extend,
      maxX: ink.maxX + rail.extend,
      minY: baseline + rail.overlap - rail.height,
      maxY: baseline + rail.overlap,
    }))
    .filter((box) => box.maxX > box.minX);
}
