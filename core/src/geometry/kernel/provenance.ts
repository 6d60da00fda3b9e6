import type { Path64, Point64 } from 'clipper2-ts';
import type { Contour } from '../contour.ts';
import { flatteningSteps, pointAt, type Segment } from '../segment.ts';
import { findClearance, type Clearance } from './clearance.ts';

/** Whole numbers inside the kernel: 1e4 to the millimetre. */
export const GRID_PER_MM = 1e4;

/**
 * Curves that others come near are flattened this finely, mm: for booleans, and for offsets, whose curves graze each
 * other.
 */
export const BOOLEAN_TOLERANCE = 0.005;
export const OFFSET_TOLERANCE = 0.0005;

/** Edges of different contours nearer than this, in grid units, are meant to be one: 0.002 mm. */
const SNAP = 20;

/**
 * Curves of more points than this together, as only hostile artwork has, are left as they are rather than compared
 * point by point.
 */
const MOST_TO_COMPARE = 250_000;

/**
 * Where every straight edge that goes into a boolean comes from. A vertex is known by its number; z = number + 1 on the
 * kernel's points. The edge that leaves vertex v runs along `segments[segmentOf[v]]` from `t0[v]` to `t1[v]` and ends
 * at `next[v]`.
 */
export class Provenance {
  readonly segments: Segment[] = [];
  readonly segmentOf: number[] = [];
  readonly t0: number[] = [];
  readonly t1: number[] = [];
  readonly next: number[] = [];
  readonly previous: number[] = [];
  readonly points: Point64[] = [];
  /** For each crossing (z = -1 - index): the two edges that cross, as the vertices they leave from. */
  readonly crossings: (readonly [number, number])[] = [];
  private readonly firstVertexOf: number[] = [];
  private readonly settled = new Set<number>();

  /**
   * Puts contours onto the grid, noting each vertex, and snaps together what runs along each other.
   * @param tolerance how finely curves that others come near are flattened, mm
   */
  constructor(contours: readonly Contour[], tolerance: number, { clear, near }: Clearance = findClearance(contours)) {
    for (const contour of contours) this.flattenContour(contour, clear, tolerance);
    for (let i = 0; i < near.length; i += 2) {
      this.snap(near[i]!, near[i + 1]!);
      this.snap(near[i + 1]!, near[i]!);
    }
  }

  /**
   * The rings of some of the contours, by the number of their first segment. Those too small to be a ring on the grid
   * are left out.
   */
  rings(contours: readonly Contour[], firstSegment = 0): Path64[] {
    const rings: Path64[] = [];
    let segment = firstSegment;
    for (const { segments } of contours) {
      if (segments.length === 0) continue;
      const ring = this.ringFrom(this.firstVertexOf[segment]!);
      if (ring.length >= 3) rings.push(ring);
      segment += segments.length;
    }
    return rings;
  }

  private ringFrom(first: number): Path64 {
    const ring: Path64 = [];
    let vertex = first;
    do {
      ring.push(this.points[vertex]!);
      vertex = this.next[vertex]!;
    } while (vertex !== first);
    return ring;
  }

  private flattenContour({ segments }: Contour, clear: Uint8Array, tolerance: number): void {
    const first = this.points.length;
    for (const segment of segments) {
      const index = this.segments.push(segment) - 1;
      this.firstVertexOf.push(this.points.length);
      // Two chords would be no ring at all.
      const steps = clear[index] && segments.length > 2 ? 1 : flatteningSteps(segment, tolerance);
      for (let i = 0; i < steps; i++) {
        const at = i === 0 ? segment.from : pointAt(segment, i / steps);
        this.addVertex(
          Math.round(at.x * GRID_PER_MM),
          Math.round(at.y * GRID_PER_MM),
          index,
          i / steps,
          (i + 1) / steps,
        );
      }
    }
    const last = this.points.length - 1;
    if (last < first) return;
    this.next[last] = first;
    this.previous[first] = last;
  }

  private addVertex(x: number, y: number, segment: number, t0: number, t1: number): number {
    const vertex = this.points.length;
    this.points.push({ x, y, z: vertex + 1 });
    this.segmentOf.push(segment);
    this.t0.push(t0);
    this.t1.push(t1);
    this.next.push(vertex + 1);
    this.previous.push(vertex - 1);
    return vertex;
  }

