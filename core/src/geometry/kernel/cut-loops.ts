import { boundsMeet } from '../bounds.ts';
import type { Contour } from '../contour.ts';
import { distance } from '../point.ts';
import { hullBoundsOf, line, moveEnds, pointAt, portion, sweptArea, type Segment } from '../segment.ts';
import { findCrossings, stretchOf, type CurveCrossing } from './curve-crossings.ts';
import { comesNear } from './stands-off.ts';

/** Ends of moved sides that lie no further apart than this, mm, are made to meet. */
export const LITTLE = 0.02;

/** What is cut off lies nearer than it should by this at least, mm: more than parallels stray. */
const DEEP = 0.005;

/** So many segments on either side of an inner corner are looked at for where they cross beyond it. */
const MOST_LOOKS = 12;

/**
 * A moved ring without the loops that run back: each cut off at where the ways into it and out of it cross.
 * @param turnedBack segments of it that run back, or by a corner of the contour
 * @param contour that was moved
 * @param by how far, to its right, mm
 */
export function withoutLoops(
  ring: readonly Segment[],
  turnedBack: ReadonlySet<Segment>,
  contour: Contour,
  by: number,
): Segment[] {
  const begin = ring.findIndex((segment) => !turnedBack.has(segment));
  if (begin < 0 || !ring.some((segment) => turnedBack.has(segment))) return [...ring];
  const rest = [...ring.slice(begin), ...ring.slice(0, begin)];
  const kept: Segment[] = [];
  for (let at = 0; at < rest.length;) {
    if (!turnedBack.has(rest[at]!)) {
      kept.push(rest[at++]!);
      continue;
    }
    let end = at;
    while (end < rest.length && turnedBack.has(rest[end]!)) end++;
    const back = rest.slice(at, end);
    // Behind the last run the ring begins again.
    const ahead = [
      ...rest.slice(end, end + MOST_LOOKS + 1),
      ...kept.slice(0, Math.max(0, end + MOST_LOOKS + 1 - rest.length)),
    ];
    const cut = firstCut(kept, back, ahead, rest.length - end, contour, by);
    if (!cut) {
      const [from, to] = [kept.at(-1)!.to, (ahead[0] ?? kept[0]!).from];
      if (distance(from, to) < LITTLE) kept.push(line(from, to, back[0]!.source));
      else kept.push(...back);
      at = end;
      continue;
    }
    kept.length = cut.last;
    kept.push(cut.before);
    at = end + cut.next;
    if (at < rest.length) rest[at] = cut.after;
    else kept.splice(0, at - rest.length + 1, cut.after);
  }
  return kept;
}

interface Cut {
  /** Of those before the run, how many stay whole. */
  readonly last: number;
  readonly before: Segment;
  /** Of those ahead, how many fall away. */
  readonly next: number;
  readonly after: Segment;
}

/**
 * The nearest place where what comes before a run crosses what comes behind it, and the loop between runs back.
 * @param back the run
 * @param again from which of those ahead on the ring begins again, with the first of those before
 */
function firstCut(
  before: readonly Segment[],
  back: readonly Segment[],
  ahead: readonly Segment[],
  again: number,
  contour: Contour,
  by: number,
): Cut | null {
  for (let looks = 0; looks <= MOST_LOOKS; looks++)
    for (let far = 0; far <= looks; far++) {
      const [last, next] = [before.length - 1 - far, looks - far];
      if (next - again >= last) continue;
      const [one, other] = [before[last], ahead[next]];
      if (!one || !other || !boundsMeet(hullBoundsOf(one), hullBoundsOf(other))) continue;
      const crossing = onlyCrossing(one, other);
      if (!crossing) continue;
      const { t, u, at } = crossing;
      const [passed, coming] = [before.slice(last + 1), ahead.slice(0, next)];
      const loop = [portion(one, t, 1), ...passed, ...back, ...coming, portion(other, 0, u)];
      const runsBack = loop.reduce((sum, segment) => sum + sweptArea(segment), 0) * by > 0;
      const isNear = (segment: Segment): boolean => comesNear(contour, pointAt(segment, 0.5), Math.abs(by) - DEEP);
      if (!runsBack || ![...passed, ...coming].every(isNear)) continue;
      return {
        last,
        before: moveEnds(portion(one, 0, t), one.from, at),
        next,
        after: moveEnds(portion(other, u, 1), at, other.to),
      };
    }
  return null;
}

/** Where two segments cross, if they surely do so once. */
function onlyCrossing(a: Segment, b: Segment): CurveCrossing | null {
  const crossings: CurveCrossing[] = [];
  const isSure = findCrossings(stretchOf(a), stretchOf(b), crossings, []);
  const [crossing] = crossings;
  return isSure && crossings.length === 1 && crossing && crossing.t > 0 && crossing.u < 1 ? crossing : null;
}
