import { boundsMeet, boundsOfPoints } from '../geometry/bounds.ts';
import type { Rings } from '../geometry/kernel/polygon-boolean.ts';
import { mix, type Point } from '../geometry/point.ts';
import { lengthOf } from './polyline.ts';

/** What of a line lies within an area, as lines of their own, in order. Shorter ones than `least` are left out. */
export function clipLine(line: readonly Point[], area: Rings, least: number): Point[][] {
  const parts: Point[][] = [];
  const boxes = area.map(boundsOfPoints);
  let open: Point[] = [];
  const close = () => {
    if (open.length > 1 && lengthOf(open) >= least) parts.push(open);
    open = [];
  };
  for (let i = 0; i + 1 < line.length; i++) {
    const [a, b] = [line[i]!, line[i + 1]!];
    const piece = boundsOfPoints([a, b]);
    // Of a ring that lies elsewhere nothing is crossed, and no way out of it either.
    const near = area.filter((_, k) => boundsMeet(boxes[k]!, piece));
    const cuts = [0, ...crossingsOf(a, b, near), 1];
    for (let k = 0; k + 1 < cuts.length; k++) {
      const [from, to] = [cuts[k]!, cuts[k + 1]!];
      if (to - from < 1e-9) continue;
      if (!isIn(mix(a, b, (from + to) / 2), near)) {
        close();
        continue;
      }
      if (open.length === 0) open.push(mix(a, b, from));
      open.push(mix(a, b, to));
    }
  }
  close();
  return parts;
}

/** Where a straight piece crosses the edges of an area, as shares of it in order. */
function crossingsOf(a: Point, b: Point, area: Rings): number[] {
  const shares: number[] = [];
  const [ux, uy] = [b.x - a.x, b.y - a.y];
  for (const ring of area)
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const [p, q] = [ring[j]!, ring[i]!];
      const [vx, vy, wx, wy] = [q.x - p.x, q.y - p.y, p.x - a.x, p.y - a.y];
      const cross = ux * vy - uy * vx;
      if (cross === 0) continue;
      const [s, t] = [(wx * vy - wy * vx) / cross, (wx * uy - wy * ux) / cross];
      if (s > 0 && s < 1 && t >= 0 && t < 1) shares.push(s);
    }
  return shares.sort((x, y) => x - y);
}

/** Whether a point lies in an area, by the even-odd rule. */
export function isIn({ x, y }: Point, area: Rings): boolean {
  let inside = false;
  for (const ring of area)
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const [p, q] = [ring[j]!, ring[i]!];
      if (p.y > y !== q.y > y && x < ((q.x - p.x) * (y - p.y)) / (q.y - p.y) + p.x) inside = !inside;
    }
  return inside;
}
