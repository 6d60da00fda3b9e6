import svgpath from 'svgpath';
import { strokeArea, type Stroke } from '../src/artwork/stroke-area.ts';
import { flatten, type Contour, type Region } from '../src/geometry/contour.ts';
import { weldRegions } from '../src/geometry/kernel/boolean.ts';
import { distance, mix, type Point } from '../src/geometry/point.ts';
import { cubic, line, type Segment } from '../src/geometry/segment.ts';

/** Strokes that a hand would write letters with, as SVG paths with y up, about 60 high. */
export const WRITTEN: Readonly<Record<string, string>> = {
  L: 'M0,60 V0 H35',
  T: 'M0,60 H44 M22,60 V0',
  X: 'M0,0 L40,60 M0,60 L40,0',
  A: 'M0,0 L22,60 L44,0 M8,21 H36',
  W: 'M0,60 L14,0 L28,60 L42,0 L56,60',
  E: 'M36,60 H0 V0 H36 M0,31 H30',
  K: 'M0,0 V60 M38,60 L0,24 M13,36 L40,0',
  O: 'M22,0 A22,30 0 0 1 22,60 A22,30 0 0 1 22,0 Z',
  S: 'M38,50 C34,58 28,60 20,60 C10,60 2,54 2,46 C2,36 10,33 20,31 C30,29 40,26 40,15 C40,5 30,0 20,0 C10,0 4,3 0,11',
  R: 'M0,0 V60 H22 A16,16 0 0 0 22,28 H0 M20,28 L38,0',
  n: 'M0,0 V40 M0,24 C0,34 8,40 16,40 C26,40 30,34 30,25 V0',
  e: 'M0,22 H34 C34,34 28,41 17,41 C7,41 0,33 0,21 C0,8 7,0 18,0 C26,0 31,3 34,9',
  b: 'M0,0 V64 M0,20 A16,20 0 0 1 32,20 A16,20 0 0 1 0,20',
  t: 'M12,58 V10 C12,3 16,0 24,1 M0,40 H26',
  four: 'M30,0 V60 L0,18 H42',
  eight:
    'M18,32 C8,34 2,40 2,47 C2,55 9,60 18,60 C27,60 34,55 34,47 C34,40 28,34 18,32' +
    ' C6,30 0,24 0,15 C0,6 8,0 18,0 C28,0 36,6 36,15 C36,24 30,30 18,32 Z',
  star: 'M0,0 L40,40 M0,40 L40,0 M20,-8 V48',
  loop: 'M0,4 C14,8 30,34 28,52 C27,62 16,62 15,48 C14,30 18,2 34,4 C40,5 44,9 48,14',
  hash: 'M10,0 V50 M30,0 V50 M0,15 H40 M0,35 H40',
  wave: 'M0,0 C10,20 20,20 30,0 C40,-20 50,-20 60,0 C70,20 80,20 90,0',
};

/** Strokes of an SVG path. */
export function strokesOf(path: string): Contour[] {
  const strokes: Contour[] = [];
  let segments: Segment[] = [];
  let at: Point = { x: 0, y: 0 };
  const finish = (closed: boolean) => {
    if (segments.length > 0) strokes.push({ segments, closed });
    segments = [];
  };
  svgpath(path)
    .abs()
    .unarc()
    .iterate((step) => {
      const [command, ...n] = step as [string, ...number[]];
      const to = command === 'H' ? { x: n[0]!, y: at.y } : command === 'V' ? { x: at.x, y: n[0]! } : pairAt(n, -2);
      if (command === 'M') finish(false);
      else if (command === 'C') segments.push(cubic(at, pairAt(n, 0), pairAt(n, 2), to, 's'));
      else if (command === 'Z') finish(true);
      else segments.push(line(at, to, 's'));
      if (command !== 'Z') at = to;
    });
  finish(false);
  return strokes;
}

const pairAt = (n: readonly number[], i: number): Point => ({ x: n.at(i)!, y: n.at(i + 1) ?? n.at(-1)! });

/** What strokes of a width cover. */
export const thickened = (strokes: readonly Contour[], how: Partial<Stroke> & { readonly width: number }): Region =>
  weldRegions(
    strokes.map((stroke) => strokeArea(stroke, { ends: 'butt', corners: 'mitred', longestMitre: 8, ...how })),
  );

/** Points along strokes, no further apart than a step. */
export const pointsAlong = (strokes: readonly Contour[], step: number): Point[] =>
  strokes.flatMap((stroke) => {
    const points = flatten(stroke, step / 20);
    if (stroke.closed) points.push(points[0]!);
    return points.flatMap((to, i): Point[] => {
      const from = points[i - 1];
      if (!from) return [to];
      const count = Math.max(1, Math.ceil(distance(from, to) / step));
      return Array.from({ length: count }, (_, k) => mix(from, to, (k + 1) / count));
    });
  });

/** What share of points lies within so much of others, and how far they lie off on the whole. */
export function near(
  points: readonly Point[],
  others: readonly Point[],
  within: number,
): { share: number; off: number } {
  let [count, sum] = [0, 0];
  for (const point of points) {
    let least = Infinity;
    for (const other of others) least = Math.min(least, (point.x - other.x) ** 2 + (point.y - other.y) ** 2);
    sum += Math.sqrt(least);
    if (least <= within * within) count++;
  }
  return { share: count / points.length, off: sum / points.length };
}
