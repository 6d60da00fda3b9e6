import type { Point } from '../geometry/point.ts';
import { endOf, pointOn, wayOn, type Curve } from './curve.ts';
import { firstCrossing, type Walls } from './walls.ts';

/** Where a stroke that runs free ends: on its curve, and where that is. */
export interface FreeEnd {
  readonly t: number;
  readonly at: Point;
}

/** The edge turns by more at a corner of an end, radians. */
const CORNER = 0.6;
/** Corners of an end lie within so many half-widths of where the stroke comes to the edge, along it. */
const WITHIN = 1.9;
/** A single corner is the tip of a stroke where it lies so near to where that comes out. */
const TIP_NEAR = 0.9;
/** A tip thinner than this share of the stroke is a point, not round. */
const POINTED = 0.3;

/**
 * Where a stroke ends: at the middle of a flat end, at the tip of a pointed one, at the centre of a round one.
 * @param curve with its parameter rising towards the end, running on beyond it
 * @param inner from where on the edge is looked for
 * @param turns by how much the edge turns near each wall point
 * @param tip the radius at the end of the skeleton
 * @param half half the width of the stroke
 * @param isShort whether it ends half its width before the edge in any case
 */
export function freeEnd(
  curve: Curve,
  inner: number,
  walls: Walls,
  turns: Float64Array,
  tip: number,
  half: number,
  isShort: boolean,
): FreeEnd {
  const hit = hitOn(curve, inner, walls);
  if (!hit) {
    const t = Math.min(endOf(curve), inner + 0.3);
    return { t, at: pointOn(curve, t) };
  }
  const round = (back: number): FreeEnd => {
    const t = Math.max(inner - 1, hit.t - back);
    return { t, at: pointOn(curve, t) };
  };
  if (isShort) return round(half);
  const [ahead, behind] = [cornerFrom(walls, turns, hit.b, true, half), cornerFrom(walls, turns, hit.b, false, half)];
  if (ahead >= 0 && behind >= 0 && ahead !== behind) {
    const at = { x: (walls.x[ahead]! + walls.x[behind]!) / 2, y: (walls.y[ahead]! + walls.y[behind]!) / 2 };
    const way = wayOn(curve, hit.t);
    const across = { x: walls.x[ahead]! - walls.x[behind]!, y: walls.y[ahead]! - walls.y[behind]! };
    const wide = Math.hypot(across.x, across.y) || 1;
    const square = Math.abs(across.x * way.y - across.y * way.x) / wide;
    const off = Math.hypot(at.x - hit.at.x, at.y - hit.at.y);
    // A flat end is about as wide as its stroke, and the stroke comes out near its middle.
    if (square > 0.5 && wide < 2.9 * half && off < 0.7 * half) {
      const flat = off < 0.06 * half ? hit.at : at;
      return { t: hit.t, at: flat };
    }
  }
  const near = [ahead, behind]
    .filter((b) => b >= 0)
    .map((b) => ({ b, far: Math.hypot(walls.x[b]! - hit.at.x, walls.y[b]! - hit.at.y) }))
    .sort((p, q) => p.far - q.far)
    .find(({ b }) => isAhead(curve, inner, hit.t, walls.x[b]!, walls.y[b]!, half));
  if (near && near.far < TIP_NEAR * half && (ahead < 0 || behind < 0 || ahead === behind || near.far < 0.25 * half))
    return { t: hit.t, at: { x: walls.x[near.b]!, y: walls.y[near.b]! } };
  if (ahead >= 0 || behind >= 0 || tip < POINTED * half) return { t: hit.t, at: hit.at };
  // Round: its centre lies a radius before the edge.
  return round(Math.min(tip, 1.1 * half));
}

/** A tip lies no further beside the way that its stroke runs on, in half-widths. */
const BESIDE = 0.5;

/** Whether a corner lies where a stroke is going, rather than beside: that of a flat end whose other corner is lost. */
function isAhead(curve: Curve, inner: number, t: number, x: number, y: number, half: number): boolean {
  const back = Math.max(inner - half, t - 2 * half, curve.from);
  const [from, to] = [pointOn(curve, back), pointOn(curve, Math.max(inner, back + curve.step))];
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const long = Math.hypot(dx, dy) || 1;
  return Math.abs((x - to.x) * dy - (y - to.y) * dx) / long < BESIDE * half;
}

/** Where a curve first comes out of the material, and the wall point before it. */
export function hitOn(
  curve: Curve,
  inner: number,
  walls: Walls,
  end = endOf(curve),
): { t: number; at: Point; b: number } | null {
  let p = pointOn(curve, inner);
  for (let t = inner; t < end;) {
    const to = Math.min(end, t + curve.step);
    const q = pointOn(curve, to);
    const [ux, uy] = [q.x - p.x, q.y - p.y];
    const met = firstCrossing(walls, p.x, p.y, ux, uy);
    if (met) return { t: t + met.share * (to - t), at: { x: p.x + ux * met.share, y: p.y + uy * met.share }, b: met.b };
    p = q;
    t = to;
  }
  return null;
}

/** The first corner of the edge from a wall point on, at its sharpest; -1 where there is none near. */
function cornerFrom(walls: Walls, turns: Float64Array, b: number, isAhead: boolean, half: number): number {
  const { next, before, x, y } = walls;
  let at = isAhead ? next[b]! : b;
  let [best, gone] = [-1, 0];
  for (let guard = 0; guard < 400 && gone < WITHIN * half; guard++) {
    if (turns[at]! > CORNER && (best < 0 || turns[at]! > turns[best]! + 1e-9)) best = at;
    else if (best >= 0 && turns[at]! < CORNER) break;
    const to = isAhead ? next[at]! : before[at]!;
    gone += Math.hypot(x[to]! - x[at]!, y[to]! - y[at]!);
    at = to;
  }
  return best;
}
