import type { Path64, Point64 } from 'clipper2-ts';
import type { Contour } from '../contour.ts';
import { flatteningSteps, pointAt, type Segment } from '../segment.ts';

/** Whole numbers inside the kernel: 1e4 to the millimetre. */
export const GRID_PER_MM = 1e4;

/** Curves are flattened this finely for booleans, mm. */
export const BOOLEAN_TOLERANCE = 0.005;

/**
 * Where every straight edge that goes into a boolean comes from. A vertex is known by its number; z = number + 1 on the
 * kernel's points. The edge that leaves vertex v runs along `segments[segmentOf[v]]` from `t0[v]` to `t1[v]` and ends at `next[v]`.
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

  /** Flattens contours onto the grid, noting each vertex. Contours too small to be a ring on the grid are left out. */
  flatten(contours: readonly Contour[]): Path64[] {
    const paths: Path64[] = [];
    for (const contour of contours) {
      const path = this.flattenContour(contour);
      if (path.length >= 3) paths.push(path);
    }
    return paths;
  }

  private flattenContour(contour: Contour): Path64 {
    const first = this.points.length;
    let count = 0;
    for (const segment of contour.segments) {
      const index = this.segments.push(segment) - 1;
      const steps = flatteningSteps(segment, BOOLEAN_TOLERANCE);
      for (let i = 0; i < steps; i++) {
        const at = i === 0 ? segment.from : pointAt(segment, i / steps);
        const vertex = first + count++;
        this.points.push({ x: Math.round(at.x * GRID_PER_MM), y: Math.round(at.y * GRID_PER_MM), z: vertex + 1 });
        this.segmentOf.push(index);
        this.t0.push(i / steps);
        this.t1.push((i + 1) / steps);
        this.next.push(vertex + 1);
        this.previous.push(vertex - 1);
      }
    }
    if (count > 0) {
      this.next[first + count - 1] = first;
      this.previous[first] = first + count - 1;
    }
    return this.points.slice(first, first + count);
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
