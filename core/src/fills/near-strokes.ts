import { squaredToSpan, type Point } from '../geometry/point.ts';

/** Smaller squares are more work to fill than they save, mm. */
const LEAST_CELL = 0.4;
/** Of more squares than this most are empty. */
const MOST_CELLS = 1e6;

/** Whether a stroke comes within a distance of a point. The straight runs of strokes are filed in squares of a grid. */
export function nearStrokes(strokes: readonly (readonly Point[])[], near: number): (point: Point) => boolean {
  const runs: number[] = [];
  let [left, low, right, high] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const points of strokes)
    points.forEach(({ x, y }, i) => {
      [left, low, right, high] = [Math.min(left, x), Math.min(low, y), Math.max(right, x), Math.max(high, y)];
      if (i > 0) runs.push(points[i - 1]!.x, points[i - 1]!.y, x, y);
    });
  if (runs.length === 0) return () => false;
  const size = Math.max(near, LEAST_CELL, Math.sqrt(((right - left) * (high - low)) / MOST_CELLS));
  // One more all round: what is near lies in a square beside its own.
  const columns = Math.floor((right - left) / size) + 3;
  const rows = Math.floor((high - low) / size) + 3;
  const columnOf = (x: number): number => Math.floor((x - left) / size) + 1;
  const rowOf = (y: number): number => Math.floor((y - low) / size) + 1;

  const visit = (take: (cell: number, run: number) => void): void => {
    for (let run = 0; run < runs.length; run += 4) {
      const [ax, ay] = [runs[run]!, runs[run + 1]!];
      const [dx, dy] = [runs[run + 2]! - ax, runs[run + 3]! - ay];
      const steps = Math.max(1, Math.ceil((2 * Math.sqrt(dx * dx + dy * dy)) / size));
      for (let i = 0, last = -1; i <= steps; i++) {
        const cell = rowOf(ay + (dy * i) / steps) * columns + columnOf(ax + (dx * i) / steps);
        if (cell !== last) take(cell, run);
        last = cell;
      }
    }
  };
  const ends = new Uint32Array(columns * rows + 1);
  visit((cell) => void ends[cell + 1]!++);
  for (let cell = 0; cell < columns * rows; cell++) ends[cell + 1]! += ends[cell]!;
  const filed = new Uint32Array(ends[columns * rows]!);
  const next = ends.slice();
  visit((cell, run) => void (filed[next[cell]!++] = run));

  const squared = near * near;
  return ({ x, y }) => {
    const [column, row] = [columnOf(x), rowOf(y)];
    for (let r = Math.max(0, row - 1); r <= Math.min(rows - 1, row + 1); r++)
      for (let c = Math.max(0, column - 1); c <= Math.min(columns - 1, column + 1); c++)
        for (let k = ends[r * columns + c]!; k < ends[r * columns + c + 1]!; k++) {
          const run = filed[k]!;
          if (squaredToSpan(x, y, runs[run]!, runs[run + 1]!, runs[run + 2]!, runs[run + 3]!) <= squared) return true;
        }
    return false;
  };
}
