import type { Contour } from '../../geometry/contour.ts';
import { arcOfTurn } from '../../geometry/arc-from-ends.ts';
import { contourLength, reverseContour } from '../../geometry/contour-facts.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { arc, line, moveEnds, tangentAt, type Segment } from '../../geometry/segment.ts';
import { withoutDoubles, type DoubledRun } from './doubled.ts';
import { neighboursOf } from './neighbours.ts';
import { trimOvershoots, type Overshoot } from './overshoots.ts';
import { pairEnds, type EndPair, type LineEnd, type MayPair } from './pair-ends.ts';

/** An end of a line that stays open, and the nearest other such end, mm. */
export interface Gap {
  readonly from: Point;
  readonly to: Point;
  readonly width: number;
}

/** Lines of a file, closed as far as they close. */
export interface ClosedLines {
  readonly closed: readonly Contour[];
  readonly open: readonly Contour[];
  /** Gaps that were closed, by their widths, mm. */
  readonly joined: readonly number[];
  /** Gaps that are wider than what may be closed, and no wider than three times that. */
  readonly gaps: readonly Gap[];
  /** Runs that lay on other lines, and were left out. */
  readonly doubled: readonly DoubledRun[];
  /** Ends that ran past each other, and were cut back. */
  readonly overshoots: readonly Overshoot[];
  /** Lines of no length. */
  readonly nothing: number;
}

/** Shorter is nothing, mm. */
const NOTHING = 1e-7;
/** Ends nearer than this lie on each other, mm. */
const SAME = 1e-4;
/** Lines this near lie on each other, mm. */
const ON_EACH_OTHER = 0.005;
/** Gaps up to this are closed by moving both ends, wider ones by a line across, mm. */
const MOVED = 0.1;
/** So many times as wide as what may be closed a gap is still told. */
const TOLD = 3;

/**
 * Leaves out what lies on other lines, cuts back ends that run past each other, chains lines whose ends belong
 * together, and closes what closes.
 * @param join the widest gap that is closed, and the longest end that is cut off, mm
 */
export function closeLines(contours: readonly Contour[], join: number): ClosedLines {
  const real = contours.filter((contour) => contourLength(contour) > NOTHING);
  const { contours: single, doubled } = withoutDoubles(real, ON_EACH_OTHER);
  const { contours: kept, overshoots } = trimOvershoots(single, Math.max(join, SAME), SAME);
  const lines = kept.filter(({ closed }) => !closed);
  const ends = lines.flatMap((contour): LineEnd[] => [startOf(contour), endOf(contour)]);
  const lengths = lines.map(contourLength);
  // A line closes on itself only where it goes round something.
  const mayPair: MayPair = (a, b, width) => a >> 1 !== b >> 1 || lengths[a >> 1]! > 3 * width + NOTHING;
  const pairs = pairEnds(ends, Math.max(join, SAME), mayPair);
  const chains = chainsOf(lines, pairs);
  const isFree = ends.map(() => true);
  for (const { a, b } of pairs) isFree[a] = isFree[b] = false;
  return {
    closed: [...kept.filter(({ closed }) => closed), ...chains.filter(({ closed }) => closed)],
    open: chains.filter(({ closed }) => !closed),
    joined: pairs.map(({ width }) => width).filter((width) => width > SAME),
    gaps: gapsAmong(ends, isFree, mayPair, TOLD * Math.max(join, MOVED)),
    doubled,
    overshoots,
    nothing: contours.length - real.length,
  };
}

function startOf({ segments }: Contour): LineEnd {
  const first = segments[0]!;
  const { x, y } = tangentAt(first, 0);
  return { at: first.from, out: { x: -x, y: -y } };
}

function endOf({ segments }: Contour): LineEnd {
  const last = segments.at(-1)!;
  return { at: last.to, out: tangentAt(last, 1) };
}

