import type { Contour } from '../../geometry/contour.ts';
import { findCrossings, stretchOf, type CurveCrossing } from '../../geometry/kernel/curve-crossings.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { portion, reverseSegment, segmentLength, withEnds, type Segment } from '../../geometry/segment.ts';
import { neighboursOf } from './neighbours.ts';

/** Two lines ran past each other, and were cut back to where they cross. */
export interface Overshoot {
  readonly at: Point;
  /** The longer of the two ends that were cut off, mm. */
  readonly length: number;
  /** A hand left them: neither was cut. */
  readonly left: boolean;
}

/** Lines with their ends cut back. */
export interface Trimmed {
  readonly contours: readonly Contour[];
  readonly overshoots: readonly Overshoot[];
  /** Ends that a hand left as they are drawn. */
  readonly left: readonly Point[];
}

/** An end is cut off where so much of its segment is left: what is cut more is another line. */
const LEAST_LEFT = 2 / 3;

interface Trim {
  readonly a: number;
  readonly b: number;
  readonly crossing: CurveCrossing;
  /** Lengths that come off at either end, mm. */
  readonly offA: number;
  readonly offB: number;
}

/**
 * Cuts back ends of lines that run past each other by no more than `most` mm each. Only two ends that are each other's
 * best are cut; an end that runs past the middle of a line is none.
 * @param same ends nearer than this meet already, mm
 * @param isLeft whether a hand left the two that cross there
 */
export function trimOvershoots(
  contours: readonly Contour[],
  most: number,
  same: number,
  isLeft: (at: Point) => boolean = () => false,
): Trimmed {
  const open = contours.flatMap(({ closed }, i) => (closed ? [] : [i]));
  // End 2 k is the start of the k-th open line, 2 k + 1 its end; each as a segment that runs out to it.
  const ends = open.flatMap((i): Segment[] => {
    const { segments } = contours[i]!;
    return [reverseSegment(segments[0]!), segments.at(-1)!];
  });
  const cuts = new Map<number, Cut>();
  const leftEnds: Point[] = [];
  const overshoots = bestTrims(ends, most, same).map(({ a, b, crossing: { t, u, at }, offA, offB }): Overshoot => {
    const left = isLeft(at);
    if (left) leftEnds.push(ends[a]!.to, ends[b]!.to);
    else cuts.set(a, { t, at }).set(b, { t: u, at });
    return { at, length: Math.max(offA, offB), left };
  });
  let next = 0;
  const cut = contours.map((contour) => {
    if (contour.closed) return contour;
    const k = next++;
    return cutBack(contour, cuts.get(2 * k), cuts.get(2 * k + 1));
  });
  return { contours: cut, overshoots, left: leftEnds };
}

/** Where an end is cut: the parameter on its segment, which runs out to it, and the place. */
interface Cut {
  readonly t: number;
  readonly at: Point;
}

function cutBack(contour: Contour, start: Cut | undefined, end: Cut | undefined): Contour {
  if (!start && !end) return contour;
  const segments = [...contour.segments];
  const last = segments.length - 1;
  const cut = (i: number, t0: number, t1: number) => {
    const part = portion(segments[i]!, t0, t1);
    const isFirst = i === 0 && start;
    segments[i] = withEnds(part, isFirst ? start.at : part.from, i === last && end ? end.at : part.to);
  };
  if (last === 0) cut(0, start ? 1 - start.t : 0, end ? end.t : 1);
  else {
    if (start) cut(0, 1 - start.t, 1);
    if (end) cut(last, 0, end.t);
  }
  return { ...contour, segments };
}

/** Cuts that are the least for both of their ends. */
function bestTrims(ends: readonly Segment[], most: number, same: number): Trim[] {
  const near = neighboursOf(
    ends.map(({ to }) => to),
    2 * most,
  );
  const meets = near.map((others, i) => others.some((k) => distance(ends[k]!.to, ends[i]!.to) <= same));
  const least = new Map<number, Trim>();
  const keep = (end: number, trim: Trim) => {
    const other = least.get(end);
    if (!other || trim.offA + trim.offB < other.offA + other.offB) least.set(end, trim);
  };
  near.forEach((others, a) => {
    for (const b of others) {
      if (b <= a || meets[a] || meets[b] || a >> 1 === b >> 1) continue;
      const trim = trimOf(ends, a, b, most);
      if (!trim) continue;
      keep(a, trim);
      keep(b, trim);
    }
  });
  return [...new Set(least.values())].filter((trim) => least.get(trim.a) === trim && least.get(trim.b) === trim);
}

function trimOf(ends: readonly Segment[], a: number, b: number, most: number): Trim | null {
  const crossings: CurveCrossing[] = [];
  findCrossings(stretchOf(ends[a]!), stretchOf(ends[b]!), crossings, []);
  let least: Trim | null = null;
  for (const crossing of crossings) {
    const offA = segmentLength(portion(ends[a]!, crossing.t, 1));
    const offB = segmentLength(portion(ends[b]!, crossing.u, 1));
    if (Math.max(offA, offB) > most || Math.min(crossing.t, crossing.u) < LEAST_LEFT) continue;
    if (!least || offA + offB < least.offA + least.offB) least = { a, b, crossing, offA, offB };
  }
  return least;
}
