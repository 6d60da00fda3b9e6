import { boxTableOf, visitPairs } from '../../geometry/box-pairs.ts';
import type { Contour } from '../../geometry/contour.ts';
import { cross, distance, length, type Point } from '../../geometry/point.ts';
import { hullBoundsOf, pointAt, portion, segmentLength, tangentAt, type Segment } from '../../geometry/segment.ts';
import { nearestOn } from './nearest.ts';

/** A run of line that lay on another. */
export interface DoubledRun {
  readonly at: Point;
  readonly length: number;
  /** How far off it lies at most, mm. */
  readonly off: number;
  /** A whole outline, not a stretch of an open line. */
  readonly isOutline: boolean;
  /** A hand left it where it is: both are run. */
  readonly left: boolean;
}

/** Lines without what lies on others. */
export interface Undoubled {
  readonly contours: readonly Contour[];
  readonly doubled: readonly DoubledRun[];
}

/** A closed contour goes only where nearly all of it lies on others: one that shares a side stays whole. */
const COVERED = 0.985;
/** The sine of the angle under which two lines run the same way. */
const ASLANT = 0.05;
/** Samples along a stretch, and how far apart they may lie, mm. */
const [FEWEST, MOST, APART] = [3, 33, 1];

/** A segment of a contour, with the stretches of it that are kept. */
interface Run {
  readonly segment: Segment;
  readonly contour: number;
  readonly length: number;
  near: number[];
  kept: readonly Span[];
}
type Span = readonly [from: number, to: number];
/** A stretch that lies on others, and how far off them at most, mm. */
type Covered = readonly [from: number, to: number, off: number];

const WHOLE: readonly Span[] = [[0, 1]];

/**
 * Leaves out what lies on other lines: of closed contours those that lie on others nearly all round, of loose lines the
 * stretches that do. It matters neither of what kind the segments are, nor where they are parted. The longest stay.
 * @param tolerance lines this near lie on each other, mm
 * @param isLeft whether a hand left the run with its middle there
 */
export function withoutDoubles(
  contours: readonly Contour[],
  tolerance: number,
  isLeft: (at: Point) => boolean = () => false,
): Undoubled {
  const runs = contours.flatMap(({ segments }, contour): Run[] =>
    segments.map((segment) => ({ segment, contour, length: segmentLength(segment), near: [], kept: [] })),
  );
  visitPairs(boxTableOf(runs.map(({ segment }) => hullBoundsOf(segment))), tolerance, (a, b) => {
    runs[a]!.near.push(b);
    runs[b]!.near.push(a);
  });
  const doubled: DoubledRun[] = [];
  for (const unit of unitsOf(contours, runs)) {
    const covered = unit.map((i) => coveredSpans(runs[i]!, runs, tolerance));
    const isClosed = contours[runs[unit[0]!]!.contour]!.closed;
    const share = (k: number) => covered[k]!.reduce((sum, [from, to]) => sum + to - from, 0);
    const whole = unit.reduce((sum, i) => sum + runs[i]!.length, 0);
    const off = covered.flat().reduce((most, [, , each]) => Math.max(most, each), 0);
    const onOthers = unit.reduce((sum, i, k) => sum + runs[i]!.length * share(k), 0);
    if (isClosed) {
      const lies = onOthers >= COVERED * whole;
      const at = pointAt(runs[unit[0]!]!.segment, 0.5);
      const left = lies && isLeft(at);
      unit.forEach((i) => (runs[i]!.kept = lies && !left ? [] : WHOLE));
      if (lies) doubled.push({ at, length: whole, off, isOutline: true, left });
    } else {
      const at = middleOf(runs[unit[0]!]!.segment, covered[0]!);
      const left = onOthers > 0 && isLeft(at);
      unit.forEach((i, k) => (runs[i]!.kept = left ? WHOLE : without(covered[k]!)));
      if (onOthers > 0) doubled.push({ at, length: onOthers, off, isOutline: false, left });
    }
  }
  return { contours: leftOf(contours, runs), doubled };
}

const middleOf = (segment: Segment, [span]: readonly Covered[]): Point =>
  pointAt(segment, span ? (span[0] + span[1]) / 2 : 0.5);

/** Closed contours whole, then loose segments by themselves; the longest first. */
function unitsOf(contours: readonly Contour[], runs: readonly Run[]): number[][] {
  const byContour = contours.map((): number[] => []);
  runs.forEach(({ contour }, i) => byContour[contour]!.push(i));
  const lengthOf = (unit: readonly number[]) => unit.reduce((sum, i) => sum + runs[i]!.length, 0);
  const closed = byContour.filter((unit, i) => contours[i]!.closed && unit.length > 0);
  const loose = byContour.flatMap((unit, i) => (contours[i]!.closed ? [] : unit.map((run) => [run])));
  return [closed, loose].flatMap((units) =>
    units
      .map((unit) => ({ unit, length: lengthOf(unit) }))
      .sort((a, b) => b.length - a.length)
      .map(({ unit }) => unit),
  );
}

