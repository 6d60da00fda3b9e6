import { boundsContain, type Bounds } from '../geometry/bounds.ts';
import { flatten, ringContains, type Region } from '../geometry/contour.ts';
import { contourArea, contourBounds } from '../geometry/contour-facts.ts';
import type { Point } from '../geometry/point.ts';
import { placeBounds, placeRegion, type Placement } from './placement.ts';

/** A thing where it lies on the sheet. */
export interface LaidOutline {
  /** Edges of its material, in its own frame. */
  readonly outline: Region;
  readonly object: Bounds;
  readonly placement: Placement;
}

/** Edges are told so nearly, mm. */
const FINE = 0.05;

/** Whether a thing lies wholly in an opening that is cut in another: a part laid in the waste of a ring. */
export function liesInOpening(inner: LaidOutline, outer: LaidOutline): boolean {
  const box = placeBounds(inner.object, inner.placement);
  if (!boundsContain(placeBounds(outer.object, outer.placement), box)) return false;
  const holes = placeRegion(
    outer.outline.filter((contour) => contourArea(contour) < 0),
    outer.placement,
  );
  return holes.some((hole) => {
    if (!boundsContain(contourBounds(hole), box)) return false;
    const ring = flatten(hole, FINE);
    return cornersOf(box).every((corner) => ringContains(ring, corner)) && !ring.some((point) => isIn(point, box));
  });
}

/** For each thing how many others it lies in openings of, one in another. */
export function openingDepths(things: readonly LaidOutline[]): number[] {
  const boxes = things.map(({ object, placement }) => placeBounds(object, placement));
  return things.map(
    (inner, i) =>
      things.filter((outer, j) => j !== i && boundsContain(boxes[j]!, boxes[i]!) && liesInOpening(inner, outer)).length,
  );
}

const cornersOf = ({ minX, minY, maxX, maxY }: Bounds): Point[] => [
  { x: minX, y: minY },
  { x: maxX, y: minY },
  { x: maxX, y: maxY },
  { x: minX, y: maxY },
];

const isIn = ({ x, y }: Point, { minX, minY, maxX, maxY }: Bounds): boolean =>
  x > minX && x < maxX && y > minY && y < maxY;
