import type { Point } from '../geometry/point.ts';

/** A smooth line as points at even steps of its parameter, which is about its length. */
export interface Curve {
  readonly from: number;
  readonly step: number;
  readonly x: Float64Array;
  readonly y: Float64Array;
}

/** Steps of curves, half-widths. */
export const STEP = 0.16;

/** How stiff a curve is that waves shorter than this, half-widths, are smoothed out of. */
export const stiffnessOf = (wave: number): number => (wave / (2 * Math.PI)) ** 6;

/** Points that a curve is to go near to: parameters, places, weights. */
export class Pulls {
  readonly t: number[] = [];
  readonly x: number[] = [];
  readonly y: number[] = [];
  readonly weight: number[] = [];

  add(t: number, x: number, y: number, weight: number): void {
    this.t.push(t);
    this.x.push(x);
    this.y.push(y);
    this.weight.push(weight);
  }

  /** A copy that more can be added to. */
  copy(): Pulls {
    const other = new Pulls();
    for (let i = 0; i < this.t.length; i++) other.add(this.t[i]!, this.x[i]!, this.y[i]!, this.weight[i]!);
    return other;
  }
}

export const endOf = ({ from, step, x }: Curve): number => from + step * (x.length - 1);

export function pointOn({ from, step, x, y }: Curve, t: number): Point {
  const at = Math.max(0, Math.min(x.length - 1, (t - from) / step));
  const i = Math.min(x.length - 2, Math.floor(at));
  const share = at - i;
  return { x: x[i]! + (x[i + 1]! - x[i]!) * share, y: y[i]! + (y[i + 1]! - y[i]!) * share };
}

/** Which way a curve goes at a parameter: a unit vector. */
export function wayOn(curve: Curve, t: number, reach = curve.step): Point {
  const [a, b] = [pointOn(curve, t - reach), pointOn(curve, t + reach)];
  const long = Math.sqrt((b.x - a.x) ** 2 + (b.y - a.y) ** 2) || 1;
  return { x: (b.x - a.x) / long, y: (b.y - a.y) / long };
}

/** The parameter from one on where a curve comes nearest to a point. */
export function nearestOn(curve: Curve, { x, y }: Point, from: number): number {
  let [least, best] = [Infinity, from];
  for (let t = from; t <= endOf(curve); t += curve.step / 2) {
    const p = pointOn(curve, t);
    const far = (p.x - x) ** 2 + (p.y - y) ** 2;
    if (far < least) [least, best] = [far, t];
  }
  return best;
}

/** Straight on from a point. @param way a unit vector */
export function straightCurve(from: Point, way: Point, length: number): Curve {
  const count = Math.ceil(length / STEP) + 1;
  return {
    from: 0,
    step: STEP,
    x: Float64Array.from({ length: count }, (_, k) => from.x + way.x * k * STEP),
    y: Float64Array.from({ length: count }, (_, k) => from.y + way.y * k * STEP),
  };
}

const BAND = 3;
/** Where nothing pulls for a while, curves are so much stiffer. */
const BLIND = 300;

/**
 * The curve that goes near points and bends evenly: least sum of weight x distance² + stiffness x integral of the
 * third derivative², by a banded LDLᵀ solve. Where nothing pulls it goes on as a parabola.
 * @param closed the end goes on into the beginning: from and to are one place
 */
