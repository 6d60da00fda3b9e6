import { boundsOfPoints } from './bounds.ts';
import { boxTableOf, visitPairs } from './box-pairs.ts';
import type { Contour } from './contour.ts';
import { cross, subtract, type Point } from './point.ts';
import { flatteningSteps, pointAt } from './segment.ts';

/** A place on a contour: number of the segment, and the parameter on it. */
export interface PlaceOnContour {
  readonly segment: number;
  readonly t: number;
}

/** Where a closed contour crosses itself, and the two places along it that meet there, in their order. */
export interface SelfCrossing {
  readonly at: Point;
  readonly first: PlaceOnContour;
  readonly second: PlaceOnContour;
}

interface Chord extends PlaceOnContour {
  readonly from: Point;
  readonly to: Point;
  readonly tEnd: number;
}

/**
 * Where a closed contour crosses itself, by chords within `tolerance` of it. Chords that touch, or share an end, do not
 * cross.
 */
export function selfCrossings(contour: Contour, tolerance: number): SelfCrossing[] {
  const chords = chordsOf(contour, tolerance);
  const boxes = boxTableOf(chords.map(({ from, to }) => boundsOfPoints([from, to])));
  const found: SelfCrossing[] = [];
  visitPairs(boxes, 0, (a, b) => {
    const [i, j] = a < b ? [a, b] : [b, a];
    if (j === i + 1 || (i === 0 && j === chords.length - 1)) return;
    const crossing = crossingOf(chords[i]!, chords[j]!);
    if (crossing) found.push(crossing);
  });
  return found;
}

function chordsOf({ segments }: Contour, tolerance: number): Chord[] {
  const chords: Chord[] = [];
  segments.forEach((segment, number) => {
    const steps = flatteningSteps(segment, tolerance);
    let from = segment.from;
    for (let i = 1; i <= steps; i++) {
      const to = i === steps ? segment.to : pointAt(segment, i / steps);
      chords.push({ segment: number, t: (i - 1) / steps, tEnd: i / steps, from, to });
      from = to;
    }
  });
  return chords;
}

function crossingOf(a: Chord, b: Chord): SelfCrossing | null {
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
