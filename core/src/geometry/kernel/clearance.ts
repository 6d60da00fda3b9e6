import { boxTable, visitPairs, type BoxTable } from '../box-pairs.ts';
import type { Contour } from '../contour.ts';
import { keepClearance, knownClearance } from '../contour-facts.ts';
import type { Point } from '../point.ts';
import { hullPoints, type Segment } from '../segment.ts';

/** Hulls nearer than this, mm, may touch once they are on the kernel's grid, or be meant to touch. */
const NEAR = 0.003;

/** Most points a hull is given by. */
const STRIDE = 6;

/**
 * Which segments of a boolean stand clear of all others, and which pairs come near each other. Segments are counted
 * through all contours.
 */
export interface Clearance {
  /** 1 where one straight edge may stand for the segment. */
  readonly clear: Uint8Array;
  /** Pairs of segments of different contours whose hulls meet, one after the other. */
  readonly near: readonly number[];
}

/**
 * Tells which curves stand clear of all others. A curve whose hull meets no other hull can stand in a boolean as its
 * own chord: the chord lies in the same hull, so nothing that the boolean decides can differ, and a sweep with a tenth
 * of the points decides it. The curve itself comes back by provenance.
 */
export function findClearance(contours: readonly Contour[]): Clearance {
  const hulls = new Hulls(contours);
  const { boxes, contourOf, clear } = hulls;
  let first = 0;
  for (const contour of contours) {
    clear.set(clearOfItself(contour), first);
    first += contour.segments.length;
  }
  const near: number[] = [];
  visitPairs(boxes, NEAR, (a, b) => {
    if (contourOf[a] === contourOf[b] || hulls.standApart(a, b)) return;
    clear[a] = clear[b] = 0;
    near.push(a, b);
  });
  return { clear, near };
}

/**
 * 1 for each segment that no other of its own contour comes near. Kept with the contour, and goes with it where it is
 * moved.
 */
function clearOfItself(contour: Contour): Uint8Array {
  let known = knownClearance(contour);
  if (!known) {
    const hulls = new Hulls([contour]);
    const { boxes, clear, next } = hulls;
    contour.segments.forEach((segment, i) => (clear[i] = isSimple(segment) ? 1 : 0));
    visitPairs(boxes, NEAR, (a, b) => {
      if (clear[a] === 0 && clear[b] === 0) return;
      if (next[a] === b ? hulls.meetAtJoint(a, b) : next[b] === a ? hulls.meetAtJoint(b, a) : hulls.standApart(a, b))
        return;
      clear[a] = clear[b] = 0;
    });
    keepClearance(contour, (known = clear));
  }
  return known;
}

/** The hulls of all segments, in flat arrays: they are compared by the hundred thousand. */
class Hulls {
  readonly boxes: BoxTable;
  readonly contourOf: Uint32Array;
  /** The segment that follows in the contour. */
  readonly next: Uint32Array;
  readonly clear: Uint8Array;
  private readonly x: Float64Array;
  private readonly y: Float64Array;
  private readonly points: Uint8Array;

  constructor(contours: readonly Contour[]) {
    const count = contours.reduce((sum, { segments }) => sum + segments.length, 0);
    this.boxes = boxTable(count);
    this.contourOf = new Uint32Array(count);
    this.next = new Uint32Array(count);
    this.clear = new Uint8Array(count);
    this.points = new Uint8Array(count);
    this.x = new Float64Array(count * STRIDE);
    this.y = new Float64Array(count * STRIDE);
    let i = 0;
    contours.forEach(({ segments }, number) => {
      const first = i;
      for (const segment of segments) {
        this.contourOf[i] = number;
        this.next[i] = i + 1 < first + segments.length ? i + 1 : first;
        this.add(i++, segment);
      }
    });
  }

  private add(i: number, segment: Segment): void {
    const points = hullPoints(segment);
    let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
    let at = i * STRIDE;
    for (const { x, y } of points) {
      this.x[at] = x;
      this.y[at++] = y;
      if (x < minX) minX = x;
      if (x > maxX) maxX = x;
      if (y < minY) minY = y;
      if (y > maxY) maxY = y;
    }
    this.points[i] = points.length;
    this.boxes.minX[i] = minX;
    this.boxes.minY[i] = minY;
    this.boxes.maxX[i] = maxX;
    this.boxes.maxY[i] = maxY;
  }

  /** Whether a line parts the two hulls, by separating axes along the normals of their sides. */
  standApart(a: number, b: number): boolean {
    return this.partedBySideOf(a, b) || this.partedBySideOf(b, a);
  }