/** The stretches of a run that lie on others that are kept already. */
function coveredSpans(run: Run, runs: readonly Run[], tolerance: number): Covered[] {
  const others = run.near.map((i) => runs[i]!).filter(({ kept }) => kept.length > 0);
  if (others.length === 0) return [];
  const breaks = [0, 1];
  for (const { segment, kept } of others)
    for (const end of kept.flatMap(([from, to]) => [pointAt(segment, from), pointAt(segment, to)])) {
      const { t, distance: apart } = nearestOn(run.segment, end);
      if (apart <= 1.5 * tolerance) breaks.push(t);
    }
  breaks.sort((a, b) => a - b);
  const spans: Covered[] = [];
  const short: Covered[] = [];
  breaks.slice(1).forEach((to, i) => {
    const from = breaks[i]!;
    const own = (to - from) * run.length;
    if (own <= 2 * tolerance) short.push([from, to, 0]);
    else {
      const off = offOthers(run, from, to, others, tolerance);
      if (off !== null) spans.push([from, to, off]);
    }
  });
  return withShort(spans, short);
}

/** What is hardly longer than a hair goes with what is covered beside it. */
function withShort(spans: readonly Covered[], short: readonly Covered[]): Covered[] {
  const beside = short.filter(([from, to]) => spans.some((span) => span[1] === from || span[0] === to));
  const all = [...spans, ...beside].sort((a, b) => a[0] - b[0]);
  const merged: [number, number, number][] = [];
  for (const [from, to, off] of all) {
    const last = merged.at(-1);
    if (last && from <= last[1]) [last[1], last[2]] = [Math.max(last[1], to), Math.max(last[2], off)];
    else merged.push([from, to, off]);
  }
  return merged;
}

/** How far a stretch lies off others at most; null where it does not lie on them all along. */
function offOthers(run: Run, from: number, to: number, others: readonly Run[], tolerance: number): number | null {
  let most = 0;
  const count = Math.max(FEWEST, Math.min(MOST, Math.ceil(((to - from) * run.length) / APART)));
  for (let k = 0; k < count; k++) {
    const t = from + ((to - from) * (k + 0.5)) / count;
    const [point, way] = [pointAt(run.segment, t), tangentAt(run.segment, t)];
    const off = others.reduce((least, other) => Math.min(least, offAt(other, point, way, tolerance)), Infinity);
    if (off > tolerance) return null;
    most = Math.max(most, off);
  }
  return most;
}

/** How far from a point a run passes along a way, with what of it is kept; Infinity where it does not. */
function offAt({ segment, kept }: Run, point: Point, way: Point, tolerance: number): number {
  const { t, distance: apart } = nearestOn(segment, point);
  if (apart > tolerance || !kept.some(([from, to]) => t > from && t < to)) return Infinity;
  const own = tangentAt(segment, t);
  return Math.abs(cross(own, way)) <= ASLANT * length(own) * length(way) ? apart : Infinity;
}

/** What is left of the whole. */
function without(spans: readonly Covered[]): Span[] {
  const left: Span[] = [];
  let at = 0;
  for (const [from, to] of spans) {
    if (from > at) left.push([at, from]);
    at = to;
  }
  if (at < 1) left.push([at, 1]);
  return left;
}

/** Contours of what is kept: one that is parted becomes several. */
function leftOf(contours: readonly Contour[], runs: readonly Run[]): Contour[] {
  let next = 0;
  return contours.flatMap((contour): Contour[] => {
    const own = runs.slice(next, (next += contour.segments.length));
    if (own.every(({ kept }) => isWhole(kept))) return [contour];
    if (contour.closed) return [];
    const parts: Segment[][] = [];
    for (const { segment, kept } of own)
      for (const [from, to] of kept) {
        const piece = portion(segment, from, to);
        const last = parts.at(-1)?.at(-1);
        if (last && from === 0 && distance(last.to, piece.from) < 1e-9) parts.at(-1)!.push(piece);
        else parts.push([piece]);
      }
    return parts.map((segments) => ({ segments, closed: false }));
  });
}

const isWhole = ([span, ...more]: readonly Span[]): boolean =>
  more.length === 0 && span !== undefined && span[0] === 0 && span[1] === 1;
