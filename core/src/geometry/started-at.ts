import { PlacedContour, type Contour } from './contour.ts';

/** Contours begun elsewhere, by the original and the node: a letter's are made once for all places it stands in. */
const begun = new WeakMap<Contour, Map<number, Contour>>();

/** A closed contour that begins at another of its nodes. */
export function startedAt(contour: Contour, node: number): Contour {
  if (node === 0) return contour;
  if (contour instanceof PlacedContour)
    return new PlacedContour(startedAt(contour.original, node), contour.dx, contour.dy, contour.rename);
  let known = begun.get(contour);
  if (!known) begun.set(contour, (known = new Map()));
  let made = known.get(node);
  if (!made) {
    const { segments } = contour;
    made = { ...contour, segments: [...segments.slice(node), ...segments.slice(0, node)] };
    known.set(node, made);
  }
  return made;
}