/** Lines in the order in which their ends are paired; `2 i` is the start of line i, `2 i + 1` its end. */
function chainsOf(lines: readonly Contour[], pairs: readonly EndPair[]): Contour[] {
  const mate = new Int32Array(2 * lines.length).fill(-1);
  for (const { a, b } of pairs) {
    mate[a] = b;
    mate[b] = a;
  }
  const used = new Uint8Array(lines.length);
  const chains: Contour[] = [];
  const follow = (first: number): Contour => {
    // In at one end of a line, out at the other, and over to its mate.
    let chain: Segment[] = [];
    for (let into = first; ;) {
      const i = into >> 1;
      used[i] = 1;
      const own = into % 2 === 0 ? lines[i]! : reverseContour(lines[i]!);
      chain = chain.length === 0 ? [...own.segments] : joined(chain, own.segments);
      const next = mate[into ^ 1]!;
      if (next === -1) return { segments: chain, closed: false };
      if (next === first) return closedChain(chain);
      into = next;
    }
  };
  // Open chains from their free ends first; what is left goes round.
  for (let end = 0; end < mate.length; end++) if (mate[end] === -1 && !used[end >> 1]) chains.push(follow(end));
  for (let i = 0; i < lines.length; i++) if (!used[i]) chains.push(follow(2 * i));
  return chains;
}

/** Two runs with the gap between them mended: both ends go to its middle, or a line goes across. */
function joined(before: readonly Segment[], after: readonly Segment[]): Segment[] {
  const [last, first] = [before.at(-1)!, after[0]!];
  const { moved, middle } = mendOf(last.to, first.from);
  if (!moved) return [...before, line(last.to, first.from, ''), ...after];
  return [
    ...before.slice(0, -1),
    withEndsAt(last, last.from, middle),
    withEndsAt(first, middle, first.to),
    ...after.slice(1),
  ];
}

function closedChain(chain: readonly Segment[]): Contour {
  const [first, last] = [chain[0]!, chain.at(-1)!];
  const { moved, middle } = mendOf(last.to, first.from);
  if (!moved) return { segments: [...chain, line(last.to, first.from, '')], closed: true };
  const segments =
    chain.length === 1
      ? [roundFrom(first, middle)]
      : [withEndsAt(first, middle, first.to), ...chain.slice(1, -1), withEndsAt(last, last.from, middle)];
  return { segments, closed: true };
}

/** A segment between other ends: an arc turns as much as it did. */
const withEndsAt = (segment: Segment, from: Point, to: Point): Segment =>
  (segment.kind === 'arc' && distance(from, to) > SAME && arcOfTurn(from, to, segment.sweep, segment.source)) ||
  moveEnds(segment, from, to);

/** A segment that comes back to where it begins: an arc becomes a circle. */
const roundFrom = (segment: Segment, at: Point): Segment =>
  segment.kind === 'arc'
    ? arc(segment.centre, segment.radius, segment.startAngle, segment.sweep > 0 ? 360 : -360, segment.source)
    : moveEnds(segment, at, at);

const mendOf = (from: Point, to: Point) => ({
  moved: distance(from, to) <= MOVED,
  middle: { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 },
});

/** The gap from each free end to the nearest other one. */
function gapsAmong(ends: readonly LineEnd[], isFree: readonly boolean[], mayPair: MayPair, widest: number): Gap[] {
  const near = neighboursOf(
    ends.map(({ at }) => at),
    widest,
  );
  const seen = new Set<string>();
  return ends.flatMap(({ at }, i) => {
    if (!isFree[i]) return [];
    const others = near[i]!.filter((k) => isFree[k] && mayPair(i, k, distance(ends[k]!.at, at)));
    if (others.length === 0) return [];
    const nearest = others.reduce((a, b) => (distance(ends[b]!.at, at) < distance(ends[a]!.at, at) ? b : a));
    const key = [i, nearest].sort((a, b) => a - b).join();
    if (seen.has(key)) return [];
    seen.add(key);
    return [{ from: at, to: ends[nearest]!.at, width: distance(at, ends[nearest]!.at) }];
  });
}
