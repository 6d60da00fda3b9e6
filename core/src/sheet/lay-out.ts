import { roundUp } from '../geometry/round-up.ts';
import { heightOf, joinBounds, widthOf, type Bounds } from '../geometry/bounds.ts';
import type { Point } from '../geometry/point.ts';
import { turnBounds } from '../geometry/turn.ts';
import type { Sheet } from '../recipe/parts.ts';
import { placeBounds, type Placement } from './placement.ts';

/** A thing that is to lie on the sheet, so many times. Lengths in mm. */
export interface Lying {
  /** Round it, in its own frame. */
  readonly object: Bounds;
  /** What is laid on the middle of the sheet where the thing lies there alone. */
  readonly middle: Point;
  /** Of the lower left corner of it and its copies on the sheet; null: beside the others. */
  readonly place: Point | null;
  readonly turn: number;
  readonly copies: number;
  /** How many of them lie in a row, where it has a place; null: as many as there is room for. */
  readonly inRow: number | null;
}

/** The sheet, and where things lie on it. Its lower left corner is (0, 0). */
export interface Layout {
  readonly width: number;
  readonly height: number;
  /** By thing, as many as it has copies. */
  readonly placements: readonly (readonly Placement[])[];
}

/** Rows are so many times as long as they would be in a square. */
const LENGTH_OF_ROWS = 1.4;

/**
 * Lays things on a sheet: those with a place where they are asked for, the others in rows from the upper left, in the
 * order of the list.
 */
export function layOnSheet(sheet: Sheet, things: readonly Lying[]): Layout {
  const fixed = things.map((thing) => (thing.place === null ? null : fixedAt(thing, thing.place, sheet)));
  const free: { readonly thing: Lying; readonly i: number }[] = [];
  things.forEach((thing, i) => {
    if (thing.place === null) for (let copy = 0; copy < thing.copies; copy++) free.push({ thing, i });
  });
  const [only] = free;
  if (only && free.length === 1 && things.length === 1 && only.thing.turn === 0) return alone(sheet, only.thing);

  const boxes = free.map(({ thing }) => turnBounds(thing.object, thing.turn));
  const rows = inRows(boxes, sheet);
  const taken = joinBounds(
    fixed.flatMap((places, i) => (places ?? []).map((place) => placeBounds(things[i]!.object, place))),
  );
  const anyFixed = taken.minX <= taken.maxX;
  const size = {
    width: sheet.width ?? roundUp(Math.max(rows.width + 2 * sheet.margin, anyFixed ? taken.maxX + sheet.margin : 0)),
    height:
      sheet.height ??
      roundUp(
        anyFixed
          ? taken.maxY + sheet.margin + (free.length > 0 ? sheet.gap + rows.height : 0)
          : rows.height + 2 * sheet.margin,
      ),
  };
  // By themselves in the middle; above what has a place of its own.
  const corner = anyFixed
    ? { x: sheet.margin, y: taken.maxY + sheet.gap }
    : { x: (size.width - rows.width) / 2, y: (size.height - rows.height) / 2 };
  const placements: Placement[][] = fixed.map((places) => [...(places ?? [])]);
  free.forEach(({ thing, i }, n) => {
    const at = rows.places[n]!;
    placements[i]!.push({
      x: corner.x + at.x - boxes[n]!.minX,
      y: corner.y + at.y - boxes[n]!.minY,
      turn: thing.turn,
    });
  });
  return { ...size, placements };
}

/** In the middle of its sheet. */
function alone(sheet: Sheet, { object, middle }: Lying): Layout {
  const width = sheet.width ?? roundUp(widthOf(object) + 2 * sheet.margin);
  const height = sheet.height ?? roundUp(heightOf(object) + 2 * sheet.margin);
  return { width, height, placements: [[{ x: width / 2 - middle.x, y: height / 2 - middle.y, turn: 0 }]] };
}

/** Copies of what has a place lie in rows of their own. */
function fixedAt({ object, turn, copies, inRow }: Lying, { x, y }: Point, sheet: Sheet): Placement[] {
  const box = turnBounds(object, turn);
  const row = inRow === null ? null : inRow * (widthOf(box) + sheet.gap) + sheet.margin + x;
  const { places } = inRows(Array<Bounds>(copies).fill(box), { ...sheet, width: row ?? sheet.width }, x);
  return places.map((at) => ({ x: x + at.x - box.minX, y: y + at.y - box.minY, turn }));
}

/**
 * Lower left corners of boxes in rows, from the lower left corner of all of them.
 * @param from where on the sheet the rows begin
 */
function inRows(boxes: readonly Bounds[], { width, margin, gap }: Sheet, from = margin) {
  const widest = Math.max(0, ...boxes.map(widthOf));
  const area = boxes.reduce((sum, box) => sum + (widthOf(box) + gap) * (heightOf(box) + gap), 0);
  const most =
    width === null ? Math.max(widest, Math.sqrt(area) * LENGTH_OF_ROWS) : Math.max(widest, width - margin - from);
  const tops: { x: number; top: number }[] = [];
  let [x, top, tall, long] = [0, 0, 0, 0];
  for (const box of boxes) {
    if (x > 0 && x + widthOf(box) > most + 1e-6) [x, top, tall] = [0, top + tall + gap, 0];
    tops.push({ x, top });
    x += widthOf(box) + gap;
    long = Math.max(long, x - gap);
    tall = Math.max(tall, heightOf(box));
  }
  const height = top + tall;
  return {
    width: long,
    height,
    // The upper edges of a row are level.
    places: tops.map(({ x: left, top: above }, i): Point => ({ x: left, y: height - above - heightOf(boxes[i]!) })),
  };
}
