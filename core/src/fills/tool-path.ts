import type { Rings } from '../geometry/kernel/polygon-boolean.ts';
import { distance, type Point } from '../geometry/point.ts';
import type { FillStroke } from './fill.ts';

/** One pass of the tool, mm. A closed one may be entered anywhere. */
export interface Pass {
  readonly kind: FillStroke['kind'];
  readonly points: readonly Point[];
  readonly closed: boolean;
}

/** Where nobody says what a lift is worth: a way with the tool down of so many tool widths. */
const USUAL_STAY = 8;

/** How far a tool of a width stays down for a next pass, where nobody says what a lift is worth; mm. */
export const usualStay = (tool: number): number => USUAL_STAY * tool;

interface Run {
  kind: Pass['kind'];
  points: readonly Point[];
  closed: boolean;
}

/** What a tool does between its lifts, as passes are given to it. */
export class ToolPath {
  readonly runs: Run[] = [];
  private at: Point | null = null;

  /**
   * @param reach what the tool's middle may reach
   * @param stay how far it goes from pass to pass with the tool down at most, where it can, mm: as far as takes as long
   *   as a lift
   */
  constructor(
    private readonly reach: Rings,
    private readonly stay: number,
  ) {}

  /** Does something with each of several areas, the nearest first. */
  eachNearest(areas: readonly (readonly (readonly Point[])[])[], each: (area: Point[][]) => void): void {
    const left = new Set(areas);
    while (left.size > 0) {
      let [best, least] = [null as (typeof areas)[number] | null, Infinity];
      for (const area of left) {
        const far = this.at ? Math.min(...area[0]!.map((point) => distance(point, this.at!))) : 0;
        if (far < least) [best, least] = [area, far];
      }
      left.delete(best!);
      each(best as Point[][]);
    }
  }

  /**
   * Goes along passes, the nearest first, closed ones entered where the tool is nearest to them. The tool is lifted
   * between two that no short straight way inside leads from one to the other.
   */
  run(passes: readonly Pass[]): void {
    const left = new Set(passes);
    while (left.size > 0) {
      const { pass, points } = nearest(left, this.at);
      left.delete(pass);
      const last = this.runs.at(-1);
      const own = pass.closed ? [...points, points[0]!] : points;
      if (last && this.at && this.staysDown(this.at, points[0]!)) {
        // What was a closed ring by itself becomes a part of a run.
        const before = last.closed ? [...last.points, last.points[0]!] : last.points;
        last.points = [...before, ...own];
        last.closed = false;
        last.kind = pass.kind;
      } else this.runs.push({ kind: pass.kind, points, closed: pass.closed });
      this.at = own.at(-1)!;
    }
  }

  private staysDown(from: Point, to: Point): boolean {
    return distance(from, to) <= this.stay && isInside(from, to, this.reach);
  }
}

function nearest(passes: ReadonlySet<Pass>, at: Point | null): { pass: Pass; points: Point[] } {
  let [best, least] = [null as { pass: Pass; points: Point[] } | null, Infinity];
  for (const pass of passes) {
    const { points, closed } = pass;
    if (!at) return { pass, points: [...points] };
    const ends = closed ? points.keys() : [0, points.length - 1];
    let [own, far] = [0, Infinity];
    for (const i of ends) {
      const away = distance(points[i]!, at);
      if (away < far) [own, far] = [i, away];
    }
    if (far >= least) continue;
    least = far;
    const turned = closed
      ? [...points.slice(own), ...points.slice(0, own)]
      : own === 0
        ? [...points]
        : [...points].reverse();
    best = { pass, points: turned };
  }
  return best!;
}

/** Whether a straight way stays inside: it crosses no edge, and its middle is inside or on one. */
export function isInside(a: Point, b: Point, rings: Rings): boolean {
  const side = (p: Point, q: Point, r: Point) => (q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x);
  const far = distance(a, b);
  if (far < 1e-6) return true;
  const slack = 0.002 * far;
  const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
  let [inside, onEdge] = [false, false];
  for (const ring of rings)
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const [p, q] = [ring[j]!, ring[i]!];
      const [pa, qa] = [side(a, b, p), side(a, b, q)];
      // Ends of edges within a hair of the way are on it.
      if (Math.abs(pa) > slack && Math.abs(qa) > slack && pa * qa < 0) {
        const [ap, bp] = [side(p, q, a), side(p, q, b)];
        const hair = 0.002 * distance(p, q);
        if (Math.abs(ap) > hair && Math.abs(bp) > hair && ap * bp < 0) return false;
      }
      if (distance(p, middle) < 0.002) onEdge = true;
      if (p.y > middle.y !== q.y > middle.y && middle.x < ((q.x - p.x) * (middle.y - p.y)) / (q.y - p.y) + p.x)
        inside = !inside;
    }
  return inside || onEdge;
}
