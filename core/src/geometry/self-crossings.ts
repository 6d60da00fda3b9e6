import { visitPairs } from './box-pairs.ts';
import type { Contour } from './contour.ts';
import { hullTable } from './hull-table.ts';
import { cross, dot, subtract, type Point } from './point.ts';
import { flatteningSteps, pointAt, tangentAt, type Segment } from './segment.ts';

/** A place on a contour: number of the segment, and the parameter on it. */
export interface OnContour {
  readonly segment: number;
  readonly t: number;
}

/** Where a closed contour crosses itself, and the two places along it that meet there, in their order. */
export interface SelfCrossing {
  readonly at: Point;
  readonly first: OnContour;
  readonly second: OnContour;
}

interface Chord extends OnContour {
  readonly from: Point;
  readonly to: Point;
  readonly tEnd: number;
}

/**
 * Where a closed contour crosses itself, by chords within `tolerance` of it, in the order along it. Chords that touch,
 * or share an end, do not cross. Only segments whose boxes meet are looked at so closely.
 */
export function selfCrossings(contour: Contour, tolerance: number): SelfCrossing[] {
  const { segments } = contour;
  const chords: (Chord[] | undefined)[] = [];
  const chordsAt = (i: number) => (chords[i] ??= chordsOf(segments[i]!, i, tolerance));
  const found: SelfCrossing[] = [];
  const compare = (i: number, j: number) => {
    for (const a of chordsAt(i))
      for (const b of chordsAt(j)) {
        if ((i === j && b.t <= a.t) || follow(a, b, segments.length)) continue;
        const crossing = crossingOf(a, b);
        if (crossing) found.push(crossing);
      }
  };
  segments.forEach((segment, i) => segment.kind === 'cubic' && !goesOn(segment) && compare(i, i));
  visitPairs(hullTable([contour]), 0, (a, b) => {
    const [i, j] = [Math.min(a, b), Math.max(a, b)];
    if (j === i + 1 && advances([segments[i]!, segments[j]!])) return;
    if (i === 0 && j === segments.length - 1 && advances([segments[j]!, segments[i]!])) return;
    compare(i, j);
  });
  return found.sort((a, b) => a.first.segment - b.first.segment || a.first.t - b.first.t);
}

/** Whether segments that follow each other go on in one direction all along: then they cross nowhere. */
export function advances(segments: readonly Segment[]): boolean {
  const [{ from }, { to }] = [segments[0]!, segments[segments.length - 1]!];
  const [x, y] = [to.x - from.x, to.y - from.y];
  return segments.every((segment) => goesAlong(segment, x, y));
}

/** Whether a segment by itself does: then it does not cross itself. */
export const goesOn = (segment: Segment): boolean =>
  goesAlong(segment, segment.to.x - segment.from.x, segment.to.y - segment.from.y);

/** Whether a segment goes on in a direction all along: its own directions lie between those of its legs. */
function goesAlong(segment: Segment, x: number, y: number): boolean {
  const { from, to } = segment;
  if ((to.x - from.x) * x + (to.y - from.y) * y <= 0) return false;
  if (segment.kind === 'line') return true;
  if (segment.kind === 'arc')
    return Math.abs(segment.sweep) < 180 && [0, 1].every((t) => dot(tangentAt(segment, t), { x, y }) > 0);
  // A leg of no length, as at a cusp, does not turn back.
  const { c1, c2 } = segment;
  return (
    (c1.x - from.x) * x + (c1.y - from.y) * y >= 0 &&
    (c2.x - c1.x) * x + (c2.y - c1.y) * y >= 0 &&
    (to.x - c2.x) * x + (to.y - c2.y) * y >= 0
  );
}

/** Whether one chord begins where the other ends. */
function follow(a: Chord, b: Chord, count: number): boolean {
  if (a.segment === b.segment) return a.tEnd === b.t;
  const next = a.tEnd === 1 && b.t === 0 && b.segment === a.segment + 1;
  return next || (a.t === 0 && b.tEnd === 1 && a.segment === 0 && b.segment === count - 1);
}

function chordsOf(segment: Segment, number: number, tolerance: number): Chord[] {
  const steps = flatteningSteps(segment, tolerance);
  let from = segment.from;
  return Array.from({ length: steps }, (_, i) => {
    const to = i === steps - 1 ? segment.to : pointAt(segment, (i + 1) / steps);
    const chord = { segment: number, t: i / steps, tEnd: (i + 1) / steps, from, to };
    from = to;
    return chord;
  });
}

function crossingOf(a: Chord, b: Chord): SelfCrossing | null {
  if (
    Math.max(a.from.x, a.to.x) < Math.min(b.from.x, b.to.x) ||
    Math.max(b.from.x, b.to.x) < Math.min(a.from.x, a.to.x)
  )
    return null;
  if (
    Math.max(a.from.y, a.to.y) < Math.min(b.from.y, b.to.y) ||
    Math.max(b.from.y, b.to.y) < Math.min(a.from.y, a.to.y)
  )
    return null;
  const [u, v, gap] = [subtract(a.to, a.from), subtract(b.to, b.from), subtract(b.from, a.from)];
  const turn = cross(u, v);
  if (turn === 0) return null;
  const [s, t] = [cross(gap, v) / turn, cross(gap, u) / turn];
  if (s <= 0 || s >= 1 || t <= 0 || t >= 1) return null;
  return {
    at: { x: a.from.x + u.x * s, y: a.from.y + u.y * s },
    first: { segment: a.segment, t: a.t + (a.tEnd - a.t) * s },
    second: { segment: b.segment, t: b.t + (b.tEnd - b.t) * t },
  };
}
