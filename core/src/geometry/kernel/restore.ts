import type { Path64, Point64 } from 'clipper2-ts';
import { closedContour, type Contour } from '../contour.ts';
import { add, cross, distance, mix, subtract, type Point } from '../point.ts';
import { line, pointAt, portion, tangentAt, withEnds, type Segment, type SourceId } from '../segment.ts';
import { alongEdge, GRID_PER_MM, type Provenance } from './provenance.ts';

/**
 * Gives the ring that a boolean made of straight edges back as the curves it was made from. Each edge is labelled with
 * the segment it runs along, edges of one segment are joined into runs, each run is cut out of its segment, and the
 * joints between runs are set on the true meeting point of the two curves.
 */
export function restoreRing(ring: Path64, provenance: Provenance): Contour | null {
  const runs = dropHairRuns(runsOf(labels(ring, provenance), ring), ring);
  if (runs.length === 0) return null;
  const joints = runs.map((run, i) => jointBetween(run, runs[(i + 1) % runs.length]!, provenance));
  const segments: Segment[] = [];
  runs.forEach((run, i) => {
    const [start, end] = [joints.at(i - 1)!, joints[i]!];
    segments.push(...emit(run, start, end, ring, provenance, runs.length === 1));
  });
  return segments.length > 0 ? closedContour(segments) : null;
}

/** One edge of the result: which segment it runs along and between which parameters; segment -1 where none is known. */
interface Label {
  /** Place in the ring of the point it begins at. */
  readonly at: number;
  readonly segment: number;
  readonly tFrom: number;
  readonly tTo: number;
  readonly source: SourceId;
}

/** Consecutive edges along one segment, one way. */
interface Run {
  readonly segment: number;
  readonly tFrom: number;
  tTo: number;
  readonly source: SourceId;
  readonly from: Point;
  to: Point;
  edges: number;
}

/** Meeting place of a run with the next, and the parameters at which each curve reaches it. */
interface Joint {
  readonly at: Point;
  readonly tBefore: number;
  readonly tAfter: number;
}

/** How far, in grid units, a point of the result may lie from the edge it is said to lie on. */
const ON_EDGE = 2.5;

/** Runs shorter than this many mm are the grid's doing, not the drawing's. */
const HAIR = 0.002;

/** A spike is no wider at its foot, and no longer, than this, mm. */
const SPIKE_MOUTH = 0.008;
const SPIKE_LENGTH = 0.1;

const inMm = (p: Point64): Point => ({ x: p.x / GRID_PER_MM, y: p.y / GRID_PER_MM });

function labels(ring: Path64, provenance: Provenance): Label[] {
  return ring.map((from, i) => {
    const to = ring[(i + 1) % ring.length]!;
    return wholeEdge(from, to, i, provenance) ?? partialEdge(from, to, i, provenance);
  });
}

/** Most edges come through untouched: their ends are neighbours in the source. */
function wholeEdge(from: Point64, to: Point64, at: number, { segmentOf, t0, t1, next, segments }: Provenance): Label | null {
  const [a, b] = [(from.z ?? 0) - 1, (to.z ?? 0) - 1];
  if (a < 0 || b < 0) return null;
  const edge = next[a] === b ? a : next[b] === a ? b : -1;
  if (edge < 0) return null;
  const segment = segmentOf[edge]!;
  const forward = edge === a;
  return { at, segment, tFrom: forward ? t0[edge]! : t1[edge]!, tTo: forward ? t1[edge]! : t0[edge]!, source: segments[segment]!.source };
}

