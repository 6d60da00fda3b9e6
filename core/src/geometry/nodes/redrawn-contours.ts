import type { Contour } from '../contour.ts';
import { tidied } from './handles.ts';
import { contourOfPath, mapPoints, pathOfContour, type NodePath } from './node-path.ts';
import { redraw, type Change } from './redraw.ts';

/** A drawing that comes from elsewhere, as a hand works on it. */
export interface Drawing {
  readonly contours: readonly Contour[];
  /** Units of its contours to one of what changes are told in: an em, or a unit of a file. */
  readonly unit: number;
  /** Figures of those are kept to so many digits behind the point. */
  readonly digits: number;
}

/** Contours of a drawing by their nodes, in what changes are told in. */
export const pathsOf = ({ contours, unit, digits }: Drawing): NodePath[] =>
  contours.map((contour) =>
    tidied(
      mapPoints(pathOfContour(contour), ({ x, y }) => ({ x: x / unit, y: y / unit })),
      digits,
    ),
  );

/** Contours after a hand's changes, in the drawing's own units. */
export interface RedrawnContours {
  readonly contours: readonly { readonly contour: Contour; readonly from: number; readonly isNew: boolean }[];
  /** Changes whose nodes are not there, by number. */
  readonly lost: readonly number[];
}

/** Makes a hand's changes to a drawing; contours that none is of stay what they are. */
export function redrawContours(drawing: Drawing, changes: readonly Change[]): RedrawnContours {
  const before = pathsOf(drawing);
  const { paths, lost } = redraw(before, changes);
  const { unit } = drawing;
  const contours = paths.map(({ path, from }) => {
    if (path === before[from]) return { contour: drawing.contours[from]!, from, isNew: false };
    const sized = mapPoints(path, ({ x, y }) => ({ x: x * unit, y: y * unit }));
    return { contour: contourOfPath(sized, ''), from, isNew: true };
  });
  return { contours: contours.filter(({ contour }) => contour.segments.length > 0), lost };
}
