import { cubicsOfArc } from '../../geometry/arc-cubics.ts';
import type { Contour } from '../../geometry/contour.ts';
import { mix } from '../../geometry/point.ts';
import type { CubicSegment, Segment } from '../../geometry/segment.ts';
import { pointTags, type Tag } from './written-tags.ts';

/** All of a contour as one spline of degree 3: a Bézier each run, with the knots between them three times. */
export function splineTags({ segments, closed }: Contour): Tag[] {
  const curves = segments.flatMap(asCubics);
  const points = [curves[0]!.from, ...curves.flatMap(({ c1, c2, to }) => [c1, c2, to])];
  const knots = [0, ...curves.flatMap((_, i) => [i, i, i]), curves.length, curves.length, curves.length, curves.length];
  return [
    [70, closed ? 9 : 8],
    [71, 3],
    [72, knots.length],
    [73, points.length],
    [74, 0],
    ...knots.map((knot): Tag => [40, knot]),
    ...points.flatMap((point) => pointTags(10, point)),
  ];
}

/** Of an arc no part that turns more than this, degrees. */
const MOST_TURN = 30;

const asCubics = (segment: Segment): readonly Omit<CubicSegment, 'kind' | 'source'>[] => {
  if (segment.kind === 'cubic') return [segment];
  if (segment.kind === 'arc') return cubicsOfArc(segment, MOST_TURN);
  const { from, to } = segment;
  return [{ from, c1: mix(from, to, 1 / 3), c2: mix(from, to, 2 / 3), to }];
};
