import type { Contour } from './contour.ts';
import { distance } from './point.ts';
import type { Segment } from './segment.ts';

/** Ends that lie so near to each other are one, mm. */
const SAME = 2e-3;

/** What of a line that comes home is gone before it goes round and after. */
export function beforeAndAfterLoop({ segments, closed }: Contour): readonly (readonly Segment[])[] {
  const round = closed ? null : homeOf(segments);
  if (!round) return [];
  return [segments.slice(0, round.start), segments.slice(round.end)].filter((way) => way.length > 0);
}

/**
 * The closed line that an open one makes: where it comes to one of the nodes that it went through before, all between
 * the two. What comes before is how it is led to it, and what comes after how it leaves; little loops past its corners
 * are left out.
 * @returns null where it does not come home
 */
export function loopOf(contour: Contour): Contour | null {
  if (contour.closed) return contour;
  const { segments } = contour;
  const round = homeOf(segments);
  return round && { segments: withoutCornerLoops(segments.slice(round.start, round.end)), closed: true };
}

/** The last time that a line comes home: what it goes over twice is past the start. */
function homeOf(segments: readonly Segment[]): { readonly start: number; readonly end: number } | null {
  for (let end = segments.length; end > 0; end--) {
    const home = segments[end - 1]!.to;
    const start = segments.findIndex(({ from }, i) => i < end && distance(from, home) < SAME);
    if (start >= 0) return { start, end };
  }
  return null;
}

/** A loop past a corner is told in no more segments than this: a file may part its arc. */
const LOOP = 6;

/** Segments without those that go away from a node and soon come back to it. */
function withoutCornerLoops(segments: readonly Segment[]): Segment[] {
  const kept: Segment[] = [];
  for (let i = 0; i < segments.length; i++) {
    const { from } = segments[i]!;
    const back = segments.slice(i, i + LOOP).findIndex(({ to }) => distance(from, to) < SAME);
    // All of it comes back too.
    if (back > 0 && back + 1 < segments.length) i += back;
    else kept.push(segments[i]!);
  }
  return kept;
}
