import { moveBounds, type Bounds } from '../geometry/bounds.ts';
import { moveRegion, type Contour, type Region } from '../geometry/contour.ts';
import type { Point } from '../geometry/point.ts';
import { turnBounds, turnPointBy, turnRegion } from '../geometry/turn.ts';

/** How a thing lies on the sheet: turned about its own origin, degrees counter-clockwise, and then moved, mm. */
export interface Placement {
  readonly x: number;
  readonly y: number;
  readonly turn: number;
}

export function placePoint(point: Point, { x, y, turn }: Placement): Point {
  const turned = turn === 0 ? point : turnPointBy(turn)(point);
  return { x: turned.x + x, y: turned.y + y };
}

/** Where a point of the sheet is in the thing's own frame. */
export const unplacePoint = (point: Point, { x, y, turn }: Placement): Point =>
  turnPointBy(-turn)({ x: point.x - x, y: point.y - y });

export const placeBounds = (box: Bounds, { x, y, turn }: Placement): Bounds => moveBounds(turnBounds(box, turn), x, y);

/** Turned contours are made once. */
const turned = new WeakMap<Contour, { readonly turn: number; readonly contour: Contour }>();

export function placeRegion(region: Region, { x, y, turn }: Placement): readonly Contour[] {
  if (turn === 0) return x === 0 && y === 0 ? region : moveRegion(region, x, y);
  return moveRegion(
    region.map((contour) => {
      let known = turned.get(contour);
      if (known?.turn !== turn) turned.set(contour, (known = { turn, contour: turnRegion([contour], turn)[0]! }));
      return known.contour;
    }),
    x,
    y,
  );
}
