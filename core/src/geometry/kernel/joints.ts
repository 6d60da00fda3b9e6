import type { Point } from '../point.ts';
import { hullPoints, tangentAt, type Segment } from '../segment.ts';
import { advances } from '../self-crossings.ts';

/** Segments with no more than so many between them are looked at as one run. */
const BETWEEN = 3;

/** Whether two segments of a contour follow each other, by their numbers, the lesser first. */
export const follow = (count: number, m: number, n: number): boolean => n === m + 1 || (m === 0 && n === count - 1);

/**
 * Whether two segments of a contour surely cross nowhere but where they meet, because of how it gets from one to the
 * other.
 */
export function apartByRun(segments: readonly Segment[], m: number, n: number): boolean {
  const count = segments.length;
  const [from, to] = 2 * (n - m) <= count ? [m, n] : [n, m + count];
  if (to - from > BETWEEN + 1) return false;
  if (to === from + 1) return partAtJoint(segments[from]!, segments[to % count]!);
  return advances(Array.from({ length: to - from + 1 }, (_, k) => segments[(from + k) % count]!));
}

/** Whether two segments lie on two sides of a line through where one ends and the other begins, or in two cones. */
function partAtJoint(before: Segment, after: Segment): boolean {
  if (goOnInCircle(before, after)) return true;
  const joint = before.to;
  const [x, y] = [after.to.x - before.from.x, after.to.y - before.from.y];
  if (before.kind !== 'arc' && after.kind !== 'arc') {
    const lead = (p: Point): number => (p.x - joint.x) * x + (p.y - joint.y) * y;
    const isAhead = (p: Point): boolean => lead(p) > 0 || (p.x === joint.x && p.y === joint.y);
    const isBehind =
      lead(before.from) <= 0 && (before.kind === 'line' || (lead(before.c1) <= 0 && lead(before.c2) <= 0));
    if (isBehind && isAhead(after.to) && (after.kind === 'line' || (isAhead(after.c1) && isAhead(after.c2))))
      return true;
  }
  const [a, b] = [coneFrom(joint, reachOf(before, 1)), coneFrom(joint, reachOf(after, 0))];
  return a !== null && b !== null && turnBetween(a.heading, b.heading) > a.spread + b.spread;
}

/** Whether two arcs are of one circle, and no more than all of it. */
const goOnInCircle = (a: Segment, b: Segment): boolean =>
  a.kind === 'arc' &&
  b.kind === 'arc' &&
  a.centre.x === b.centre.x &&
  a.centre.y === b.centre.y &&
  a.radius === b.radius &&
  a.sweep > 0 === b.sweep > 0 &&
  Math.abs(a.sweep + b.sweep) <= 360;

/** Points between whose directions, from one end of a segment, all of it lies. */
function reachOf(segment: Segment, end: 0 | 1): readonly Point[] {
  if (segment.kind !== 'arc' || Math.abs(segment.sweep) >= 180) return hullPoints(segment);
  // An arc lies between its tangent and its chord.
  const at = end === 0 ? segment.from : segment.to;
  const way = tangentAt(segment, end);
  const ahead = end === 0 ? 1 : -1;
  return [segment.from, segment.to, { x: at.x + ahead * way.x, y: at.y + ahead * way.y }];
}

/** The directions in which points lie from another; null where they are too many to part them from others. */
function coneFrom({ x, y }: Point, points: readonly Point[]): { heading: number; spread: number } | null {
  let [base, low, high] = [NaN, 0, 0];
  for (const p of points) {
    const [dx, dy] = [p.x - x, p.y - y];
    if (dx * dx + dy * dy < 1e-18) continue;
    const angle = Math.atan2(dy, dx);
    if (Number.isNaN(base)) base = angle;
    const turned = Math.atan2(Math.sin(angle - base), Math.cos(angle - base));
    low = Math.min(low, turned);
    high = Math.max(high, turned);
  }
  return Number.isNaN(base) || high - low > Math.PI / 2
    ? null
    : { heading: base + (low + high) / 2, spread: (high - low) / 2 };
}

/** Between two headings, 0 to a half turn, radians. */
const turnBetween = (a: number, b: number): number => Math.abs(Math.atan2(Math.sin(a - b), Math.cos(a - b)));
