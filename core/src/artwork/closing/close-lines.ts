import type { Contour } from '../../geometry/contour.ts';
import { arcOfTurn } from '../../geometry/arc-from-ends.ts';
import { contourLength, reverseContour } from '../../geometry/contour-facts.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { arc, line, moveEnds, tangentAt, type ArcSegment, type Segment } from '../../geometry/segment.ts';
import { GAP_MENDS, type GapMend } from '../../recipe/schema.ts';
import { withoutDoubles, type DoubledRun, type Undoubled } from './doubled.ts';
import { carriedTo, meetingOf, MOVED } from './meeting.ts';
import { decidedAs, decidedPairs, type Decided, type DecidedGap } from './decided.ts';
import { saidAt, type SaidAt } from './said-at.ts';
import { neighboursOf } from './neighbours.ts';
import { trimOvershoots, type Overshoot } from './overshoots.ts';
import { pairEnds, type EndPair, type LineEnd, type MayPair } from './pair-ends.ts';

/** Two ends of lines, and how far they are apart, mm. */
export interface Gap {
  readonly from: Point;
  readonly to: Point;
  readonly width: number;
}

/** Lines of a file, closed as far as they close. */
export interface ClosedLines {
  readonly closed: readonly Contour[];
  readonly open: readonly Contour[];
  /** Gaps that were closed. */
  readonly joined: readonly Gap[];
  /** From ends that stay open to the nearest other one, where that is near enough to be told. */
  readonly gaps: readonly Gap[];
  /** Runs that lay on other lines, and count once but where a hand left them. */
  readonly doubled: readonly DoubledRun[];
  /** Open lines that run beside others, so near that they may be meant as those: both are run. */
  readonly nearly: readonly DoubledRun[];
  /** Ends that ran past each other, and were cut back but where a hand left them. */
  readonly overshoots: readonly Overshoot[];
  /** Lines of no length. */
  readonly nothing: number;
  /** What was decided by hand of what is not there. */
  readonly lost: readonly Decided[];
}

/** Shorter is nothing, mm. */
const NOTHING = 1e-7;
/** Ends nearer than this lie on each other, mm. */
const SAME = 1e-4;
/** Lines this near lie on each other, mm; and this near, they may be meant to. */
const [ON_EACH_OTHER, NEARLY] = [0.005, 0.05];
/** A gap is told up to so many times the width that may be closed, and up to a width that a person may mean, mm. */
const [TOLD, TOLD_MM] = [3, 2];

/**
 * Leaves out what lies on other lines, cuts back ends that run past each other, chains lines whose ends belong
 * together, and closes what closes.
 * @param join the widest gap that is closed, and the longest end that is cut off, mm
 * @param onEachOther lines this near lie on each other, mm
 */
export function closeLines(
  contours: readonly Contour[],
  join: number,
  decided: readonly Decided[] = [],
  onEachOther = ON_EACH_OTHER,
): ClosedLines {
  const real = contours.filter((contour) => contourLength(contour) > NOTHING);
  const near = Math.max(join, MOVED);
  const both = saidAt(decidedAs(decided, 'both'), near);
  const uncut = saidAt(decidedAs(decided, 'uncut'), near);
  const once = saidAt(decidedAs(decided, 'once'), near);
  const exact = withoutDoubles(real, onEachOther, both.isSaid);
  const asked = onceAsked(exact.contours, onEachOther, once);
  const trimmed = trimOvershoots(asked.contours, Math.max(join, SAME), SAME, uncut.isSaid);
  const { contours: kept, overshoots } = trimmed;
  const lines = kept.filter(({ closed }) => !closed);
  const ends = lines.flatMap((contour): LineEnd[] => [startOf(contour), endOf(contour)]);
  const lengths = lines.map(contourLength);
  // A line closes on itself only where it goes round something.
  const mayClose: MayPair = (a, b, width) => a >> 1 !== b >> 1 || lengths[a >> 1]! > 3 * width + NOTHING;
  const { joins, isOpen, lost } = decidedPairs(ends, decided.filter(isOfGap), near);
  const isTaken = ends.map(({ at }) => trimmed.left.some((end) => distance(end, at) <= SAME));
  for (const { a, b } of joins) isTaken[a] = isTaken[b] = true;
  const mayPair: MayPair = (a, b, width) => !isTaken[a] && !isTaken[b] && !isOpen(a, b) && mayClose(a, b, width);
  const pairs = [...joins, ...pairEnds(ends, Math.max(join, SAME), mayPair)];
  const chains = chainsOf(lines, pairs, join);
  const isFree = ends.map(() => true);
  for (const { a, b } of pairs) isFree[a] = isFree[b] = false;
  const closed = [...kept, ...chains].filter((contour) => contour.closed);
  const open = chains.filter((contour) => !contour.closed);
  const nearly = nearlyDoubled(closed, open, onEachOther, both.isSaid);
  return {
    ...{ closed, open },
    joined: pairs
      .filter(({ width }) => width > SAME)
      .map(({ a, b, width }) => ({ from: ends[a]!.at, to: ends[b]!.at, width })),
    gaps: gapsAmong(ends, isFree, mayClose, Math.max(TOLD * join, TOLD_MM)),
    doubled: [...exact.doubled, ...asked.doubled],
    nearly,
    overshoots,
    nothing: contours.length - real.length,
    lost: [...lost, ...both.lost(), ...once.lost(), ...uncut.lost()],
  };
}

