import type { Rings } from '../geometry/kernel/polygon-boolean.ts';
import { growRings } from '../geometry/kernel/ring-offset.ts';
import { cross, distance, mix, squaredToSpan, subtract, type Point } from '../geometry/point.ts';
import { isIn } from './clip-lines.ts';
import { simplified } from './polyline.ts';

/** Where there is none after so many corners were gone on from, there is none worth looking for. */
const MOST_TRIED = 200;
/** An area of more corners has no ways but straight ones: to look for them would take longer than lifts. */
const MOST_CORNERS = 2000;

/**
 * Ways between places in an area that do not leave it: straight where that is inside, else the shortest round its
 * corners (A*: Hart, Nilsson and Raphael, 1968, over what sees each other).
 */
export class WaysInside {
  private corners: Corners | null = null;

  /**
   * @param area outer rings counter-clockwise, holes clockwise, mm
   * @param margin so far from the edge do ways keep that are not straight, mm
   */
  constructor(
    private readonly area: Rings,
    private readonly margin: number,
  ) {}

  /** Points of a way between two places in the area, without those; null where there is none so short. */
  between(from: Point, to: Point, longest: number): Point[] | null {
    if (distance(from, to) > longest) return null;
    if (isInside(from, to, this.area)) return [];
    this.corners ??= new Corners(this.area, this.margin);
    const [start, end] = [this.corners.nearest(from), this.corners.nearest(to)];
    if (!start || !end) return null;
    const ends = distance(from, start) + distance(end, to);
    const way = this.corners.shortest(start, end, longest - ends);
    return way && [start, ...way, end].filter((point) => point !== from && point !== to);
  }
}

/** Where ways bend: corners that an area lies round, a margin from its edge. */
class Corners {
  private readonly rings: Rings;
  private readonly points: readonly Point[];
  /** Which of them see each other, by pair: 1 they do, 2 they do not, 0 nobody looked. */
  private readonly seen: Uint8Array;

  constructor(area: Rings, margin: number) {
    // As few as the margin allows: each way is held against all of the edge.
    const few = (ring: readonly Point[]) => simplified([...ring, ring[0]!], margin / 4).slice(1);
    this.rings = growRings(area.map(few), -margin, margin / 4)
      .map(few)
      .filter(({ length }) => length >= 3);
    const corners = this.rings.flatMap((ring) =>
      ring.filter((point, i) => {
        const [before, after] = [ring[(i + ring.length - 1) % ring.length]!, ring[(i + 1) % ring.length]!];
        return cross(subtract(point, before), subtract(after, point)) < 0;
      }),
    );
    this.points = corners.length > MOST_CORNERS ? [] : corners;
    this.seen = new Uint8Array(this.points.length ** 2);
  }

  /** A place itself where it is so far inside, else what is so far inside and nearest to it. */
  nearest(point: Point): Point | null {
    if (isIn(point, this.rings)) return point;
    let [best, least] = [null as Point | null, Infinity];
    for (const ring of this.rings)
      for (let i = 0; i < ring.length; i++) {
        const [a, b] = [ring[i]!, ring[(i + 1) % ring.length]!];
        const far = squaredToSpan(point.x, point.y, a.x, a.y, b.x, b.y);
        if (far < least) [best, least] = [mix(a, b, shareAlong(point, a, b)), far];
      }
    return best;
  }

  /** Corners of the shortest way from one place to another; null where there is none so short. */
  shortest(from: Point, to: Point, longest: number): Point[] | null {
    const { points } = this;
    const count = points.length;
    // The start is known by the number after the last corner, the end by the one after that.
    const [start, end] = [count, count + 1];
    const at = [...points, from, to];
    const gone = new Float64Array(count + 2).fill(Infinity);
    const before = new Int32Array(count + 2).fill(-1);
    const open = new Set([start]);
    gone[start] = 0;
    for (let tried = 0; open.size > 0 && tried < MOST_TRIED; tried++) {
      let next = -1;
      for (const i of open)
        if (next < 0 || gone[i]! + distance(at[i]!, to) < gone[next]! + distance(at[next]!, to)) next = i;
      if (next === end) return this.wayTo(end, before);
      open.delete(next);
      for (let i = 0; i < count + 2; i++) {
        const far = gone[next]! + distance(at[next]!, at[i]!);
        if (far >= gone[i]! || far + distance(at[i]!, to) > longest || !this.sees(next, i, at)) continue;
        gone[i] = far;
        before[i] = next;
        open.add(i);
      }
    }
    return null;
  }

  private wayTo(end: number, before: Int32Array): Point[] {
    const way: Point[] = [];
    for (let i = before[end]!; before[i]! >= 0; i = before[i]!) way.unshift(this.points[i]!);
    return way;
  }

  private sees(a: number, b: number, at: readonly Point[]): boolean {
    const count = this.points.length;
    if (a >= count || b >= count) return isInside(at[a]!, at[b]!, this.rings);
    const pair = Math.min(a, b) * count + Math.max(a, b);
    if (this.seen[pair] === 0) this.seen[pair] = isInside(at[a]!, at[b]!, this.rings) ? 1 : 2;
    return this.seen[pair] === 1;
  }
}

/** How far along a span it is nearest to a point, 0 to 1. */
function shareAlong({ x, y }: Point, a: Point, b: Point): number {
  const [ux, uy] = [b.x - a.x, b.y - a.y];
  return Math.max(0, Math.min(1, ((x - a.x) * ux + (y - a.y) * uy) / (ux * ux + uy * uy || 1)));
}

/** Within so much of an edge a point is on it, mm. */
const ON_EDGE = 0.001;
/** A way that crosses nothing is inside where it is inside in so many parts of it. */
const LOOKED_AT = 4;

/** Whether a straight way stays inside: it crosses no edge, and wherever it is looked at it is inside or on one. */
function isInside(a: Point, b: Point, rings: Rings): boolean {
  const [ux, uy] = [b.x - a.x, b.y - a.y];
  const far = Math.sqrt(ux * ux + uy * uy);
  if (far < 1e-6) return true;
  for (const ring of rings) {
    const last = ring.at(-1)!;
    let [p, ap] = [last, ux * (last.y - a.y) - uy * (last.x - a.x)];
    for (const q of ring) {
      const aq = ux * (q.y - a.y) - uy * (q.x - a.x);
      if (ap > 0 !== aq > 0) {
        // How far along the way the edge crosses the line that it lies on: the ends of the way may be on edges.
        const share = ap / (ap - aq);
        const along = ((p.x + (q.x - p.x) * share - a.x) * ux + (p.y + (q.y - p.y) * share - a.y) * uy) / far;
        if (along > ON_EDGE && along < far - ON_EDGE) return false;
      }
      [p, ap] = [q, aq];
    }
  }
  for (let k = 1; k < LOOKED_AT; k++) {
    const point = mix(a, b, k / LOOKED_AT);
    if (!isIn(point, rings) && !isOnEdge(point, rings)) return false;
  }
  return true;
}

const isOnEdge = ({ x, y }: Point, rings: Rings): boolean =>
  rings.some((ring) =>
    ring.some((p, i) => {
      const q = ring[(i + 1) % ring.length]!;
      return squaredToSpan(x, y, p.x, p.y, q.x, q.y) < ON_EDGE * ON_EDGE;
    }),
  );
