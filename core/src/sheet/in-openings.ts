import { boundsContain, type Bounds } from '../geometry/bounds.ts';
import { flatten, ringContains, type Contour, type Region } from '../geometry/contour.ts';
import { contourArea, contourBounds } from '../geometry/contour-facts.ts';
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
  const isHole = (contour: Contour): boolean => contourArea(contour) < 0;
  const holes = placeRegion(outer.outline.filter(isHole), outer.placement).filter((hole) =>
    boundsContain(contourBounds(hole), box),
  );
  if (holes.length === 0) return false;
  const edges = placeRegion(
    inner.outline.filter((contour) => !isHole(contour)),
    inner.placement,
  ).map((edge) => flatten(edge, FINE));
  return holes.some((hole) => {
    const ring = flatten(hole, FINE);
    const isRoundAll = edges.every((edge) => edge.every((point) => ringContains(ring, point)));
    return isRoundAll && !edges.some((edge) => ring.some((point) => ringContains(edge, point)));
  });
}

/** For each thing how many others it lies in openings of, one in another. */
export function openingDepths(things: readonly LaidOutline[]): number[] {
  const boxes = things.map(({ object, placement }) => placeBounds(object, placement));
  return things.map((inner, i) => {
    let depth = 0;
    for (let j = 0; j < things.length; j++)
      if (j !== i && boundsContain(boxes[j]!, boxes[i]!) && liesInOpening(inner, things[j]!)) depth++;
    return depth;
  });
}