export function smoothCurve(from: number, to: number, step: number, stiffness: number, pulls: Pulls): Curve {
  const count = Math.max(5, Math.ceil((to - from) / step - 1e-9) + 1);
  // Row i holds the entries left of the diagonal, nearest last, then the diagonal.
  const rows = new Float64Array(count * (BAND + 1));
  const [x, y] = [new Float64Array(count), new Float64Array(count)];
  const add = (i: number, j: number, value: number) => {
    rows[i * (BAND + 1) + BAND - (i - j)]! += value;
  };
  const isPulled = new Uint8Array(count);
  for (const t of pulls.t) isPulled[Math.max(0, Math.min(count - 1, Math.round((t - from) / step)))] = 1;
  const third = [-1, 3, -3, 1];
  for (let i = 0; i + 3 < count; i++) {
    const isBlind = !isPulled[i] && !isPulled[i + 1] && !isPulled[i + 2] && !isPulled[i + 3];
    const stiff = ((isBlind ? BLIND : 1) * stiffness) / step ** 5;
    for (let a = 0; a < 4; a++) for (let b = 0; b <= a; b++) add(i + a, i + b, stiff * third[a]! * third[b]!);
  }
  for (let k = 0; k < pulls.t.length; k++) {
    const at = Math.max(0, Math.min(count - 1, (pulls.t[k]! - from) / step));
    const i = Math.min(count - 2, Math.floor(at));
    const [weight, share] = [pulls.weight[k]!, at - i];
    add(i, i, weight * (1 - share) ** 2);
    add(i + 1, i, weight * share * (1 - share));
    add(i + 1, i + 1, weight * share ** 2);
    x[i]! += weight * (1 - share) * pulls.x[k]!;
    y[i]! += weight * (1 - share) * pulls.y[k]!;
    x[i + 1]! += weight * share * pulls.x[k]!;
    y[i + 1]! += weight * share * pulls.y[k]!;
  }
  for (let i = 0; i < count; i++) rows[i * (BAND + 1) + BAND]! += 1e-10;
  solveBanded(rows, count, x, y);
  runOn(x, y, step, isPulled.lastIndexOf(1), 1);
  runOn(x, y, step, isPulled.indexOf(1), -1);
  return { from, step, x, y };
}

/** Beyond what pulls it a curve goes on as an arc, bent as it was over this length, and no more than that. */
const [BENT_OVER, MOST_BENT] = [1.6, 0.45];

function runOn(x: Float64Array, y: Float64Array, step: number, last: number, ahead: 1 | -1): void {
  const back = Math.max(2, Math.round(BENT_OVER / step / 2));
  const [b, c] = [last - ahead * back, last - 2 * ahead * back];
  if (last < 0 || Math.min(b, c) < 0 || Math.max(b, c) >= x.length) return;
  const before = Math.atan2(y[b]! - y[c]!, x[b]! - x[c]!);
  const after = Math.atan2(y[last]! - y[b]!, x[last]! - x[b]!);
  const turn = Math.atan2(Math.sin(after - before), Math.cos(after - before));
  const bend = Math.max(-MOST_BENT, Math.min(MOST_BENT, turn / (back * step)));
  let way = after + (bend * (back + 1) * step) / 2;
  for (let i = last + ahead; i >= 0 && i < x.length; i += ahead) {
    x[i] = x[i - ahead]! + step * Math.cos(way);
    y[i] = y[i - ahead]! + step * Math.sin(way);
    way += bend * step;
  }
}

/** Solves in place for two right sides. */
function solveBanded(rows: Float64Array, count: number, x: Float64Array, y: Float64Array): void {
  const width = BAND + 1;
  for (let i = 0; i < count; i++) {
    const row = i * width + BAND;
    for (let j = Math.max(0, i - BAND); j < i; j++) {
      let sum = rows[row - (i - j)]!;
      for (let k = Math.max(0, i - BAND); k < j; k++)
        sum -= rows[row - (i - k)]! * rows[j * width + BAND - (j - k)]! * rows[k * width + BAND]!;
      rows[row - (i - j)] = sum / rows[j * width + BAND]!;
    }
    let diagonal = rows[row]!;
    for (let j = Math.max(0, i - BAND); j < i; j++) {
      const left = rows[row - (i - j)]!;
      diagonal -= left * left * rows[j * width + BAND]!;
    }
    rows[row] = diagonal;
    for (let j = Math.max(0, i - BAND); j < i; j++) {
      const left = rows[row - (i - j)]!;
      x[i]! -= left * x[j]!;
      y[i]! -= left * y[j]!;
    }
  }
  for (let i = 0; i < count; i++) {
    x[i]! /= rows[i * width + BAND]!;
    y[i]! /= rows[i * width + BAND]!;
  }
  for (let i = count - 1; i >= 0; i--)
    for (let j = Math.max(0, i - BAND); j < i; j++) {
      const left = rows[i * width + BAND - (i - j)]!;
      x[j]! -= left * x[i]!;
      y[j]! -= left * y[i]!;
    }
}

