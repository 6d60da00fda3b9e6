import { formOf, type Contour } from './contour.ts';
import { line, slopingLine } from './segment.ts';

/** How deep the tool goes at each node of a line, mm, from its start to its end; null where that does not change. */
export function depthsOf(contour: Contour): number[] | null {
  const depths: number[] = [];
  for (const segment of formOf(contour).form.segments) {
    if (segment.kind !== 'line' || !segment.depths) return null;
    if (depths.length === 0) depths.push(segment.depths[0]);
    depths.push(segment.depths[1]);
  }
  return depths.length > 0 ? depths : null;
}

/** The greatest depth of lines that have one, mm; 0 where none has. */
export const deepestOf = (contours: readonly Contour[]): number =>
  contours.reduce(
    (deepest, contour) => (depthsOf(contour) ?? []).reduce((most, depth) => Math.max(most, depth), deepest),
    0,
  );

/** The line as it is seen from above: the tool at one depth. */
export function withoutDepths(contour: Contour): Contour {
  if (!depthsOf(contour)) return contour;
  return {
    closed: contour.closed,
    segments: contour.segments.map((segment) =>
      segment.kind === 'line' ? line(segment.from, segment.to, segment.source) : segment,
    ),
  };
}

/** The line with a depth at each node. @param depths one more than it has segments; what is no line keeps none */
export const withDepths = ({ segments, closed }: Contour, depths: readonly number[]): Contour => ({
  closed,
  segments: segments.map((segment, i) =>
    segment.kind === 'line'
      ? slopingLine(segment.from, segment.to, [depths[i]!, depths[i + 1]!], segment.source)
      : segment,
  ),
});
