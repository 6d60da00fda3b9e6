import { dot, subtract, type Point } from '../../geometry/point.ts';

/** A line through points. */
export interface Line {
  readonly through: Point;
  /** A unit vector, along the points. */
  readonly way: Point;
  /** How far points lie off it, root mean square. */
  readonly off: number;
}

/** The line that points lie nearest to (total least squares), along their way. */
export function lineThrough(points: readonly Point[]): Line {
  const n = points.length;
  const mean = { x: points.reduce((sum, { x }) => sum + x, 0) / n, y: points.reduce((sum, { y }) => sum + y, 0) / n };
  let [xx, xy, yy] = [0, 0, 0];
  for (const point of points) {
    const [dx, dy] = [point.x - mean.x, point.y - mean.y];
    [xx, xy, yy] = [xx + dx * dx, xy + dx * dy, yy + dy * dy];
  }
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  const way = { x: Math.cos(angle), y: Math.sin(angle) };
  const along = dot(subtract(points[n - 1]!, points[0]!), way) < 0 ? { x: -way.x, y: -way.y } : way;
  const least = xx * Math.sin(angle) ** 2 - 2 * xy * Math.sin(angle) * Math.cos(angle) + yy * Math.cos(angle) ** 2;
  return { through: mean, way: along, off: Math.sqrt(Math.max(0, least) / n) };
}
