import { boxTable, visitPairs } from './box-pairs.ts';
import { flattenRound, startOf, type Region } from './contour.ts';
import { regionContains } from './contour-facts.ts';
import { cross, distanceToSpan, subtract, type Point } from './point.ts';

/** Flattening for the question, mm. */
const TOLERANCE = 0.005;

/** Whether two regions overlap or come within `near` mm of each other (give or take a hundredth). */
export function comeWithin(a: Region, b: Region, near: number): boolean {
  if (a.length === 0 || b.length === 0) return false;
  return regionContains(a, startOf(b[0]!)) || regionContains(b, startOf(a[0]!)) || edgesComeWithin(a, b, near);
}

/** Whether the edges of two regions cross or come within `near` mm of each other, wherever one lies in the other. */
export function edgesComeWithin(a: Region, b: Region, near: number): boolean {
  const own = spansOf(a);
  const spans = [...own, ...spansOf(b)];
  const boxes = boxTable(spans.length);
  spans.forEach(([p, q], i) => {
    boxes.minX[i] = Math.min(p.x, q.x);
    boxes.minY[i] = Math.min(p.y, q.y);
    boxes.maxX[i] = Math.max(p.x, q.x);
    boxes.maxY[i] = Math.max(p.y, q.y);
  });
  let met = false;
  visitPairs(boxes, near, (i, k) => {
    if (met || i < own.length === k < own.length) return;
    met = spansMeet(spans[i]!, spans[k]!, near);
  });
  return met;
}

type Span = readonly [Point, Point];

const spansOf = (region: Region): Span[] =>
  region.flatMap((contour) => {
    const points = flattenRound(contour, TOLERANCE);
    return points.slice(1).map((q, i): Span => [points[i]!, q]);
  });

function spansMeet([a, b]: Span, [c, d]: Span, near: number): boolean {
  const [u, v] = [subtract(b, a), subtract(d, c)];
  const crossing =
    cross(u, subtract(c, a)) > 0 !== cross(u, subtract(d, a)) > 0 &&
    cross(v, subtract(a, c)) > 0 !== cross(v, subtract(b, c)) > 0;
  return (
    crossing ||
    Math.min(distanceToSpan(a, c, d), distanceToSpan(b, c, d), distanceToSpan(c, a, b), distanceToSpan(d, a, b)) <= near
  );
}
