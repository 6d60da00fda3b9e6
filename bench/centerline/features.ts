/** What a drawing of strokes is made of: ends, strokes that end on others, crossings, corners, loops. */
import type { Contour } from '../../core/src/geometry/contour.ts';
import { distance, mix, type Point } from '../../core/src/geometry/point.ts';
import { pointsAlong } from '../../core/test/thickened.ts';

export interface Polyline {
  readonly points: readonly Point[];
  readonly closed: boolean;
  readonly nodes: number;
}

export interface Features {
  /** Ends that touch nothing. */
  readonly ends: readonly Point[];
  /** Where a stroke ends on the way of another. */
  readonly tees: readonly Point[];
  /** Where strokes end together, or turn by a corner. */
  readonly corners: readonly Point[];
  /** Where strokes end together. */
  readonly meetings: readonly Point[];
  readonly crossings: readonly Point[];
  /** Points of strokes that run so near beside others that they could be either. */
  readonly beside: readonly Point[];
}

/** Points no further apart than a step; a closed one ends where it begins. */
export const polylineOf = (stroke: Contour, step: number): Polyline => {
  return {
    points: pointsAlong([stroke], step),
    closed: stroke.closed,
    nodes: stroke.segments.length + (stroke.closed ? 0 : 1),
  };
};

/** How far the way turns about a point, looking so many points to both sides, degrees. */
export function turnAt(points: readonly Point[], i: number, reach: number, closed = false): number {
  const n = points.length - (closed ? 1 : 0);
  const at = (k: number): Point => (closed ? points[((k % n) + n) % n]! : points[Math.min(n - 1, Math.max(0, k))]!);
  const [a, b, c] = [at(i - reach), points[i]!, at(i + reach)];
  const [ux, uy, vx, vy] = [b.x - a.x, b.y - a.y, c.x - b.x, c.y - b.y];
  return (Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy) * 180) / Math.PI;
}

/** @param width of the strokes: what lies nearer than .3 of it touches */
export function featuresOf(strokes: readonly Polyline[], width: number, sharp = 25): Features {
  const touch = 0.3 * width;
  const ends = strokes.flatMap(({ points, closed }, s) =>
    closed ? [] : [0, points.length - 1].map((i) => ({ s, i })),
  );
  const [free, tees, meetings]: [Point[], Point[], Point[]] = [[], [], []];
  for (const { s, i } of ends) {
    const here = strokes[s]!.points[i]!;
    const others = ends.filter((end) => (end.s !== s || end.i !== i) && apart(end, here) < touch);
    if (others.length > 0) {
      meetings.push(here);
      continue;
    }
    const isOn = strokes.some(({ points }, other) =>
      points.some((point, k) => {
        if (distance(point, here) > touch) return false;
        return other !== s || Math.abs(k - i) * stepOf(points) > 2 * width;
      }),
    );
    (isOn ? tees : free).push(here);
  }
  function apart(end: { s: number; i: number }, here: Point): number {
    return distance(strokes[end.s]!.points[end.i]!, here);
  }
  const turns = strokes.flatMap(({ points, closed }) => {
    const reach = Math.max(1, Math.round((0.08 * width) / stepOf(points)));
    return peaks(
      points.map((_, i) =>
        closed || (i >= reach && i < points.length - reach) ? turnAt(points, i, reach, closed) : 0,
      ),
      sharp,
    ).map((i) => points[i]!);
  });
  const beside = strokes.flatMap(({ points }, s) =>
    points.filter((point, i) =>
      strokes.some((other, t) =>
        other.points.some(
          (each, k) => distance(each, point) < touch && (t !== s || Math.abs(k - i) * stepOf(points) > 2 * width),
        ),
      ),
    ),
  );
  const corners = [...meetings, ...turns];
  return { ends: free, tees, meetings, corners, crossings: crossingsOf(strokes, width), beside };
}

export const stepOf = (points: readonly Point[]): number => distance(points[0]!, points[1]!) || 1;

/** Where a turn is greater than so much, and than those beside it. */
function peaks(turns: readonly number[], sharp: number): number[] {
  const found: number[] = [];
  turns.forEach((turn, i) => {
    const size = Math.abs(turn);
    if (size < sharp || size < Math.abs(turns[i - 1] ?? 0) || size <= Math.abs(turns[i + 1] ?? 0)) return;
    found.push(i);
  });
  return found;
}

function crossingsOf(strokes: readonly Polyline[], width: number): Point[] {
  const found: Point[] = [];
  const ways = strokes.map(({ points }) => ({
    points,
    inner: (i: number) =>
      Math.min(distance(points[i]!, points[0]!), distance(points[i]!, points.at(-1)!)) > 0.3 * width ||
      strokes.some((each) => each.points === points && each.closed),
  }));
  ways.forEach((one, s) => {
    for (let t = s; t < ways.length; t++) {
      const other = ways[t]!;
      for (let i = 0; i + 1 < one.points.length; i++)
        for (let k = t === s ? i + 2 : 0; k + 1 < other.points.length; k++) {
          if (Math.abs(one.points[i]!.x - other.points[k]!.x) > width) continue;
          const at = meet(one.points[i]!, one.points[i + 1]!, other.points[k]!, other.points[k + 1]!);
          if (!at || !one.inner(i) || !other.inner(k)) continue;
          if (found.every((each) => distance(each, at) > 0.3 * width)) found.push(at);
        }
    }
  });
  return found;
}

function meet(a: Point, b: Point, c: Point, d: Point): Point | null {
  const [ux, uy, vx, vy] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y];
  const cross = ux * vy - uy * vx;
  if (cross === 0) return null;
  const s = ((c.x - a.x) * vy - (c.y - a.y) * vx) / cross;
  const t = ((c.x - a.x) * uy - (c.y - a.y) * ux) / cross;
  return s >= 0 && s < 1 && t >= 0 && t < 1 ? mix(a, b, s) : null;
}
