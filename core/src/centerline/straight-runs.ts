import { distance, distanceToSpan, type Point } from '../geometry/point.ts';

/** A run is nearly straight where it stays this near to its chord, over so much at least, half-widths. */
const [NEAR, LONG] = [0.15, 6];
/** What lies to one side of it on the whole by more is a bow that is meant, not waves of a straight run. */
const BOW = 0.04;
/** So much of what stays near its chord is straight, where any of it is. */
const SURELY = 0.7;
/** Where it goes on as a bend, so much at its end is left to that. */
const LEFT = 1;

/** Numbers of the first and the last point of a stretch. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/**
 * Long stretches of a smooth run that are nearly straight, in order.
 * @param points no further apart than a small part of a half-width; all lengths in half-widths
 */
export function straightStretches(points: readonly Point[]): Stretch[] {
  const along = [0];
  points.slice(1).forEach((point, i) => along.push(along[i]! + distance(points[i]!, point)));
  const stretches: Stretch[] = [];
  for (let from = 0; from + 2 < points.length;) {
    const to = straightUntil(points, along, from);
    if (to < 0) {
      from++;
      continue;
    }
    const [begin, end] = [
      from > 0 ? along[from]! + LEFT : along[from]!,
      to < points.length - 1 ? along[to]! - LEFT : along[to]!,
    ];
    stretches.push({ from: along.findIndex((far) => far >= begin), to: along.findIndex((far) => far >= end) });
    from = to;
  }
  return stretches;
}

/** The last point of the nearly straight stretch from a point on; -1 where it is too short to be one. */
function straightUntil(points: readonly Point[], along: readonly number[], from: number): number {
  let to = along.findIndex((far) => far >= along[from]! + LONG);
  if (to < 0 || !isStraight(points, from, to)) return -1;
  while (to + 1 < points.length && isStraight(points, from, to + 1)) to++;
  // The beginning of the bend that it goes over into may have been taken for a part of it: a bow is all bend.
  const least = along[from]! + Math.max(LONG, SURELY * (along[to]! - along[from]!));
  while (Math.abs(meanAside(points, from, to)) >= BOW) if (along[--to]! < least) return -1;
  return to;
}

/** How far points lie to the left of their chord on the whole. */
function meanAside(points: readonly Point[], from: number, to: number): number {
  const [a, b] = [points[from]!, points[to]!];
  const long = distance(a, b) || 1;
  let sum = 0;
  for (let i = from; i <= to; i++)
    sum += ((b.x - a.x) * (points[i]!.y - a.y) - (b.y - a.y) * (points[i]!.x - a.x)) / long;
  return sum / (to - from + 1);
}

function isStraight(points: readonly Point[], from: number, to: number): boolean {
  for (let i = from + 1; i < to; i++) if (distanceToSpan(points[i]!, points[from]!, points[to]!) > NEAR) return false;
  return true;
}
