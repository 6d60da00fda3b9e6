import { flatten, type Contour } from './contour.ts';
import { cross, distance, subtract, type Point } from './point.ts';

/** Least distance of two parallel lines that hold a contour between them, mm: over the sides of its convex hull. */
export function leastWidth(contour: Contour): number {
  const hull = convexHull(flatten(contour, 0.002));
  let least = Infinity;
  for (let i = 0; i < hull.length; i++) {
    const [a, b] = [hull[i]!, hull[(i + 1) % hull.length]!];
    const size = distance(a, b);
    if (size < 1e-9) continue;
    const side = subtract(b, a);
    least = Math.min(
      least,
      hull.reduce((most, p) => Math.max(most, cross(side, subtract(p, a)) / size), 0),
    );
  }
  return Number.isFinite(least) ? least : 0;
}

/** The corners of the convex hull, counter-clockwise (Andrew's monotone chain). */
function convexHull(points: readonly Point[]): Point[] {
  const sorted = [...points].sort((a, b) => a.x - b.x || a.y - b.y);
  const half = (list: readonly Point[]): Point[] => {
    const chain: Point[] = [];
    for (const p of list) {
      while (chain.length >= 2 && cross(subtract(chain.at(-1)!, chain.at(-2)!), subtract(p, chain.at(-1)!)) <= 0)
        chain.pop();
      chain.push(p);
    }
    chain.pop();
    return chain;
  };
  return [...half(sorted), ...half(sorted.reverse())];
}
