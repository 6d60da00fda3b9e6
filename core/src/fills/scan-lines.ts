import type { Point } from '../geometry/point.ts';

/** Where a scan line meets a ring: the line's number, the place across it, and the place along the ring. */
export interface Hit {
  readonly line: number;
  readonly x: number;
  readonly ring: number;
  readonly at: number;
}

/** What of a scan line lies inside, from one hit to another. */
export interface Span {
  readonly line: number;
  readonly y: number;
  readonly ends: readonly [Hit, Hit];
}

/** A ring and how far along it each of its points is. */
export interface MeasuredRing {
  readonly points: readonly Point[];
  readonly along: readonly number[];
  readonly length: number;
}

export function measuredRing(points: readonly Point[]): MeasuredRing {
  const along = [0];
  points.forEach((point, i) => {
    const next = points[(i + 1) % points.length]!;
    along.push(along[i]! + Math.hypot(next.x - point.x, next.y - point.y));
  });
  return { points, along, length: along.at(-1)! };
}

/** Lines keep so far from the outermost points of what they fill, as a share of their spacing: none grazes one. */
const CLEAR = 1e-3;

/** Heights of level lines no further apart than a spacing, the first and the last as good as on the edges. */
export function heightsOf(rings: readonly MeasuredRing[], spacing: number): number[] {
  const heights = rings.flatMap(({ points }) => points.map(({ y }) => y));
  const least = heights.reduce((low, y) => Math.min(low, y), Infinity) + CLEAR * spacing;
  const most = heights.reduce((high, y) => Math.max(high, y), -Infinity) - CLEAR * spacing;
  if (!(most > least)) return [(least + most) / 2];
  const count = Math.max(1, Math.ceil((most - least) / spacing - 1e-6));
  return Array.from({ length: count + 1 }, (_, i) => least + ((most - least) * i) / count);
}

/** What of level lines lies within rings, by the even-odd rule. Heights must rise. */
export function spansIn(rings: readonly MeasuredRing[], heights: readonly number[]): Span[] {
  const hits: Hit[][] = heights.map(() => []);
  const [first, step] = [heights[0]!, heights.length > 1 ? heights[1]! - heights[0]! : 1];
  rings.forEach(({ points, along }, ring) =>
    points.forEach((a, i) => {
      const b = points[(i + 1) % points.length]!;
      const [low, high] = a.y < b.y ? [a.y, b.y] : [b.y, a.y];
      const from = Math.max(0, Math.ceil((low - first) / step - 1e-9) - 1);
      for (let line = from; line < heights.length && heights[line]! < high; line++) {
        const y = heights[line]!;
        // Half open, so that a point on a line counts once.
        if (y < low) continue;
        const t = (y - a.y) / (b.y - a.y);
        const x = a.x + (b.x - a.x) * t;
        hits[line]!.push({ line, x, ring, at: along[i]! + (along[i + 1]! - along[i]!) * t });
      }
    }),
  );
  return hits.flatMap((own, line): Span[] => {
    own.sort((a, b) => a.x - b.x);
    return Array.from({ length: Math.floor(own.length / 2) }, (_, k): Span => ({
      line,
      y: heights[line]!,
      ends: [own[2 * k]!, own[2 * k + 1]!],
    }));
  });
}

/** Points of a ring from one place along it to another, forward or back, without the places themselves. */
export function pointsBetween(
  { points, along, length }: MeasuredRing,
  from: number,
  to: number,
  isBack: boolean,
): Point[] {
  if (isBack) return pointsBetween({ points, along, length }, to, from, false).reverse();
  const end = to >= from ? to : to + length;
  const between: Point[] = [];
  const count = points.length;
  let i = firstBehind(along, from);
  for (let turn = 0; turn <= 2;) {
    if (i >= count) {
      i = 0;
      turn++;
    }
    const at = along[i]! + (turn > 0 ? turn * length : 0);
    if (at >= end) break;
    between.push(points[i]!);
    i++;
  }
  return between;
}

function firstBehind(along: readonly number[], at: number): number {
  let [low, high] = [0, along.length - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (along[middle]! > at + 1e-12) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** How far it is along a ring from one place to another, the way that is shorter, and whether that is back. */
export function shorterWay(
  { length }: MeasuredRing,
  from: number,
  to: number,
): { readonly far: number; readonly isBack: boolean } {
  const ahead = (to - from + length) % length;
  return ahead <= length - ahead ? { far: ahead, isBack: false } : { far: length - ahead, isBack: true };
}

/** The point at a place along a ring. */
export function pointAlong({ points, along, length }: MeasuredRing, way: number): Point {
  const at = ((way % length) + length) % length;
  const i = Math.max(0, firstBehind(along, at) - 1);
  const [a, b] = [points[i]!, points[(i + 1) % points.length]!];
  const t = (at - along[i]!) / (along[i + 1]! - along[i]! || 1);
  return { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t };
}
