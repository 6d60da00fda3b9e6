import { closedContour, type Contour } from '../contour.ts';
import { contourArea, contourLength } from '../contour-facts.ts';
import { moveEnds, portion, type Segment } from '../segment.ts';
import { selfCrossings, type OnContour, type SelfCrossing } from '../self-crossings.ts';

/** How finely a contour is looked at, mm. */
const TOLERANCE = 0.001;

/** A loop that is shorter than this, mm, or holds less than this, mm², is the arithmetic's doing. */
const LONGEST_LOOP = 2;
const LARGEST_LOOP = 0.02;

/** Loops taken out of one contour at most. */
const MOST_LOOPS = 50;

/**
 * A closed contour without the small loops in which it crosses itself, as a sweep may leave where lines graze each
 * other; where it crosses itself in more than a small loop, two parts touched there, and each becomes a contour. The
 * largest part stays however small it is: the dot of a small i is no loop.
 */
export function untangle(contour: Contour): Contour[] {
  const parts = simpleParts(contour);
  if (parts.length === 1) return parts;
  const sizeOf = (part: Contour) => Math.abs(contourArea(part));
  const largest = parts.reduce((best, part) => (sizeOf(part) > sizeOf(best) ? part : best));
  return parts.filter(
    (part) => part === largest || (contourLength(part) > LONGEST_LOOP && sizeOf(part) > LARGEST_LOOP),
  );
}

/** A closed contour parted wherever it crosses itself, so that no part does. */
export function simpleParts(contour: Contour): Contour[] {
  const simple: Contour[] = [];
  const waiting = [contour];
  for (let part = waiting.pop(); part; part = waiting.pop()) {
    const [crossing] = simple.length + waiting.length < MOST_LOOPS ? selfCrossings(part, TOLERANCE) : [];
    const [loop, rest] = crossing ? partsAt(part, crossing) : [];
    if (loop && rest) waiting.push(loop, rest);
    else simple.push(part);
  }
  return simple;
}

/** Whether a closed contour crosses itself in more than a hair: in a loop that holds more than `most` mm². */
export const isTangled = (contour: Contour, most: number): boolean =>
  selfCrossings(contour, TOLERANCE).some((crossing) => {
    const parts = partsAt(contour, crossing);
    return parts.every((part) => part !== null && Math.abs(contourArea(part)) > most);
  });

/** The two contours that a crossing parts a contour into, the shorter first. */
function partsAt(contour: Contour, { at, first, second }: SelfCrossing): (Contour | null)[] {
  const ends = (run: Segment[]): Contour | null => {
    if (run.length === 0) return null;
    run[0] = moveEnds(run[0]!, at, run[0]!.to);
    run[run.length - 1] = moveEnds(run.at(-1)!, run.at(-1)!.from, at);
    return closedContour(run);
  };
  const parts = [ends(runBetween(contour, first, second)), ends(runBetween(contour, second, first))];
  const lengthOf = (part: Contour | null) => (part ? contourLength(part) : Infinity);
  return parts.sort((a, b) => lengthOf(a) - lengthOf(b));
}

/** A contour's segments from one place on, round to another. */
function runBetween({ segments }: Contour, from: OnContour, to: OnContour): Segment[] {
  if (from.segment === to.segment && from.t < to.t) return [portion(segments[from.segment]!, from.t, to.t)];
  const run: Segment[] = [];
  if (from.t < 1) run.push(portion(segments[from.segment]!, from.t, 1));
  for (let k = (from.segment + 1) % segments.length; k !== to.segment; k = (k + 1) % segments.length)
    run.push(segments[k]!);
  if (to.t > 0) run.push(portion(segments[to.segment]!, 0, to.t));
  return run;
}