/** Lines without those that lie nearly on others, where a hand said that they count once. */
function onceAsked(contours: readonly Contour[], within: number, once: SaidAt): Undoubled {
  if (once.lost().length === 0) return { contours, doubled: [] };
  const nearly = withoutDoubles(contours, Math.max(NEARLY, within), (at) => !once.isSaid(at));
  return { ...nearly, doubled: nearly.doubled.filter(({ left }) => !left) };
}

/** Of lines that stay open, those that run nearly on others. */
function nearlyDoubled(
  closed: readonly Contour[],
  open: readonly Contour[],
  within: number,
  isLeft: (at: Point) => boolean,
): DoubledRun[] {
  if (open.length === 0 || within >= NEARLY) return [];
  const { doubled } = withoutDoubles([...closed, ...open], NEARLY);
  return doubled.flatMap((run) => (run.isOutline ? [] : [{ ...run, left: isLeft(run.at) }]));
}

const isOfGap = (decided: Decided): decided is DecidedGap => (GAP_MENDS as readonly string[]).includes(decided.kind);

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
function chainsOf(lines: readonly Contour[], pairs: readonly EndPair[], reach: number): Contour[] {
  const mate = new Int32Array(2 * lines.length).fill(-1);
  const said = new Map<number, GapMend>();
  for (const { a, b, how } of pairs) {
    mate[a] = b;
    mate[b] = a;
    if (how) said.set(a, how).set(b, how);
  }
  const used = new Uint8Array(lines.length);
  const chains: Contour[] = [];
  const follow = (first: number): Contour => {
    // In at one end of a line, out at the other, and over to its mate.
    const chain: Segment[] = [];
    for (let into = first; ;) {
      const i = into >> 1;
      used[i] = 1;
      const own = into % 2 === 0 ? lines[i]! : reverseContour(lines[i]!);
      append(chain, own.segments, reach, said.get(into));
      const next = mate[into ^ 1]!;
      if (next === -1) return { segments: chain, closed: false };
      if (next === first) return closedChain(chain, reach, said.get(first));
      into = next;
    }
  };
  // Open chains from their free ends first; what is left goes round.
  for (let end = 0; end < mate.length; end++) if (mate[end] === -1 && !used[end >> 1]) chains.push(follow(end));
  for (let i = 0; i < lines.length; i++) if (!used[i]) chains.push(follow(2 * i));
  return chains;
}

/** Adds a run to a chain, the gap between them mended: both ends go to where they meet, or a line goes across. */
function append(chain: Segment[], run: readonly Segment[], reach: number, how?: GapMend): void {
  const [last, first] = [chain.at(-1), run[0]!];
  const at = last && meetingOf(last, first, reach, how);
  if (last && at) chain.splice(-1, 1, endingAt(last, at), beginningAt(first, at));
  else if (last) chain.push(line(last.to, first.from, ''), first);
  else chain.push(first);
  for (const segment of run.slice(1)) chain.push(segment);
}

function closedChain(chain: readonly Segment[], reach: number, how?: GapMend): Contour {
  const [first, last] = [chain[0]!, chain.at(-1)!];
  const at = meetingOf(last, first, reach, how);
  if (!at) return { segments: [...chain, line(last.to, first.from, '')], closed: true };
  const segments =
    chain.length === 1 ? [roundFrom(first, at)] : [beginningAt(first, at), ...chain.slice(1, -1), endingAt(last, at)];
  return { segments, closed: true };
}

/** A segment that ends elsewhere: an arc on its circle goes on along it, and off it turns as much as it did. */
const endingAt = (segment: Segment, at: Point): Segment =>
  (segment.kind === 'arc' && (carriedTo(segment, at, 'to') ?? bentTo(segment, segment.from, at))) ||
  moveEnds(segment, segment.from, at);

const beginningAt = (segment: Segment, at: Point): Segment =>
  (segment.kind === 'arc' && (carriedTo(segment, at, 'from') ?? bentTo(segment, at, segment.to))) ||
  moveEnds(segment, at, segment.to);

const bentTo = ({ sweep, source }: ArcSegment, from: Point, to: Point): ArcSegment | null =>
  distance(from, to) > SAME ? arcOfTurn(from, to, sweep, source) : null;

/** A segment that comes back to where it begins: an arc becomes a circle. */
const roundFrom = (segment: Segment, at: Point): Segment =>
  segment.kind === 'arc'
    ? arc(segment.centre, segment.radius, segment.startAngle, segment.sweep > 0 ? 360 : -360, segment.source)
    : moveEnds(segment, at, at);

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
