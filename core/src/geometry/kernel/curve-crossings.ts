import type { Point } from '../point.ts';
import { hullPoints, pointAt, portion, tangentAt, type Segment } from '../segment.ts';

/** Curves nearer than this, mm, that do not cross are perhaps meant to touch. */
export const NEAR = 0.003;

/** Stretches are not parted further than to this size, mm. */
const SMALL = 0.05;

/** Two curves whose directions differ by no more than this, radians, are not told apart from parallel ones. */
const LEAST_ANGLE = 2e-3;

/** Stretches that turn no further than this to either side, radians, are straight enough for Newton's method. */
const STRAIGHT = 0.3;

/** Where two curves cross, each at its own parameter. */
export interface CurveCrossing {
  readonly t: number;
  readonly u: number;
  readonly at: Point;
}

/**
 * Where two curves come near each other without crossing, and how far from there a crossing at that angle would account
 * for it, mm.
 */
export interface Approach {
  readonly at: Point;
  readonly reach: number;
}

/** A stretch of a curve: a hull that holds it, and the directions it runs in. */
export interface Stretch {
  readonly segment: Segment;
  readonly t0: number;
  readonly t1: number;
  /** x, y pairs, its ends first and last. */
  readonly hull: readonly number[];
  readonly minX: number;
  readonly minY: number;
  readonly maxX: number;
  readonly maxY: number;
  /**
   * Radians; every direction of the stretch lies within `spread` of it. A spread of over a right angle tells nothing.
   */
  readonly heading: number;
  readonly spread: number;
  halves: readonly [Stretch, Stretch] | undefined;
}

/** The whole of a segment. */
export const stretchOf = (segment: Segment): Stretch =>
  stretch(segment, 0, 1, hullOf(segment), segment.kind === 'arc' ? segment.sweep : null);

function hullOf(segment: Segment): number[] {
  const { from, to } = segment;
  if (segment.kind === 'line') return [from.x, from.y, to.x, to.y];
  if (segment.kind === 'arc') return hullPoints(segment).flatMap(({ x, y }) => [x, y]);
  const { c1, c2 } = segment;
  return [from.x, from.y, c1.x, c1.y, c2.x, c2.y, to.x, to.y];
}

function stretch(segment: Segment, t0: number, t1: number, hull: readonly number[], sweep: number | null): Stretch {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < hull.length; i += 2) {
    const [x, y] = [hull[i]!, hull[i + 1]!];
    if (x < minX) minX = x;
    if (x > maxX) maxX = x;
    if (y < minY) minY = y;
    if (y > maxY) maxY = y;
  }
  const { heading, spread } = sweep === null ? directionsOf(hull) : arcDirections(segment, t0, t1, sweep);
  return { segment, t0, t1, hull, minX, minY, maxX, maxY, heading, spread, halves: undefined };
}

function arcDirections(segment: Segment, t0: number, t1: number, sweep: number): { heading: number; spread: number } {
  const { x, y } = tangentAt(segment, (t0 + t1) / 2);
  return { heading: Math.atan2(y, x), spread: (Math.abs(sweep) * Math.PI) / 360 };
}

/**
 * The directions of a Bézier curve lie between those of the legs of its control polygon: they are the hull of its
 * derivative.
 */
function directionsOf(hull: readonly number[]): { heading: number; spread: number } {
  let [base, low, high, turned, lastX, lastY] = [NaN, 0, 0, 0, 0, 0];
  for (let i = 2; i < hull.length; i += 2) {
    const [dx, dy] = [hull[i]! - hull[i - 2]!, hull[i + 1]! - hull[i - 1]!];
    if (dx * dx + dy * dy < 1e-18) continue;
    if (Number.isNaN(base)) base = Math.atan2(dy, dx);
    else {
      turned += Math.atan2(lastX * dy - lastY * dx, lastX * dx + lastY * dy);
      if (turned < low) low = turned;
      if (turned > high) high = turned;
    }
    [lastX, lastY] = [dx, dy];
  }
  return { heading: base + (low + high) / 2, spread: Number.isNaN(base) ? Math.PI : (high - low) / 2 };
}

function halvesOf(whole: Stretch): readonly [Stretch, Stretch] {
  return (whole.halves ??= split(whole));
}

function split({ segment, t0, t1, hull }: Stretch): readonly [Stretch, Stretch] {
  const middle = (t0 + t1) / 2;
  if (segment.kind === 'arc') {
    const half = (from: number, to: number) => {
      const part = portion(segment, from, to);
      return stretch(segment, from, to, hullOf(part), part.kind === 'arc' ? part.sweep : 0);
    };
    return [half(t0, middle), half(middle, t1)];
  }
  // De Casteljau at the middle.
  const [left, right]: [number[], number[]] = [[], []];
  let row: readonly number[] = hull;
  while (row.length > 0) {
    left.push(row[0]!, row[1]!);
    right.unshift(row[row.length - 2]!, row[row.length - 1]!);
    const next: number[] = [];
    for (let i = 2; i < row.length; i += 2) next.push((row[i - 2]! + row[i]!) / 2, (row[i - 1]! + row[i + 1]!) / 2);
    row = next;
  }
  return [stretch(segment, t0, middle, left, null), stretch(segment, middle, t1, right, null)];
}

/**
 * Finds where two curves cross. Their hulls are parted until they lie apart, or run in directions so different that
 * they can cross but once, which Newton's method then finds: if two curves crossed twice, their chords between the
 * crossings would be one, and it would run in a direction of both (the mean value theorem).
 * @param crossings where found crossings are put
 * @param approaches where places are put at which the two come within `NEAR` mm of each other without a crossing there
 * @returns false where it cannot be told: they touch, graze, or run along each other
 */
