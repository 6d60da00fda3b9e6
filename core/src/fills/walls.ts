import { distanceToSpan, type Point } from '../geometry/point.ts';
import { pointAlong, pointsBetween, type MeasuredRing } from './scan-lines.ts';

/** The edge is looked at so often, in spacings; shorter stretches between two that want a stroke get one too. */
const [STEP, GAP] = [0.25, 3];
/** The wall is covered where a stroke comes within half the tool and this share of it. */
const NEAR = 0.1;

/**
 * Stretches of the edge that get a stroke along them, where no stroke covers the wall beyond it: where the edge runs as
 * the lines do, and between lines that end at it. Above half of a ring the whole of it.
 * @param strokes what is drawn already
 */
export function wallStrokes(
  rings: readonly MeasuredRing[],
  strokes: readonly (readonly Point[])[],
  width: number,
  spacing: number,
): Point[][] {
  const radius = width / 2;
  const isCovered = nearStrokes(strokes, radius + NEAR * width);
  return rings.flatMap((ring) => {
    const count = Math.max(8, Math.ceil(ring.length / (STEP * spacing)));
    const places = Array.from({ length: count }, (_, i) => (ring.length * i) / count);
    const wants = places.map((place) => !isCovered(wallBeyond(ring, place, radius)));
    const filled = withShortGaps(wants, Math.round(GAP / STEP));
    const wanted = filled.filter(Boolean).length;
    if (wanted === 0) return [];
    if (wanted > count / 2) return [[...ring.points, ring.points[0]!]];
    return runsOf(filled).map(([first, last]) => {
      const [from, to] = [places[first]! - ring.length / count, places[last]! + ring.length / count];
      const [start, end] = [(from + ring.length) % ring.length, to % ring.length];
      return [pointAlong(ring, start), ...pointsBetween(ring, start, end, false), pointAlong(ring, end)];
    });
  });
}

/** The wall lies to the right of the edge: outer rings run counter-clockwise, holes clockwise. */
function wallBeyond(ring: MeasuredRing, place: number, radius: number): Point {
  const reach = Math.min(radius / 4, ring.length / 16);
  const [a, p, b] = [pointAlong(ring, place - reach), pointAlong(ring, place), pointAlong(ring, place + reach)];
  const size = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  return { x: p.x + (radius * (b.y - a.y)) / size, y: p.y - (radius * (b.x - a.x)) / size };
}

/** Whether a stroke comes within a distance of a point. Strokes are kept by squares of that size. */
function nearStrokes(strokes: readonly (readonly Point[])[], near: number): (point: Point) => boolean {
  const cells = new Map<string, (readonly [Point, Point])[]>();
  const cellOf = (value: number): number => Math.floor(value / near);
  for (const points of strokes)
    for (let i = 0; i + 1 < points.length; i++) {
      const [a, b] = [points[i]!, points[i + 1]!];
      for (const cell of cellsAlong(a, b, near)) {
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

/** Gaps of no more than so many between two that are wanted are wanted too, round the ring. */
function withShortGaps(wants: readonly boolean[], most: number): boolean[] {
  const count = wants.length;
  const filled = [...wants];
  for (let i = 0; i < count; i++) {
    if (!wants[i]) continue;
    let gap = 1;
    while (gap <= most + 1 && !wants[(i + gap) % count]) gap++;
    if (gap <= most + 1) for (let k = 1; k < gap; k++) filled[(i + k) % count] = true;
  }
  return filled;
}

/** Runs that are wanted, each by its first and last, going over the end of the ring. */
function runsOf(wants: readonly boolean[]): [number, number][] {
  const count = wants.length;
  const runs: [number, number][] = [];
  wants.forEach((wanted, i) => {
    if (!wanted || wants[(i + count - 1) % count]) return;
    let length = 1;
    while (wants[(i + length) % count]) length++;
    runs.push([i, (i + length - 1) % count]);
  });
  return runs;
}