  private partedBySideOf(owner: number, other: number): boolean {
    const { x, y, points } = this;
    const [start, end] = [owner * STRIDE, owner * STRIDE + points[owner]!];
    const [from, to] = [other * STRIDE, other * STRIDE + points[other]!];
    for (let i = start; i < end; i++) {
      for (let j = i + 1; j < end; j++) {
        const [px, py] = [x[i]!, y[i]!];
        const nx = y[j]! - py;
        const ny = px - x[j]!;
        const limit = NEAR * Math.sqrt(nx * nx + ny * ny);
        if (limit < 1e-12) continue;
        let [ownLow, ownHigh, low, high] = [0, 0, Infinity, -Infinity];
        for (let k = start; k < end; k++) {
          const d = (x[k]! - px) * nx + (y[k]! - py) * ny;
          if (d < ownLow) ownLow = d;
          if (d > ownHigh) ownHigh = d;
        }
        for (let k = from; k < to; k++) {
          const d = (x[k]! - px) * nx + (y[k]! - py) * ny;
          if (d < low) low = d;
          if (d > high) high = d;
        }
        if (low - ownHigh > limit || ownLow - high > limit) return true;
      }
    }
    return false;
  }

  /**
   * Whether a segment and the next meet only in the joint between them: a line through the joint keeps them to its two
   * sides.
   */
  meetAtJoint(before: number, after: number): boolean {
    // Two segments that are a whole contour share both ends.
    if (this.next[after] === before) return false;
    const { x, y } = this;
    const [first, joint] = [before * STRIDE, before * STRIDE + this.points[before]! - 1];
    const [second, last] = [after * STRIDE + 1, after * STRIDE + this.points[after]! - 1];
    const jx = x[joint]!;
    const jy = y[joint]!;
    const dx = Math.sign(x[last]! - jx);
    const dy = Math.sign(y[last]! - jy);
    if (this.partedAt(before, after, dx, 0) || this.partedAt(before, after, 0, dy)) return true;
    // Between the two directions at the joint, and between the two chords.
    return this.partedBetween(before, after, joint - 1, second) || this.partedBetween(before, after, first, last);
  }

  private partedBetween(before: number, after: number, from: number, to: number): boolean {
    const joint = before * STRIDE + this.points[before]! - 1;
    const [ux, uy] = [this.x[joint]! - this.x[from]!, this.y[joint]! - this.y[from]!];
    const [vx, vy] = [this.x[to]! - this.x[joint]!, this.y[to]! - this.y[joint]!];
    const [u, v] = [Math.sqrt(ux * ux + uy * uy) || 1, Math.sqrt(vx * vx + vy * vy) || 1];
    return this.partedAt(before, after, ux / u + vx / v, uy / u + vy / v);
  }

  private partedAt(before: number, after: number, nx: number, ny: number): boolean {
    const { x, y, points } = this;
    const size = Math.sqrt(nx * nx + ny * ny);
    if (size < 1e-9) return false;
    const [first, joint] = [before * STRIDE, before * STRIDE + points[before]! - 1];
    const [start, last] = [after * STRIDE, after * STRIDE + points[after]! - 1];
    const [jx, jy] = [x[joint]!, y[joint]!];
    const slack = 1e-9 * size;
    if (
      (x[first]! - jx) * nx + (y[first]! - jy) * ny > -NEAR * size ||
      (x[last]! - jx) * nx + (y[last]! - jy) * ny < NEAR * size
    )
      return false;
    for (let k = first; k < joint; k++) if ((x[k]! - jx) * nx + (y[k]! - jy) * ny > slack) return false;
    for (let k = start; k <= last; k++) if ((x[k]! - jx) * nx + (y[k]! - jy) * ny < -slack) return false;
    return true;
  }
}

function isSimple(segment: Segment): boolean {
  if (segment.kind === 'line') return true;
  if (segment.kind === 'arc') return Math.abs(segment.sweep) <= 100;
  const { from, c1, c2, to } = segment;
  // A cubic can loop only where its first and last legs cross.
  const legsCross = side(from, c1, c2) * side(from, c1, to) < 0 && side(c2, to, from) * side(c2, to, c1) < 0;
  return !legsCross && (from.x !== to.x || from.y !== to.y);
}

/** Positive where p lies to the left of the way from a to b. */
function side(a: Point, b: Point, p: Point): number {
  return (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x);
}
