import type { Contour } from '../geometry/contour.ts';
import type { Rings } from '../geometry/kernel/polygon-boolean.ts';
import { distance, mix, squaredToSpan, type Point } from '../geometry/point.ts';
import { line, type SourceId } from '../geometry/segment.ts';
import { linesAndArcs } from './lines-and-arcs.ts';

/** Steps shorter than this are none, mm. */
const SHORTEST = 1e-4;
/**
 * Lines and arcs are so near to the points that they tell, mm: a tenth of what a machine shows. Of fine tools it is
 * this share of their width, as what they miss along a wall counts for more.
 */
const [NEAR, NEAR_SHARE] = [0.002, 0.004];

/** How near lines and arcs are to what a tool of a width goes along, mm. */
export const nearFor = (width: number): number => Math.min(NEAR, NEAR_SHARE * width);

/** So many times is a line evened. */
const EVENED = 2;

/** The points of a contour of straight lines. */
export const pointsOf = ({ segments }: Contour): Point[] => segments.map(({ from }) => from);

/** How long the way along points is. */
export const lengthOf = (points: readonly Point[]): number =>
  points.reduce((sum, point, i) => sum + (i === 0 ? 0 : distance(points[i - 1]!, point)), 0);

/** Where a tool has no way to go along, it is set down all the same: a line as short as files can tell, mm. */
const TOUCH = 0.004;

/** An open line along points, as few lines and arcs as tell it so nearly; where they are one, a touch of the tool. */
export function openLine(points: readonly Point[], near: number, source: SourceId): Contour {
  const segments = linesAndArcs(apart(points), near, source);
  if (segments.length > 0) return { segments, closed: false };
  const { x, y } = points[0]!;
  return { segments: [line({ x: x - TOUCH / 2, y }, { x: x + TOUCH / 2, y }, source)], closed: false };
}

/** A closed line along points that are not one, as few lines and arcs as tell it so nearly. It belongs to nobody. */
export const closedLine = (points: readonly Point[], near: number): Contour => ({
  segments: linesAndArcs(apart([...points, points[0]!]), near, ''),
  closed: true,
});

const apart = (points: readonly Point[]): Point[] =>
  points.filter((point, i) => i === 0 || distance(point, points[i - 1]!) >= SHORTEST);

/** Fewer points, none of those left out further than a tolerance from the line (Douglas and Peucker, 1973). */
export function simplified(points: readonly Point[], tolerance: number): Point[] {
  const isKept = new Uint8Array(points.length);
  const open: [number, number][] = [[0, points.length - 1]];
  isKept[0] = isKept[points.length - 1] = 1;
  for (let span = open.pop(); span; span = open.pop()) {
    const [from, to] = span;
    const [a, b] = [points[from]!, points[to]!];
    let [worst, at] = [tolerance * tolerance, -1];
    for (let i = from + 1; i < to; i++) {
      const off = squaredToSpan(points[i]!.x, points[i]!.y, a.x, a.y, b.x, b.y);
      if (off > worst) [worst, at] = [off, i];
    }
    if (at < 0) continue;
    isKept[at] = 1;
    open.push([from, at], [at, to]);
  }
  return points.filter((_, i) => isKept[i]);
}

/**
 * A middle line without its wavering: discs between two walls that are sampled by turns lie by turns to either side of
 * the middle. Its ends stay.
 */
export function evened(points: readonly Point[]): Point[] {
  let [own, next] = [[...points], [...points]];
  for (let round = 0; round < EVENED; round++) {
    for (let i = 1; i + 1 < own.length; i++) {
      const [p, q, r] = [own[i - 1]!, own[i]!, own[i + 1]!];
      next[i] = { x: (p.x + 2 * q.x + r.x) / 4, y: (p.y + 2 * q.y + r.y) / 4 };
    }
    [own, next] = [next, own];
  }
  return own;
}

/** Rings of points as closed contours, which belong to nobody. */
export const contoursOf = (rings: Rings): Contour[] =>
  rings.map((ring) => ({
    closed: true,
    segments: ring.map((from, i) => line(from, ring[(i + 1) % ring.length]!, '')),
  }));

/** More points on a line, so that none is further from the next than a step. */
export const stepped = (points: readonly Point[], step: number): Point[] =>
  points.flatMap((to, i): Point[] => {
    const from = points[i - 1];
    if (!from) return [to];
    const count = Math.max(1, Math.ceil(distance(from, to) / step));
    return Array.from({ length: count }, (_, k) => mix(from, to, (k + 1) / count));
  });
