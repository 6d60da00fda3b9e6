import type { Path64, Point64 } from 'clipper2-ts';
import { closedContour, type Contour } from '../contour.ts';
import { cross, distance, mix, subtract, type Point } from '../point.ts';
import { line, moveEnds, pointAt, portion, tangentAt, type Segment, type SourceId } from '../segment.ts';
import { alongEdge, BOOLEAN_TOLERANCE, GRID_PER_MM, type Provenance } from './provenance.ts';

/**
 * Gives the ring that a boolean made of straight edges back as the curves it was made from. Each edge is labelled with
 * the segment it runs along, edges of one segment are joined into runs, each run is cut out of its segment, and the
 * joints between runs are set on the true meeting point of the two curves.
 */
export function restoreRing(ring: Path64, provenance: Provenance): Contour | null {
  const runs = dropHairRuns(runsOf(ring, provenance), ring, provenance);
  if (runs.length === 0) return null;
  const joints = runs.map((run, i) => jointBetween(run, runs[(i + 1) % runs.length]!, provenance));
  const segments: Segment[] = [];
  runs.forEach((run, i) => emit(run, joints.at(i - 1)!, joints[i]!, ring, provenance, runs.length === 1, segments));
  return segments.length > 0 ? closedContour(segments) : null;
}

/** One edge of the result: which segment it runs along and between which parameters; segment -1 where none is known. */
interface Label {
  segment: number;
  tFrom: number;
  tTo: number;
  source: SourceId;
}