function partialEdge(from: Point64, to: Point64, at: number, provenance: Provenance): Label {
  let best: { edge: number; miss: number; a: number; b: number } | undefined;
  const candidates = [...provenance.edgesAt(from.z), ...provenance.edgesAt(to.z)];
  for (const edge of candidates) {
    const start = provenance.points[edge]!;
    const end = provenance.points[provenance.next[edge]!]!;
    const a = alongEdge(from, start, end);
    const b = alongEdge(to, start, end);
    const miss = Math.max(a.miss, b.miss);
    if (miss <= ON_EDGE && (!best || miss < best.miss)) best = { edge, miss, a: a.t, b: b.t };
  }
  if (!best || best.a === best.b) {
    const near = candidates[0];
    return { at, segment: -1, tFrom: 0, tTo: 1, source: near === undefined ? '' : provenance.segments[provenance.segmentOf[near]!]!.source };
  }
  const { edge } = best;
  const [t0, t1] = [provenance.t0[edge]!, provenance.t1[edge]!];
  const segment = provenance.segmentOf[edge]!;
  return { at, segment, tFrom: t0 + (t1 - t0) * best.a, tTo: t0 + (t1 - t0) * best.b, source: provenance.segments[segment]!.source };
}

function runsOf(edges: readonly Label[], ring: Path64): Run[] {
  const continues = (a: Label, b: Label) => a.segment >= 0 && a.segment === b.segment && Math.sign(a.tTo - a.tFrom) === Math.sign(b.tTo - b.tFrom) && Math.abs(a.tTo - b.tFrom) < 1e-3 + 0.5 * Math.abs(b.tTo - b.tFrom);
  const count = edges.length;
  // Begin where a label changes, so that no run is split by where the ring happens to begin.
  let begin = edges.findIndex((edge, i) => !continues(edges[(i + count - 1) % count]!, edge));
  if (begin < 0) begin = 0;
  const runs: Run[] = [];
  const startOf = ({ at }: Label) => inMm(ring[at]!);
  const endOf = ({ at }: Label) => inMm(ring[(at + 1) % count]!);
  let last: Label | undefined;
  for (let k = 0; k < count; k++) {
    const edge = edges[(begin + k) % count]!;
    const run = runs.at(-1);
    if (run && last && continues(last, edge)) {
      run.tTo = edge.tTo;
      run.edges++;
    } else {
      if (run && last) run.to = endOf(last);
      const { segment, tFrom, tTo, source } = edge;
      runs.push({ segment, tFrom, tTo, source, from: startOf(edge), to: endOf(edge), edges: 1 });
    }
    last = edge;
  }
  if (last) runs.at(-1)!.to = endOf(last);
  return runs;
}

function dropHairRuns(runs: Run[], ring: Path64): Run[] {
  if (ring.length < 3) return [];
  const kept = runs.filter((run) => run.edges > 3 || distance(run.from, run.to) >= HAIR);
  const merged: Run[] = [];
  for (const run of kept) {
    const last = merged.at(-1);
    // What a dropped hair had parted grows together again.
    if (last && last.segment >= 0 && last.segment === run.segment && Math.sign(last.tTo - last.tFrom) === Math.sign(run.tTo - run.tFrom) && distance(last.to, run.from) < HAIR) {
      last.tTo = run.tTo;
      last.to = run.to;
      last.edges += run.edges;
    } else merged.push({ ...run });
  }
  return dropSpikes(merged);
}

/** Two short runs that go out and come back to where they began are what a grazing cut leaves, not an edge. */
function dropSpikes(runs: Run[]): Run[] {
  for (let i = 0; i < runs.length && runs.length > 3; i++) {
    const [out, back] = [runs[i]!, runs[(i + 1) % runs.length]!];
    if (distance(out.from, back.to) > SPIKE_MOUTH || Math.max(distance(out.from, out.to), distance(back.from, back.to)) > SPIKE_LENGTH) continue;
    runs = runs.filter((run) => run !== out && run !== back);
    i = Math.max(-1, i - 2);
  }
  return runs;
}

