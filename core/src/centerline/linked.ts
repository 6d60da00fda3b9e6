import { distance, mix, subtract, unit, type Point } from '../geometry/point.ts';
import { STEP, straightCurve } from './curve.ts';
import { hitOn } from './ends.ts';
import type { Walls } from './walls.ts';

/** Strokes nearer than this to each other meet, half-widths: they end on each other, or cross. */
const MEET = 0.4;

/** Strokes are linked over so much at most, half-widths: as far as two lie that touch along their edges, and a bit. */
const FAR = 3;

/** Where two strokes come nearest to each other. */
interface Nearest {
  readonly from: Point;
  readonly to: Point;
  readonly far: number;
}

/**
 * Links between strokes of one area that meet nowhere, though it hangs together: where arms only touch a stem, as those
 * of many a K, the ways down the middle of both lie a stroke's width apart.
 * @param strokes their points, at even steps of less than the half of a half-width
 * @returns the points of each link, which is straight
 */
export function linksBetween(strokes: readonly (readonly Point[])[], walls: Walls): Point[][] {
  const group = strokes.map((_, i) => i);
  const join = (a: number, b: number): void => {
    const [one, other] = [group[a]!, group[b]!];
    group.forEach((each, i) => each === other && (group[i] = one));
  };
  const gaps: (Nearest & { readonly a: number; readonly b: number })[] = [];
  strokes.forEach((own, a) =>
    strokes.slice(a + 1).forEach((other, k) => {
      const b = a + 1 + k;
      const nearest = nearestOf(own, other);
      if (nearest.far < MEET) join(a, b);
      else gaps.push({ a, b, ...nearest });
    }),
  );
  const links: Point[][] = [];
  for (const { a, b, from, to, far } of gaps.sort((p, q) => p.far - q.far)) {
    if (group[a] === group[b] || far > FAR || hitOn(straightCurve(from, unit(subtract(to, from)), far), 0, walls))
      continue;
    const steps = Math.max(1, Math.ceil(far / STEP));
    links.push(Array.from({ length: steps + 1 }, (_, i) => mix(from, to, i / steps)));
    join(a, b);
  }
  return links;
}

/** Of every few points the nearest two, and then of all beside those. */
const EVERY = 4;

function nearestOf(a: readonly Point[], b: readonly Point[]): Nearest {
  const [i, k] = nearestAmong(a, b, [0, a.length - 1], [0, b.length - 1], EVERY);
  const about = (at: number, { length }: readonly Point[]): [number, number] => [
    Math.max(0, at - EVERY),
    Math.min(length - 1, at + EVERY),
  ];
  const [m, n] = nearestAmong(a, b, about(i, a), about(k, b), 1);
  return { from: a[m]!, to: b[n]!, far: distance(a[m]!, b[n]!) };
}

function nearestAmong(
  a: readonly Point[],
  b: readonly Point[],
  [firstA, lastA]: readonly [number, number],
  [firstB, lastB]: readonly [number, number],
  step: number,
): [number, number] {
  let [best, m, n] = [Infinity, firstA, firstB];
  for (let i = firstA; i <= lastA; i = i < lastA ? Math.min(lastA, i + step) : i + 1) {
    const { x, y } = a[i]!;
    for (let k = firstB; k <= lastB; k = k < lastB ? Math.min(lastB, k + step) : k + 1) {
      const far = (b[k]!.x - x) ** 2 + (b[k]!.y - y) ** 2;
      if (far < best) [best, m, n] = [far, i, k];
    }
  }
  return [m, n];
}
