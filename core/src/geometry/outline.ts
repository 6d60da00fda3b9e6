import { boundsOfPoints, centreOf } from './bounds.ts';
import { distance, mix, type Point } from './point.ts';

/**
 * Places along a closed outline as shares of its length, counter-clockwise, from where the outline crosses the level
 * (as the letter stands) to the right of its middle. An O of another face, or of another size, has the same places
 * there: that is how a bridge or a tab that was put somewhere by hand stays there.
 */
export interface Outline {
  /** Counter-clockwise, the first point at share 0; the last side leads back to it. */
  readonly points: readonly Point[];
  /** Length from the start to each point, and at last the whole, mm. */
  readonly gone: readonly number[];
}

/** @param turn degrees that the letter stands turned by */
export function outlineOf(ring: readonly Point[], turn: number): Outline {
  const middle = centreOf(boundsOfPoints(ring));
  const [dx, dy] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  const toLevel = (p: Point) => ({
    along: (p.x - middle.x) * dx + (p.y - middle.y) * dy,
    up: (p.y - middle.y) * dx - (p.x - middle.x) * dy,
  });
  let [begin, start, furthest]: [number, Point, number] = [0, ring[0]!, -Infinity];
  ring.forEach((p, i) => {
    const q = ring[(i + 1) % ring.length]!;
    const [a, b] = [toLevel(p), toLevel(q)];
    if (a.up > 0 === b.up > 0) return;
    const t = a.up / (a.up - b.up);
    const along = a.along + (b.along - a.along) * t;
    if (along > furthest) [begin, start, furthest] = [i, mix(p, q, t), along];
  });
  const points = [start, ...ring.slice(begin + 1), ...ring.slice(0, begin + 1)];
  const gone: number[] = [0];
  points.forEach((p, i) => gone.push(gone[i]! + distance(p, points[(i + 1) % points.length]!)));
  return { points, gone };
}

/**
 * The point at a share of an outline, and the way the outline goes there (a unit vector; material lies to its left).
 */
export function pointAtShare({ points, gone }: Outline, share: number): { readonly at: Point; readonly way: Point } {
  const wanted = (((share % 1) + 1) % 1) * gone.at(-1)!;
  let low = 0;
  for (let high = points.length; high - low > 1;) {
    const middle = (low + high) >> 1;
    if (gone[middle]! <= wanted) low = middle;
    else high = middle;
  }
  const [p, q] = [points[low]!, points[(low + 1) % points.length]!];
  const size = gone[low + 1]! - gone[low]!;
  return {
    at: mix(p, q, size > 0 ? (wanted - gone[low]!) / size : 0),
    way: size > 0 ? { x: (q.x - p.x) / size, y: (q.y - p.y) / size } : { x: 1, y: 0 },
  };
}

/** The share at which an outline comes nearest to a point. */
export function shareNear({ points, gone }: Outline, target: Point): number {
  let [best, nearest] = [0, Infinity];
  points.forEach((p, i) => {
    const q = points[(i + 1) % points.length]!;
    const [dx, dy] = [q.x - p.x, q.y - p.y];
    const squared = dx * dx + dy * dy;
    const t = squared > 0 ? Math.min(1, Math.max(0, ((target.x - p.x) * dx + (target.y - p.y) * dy) / squared)) : 0;
    const away = Math.hypot(p.x + dx * t - target.x, p.y + dy * t - target.y);
    if (away < nearest) [best, nearest] = [gone[i]! + (gone[i + 1]! - gone[i]!) * t, away];
  });
  return best / (gone.at(-1)! || 1);
}