/** Where one curve first comes to another: parameters on both. null where it does not, between the given parameters. */
export function meetingOf(
  curve: Curve,
  [from, to]: readonly [number, number],
  other: Curve,
  [otherFrom, otherTo]: readonly [number, number],
  near: number,
): { readonly t: number; readonly other: number } | null {
  const steps = Math.ceil((to - from) / curve.step);
  const otherSteps = Math.ceil((otherTo - otherFrom) / other.step);
  if (steps < 1 || otherSteps < 1) return null;
  const points: Point[] = [];
  for (let k = 0; k <= otherSteps; k++) points.push(pointOn(other, Math.min(otherTo, otherFrom + k * other.step)));
  const lengths = points.slice(1).map((q, m) => Math.hypot(q.x - points[m]!.x, q.y - points[m]!.y));
  const longest = lengths.reduce((most, length) => Math.max(most, length), 0);
  for (let k = 1; k <= steps; k++) {
    const [a, b] = [pointOn(curve, from + (k - 1) * curve.step), pointOn(curve, Math.min(to, from + k * curve.step))];
    const far = Math.sqrt(leastSquared(points, a));
    // Before it has gone so far it cannot come near; curves go a little further than their steps.
    const clear = Math.floor((far - longest - near) / (LONG * curve.step)) - 1;
    if (clear > 0) {
      k += clear - 1;
      continue;
    }
    const crossed = crossingOf(a, b, points);
    if (crossed) return { t: from + (k - 1 + crossed.s) * curve.step, other: otherFrom + crossed.at * other.step };
    // It comes so near that it has met it, though it may turn away before it crosses.
    const at = near > 0 ? footWithin(b, points, near) : -1;
    if (at >= 0) return { t: Math.min(to, from + k * curve.step), other: otherFrom + at * other.step };
  }
  return null;
}

/** A step of a curve is no longer than so many of its parameter's. */
const LONG = 1.5;

function leastSquared(points: readonly Point[], { x, y }: Point): number {
  let least = Infinity;
  for (const point of points) {
    const far = (point.x - x) * (point.x - x) + (point.y - y) * (point.y - y);
    if (far < least) least = far;
  }
  return least;
}

/** Where a straight way first crosses a polyline: its share, and the number and share of the piece that it crosses. */
function crossingOf(a: Point, b: Point, points: readonly Point[]): { readonly s: number; readonly at: number } | null {
  const [ux, uy] = [b.x - a.x, b.y - a.y];
  let [least, at] = [Infinity, -1];
  for (let m = 0; m + 1 < points.length; m++) {
    const [p, q] = [points[m]!, points[m + 1]!];
    const [vx, vy] = [q.x - p.x, q.y - p.y];
    const cross = ux * vy - uy * vx;
    if (Math.abs(cross) <= 1e-14) continue;
    const [wx, wy] = [p.x - a.x, p.y - a.y];
    const s = (wx * vy - wy * vx) / cross;
    const r = (wx * uy - wy * ux) / cross;
    if (s >= -1e-9 && s <= 1 && r >= -1e-9 && r <= 1 + 1e-9 && s < least) [least, at] = [s, m + r];
  }
  return at < 0 ? null : { s: least, at };
}

/** The number and share of the piece of a polyline that a point lies nearest to, no further than so much; else -1. */
function footWithin(b: Point, points: readonly Point[], near: number): number {
  let [least, at] = [near, -1];
  for (let m = 0; m + 1 < points.length; m++) {
    const [p, q] = [points[m]!, points[m + 1]!];
    const [vx, vy] = [q.x - p.x, q.y - p.y];
    const share = Math.max(0, Math.min(1, ((b.x - p.x) * vx + (b.y - p.y) * vy) / (vx * vx + vy * vy || 1)));
    const far = Math.hypot(b.x - p.x - vx * share, b.y - p.y - vy * share);
    if (far < least) [least, at] = [far, m + share];
  }
  return at;
}
