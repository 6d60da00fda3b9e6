import {
  add,
  cross,
  distance,
  distanceToSpan,
  dot,
  length,
  mix,
  scale,
  subtract,
  unit,
  type Point,
} from '../geometry/point.ts';
import { nearestOn, pointOn, straightCurve, wayOn, type Curve } from './curve.ts';
import { hitOn } from './ends.ts';
import { leafOf, rootOf, type Knot } from './pieces.ts';
import type { Skeleton } from './skeleton.ts';
import type { Walls } from './walls.ts';

/** A curve with its parameter rising towards one end, and from where on that end is looked for. */
export interface Outward {
  readonly curve: Curve;
  readonly inner: number;
}

/** A stroke bends so far before an apex beside which it runs, half-widths. */
const BENT = 3;
/** What lies so near a line all along is one, and the apex lies so far beside it at most, half-widths. */
const [ON_LINE, BESIDE_LINE] = [0.12, 1.8];

/** The tip of a corner whose strokes would only meet outside, as at a flat apex, lies so far from the edge. */
const BELOW_EDGE = 0.35;
/** The edge is looked for so far, half-widths. */
const FAR = 12.6;

/** Where two strokes that run up to an edge beside each other make their corner: between them, just inside. */
export function apexOf(a: Outward, b: Outward, walls: Walls): Point | null {
  const [p, q] = [pointOn(a.curve, a.inner), pointOn(b.curve, b.inner)];
  const [u, v] = [wayOn(a.curve, a.inner, 0.5), wayOn(b.curve, b.inner, 0.5)];
  const way = add(u, v);
  if (length(way) < 0.5) return null;
  const ray = straightCurve(mix(p, q, 0.5), unit(way), FAR);
  // Between legs it begins outside.
  const first = hitOn(ray, 0, walls);
  const out = first && hitOn(ray, first.t + 0.05, walls);
  const edge = out ?? first;
  return edge && pointOn(ray, Math.max(0, edge.t - BELOW_EDGE));
}

/** Off upright or level by so much at most: the sine of an angle. */
const PLUMB = 0.03;
/** Strokes that open by less come to each other slanting: the cosine of an angle. */
export const SLANTING = 0.5;
/** They run beside each other that open by less still. */
const PARALLEL = 0.999;

/** Strokes are straight up to where they meet if they turn by less: the cosine of an angle. */
const STRAIGHT = 0.98;

const wayBefore = ({ curve, inner }: Outward): Point => wayOn(curve, inner - BENT / 2, BENT / 2);

/** Whether two strokes come to an apex straight, and slanting to each other. */
export function isPointed(a: Outward, b: Outward, apex: Point): boolean {
  const isStraight = (own: Outward): boolean => {
    const before = Math.max(own.inner, nearestOn(own.curve, apex, own.inner) - 0.5);
    return dot(wayBefore(own), wayOn(own.curve, before, 0.3)) > STRAIGHT;
  };
  const opening = dot(wayBefore(a), wayBefore(b));
  return opening > SLANTING && opening < PARALLEL && isStraight(a) && isStraight(b);
}

/** Of an upright stem and a slanting stroke that make a flat apex the stem, which stays upright: the other bends. */
export function plumbOf(a: Outward, b: Outward): Outward | null {
  const isPlumb = (own: Outward): boolean => {
    const { x, y } = wayBefore(own);
    return Math.min(Math.abs(x), Math.abs(y)) < PLUMB;
  };
  if (isPlumb(a) === isPlumb(b)) return null;
  return isPlumb(a) ? a : b;
}

/** A straight stroke is drawn straight to a flat apex, which it would else come to in a bend. */
export function straightToApex(points: Point[], isBeside: readonly [boolean, boolean]): Point[] {
  if (!isBeside[0] && !isBeside[1]) return points;
  const [first, last] = [points[0]!, points.at(-1)!];
  const isFar = (p: Point, i: 0 | 1) => !isBeside[i] || distance(p, i === 0 ? first : last) > BENT;
  const own = points.filter((p) => isFar(p, 0) && isFar(p, 1));
  const [from, to] = [own[0], own.at(-1)];
  if (!from || !to || distance(from, to) < BENT) return points;
  if (own.some((p) => distanceToSpan(p, from, to) > ON_LINE)) return points;
  const way = subtract(to, from);
  if ([first, last].some((p) => Math.abs(cross(way, subtract(p, from))) > BESIDE_LINE * length(way))) return points;
  return points.map((_, i) => mix(first, last, i / (points.length - 1)));
}

/** Branches that are longer are no tips, half-widths. */
const STUB = 4;
/** Strokes that open by less run back beside each other: the cosine of an angle. */
const BACK = 0.8;
/** A round tip has this radius at least, and both strokes come so near to its middle, half-widths. */
const [ROUND, NEAR] = [0.8, 0.25];

/** Where strokes that run back on each other turn: the middle of the round tip that they make; null where none is. */
export function cuspOf(a: Outward, b: Outward, knot: Knot, { x, y, burnt, tip }: Skeleton): Point | null {
  const stubs = knot.legs.filter(
    ({ piece, end }) => piece.knots[end === 0 ? 1 : 0] === null && piece.along.at(-1)! < STUB,
  );
  const [stub] = stubs;
  if (!stub || stubs.length > 1) return null;
  const [leaf, root] = [leafOf(stub), rootOf(stub)];
  if (tip[leaf]! < ROUND) return null;
  const way = unit({ x: x[leaf]! - x[root]!, y: y[leaf]! - y[root]! });
  const at = add({ x: x[leaf]!, y: y[leaf]! }, scale(way, Math.max(0, burnt[leaf]! - tip[leaf]!)));
  const [s, t] = [a, b].map(({ curve, inner }) => nearestOn(curve, at, inner)) as [number, number];
  if (distance(pointOn(a.curve, s), at) > NEAR || distance(pointOn(b.curve, t), at) > NEAR) return null;
  return dot(wayOn(a.curve, s), wayOn(b.curve, t)) > BACK ? at : null;
}
