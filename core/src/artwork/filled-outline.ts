import type { Contour } from '../geometry/contour.ts';
import { cross, distance, length, subtract, type Point } from '../geometry/point.ts';
import { hullPoints, line } from '../geometry/segment.ts';

/** The outline of an area: it is closed though its pen was lifted. */
export function closedOutline(contour: Contour): Contour {
  if (contour.closed) return contour;
  const [from, to] = [contour.segments.at(-1)!.to, contour.segments[0]!.from];
  const home = distance(from, to) > 1e-9 ? [line(from, to, '')] : [];
  return { segments: [...contour.segments, ...home], closed: true };
}

/** What turns away by less is straight, radians. */
const NO_TURN = 1e-6;

/** Whether an outline is a straight line, there and back: a fill paints nothing of it, though it may be stroked. */
function isBareLine({ segments }: Contour): boolean {
  let along: Point | null = null;
  for (const segment of segments)
    for (const point of hullPoints(segment)) {
      const way = subtract(point, segments[0]!.from);
      if (along && Math.abs(cross(along, way)) > NO_TURN * length(along) * length(way)) return false;
      if (!along && length(way) > 0) along = way;
    }
  return along !== null;
}

/** Outlines that a fill paints something of, and those that it does not. */
export function partedByFill(contours: readonly Contour[]): { readonly filled: Contour[]; readonly bare: Contour[] } {
  const [filled, bare]: [Contour[], Contour[]] = [[], []];
  for (const contour of contours) (isBareLine(contour) ? bare : filled).push(contour);
  return { filled, bare };
}
