import { COUPON } from '../recipe/identity.ts';
import { centreOf, growBounds, type Bounds } from '../geometry/bounds.ts';
import { moveRegion, type Contour, type Region } from '../geometry/contour.ts';
import { common, knockOut, weldRegions } from '../geometry/kernel/boolean.ts';
import type { Point } from '../geometry/point.ts';
import { roundedRectangle } from '../geometry/shapes.ts';
import type { Letter } from '../lettering/layout.ts';
import type { CouponOf } from '../recipe/parts.ts';

/** A test coupon: windows of the job at true size, each in a rim, side by side. mm. */
export interface Coupon {
  readonly material: Region;
  readonly area: Region;
  /** Of the room that it takes. */
  readonly middle: Point;
  readonly object: Bounds;
}

/** Room between windows and round them, mm. */
const ROOM = 5;

/** Cuts a coupon's windows out of the job's material and engraved areas. Windows whose letter is gone are left out. */
export function couponOf(
  { windows, frame }: Pick<CouponOf, 'windows' | 'frame'>,
  letters: readonly Letter[],
  material: Region,
  area: Region,
): Coupon {
  const pieces: { material: Contour[]; area: Contour[] }[] = [];
  let [x, height] = [ROOM, 0];
  for (const { letter: id, x: dx, y: dy, size } of windows) {
    const letter = letters.find((each) => each.id === id);
    if (!letter) continue;
    const middle = centreOf(letter.bounds);
    const inner: Bounds = {
      minX: middle.x + dx - size / 2,
      maxX: middle.x + dx + size / 2,
      minY: middle.y + dy - size / 2,
      maxY: middle.y + dy + size / 2,
    };
    const window = [roundedRectangle(inner, 0, COUPON)];
    const outer = growBounds(inner, frame);
    const rim = knockOut([roundedRectangle(outer, Math.min(2, frame), COUPON)], window);
    const [moveX, moveY] = [x - outer.minX, ROOM - outer.minY];
    pieces.push({
      material: moveRegion(weldRegions([rim, common(material, window)]), moveX, moveY),
      area: moveRegion(common(area, window), moveX, moveY),
    });
    x += outer.maxX - outer.minX + ROOM;
    height = Math.max(height, outer.maxY - outer.minY);
  }
  return {
    material: pieces.flatMap((piece) => piece.material),
    area: pieces.flatMap((piece) => piece.area),
    middle: { x: Math.max(10, Math.ceil(x)) / 2, y: Math.ceil(height + 2 * ROOM) / 2 },
    object: { minX: ROOM, minY: ROOM, maxX: Math.max(ROOM, x - ROOM), maxY: ROOM + height },
  };
}
