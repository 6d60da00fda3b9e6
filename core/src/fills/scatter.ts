import { boundsOfPoints } from '../geometry/bounds.ts';
import { ringContains } from '../geometry/contour.ts';
import type { Point } from '../geometry/point.ts';

/** A new point is tried so often round one that is there, before that is left. */
const TRIES = 24;
/** Places that are tried to begin with, one after the other: in every part of an area that has no point yet. */
const BEGINS = 400;

/**
 * Points scattered over an area, none nearer to another than `apart`, with no room left for many more (Bridson 2007,
 * “Fast Poisson disk sampling in arbitrary dimensions”). The same area gives the same points.
 * @param rings of the area, holes as rings in others
 */
export function scatter(rings: readonly (readonly Point[])[], apart: number): Point[] {
  const { minX, minY, maxX, maxY } = boundsOfPoints(rings.flat());
  const next = randomFrom(1);
  const isIn = (p: Point): boolean => rings.reduce((inside, ring) => inside !== ringContains(ring, p), false);
  // Cells so small that each holds one point at most.
  const cell = apart / Math.SQRT2;
  const columns = Math.max(1, Math.ceil((maxX - minX) / cell));
  const cells = new Map<number, Point>();
  const cellOf = ({ x, y }: Point): [number, number] => [Math.floor((x - minX) / cell), Math.floor((y - minY) / cell)];
  const isFree = (p: Point): boolean => {
    const [column, row] = cellOf(p);
    for (let dy = -2; dy <= 2; dy++)
      for (let dx = -2; dx <= 2; dx++) {
        const other =
          column + dx < 0 || column + dx >= columns ? undefined : cells.get((row + dy) * columns + column + dx);
        if (other && (other.x - p.x) ** 2 + (other.y - p.y) ** 2 < apart * apart) return false;
      }
    return true;
  };
  const points: Point[] = [];
  const active: Point[] = [];
  const take = (p: Point): void => {
    const [column, row] = cellOf(p);
    cells.set(row * columns + column, p);
    points.push(p);
    active.push(p);
  };
  for (let begin = 0; begin < BEGINS; begin++) {
    const first = { x: minX + (maxX - minX) * next(), y: minY + (maxY - minY) * next() };
    if (isIn(first) && isFree(first)) take(first);
    while (active.length > 0) {
      const i = Math.floor(next() * active.length);
      const around = active[i]!;
      let isFound = false;
      for (let n = 0; n < TRIES && !isFound; n++) {
        const [angle, far] = [2 * Math.PI * next(), apart * (1 + next())];
        const p = { x: around.x + far * Math.cos(angle), y: around.y + far * Math.sin(angle) };
        if (p.x < minX || p.x > maxX || !isIn(p) || !isFree(p)) continue;
        take(p);
        isFound = true;
      }
      if (!isFound) active.splice(i, 1);
    }
  }
  return points;
}

/** Numbers from 0 to 1 that seem random, the same each time (Park and Miller 1988). */
function randomFrom(seed: number): () => number {
  let state = seed * 7919;
  return () => (state = (state * 16807) % 2147483647) / 2147483647;
}
