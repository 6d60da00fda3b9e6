import { heightOf, widthOf, type Bounds } from '../geometry/bounds.ts';
import type { Contour, Region } from '../geometry/contour.ts';
import { contourArea, regionContains, reverseContour } from '../geometry/contour-facts.ts';
import { componentRegion, componentsOf } from '../geometry/components.ts';
import { knockOut, weld, weldEvenOdd } from '../geometry/kernel/boolean.ts';
import { offsetRegion } from '../geometry/kernel/offset.ts';
import type { Point } from '../geometry/point.ts';
import { widestBox } from '../geometry/widest-box.ts';

/** What words may be set in: where an emblem has nothing, or is solid. Lengths in mm, in the emblem’s frame. */
export interface ClearField {
  readonly region: Region;
  readonly isClear: boolean;
}

/** Lines that close go round a field as edges of areas do. */
export function clearFields(contours: Region, lines: readonly Contour[]): ClearField[] {
  const closed = lines.filter((each) => each.closed);
  const solid = closed.length > 0 ? weldEvenOdd([...contours, ...closed]) : contours;
  const outline = weld(solid.map((contour) => (contourArea(contour) > 0 ? contour : reverseContour(contour))));
  const fieldsOf = (region: Region, isClear: boolean) =>
    componentsOf(region).map((component): ClearField => ({ region: componentRegion(component), isClear }));
  return [...fieldsOf(knockOut(outline, solid), true), ...fieldsOf(solid, false)];
}

/** A field and the room in it. */
export interface FieldRoom {
  readonly box: Bounds;
  /** Where the middle of the room is, as shares of the emblem's box: by that a field is known again. */
  readonly at: Point;
}

/**
 * The room for words in fields that they may be set in: where the emblem has nothing before where it is solid, and the
 * largest of each first.
 * @param aspect of the words, width over height
 * @param margin to the edges of the field
 */
export function roomsIn(fields: readonly ClearField[], aspect: number, margin: number, emblem: Bounds): FieldRoom[] {
  const rooms = fields.flatMap(({ region, isClear }) => {
    const box = widestBox(margin > 0 ? offsetRegion(region, -margin) : region, aspect);
    if (!box) return [];
    const at = {
      x: ((box.minX + box.maxX) / 2 - emblem.minX) / (widthOf(emblem) || 1),
      y: ((box.minY + box.maxY) / 2 - emblem.minY) / (heightOf(emblem) || 1),
    };
    return [{ box, at, isClear }];
  });
  return rooms.sort((a, b) => Number(b.isClear) - Number(a.isClear) || widthOf(b.box) - widthOf(a.box));
}

/** The field that a place of an emblem is in, of those there are; all where none is. */
export function fieldAt(fields: readonly ClearField[], at: Point, emblem: Bounds): readonly ClearField[] {
  const point = { x: emblem.minX + at.x * widthOf(emblem), y: emblem.minY + at.y * heightOf(emblem) };
  const hit = fields.filter(({ region }) => regionContains(region, point));
  return hit.length > 0 ? hit : fields;
}
