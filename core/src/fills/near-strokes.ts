import { distanceToSpan, type Point } from '../geometry/point.ts';

/** Smaller squares are more work to fill than they save, mm. */
const LEAST_CELL = 0.4;

/** Whether a stroke comes within a distance of a point. Strokes are kept by squares. */
export function nearStrokes(strokes: readonly (readonly Point[])[], near: number): (point: Point) => boolean {
  const cells = new Map<string, (readonly [Point, Point])[]>();
  const size = Math.max(near, LEAST_CELL);
  const cellOf = (value: number): number => Math.floor(value / size);
  for (const points of strokes)
    for (let i = 0; i + 1 < points.length; i++) {
      const [a, b] = [points[i]!, points[i + 1]!];
      for (const cell of cellsAlong(a, b, size)) {
        const own = cells.get(cell);
        if (own) own.push([a, b]);
        else cells.set(cell, [[a, b]]);
      }
    }
  return (point) => {
    const [column, row] = [cellOf(point.x), cellOf(point.y)];
    for (let x = column - 1; x <= column + 1; x++)
      for (let y = row - 1; y <= row + 1; y++)
        for (const [a, b] of cells.get(`${x} ${y}`) ?? []) if (distanceToSpan(point, a, b) <= near) return true;
    return false;
  };
}

/** Squares that a straight run goes through, and some beside them. */
function cellsAlong(a: Point, b: Point, size: number): Set<string> {
  const steps = Math.max(1, Math.ceil((2 * Math.hypot(b.x - a.x, b.y - a.y)) / size));
  const cells = new Set<string>();
  for (let i = 0; i <= steps; i++) {
    const [x, y] = [a.x + ((b.x - a.x) * i) / steps, a.y + ((b.y - a.y) * i) / steps];
    cells.add(`${Math.floor(x / size)} ${Math.floor(y / size)}`);
  }
  return cells;
}