  /**
   * Sets the points of segment `a` that lie along segment `b` exactly on it, so that text which rests on a rail, a
   * stacked duplicate or a hairline gap leaves no slit. A point goes to a near vertex of `b`, or `b` gets a vertex at
   * it.
   */
  private snap(a: number, b: number): void {
    const [points, starts] = [this.verticesOf(a), this.verticesOf(b, false)];
    if (points.length * starts.length > MOST_TO_COMPARE) return;
    for (const vertex of points) {
      const p = this.points[vertex]!;
      for (const start of starts) {
        const end = this.next[start]!;
        const [from, to] = [this.points[start]!, this.points[end]!];
        if (
          Math.min(from.x, to.x) - SNAP > p.x ||
          Math.max(from.x, to.x) + SNAP < p.x ||
          Math.min(from.y, to.y) - SNAP > p.y ||
          Math.max(from.y, to.y) + SNAP < p.y
        )
          continue;
        const meeting =
          Math.hypot(from.x - p.x, from.y - p.y) <= SNAP
            ? start
            : Math.hypot(to.x - p.x, to.y - p.y) <= SNAP
              ? end
              : -1;
        if (meeting >= 0) {
          this.bringTogether(vertex, meeting);
          break;
        }
        const { t, miss } = alongEdge(p, from, to);
        if (miss > SNAP) continue;
        this.insertVertex(start, p, t);
        this.settled.add(vertex);
        break;
      }
    }
  }

  private bringTogether(a: number, b: number): void {
    const [p, q] = [this.points[a]!, this.points[b]!];
    if (p.x === q.x && p.y === q.y) return;
    if (!this.settled.has(a)) [p.x, p.y] = [q.x, q.y];
    else if (!this.settled.has(b)) [q.x, q.y] = [p.x, p.y];
    this.settled.add(a).add(b);
  }

  private insertVertex(start: number, { x, y }: Point64, share: number): void {
    const t = this.t0[start]! + (this.t1[start]! - this.t0[start]!) * share;
    const vertex = this.addVertex(x, y, this.segmentOf[start]!, t, this.t1[start]!);
    const end = this.next[start]!;
    this.t1[start] = t;
    [this.next[start], this.previous[vertex], this.next[vertex], this.previous[end]] = [vertex, start, end, vertex];
    this.settled.add(vertex);
  }

  /** The vertices that the edges of a segment leave from, and, when `closed`, the one that the last arrives at. */
  private verticesOf(segment: number, closed = true): number[] {
    const vertices: number[] = [];
    let vertex = this.firstVertexOf[segment]!;
    while (this.segmentOf[vertex] === segment && vertices.length <= this.points.length) {
      vertices.push(vertex);
      vertex = this.next[vertex]!;
      if (vertex === vertices[0]) return vertices;
    }
    if (closed) vertices.push(vertex);
    return vertices;
  }

  /** To be the kernel's zCallback: notes which edges meet in a new point. */
  readonly noteCrossing = (bot1: Point64, top1: Point64, bot2: Point64, top2: Point64, at: Point64): void => {
    const first = this.edgeBetween(bot1, top1);
    const second = this.edgeBetween(bot2, top2);
    // An original vertex keeps its own number, which tells as much as the crossing would.
    if (at.z && at.z > 0 && (first < 0 || second < 0)) return;
    if (first >= 0 && second >= 0) at.z = -this.crossings.push([first, second]);
  };

  private edgeBetween(a: Point64, b: Point64): number {
    const [from, to] = [(a.z ?? 0) - 1, (b.z ?? 0) - 1];
    if (from < 0 || to < 0) return -1;
    if (this.next[from] === to) return from;
    if (this.next[to] === from) return to;
    return -1;
  }

  /** The edges that a point of the result may lie on, by its z. */
  edgesAt(z: number | undefined): number[] {
    if (!z) return [];
    if (z < 0) return [...this.crossings[-z - 1]!];
    const vertex = z - 1;
    return [vertex, this.previous[vertex]!];
  }
}

/** Where along an edge (0 to 1) a point lies, and how many grid units it misses it by. */
export function alongEdge(p: Point64, start: Point64, end: Point64): { t: number; miss: number } {
  const [dx, dy] = [end.x - start.x, end.y - start.y];
  const squared = dx * dx + dy * dy;
  if (squared === 0) return { t: 0, miss: Math.hypot(p.x - start.x, p.y - start.y) };
  const raw = ((p.x - start.x) * dx + (p.y - start.y) * dy) / squared;
  const t = Math.min(1, Math.max(0, raw));
  return { t, miss: Math.hypot(start.x + dx * t - p.x, start.y + dy * t - p.y) };
}