/** Consecutive edges along one segment, one way. */
interface Run {
  readonly segment: number;
  tFrom: number;
  tTo: number;
  readonly source: SourceId;
  from: Point;
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

/**
 * Most edges come through untouched: their ends are neighbours in the source. Says so, and what they are, in `label`.
 */
function isWholeEdge(
  from: Point64,
  to: Point64,
  { segmentOf, t0, t1, next, segments }: Provenance,
  label: Label,
): boolean {
  const a = (from.z ?? 0) - 1;
  const b = (to.z ?? 0) - 1;
  if (a < 0 || b < 0) return false;
  const forward = next[a] === b;
  if (!forward && next[b] !== a) return false;
  const edge = forward ? a : b;
  label.segment = segmentOf[edge]!;
  label.tFrom = forward ? t0[edge]! : t1[edge]!;
  label.tTo = forward ? t1[edge]! : t0[edge]!;
  label.source = segments[label.segment]!.source;
  return true;
}

function labelPartialEdge(from: Point64, to: Point64, provenance: Provenance, label: Label): void {
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
  const sourceOf = (edge: number) => provenance.segments[provenance.segmentOf[edge]!]!.source;
  if (!best || best.a === best.b) {
    const near = candidates[0];
    Object.assign(label, { segment: -1, tFrom: 0, tTo: 1, source: near === undefined ? '' : sourceOf(near) });
    return;
  }
  const { edge } = best;
  const [t0, t1] = [provenance.t0[edge]!, provenance.t1[edge]!];
  Object.assign(label, {
    segment: provenance.segmentOf[edge]!,
    tFrom: t0 + (t1 - t0) * best.a,
    tTo: t0 + (t1 - t0) * best.b,
    source: sourceOf(edge),
  });
}

/** Whether an edge goes on along the segment of the one before it, the same way. */
function continues(segment: number, way: number, tTo: number, edge: Label): boolean {
  return (
    segment >= 0 &&
    segment === edge.segment &&
    way === Math.sign(edge.tTo - edge.tFrom) &&
    Math.abs(tTo - edge.tFrom) < 1e-3 + 0.5 * Math.abs(edge.tTo - edge.tFrom)
  );
}

/** Labels the ring's edges and joins them into runs, in one go: there are ten thousand on a page. */
function runsOf(ring: Path64, provenance: Provenance): Run[] {
  const runs: Run[] = [];
  const edge: Label = { segment: -1, tFrom: 0, tTo: 0, source: '' };
  let run: Run | undefined;
  let first: Label | undefined;
  let way = 0;
  for (let i = 0; i < ring.length; i++) {
    const from = ring[i]!;
    const to = ring[i + 1 < ring.length ? i + 1 : 0]!;
    if (!isWholeEdge(from, to, provenance, edge)) labelPartialEdge(from, to, provenance, edge);
    first ??= { ...edge };
    if (run && continues(run.segment, way, run.tTo, edge)) {
      run.tTo = edge.tTo;
      run.edges++;
    } else {
      const at = inMm(from);
      if (run) run.to = at;
      run = {
        segment: edge.segment,
        tFrom: edge.tFrom,
        tTo: edge.tTo,
        source: edge.source,
        from: at,
        to: at,
        edges: 1,
      };
      runs.push(run);
    }
    way = Math.sign(edge.tTo - edge.tFrom);
  }
  if (!run || !first) return runs;
  run.to = runs[0]!.from;
  // No run is split by where the ring happens to begin.
  if (runs.length > 1 && continues(run.segment, way, run.tTo, first)) {
    const start = runs[0]!;
    start.tFrom = run.tFrom;
    start.from = run.from;
    start.edges += run.edges;
    runs.pop();
  }
  return runs;
}

function dropHairRuns(runs: Run[], ring: Path64, { segments }: Provenance): Run[] {
  if (ring.length < 3) return [];
  const kept = runs.filter((run) => run.edges > 3 || distance(run.from, run.to) >= HAIR);
  const merged: Run[] = [];
  for (const run of kept) {
    const last = merged.at(-1);
    // What a dropped hair had parted grows together again.
    if (
      last &&
      last.segment >= 0 &&
      last.segment === run.segment &&
      Math.sign(last.tTo - last.tFrom) === Math.sign(run.tTo - run.tFrom) &&
      distance(last.to, run.from) < HAIR &&
      // Where a curve crosses itself a whole loop lies between.
      distance(last.to, pointAt(segments[run.segment]!, (last.tTo + run.tFrom) / 2)) < HAIR
    ) {
      last.tTo = run.tTo;
      last.to = run.to;
      last.edges += run.edges;
    } else merged.push(run);
  }
  return dropSpikes(merged);
}

/** Two short runs that go out and come back to where they began are what a grazing cut leaves, not an edge. */
function dropSpikes(runs: Run[]): Run[] {
  for (let i = 0; i < runs.length && runs.length > 3; i++) {
    const [out, back] = [runs[i]!, runs[(i + 1) % runs.length]!];
    if (
      distance(out.from, back.to) > SPIKE_MOUTH ||
      Math.max(distance(out.from, out.to), distance(back.from, back.to)) > SPIKE_LENGTH
    )
      continue;
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
    if (distance(p, endPoint(b, after.tFrom)) < 1e-3)
      return { at: p, tBefore: Math.round(before.tTo), tAfter: Math.round(after.tFrom) };
  }
  return (
    crossingOf(a, before.tTo, b, after.tFrom) ?? {
      at: mix(pointAt(a, before.tTo), pointAt(b, after.tFrom), 0.5),
      tBefore: before.tTo,
      tAfter: after.tFrom,
    }
  );
}

const isEnd = (t: number): boolean => Math.abs(t - Math.round(t)) < 1e-9;
const endPoint = (segment: Segment, t: number): Point => (t < 0.5 ? segment.from : segment.to);

/**
 * Newton's method on A(t) = B(u) from a first guess; null where the curves run nearly along each other or it wanders
 * off.
 */
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

function emit(
  run: Run,
  start: Joint,
  end: Joint,
  ring: Path64,
  provenance: Provenance,
  alone: boolean,
  out: Segment[],
): void {
  const segment = provenance.segments[run.segment];
  if (!segment) return emitStraight(start, end, run.source, out);
  // The loop of a curve that crosses itself is one run from there to there, and so is a circle that is one arc.
  if (alone && !isLoop(segment, run))
    return void ring.forEach((p, i) => out.push(line(inMm(p), inMm(ring[(i + 1) % ring.length]!), run.source)));
  const { tAfter: tFrom } = start;
  const { tBefore: tTo } = end;
  // Most segments come through whole, between their own ends.
  if (tFrom === 0 && tTo === 1 && start.at === segment.from && end.at === segment.to) return void out.push(segment);
  if (alone && segment.kind === 'arc') {
    // As two arcs: one that ends where it begins could be none as well.
    const middle = (tFrom + tTo) / 2;
    return void out.push(portion(segment, tFrom, middle), portion(segment, middle, tTo));
  }
  // Refining a joint can push a very short run past its own end: then the straight way is the true one.
  const backwards = Math.sign(tTo - tFrom) !== Math.sign(run.tTo - run.tFrom);
  if (segment.kind === 'line' || backwards) return emitStraight(start, end, run.source, out);
  out.push(moveEnds(portion(segment, tFrom, tTo), start.at, end.at));
}

const isLoop = (segment: Segment, { tFrom, tTo }: Run): boolean =>
  segment.kind !== 'line' && distance(pointAt(segment, tFrom), pointAt(segment, tTo)) < 2 * BOOLEAN_TOLERANCE;

function emitStraight(start: Joint, end: Joint, source: SourceId, out: Segment[]): void {
  if (distance(start.at, end.at) >= 1e-9) out.push(line(start.at, end.at, source));
}