function jointBetween(before: Run, after: Run, provenance: Provenance): Joint {
  const a = provenance.segments[before.segment];
  const b = provenance.segments[after.segment];
  if (!a || !b) {
    const only = a ?? b;
    const t = a ? before.tTo : after.tFrom;
    const at = only && isEnd(t) ? pointAt(only, Math.round(t)) : mix(before.to, after.from, 0.5);
    return { at, tBefore: before.tTo, tAfter: after.tFrom };
  }
  if (isEnd(before.tTo) && isEnd(after.tFrom)) {
    const p = endPoint(a, before.tTo);
    if (distance(p, endPoint(b, after.tFrom)) < 1e-3) return { at: p, tBefore: Math.round(before.tTo), tAfter: Math.round(after.tFrom) };
  }
  return crossingOf(a, before.tTo, b, after.tFrom) ?? { at: mix(pointAt(a, before.tTo), pointAt(b, after.tFrom), 0.5), tBefore: before.tTo, tAfter: after.tFrom };
}

const isEnd = (t: number): boolean => Math.abs(t - Math.round(t)) < 1e-9;
const endPoint = (segment: Segment, t: number): Point => (t < 0.5 ? segment.from : segment.to);

/** Newton's method on A(t) = B(u) from a first guess; null where the curves run nearly along each other or it wanders off. */
function crossingOf(a: Segment, t: number, b: Segment, u: number): Joint | null {
  const start = pointAt(a, t);
  let [tNow, uNow] = [t, u];
  for (let round = 0; round < 12; round++) {
    const gap = subtract(pointAt(a, tNow), pointAt(b, uNow));
    const [da, db] = [tangentAt(a, tNow), tangentAt(b, uNow)];
    const determinant = cross(da, db);
    if (Math.abs(determinant) < 1e-3 * Math.hypot(da.x, da.y) * Math.hypot(db.x, db.y)) return null;
    // da * dt - db * du = -gap
    const dt = -cross(gap, db) / determinant;
    const du = -cross(gap, da) / determinant;
    tNow += dt;
    uNow += du;
    if (Math.abs(tNow - t) > 0.5 || Math.abs(uNow - u) > 0.5) return null;
    if (Math.abs(dt) + Math.abs(du) < 1e-13) break;
  }
  const slack = 1e-9;
  if (tNow < -slack || tNow > 1 + slack || uNow < -slack || uNow > 1 + slack) return null;
  const at = pointAt(a, tNow);
  if (distance(at, pointAt(b, uNow)) > 1e-6 || distance(at, start) > 0.25) return null;
  return { at, tBefore: tNow, tAfter: uNow };
}

function emit(run: Run, start: Joint, end: Joint, ring: Path64, provenance: Provenance, alone: boolean): Segment[] {
  const segment = provenance.segments[run.segment];
  if (!segment) return distance(start.at, end.at) < 1e-9 ? [] : [line(start.at, end.at, run.source)];
  if (alone) return ring.map((p, i) => line(inMm(p), inMm(ring[(i + 1) % ring.length]!), run.source));
  const { tAfter: tFrom } = start;
  const { tBefore: tTo } = end;
  // Most segments come through whole, between their own ends.
  if (tFrom === 0 && tTo === 1 && start.at === segment.from && end.at === segment.to) return [segment];
  // Refining a joint can push a very short run past its own end: then the straight way is the true one.
  const backwards = Math.sign(tTo - tFrom) !== Math.sign(run.tTo - run.tFrom);
  if (segment.kind === 'line' || backwards) return distance(start.at, end.at) < 1e-9 ? [] : [line(start.at, end.at, run.source)];
  const cut = portion(segment, tFrom, tTo);
  return [moveEnds(cut, start.at, end.at)];
}

/** Carries the ends of a cubic to their joints with their handles, so that its direction there stays. */
function moveEnds(segment: Segment, from: Point, to: Point): Segment {
  if (segment.kind !== 'cubic') return withEnds(segment, from, to);
  return { ...segment, from, to, c1: add(segment.c1, subtract(from, segment.from)), c2: add(segment.c2, subtract(to, segment.to)) };
}