export function findCrossings(a: Stretch, b: Stretch, crossings: CurveCrossing[], approaches: Approach[]): boolean {
  if (a.minX - b.maxX > NEAR || b.minX - a.maxX > NEAR || a.minY - b.maxY > NEAR || b.minY - a.maxY > NEAR) return true;
  if (partedAcross(a, b) || partedAcross(b, a)) return true;
  const [sizeA, sizeB] = [sizeOf(a), sizeOf(b)];
  const angle = angleBetween(a.heading, b.heading) - a.spread - b.spread;
  const straight = a.spread <= STRAIGHT && b.spread <= STRAIGHT;
  if (straight && angle > LEAST_ANGLE) {
    const crossing = crossingOf(a, b);
    if (crossing) {
      if (!crossings.some(({ t, u }) => Math.abs(t - crossing.t) < 1e-7 && Math.abs(u - crossing.u) < 1e-7))
        crossings.push(crossing);
      return true;
    }
    if (sizeA <= SMALL && sizeB <= SMALL) {
      approaches.push({
        at: { x: (a.minX + a.maxX) / 2, y: (a.minY + a.maxY) / 2 },
        reach: 2 * SMALL + (2 * NEAR) / Math.sin(Math.min(angle, Math.PI / 2)),
      });
      return true;
    }
  } else if (sizeA <= SMALL && sizeB <= SMALL) return false;
  // The one that turns more; but at a cusp a curve turns as much however little of it is left.
  const first = straight || a.spread === b.spread ? sizeA >= sizeB : a.spread > b.spread;
  if (sizeB <= SMALL || (first && sizeA > SMALL)) {
    const [left, right] = halvesOf(a);
    return findCrossings(left, b, crossings, approaches) && findCrossings(right, b, crossings, approaches);
  }
  const [left, right] = halvesOf(b);
  return findCrossings(a, left, crossings, approaches) && findCrossings(a, right, crossings, approaches);
}

const sizeOf = ({ minX, minY, maxX, maxY }: Stretch): number => Math.max(maxX - minX, maxY - minY);

/** Between two lines, whichever way they are run: 0 to a right angle, radians. */
function angleBetween(a: number, b: number): number {
  const turn = Math.abs(a - b) % Math.PI;
  return Math.min(turn, Math.PI - turn);
}

/** Whether a line along the chord of one stretch parts the two hulls. */
function partedAcross({ hull }: Stretch, { hull: other }: Stretch): boolean {
  const [px, py] = [hull[0]!, hull[1]!];
  const [nx, ny] = [hull[hull.length - 1]! - py, px - hull[hull.length - 2]!];
  const size = Math.sqrt(nx * nx + ny * ny);
  if (size < 1e-9) return false;
  let [ownLow, ownHigh, low, high] = [0, 0, Infinity, -Infinity];
  for (let i = 2; i < hull.length; i += 2) {
    const d = (hull[i]! - px) * nx + (hull[i + 1]! - py) * ny;
    if (d < ownLow) ownLow = d;
    if (d > ownHigh) ownHigh = d;
  }
  for (let i = 0; i < other.length; i += 2) {
    const d = (other[i]! - px) * nx + (other[i + 1]! - py) * ny;
    if (d < low) low = d;
    if (d > high) high = d;
  }
  return low - ownHigh > NEAR * size || ownLow - high > NEAR * size;
}

/** Newton's method on A(t) = B(u), begun where the chords cross; null where the two stretches do not cross. */
function crossingOf(a: Stretch, b: Stretch): CurveCrossing | null {
  const [ax, ay, bx, by] = [a.hull[0]!, a.hull[1]!, b.hull[0]!, b.hull[1]!];
  const [ux, uy] = [a.hull[a.hull.length - 2]! - ax, a.hull[a.hull.length - 1]! - ay];
  const [vx, vy] = [b.hull[b.hull.length - 2]! - bx, b.hull[b.hull.length - 1]! - by];
  const across = ux * vy - uy * vx;
  if (across === 0) return null;
  let t = a.t0 + (a.t1 - a.t0) * within(((bx - ax) * vy - (by - ay) * vx) / across);
  let u = b.t0 + (b.t1 - b.t0) * within(((bx - ax) * uy - (by - ay) * ux) / across);
  for (let round = 0; round < 10; round++) {
    const [p, q] = [pointAt(a.segment, t), pointAt(b.segment, u)];
    const [da, db] = [tangentAt(a.segment, t), tangentAt(b.segment, u)];
    const determinant = da.x * db.y - da.y * db.x;
    if (determinant === 0) return null;
    const [gx, gy] = [q.x - p.x, q.y - p.y];
    const dt = (gx * db.y - gy * db.x) / determinant;
    const du = (gx * da.y - gy * da.x) / determinant;
    t += dt;
    u += du;
    if (Math.abs(dt) + Math.abs(du) < 1e-12) break;
    if (Math.abs(t - a.t0) > 4 || Math.abs(u - b.t0) > 4) return null;
  }
  const slack = 1e-10;
  if (t < a.t0 - slack || t > a.t1 + slack || u < b.t0 - slack || u > b.t1 + slack) return null;
  [t, u] = [within(t), within(u)];
  const [p, q] = [pointAt(a.segment, t), pointAt(b.segment, u)];
  return Math.abs(p.x - q.x) + Math.abs(p.y - q.y) < 1e-7 ? { t, u, at: p } : null;
}

const within = (share: number): number => Math.min(1, Math.max(0, share));
