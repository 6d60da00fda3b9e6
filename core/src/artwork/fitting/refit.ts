import { flatten, placeContour, type Contour } from '../../geometry/contour.ts';
import { boxTable, visitPairs } from '../../geometry/box-pairs.ts';
import { distance, distanceToSpan, type Point } from '../../geometry/point.ts';
import { fitRing } from './fit-ring.ts';
import { resampled, STEP } from './resample.ts';
import { rounded, sharpened } from './round-corners.ts';
import { inOne, squared } from './squared.ts';

/** What became of the nodes of a contour. */
export interface Refitted {
  readonly contour: Contour;
  readonly before: number;
  readonly after: number;
  /** How far the new contour lies off the old one at most, mm. */
  readonly off: number;
}

/** A tolerance is so many units of fitting; curves are fitted within a part of it, so that all of it is kept to. */
const [UNITS, SHARE] = [0.25, 0.6];
/** Fewer nodes than this are not worth it, and so is a result with more than this share of what there was. */
const [FEWEST, WORTH] = [12, 0.6];
/** Longer contours would need more points than that: they stay. */
const MOST_POINTS = 200_000;

/**
 * A closed contour of many nodes in fewer: its corners stay, and lines, arcs and curves are fitted between them. Where
 * that is not possible within the tolerance, or saves little, it stays as it is.
 * @param tolerance mm
 */
export function refit(contour: Contour, tolerance: number): Refitted {
  const before = contour.segments.length;
  const as = { contour, before, after: before, off: 0 };
  if (!contour.closed || before < FEWEST) return as;
  const scale = UNITS / tolerance;
  const points = flatten(contour, tolerance / 8);
  const length = points.reduce((sum, point, i) => sum + distance(point, points[(i + 1) % points.length]!), 0);
  if ((length * scale) / STEP > MOST_POINTS) return as;
  const ring = resampled(
    points.map(({ x, y }) => ({ x: x * scale, y: y * scale })),
    STEP,
  );
  const fitted = placeContour(fitRing({ ring, fine: ring, blur: 0, tolerance: UNITS * SHARE }), 1 / scale, 0, 0);
  const after = fitted.segments.length;
  if (after > WORTH * before) return as;
  for (const own of [asMeant(fitted, tolerance), fitted]) {
    if (!own) continue;
    const off = Math.max(apart(points, own, tolerance), apart(flatten(own, tolerance / 8), contour, tolerance));
    if (off <= tolerance) return { contour: own, before, after: own.segments.length, off };
  }
  return as;
}

/** Right angles, and corners round by an arc, where they are meant; null where there is no room. */
function asMeant(contour: Contour, tolerance: number): Contour | null {
  const { contour: sharp, radii } = sharpened(inOne(contour, tolerance), tolerance);
  return rounded({ contour: squared(sharp, tolerance), radii });
}

/** How far points lie from a contour at most; infinity where one is further off than a tolerance. */
function apart(points: readonly Point[], contour: Contour, tolerance: number): number {
  const edge = flatten(contour, tolerance / 8);
  const count = edge.length;
  // Points first, then the spans of the edge.
  const table = boxTable(points.length + count);
  points.forEach(({ x, y }, i) => {
    table.minX[i] = table.maxX[i] = x;
    table.minY[i] = table.maxY[i] = y;
  });
  edge.forEach((from, i) => {
    const [to, k] = [edge[(i + 1) % count]!, points.length + i];
    [table.minX[k], table.maxX[k]] = [Math.min(from.x, to.x), Math.max(from.x, to.x)];
    [table.minY[k], table.maxY[k]] = [Math.min(from.y, to.y), Math.max(from.y, to.y)];
  });
  const least = new Float64Array(points.length).fill(Infinity);
  visitPairs(table, tolerance, (a, b) => {
    const [point, span] = a < b ? [a, b - points.length] : [b, a - points.length];
    if (point >= points.length || span < 0) return;
    const off = distanceToSpan(points[point]!, edge[span]!, edge[(span + 1) % count]!);
    if (off < least[point]!) least[point] = off;
  });
  return least.reduce((most, each) => Math.max(most, each), 0);
}
