import type { Contour } from '../geometry/contour.ts';
import { distance } from '../geometry/point.ts';
import { line } from '../geometry/segment.ts';

/** The outline of an area: it is closed though its pen was lifted. */
export function closedOutline(contour: Contour): Contour {
  if (contour.closed) return contour;
  const [from, to] = [contour.segments.at(-1)!.to, contour.segments[0]!.from];
  const home = distance(from, to) > 1e-9 ? [line(from, to, '')] : [];
  return { segments: [...contour.segments, ...home], closed: true };
}
