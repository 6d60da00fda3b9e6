import {
  centreOf,
  growBounds,
  heightOf,
  isEmptyBounds,
  joinBounds,
  widthOf,
  moveBounds,
  type Bounds,
} from '../geometry/bounds.ts';
import type { Region } from '../geometry/contour.ts';
import type { Point } from '../geometry/point.ts';
import { roundUp } from '../geometry/round-up.ts';
import { moveLetter, type Letter } from '../lettering/layout.ts';
import { inItem } from '../recipe/identity.ts';
import type { Backer, Place, Plate, Role } from '../recipe/parts.ts';
import { placeItems, type PlateSize, type TypeLines } from './places.ts';
import { besides, figureIn, fittedLike, plateItemAmong } from './plate-item.ts';
import { ROOM } from './plate-outline.ts';
import { railingOf, type Base, type Baseline, type RailPlan, type Railing } from './rails.ts';

/** An item as it is drawn in its own frame, under names of its own. Lengths in mm. */
export interface DrawnItem {
  readonly id: string;
  readonly role: Role;
  /** Letters, or a shape's one outline. */
  readonly letters: readonly Letter[];
  readonly bounds: Bounds;
  /** Of lines that have letters. */
  readonly baselines: readonly Baseline[];
  readonly lines: TypeLines | null;
  /** Room that it asks for above it where it is put below others by itself. */
  readonly gap: number;
  readonly place: Place | null;
  /** A picture, of which a plate has room for what is to be drawn over it, though it be a guide. */
  readonly isPicture: boolean;
}

/** What the items are in or on: one of three, or (without a rail) nothing. */
export interface ArrangementPlan {
  readonly plate: Plate | null;
  readonly rail: RailPlan | null;
  readonly backer: BackerPlan | null;
}

/** A backer, and whether it lies on the sheet without its letters. */
export interface BackerPlan extends Backer {
  readonly alone: boolean;
}

/** An item in its place, its letters under the names that they have in the thing. */
export interface PlacedItem {
  readonly id: string;
  readonly role: Role;
  readonly letters: readonly Letter[];
  readonly bounds: Bounds;
  /** Its origin in the frame that places of items are given in. */
  readonly at: Point;
}

/** Where everything of a thing lies, in a frame of its own. Lengths in mm. */
export interface Arrangement {
  /** Round all that is made: plate, or letters and rails. */
  readonly object: Bounds;
  /** What is laid on the middle of the room that the thing gets on the sheet. */
  readonly middle: Point;
  /** From the frame that places of items are given in to this one. */
  readonly shift: Point;
  readonly plate: Bounds | null;
  /** The outline that it takes from an item; null where it has its own. */
  readonly plateFigure: Region | null;
  /** Rails, uprights and feet. */
  readonly rails: readonly Bounds[];
  readonly base: Base | null;
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
  const own = plan.plate && plateItemAmong(drawn);
  const others = besides(drawn, own);
  const { origins, plate: room } = placeItems(
    others.map((item) => ({ ...item, isGuide: item.role === 'guide' && !item.isPicture })),
    plan.plate && { ...plan.plate, ...(own ? fittedLike(own) : roomOf(plan.plate)) },
    NO_WORDS,
  );
  const placed = others.map((item, i): ItemPlace => {
    const at = origins[i]!;
    return { item, at, bounds: moveBounds(item.bounds, at.x, at.y) };
  });
  const made = placed.filter(({ item }) => item.role !== 'guide');
  const all = joinBounds(made.map(({ bounds }) => bounds));
  const ink = isEmptyBounds(all) ? NO_WORDS : all;
  const plate = plan.plate && room;
  const { bars: rails, base } = railingUnder(plan.rail, made, ink);
  const backer = plan.backer && backerPlace(plan.backer, ink);
  // Letters that stand on the edge of a plate reach past it.
  const standing = made.filter(({ item }) => item.role === 'material').map(({ bounds }) => bounds);
  const object = plate
    ? joinBounds([plate, ...standing])
    : joinBounds([ink, ...rails, ...(base ? [base.box] : []), ...(backer ? [backer.box] : [])]);
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
    at,
  }));
  const box = plate && move(plate);
  if (own && plate)
    items.splice(drawn.indexOf(own.item), 0, {
      id: own.item.id,
      role: 'plate',
      letters: [],
      bounds: move(plate),
      at: centreOf(plate),
    });
  return {
    object: move(object),
    middle,
    shift: { x: dx, y: dy },
    plate: box,
    plateFigure: own && box && figureIn(box, own),
    rails: rails.map(move),
    base: base && { ...base, box: move(base.box), slots: base.slots.map(move) },
    backer,
    items,
    letters: items.flatMap(({ role, letters }) => (role === 'guide' ? [] : letters)),
  };
}

const roomOf = ({ outline }: Plate): Pick<PlateSize, 'room' | 'aspect'> => ({
  room: () => ROOM[outline],
  aspect: null,
});

/** An item, and where its origin lies. */
interface ItemPlace {
  readonly item: DrawnItem;
  readonly at: Point;
  readonly bounds: Bounds;
}

/** Under the letters where they are engraved on it, below them on the sheet where they are cut by themselves. */
function backerPlace(
  { distance, corners, letters, gap, alone }: BackerPlan,
  ink: Bounds,
): { dx: number; dy: number; box: Bounds } {
  // Mitres reach further than the distance.
  const reach = corners === 'mitred' ? 1.5 * distance : distance;
  const dy = alone || letters === 'engrave' ? 0 : -(heightOf(ink) + gap + reach);
  const grown = growBounds(ink, reach);
  return { dx: 0, dy, box: { ...grown, minY: grown.minY + dy, maxY: grown.maxY + dy } };
}

const NO_RAILING: Railing = { bars: [], base: null };

function railingUnder(rail: RailPlan | null, items: readonly ItemPlace[], ink: Bounds): Railing {
  if (!rail) return NO_RAILING;
  const lines = items
    .filter(({ item }) => item.role === 'material')
    .flatMap(({ item, at }) => item.baselines.map(({ y, capHeight }) => ({ y: y + at.y, capHeight })));
  return railingOf(rail, lines, ink);
}
