import { dot, subtract, type Point } from '../../geometry/point.ts';

/** A line through points. */
export interface Line {
  readonly through: Point;
  /** A unit vector, along the points. */
  readonly way: Point;
  /** How far points lie off it, root mean square. */
  readonly off: number;
}

/** Sums of points, from which the line that they lie nearest to is told (total least squares). */
export interface PointSums {
  readonly n: number;
  readonly x: number;
  readonly y: number;
  readonly xx: number;
  readonly xy: number;
  readonly yy: number;
}

/** The line that points lie nearest to (total least squares), along their way. */
export function lineThrough(points: readonly Point[]): Line {
  // Counted from the first of them, so that little is lost where all are far away.
  const [first, last] = [points[0]!, points.at(-1)!];
  let [x, y, xx, xy, yy] = [0, 0, 0, 0, 0];
  for (const point of points) {
    const dx = point.x - first.x;
    const dy = point.y - first.y;
    x += dx;
    y += dy;
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
  }
  return lineOf({ n: points.length, x, y, xx, xy, yy }, first, subtract(last, first));
}

/** @param origin what the sums are counted from @param along about which way the line runs */
export function lineOf(sums: PointSums, origin: Point, along: Point): Line {
  const { xx, xy, yy } = spread(sums);
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  const way = { x: Math.cos(angle), y: Math.sin(angle) };
  return {
    through: { x: origin.x + sums.x / sums.n, y: origin.y + sums.y / sums.n },
    way: dot(along, way) < 0 ? { x: -way.x, y: -way.y } : way,
    off: offLine(sums),
  };
}

/** How far points lie off the line that they lie nearest to, root mean square. */
export function offLine(sums: PointSums): number {
  const { xx, xy, yy } = spread(sums);
  const least = (xx + yy) / 2 - Math.sqrt(((xx - yy) / 2) ** 2 + xy * xy);
  return Math.sqrt(Math.max(0, least) / sums.n);
}

/** The same about the middle of the points. */
const spread = ({ n, x, y, xx, xy, yy }: PointSums) => ({
  xx: xx - (x * x) / n,
  xy: xy - (x * y) / n,
  yy: yy - (y * y) / n,
});
