import { arcThrough } from '../../geometry/arc-from-ends.ts';
import { distance, mix, subtract, type Point } from '../../geometry/point.ts';
import { cubic, line, pointAt, quadratic, type Segment } from '../../geometry/segment.ts';

/** A spline as DXF has it: knots one more than its degree more than its points. */
export interface Spline {
  readonly degree: number;
  readonly knots: readonly number[];
  readonly points: readonly Point[];
  /** One to a point; empty where all are 1. */
  readonly weights: readonly number[];
}

/** A spline within this share of its size, where it is not exact. */
const TOLERANCE = 2e-7;
const MOST_HALVINGS = 12;

/**
 * The runs of a spline: exact Béziers where it has no weights and a degree of at most 3 (its polar form, Ramshaw), and
 * arcs by halving for the others. None where its numbers do not belong together.
 */
export function splineSegments(spline: Spline): Segment[] {
  const { degree, knots, points, weights } = spline;
  const isSound = degree >= 1 && points.length > degree && knots.length === points.length + degree + 1;
  if (!isSound || knots.some((knot, i) => knot < knots[i - 1]!)) return [];
  const even = weights.every((weight) => Math.abs(weight - weights[0]!) < 1e-12);
  const spans = knots.slice(degree, points.length).flatMap((from, i) => {
    const to = knots[degree + i + 1]!;
    return to > from ? [{ from, to, at: degree + i }] : [];
  });
  if (even && degree <= 3)
    return spans.map(({ from, to, at }) => {
      const polar = (...arguments_: number[]) => blossom(knots, points, degree, at, arguments_);
      if (degree === 1) return line(polar(from), polar(to), '');
      if (degree === 2) return quadratic(polar(from, from), polar(from, to), polar(to, to), '');
      return cubic(polar(from, from, from), polar(from, from, to), polar(from, to, to), polar(to, to, to), '');
    });
  const size = points.reduce((most, point) => Math.max(most, distance(point, points[0]!)), 0);
  // A spline with weights is one in space, seen from the origin: x and y times the weight, and the weight.
  const weightOf = (i: number) => weights[i] ?? 1;
  const above = points.map(({ x, y }, i) => ({ x: x * weightOf(i), y: y * weightOf(i) }));
  const below = points.map((_, i) => ({ x: weightOf(i), y: 0 }));
  return spans.flatMap(({ from, to, at }) => {
    const on = (u: number): Point => {
      const turns = Array.from({ length: degree }, () => u);
      const { x, y } = blossom(knots, above, degree, at, turns);
      const { x: weight } = blossom(knots, below, degree, at, turns);
      return { x: x / weight, y: y / weight };
    };
    return arcsAlong(on, from, to, on(from), on(to), size * TOLERANCE, MOST_HALVINGS);
  });
}

/** The polar form of the span that begins at a knot. */
function blossom(
  knots: readonly number[],
  points: readonly Point[],
  degree: number,
  at: number,
  arguments_: readonly number[],
): Point {
  const own = points.slice(at - degree, at + 1);
  arguments_.forEach((u, round) => {
    for (let j = degree; j > round; j--) {
      const [low, high] = [knots[at - degree + j]!, knots[at + j - round]!];
      own[j] = mix(own[j - 1]!, own[j]!, (u - low) / (high - low));
    }
  });
  return own[degree]!;
}

function arcsAlong(
  on: (u: number) => Point,
  u0: number,
  u1: number,
  from: Point,
  to: Point,
  tolerance: number,
  halvings: number,
): Segment[] {
  const half = (u0 + u1) / 2;
  const middle = on(half);
  const own = arcOfThree(from, middle, to, tolerance);
  const isNear = [0.25, 0.75].every((share) => {
    const point = on(u0 + (u1 - u0) * share);
    return own.kind === 'arc'
      ? Math.abs(distance(point, own.centre) - own.radius) <= tolerance
      : distance(point, pointAt(own, projection(own.from, own.to, point))) <= tolerance;
  });
  if (halvings === 0 || isNear) return [own];
  return [
    ...arcsAlong(on, u0, half, from, middle, tolerance, halvings - 1),
    ...arcsAlong(on, half, u1, middle, to, tolerance, halvings - 1),
  ];
}

function projection(from: Point, to: Point, point: Point): number {
  const [along, own] = [subtract(to, from), subtract(point, from)];
  return Math.max(0, Math.min(1, (own.x * along.x + own.y * along.y) / (along.x ** 2 + along.y ** 2 || 1)));
}

/** The arc from one point through a second to a third; straight where they nearly are. */
function arcOfThree(from: Point, through: Point, to: Point, tolerance: number): Segment {
  const [a, b] = [subtract(through, from), subtract(to, from)];
  const cross = a.x * b.y - a.y * b.x;
  const chord = Math.hypot(b.x, b.y);
  if (Math.abs(cross) <= (tolerance * chord) / 2 || chord === 0) return line(from, to, '');
  const radius = (distance(from, through) * distance(through, to) * chord) / (2 * Math.abs(cross));
  const [p, q] = [subtract(from, through), subtract(to, through)];
  return arcThrough(from, to, radius, p.x * q.x + p.y * q.y > 0, cross > 0);
}

/** A natural cubic spline through points, by the lengths between them: how a curve known by its points is drawn. */
export function splineThrough(all: readonly Point[]): Segment[] {
  const points = all.filter((point, i) => i === 0 || distance(point, all[i - 1]!) > 0);
  const last = points.length - 1;
  if (last < 1) return [];
  const h = points.slice(1).map((point, i) => distance(point, points[i]!));
  const bends = (key: 'x' | 'y'): number[] => {
    // Second derivatives by Thomas' algorithm, none at either end.
    const [above, right] = [[0], [0]];
    for (let i = 1; i < last; i++) {
      const [before, after] = [h[i - 1]!, h[i]!];
      const slope = (points[i + 1]![key] - points[i]![key]) / after - (points[i]![key] - points[i - 1]![key]) / before;
      const pivot = 2 * (before + after) - before * above[i - 1]!;
      above.push(after / pivot);
      right.push((6 * slope - before * right[i - 1]!) / pivot);
    }
    const second = points.map(() => 0);
    for (let i = last - 1; i > 0; i--) second[i] = right[i]! - above[i]! * second[i + 1]!;
    return second;
  };
  const [sx, sy] = [bends('x'), bends('y')];
  return h.map((step, i) => {
    const [from, to] = [points[i]!, points[i + 1]!];
    const handle = (a: number, b: number, bend: number, other: number, sign: number) =>
      (b - a) / 3 - (sign * step * step * (2 * bend + other)) / 18;
    return cubic(
      from,
      {
        x: from.x + handle(from.x, to.x, sx[i]!, sx[i + 1]!, 1),
        y: from.y + handle(from.y, to.y, sy[i]!, sy[i + 1]!, 1),
      },
      {
        x: to.x - handle(from.x, to.x, sx[i + 1]!, sx[i]!, -1),
        y: to.y - handle(from.y, to.y, sy[i + 1]!, sy[i]!, -1),
      },
      to,
      '',
    );
  });
}
