import type { Point } from '../geometry/point.ts';
import { endOf, meetingOf, Pulls, smoothCurve, type Curve } from './curve.ts';
import { hitOn } from './ends.ts';
import type { Knot, Leg } from './pieces.ts';
import type { Skeleton } from './skeleton.ts';
import { gapBetween, trackOf, turnBetween, type Track } from './tracks.ts';
import { footOn, pullTo, TRIED_ROUNDS, type Foot, type Walls } from './walls.ts';

/** What happens at a knot: which legs are one stroke, which make a corner, which end there, which are no strokes. */
export interface Reading {
  readonly through: readonly Through[];
  readonly corners: readonly (readonly [Leg, Leg])[];
  readonly lone: readonly { readonly leg: Leg; readonly on: Leg | null }[];
  /**
   * Legs that go on to a free end, and the branch beyond the knot that tells it is there, but not where it runs; null
   * where that burnt away.
   */
  readonly onward: readonly { readonly leg: Leg; readonly stub: Leg | null }[];
  readonly dropped: readonly Leg[];
}

/** Two legs that are one stroke, and the way between them: points from where one begins to where the other does. */
export interface Through {
  readonly legs: readonly [Leg, Leg];
  readonly gap: number;
  readonly guide: readonly Point[];
}

/** Grid of the curves that are tried, and how stiff they are, half-widths: see `smoothCurve`. */
export const STEP = 0.16;
export const stiffnessOf = (wave: number): number => (wave / (2 * Math.PI)) ** 6;
const TRIED = stiffnessOf(2);
const LONE = stiffnessOf(5);

/** So far back along legs is looked. */
const BACK = 5;
/** Walls within this of where a curve has them are told by it. */
const TOLD = 0.06;
/** More legs than these are paired without trying all ways. */
const MOST_LEGS = 6;
/** Branches that may be no strokes: of less that is good, and no longer in all. */
const [STUB_GOOD, STUB_REACH] = [1.2, 8];
/** So near to a stroke one that ends on it has met it. */
const MET = 0.03;
/** A corner's walls go on beyond it, so far at most. */
const TIP = 4;

/** What readings cost, in half-widths of wall that they do not tell. Set by recovering strokes that are known. */
const COST = { lone: 0.7, corner: 0.9, bend: 0.5, homeless: 4, outside: 4, shortLone: 1, droppedWall: 1.8 };
const BEND_UNIT = 25;

/** Curves that are tried at a knot, and which walls each tells of: NaN where it does not, else where along it. */
interface Tried {
  readonly curve: Curve;
  readonly told: Float64Array;
  readonly gap: number;
  /** Where it comes out of the material; infinite where it does not. */
  readonly out: number;
  /** How far a bare branch that is gone on towards lies off the way there, degrees. */
  readonly onward?: number;
}

/**
 * Reads a knot of strokes of one width: of all ways to join its legs the one that leaves least of the walls untold.
 * @param half half the width
 */
export function readKnot(skeleton: Skeleton, walls: Walls, knot: Knot, half: number): Reading {
  const tracks = knot.legs.map((leg) => trackOf(skeleton, leg));
  if (tracks.length > MOST_LEGS) return readPlainly(tracks);
  const near = wallsNear(skeleton, walls, tracks, knot, half);
  const lone = tracks.map((track) => loneCurve(track, walls, near, half, near.reach));
  const pairs = new Map<number, Tried>();
  const pairOf = (i: number, j: number): Tried => {
    const key = i * MOST_LEGS + j;
    const known = pairs.get(key);
    if (known) return known;
    const [a, b] = [tracks[i]!, tracks[j]!];
    const tried = isBare(a)
      ? onwardCurve(lone[j]!, b, a, skeleton)
      : isBare(b)
        ? onwardCurve(lone[i]!, a, b, skeleton)
        : pairCurve(a, b, walls, near, half);
    pairs.set(key, tried);
    return tried;
  };
  let [best, least] = [null as State[] | null, Infinity];
  for (const states of waysToRead(tracks, knot.isBend && tracks.length === 2)) {
    const { cost } = endsOf(states, tracks, lone, pairOf, walls, near, half);
    if (cost < least) [best, least] = [states, cost];
  }
  return told(best!, tracks, lone, pairOf, walls, near, half);
}

/**
 * What becomes of a leg: -1 it ends here, -2 it is dropped, -3 it goes on to an end of its own, else it goes on as
 * another; or turns a corner into it.
 */
interface State {
  readonly to: number;
  readonly isCorner: boolean;
}
const LONE_STATE: State = { to: -1, isCorner: false };
const DROPPED: State = { to: -2, isCorner: false };
const ONWARD_STATE: State = { to: -3, isCorner: false };

/** All ways to read a knot, the plainest first. */
function waysToRead(tracks: readonly Track[], isBend: boolean): State[][] {
  const ways: State[][] = [];
  const states: (State | undefined)[] = tracks.map(() => undefined);
  const next = (): void => {
    const i = states.indexOf(undefined);
    if (i < 0) {
      ways.push([...(states as State[])]);
      return;
    }
    for (let j = i + 1; j < tracks.length; j++) {
      if (states[j]) continue;
      if (isBare(tracks[i]!) && isBare(tracks[j]!)) continue;
      for (const isCorner of isBare(tracks[i]!) || isBare(tracks[j]!) ? [false] : [false, true]) {
        states[i] = { to: j, isCorner };
        states[j] = { to: i, isCorner };
        next();
      }
      states[j] = undefined;
    }
    states[i] = LONE_STATE;
    next();
    if (isStub(tracks[i]!)) {
      states[i] = DROPPED;
      next();
    }
    states[i] = undefined;
  };
  next();
  const joined = ways.filter((way) => way.some(({ to }) => to >= 0));
  // At a bend an end may have burnt away: what turns may be one stroke that ends on another.
  return isBend ? [...joined, [ONWARD_STATE, LONE_STATE], [LONE_STATE, ONWARD_STATE]] : joined;
}

const isStub = ({ isLeaf, good, reach }: Track): boolean => isLeaf && good < STUB_GOOD && reach < STUB_REACH;

/** So little of a branch that tells its stroke says nothing of where it runs, half-widths. */
const [BARE, BARE_REACH] = [0.6, 2.5];
const isBare = ({ isLeaf, good, reach }: Track): boolean => isLeaf && good < BARE && reach < BARE_REACH;

/** A leg goes on beside a branch that turns off by less, degrees. */
const ONWARD = 60;

/** A leg that goes on by itself for as long as a bare branch beyond the knot reaches. */
function onwardCurve({ curve, told, out }: Tried, leg: Track, stub: Track, { x, y, burnt }: Skeleton): Tried {
  const leaf = leafOf(stub.leg);
  const [dx, dy] = [x[leaf]! - leg.begin.x, y[leaf]! - leg.begin.y];
  const far = Math.hypot(dx, dy) || 1;
  const angle = (Math.acos(Math.max(-1, Math.min(1, (dx * leg.way.x + dy * leg.way.y) / far))) * 180) / Math.PI;
  const reach = far + Math.min(4, burnt[leaf]!);
  return {
    curve,
    told: angle > ONWARD ? told.map(() => NaN) : told.map((t) => (t <= reach ? t : NaN)),
    gap: 0,
    out,
    onward: angle,
  };
}

export const leafOf = ({ piece, end }: Leg): number => piece.nodes[end === 0 ? piece.nodes.length - 1 : 0]!;

interface Near {
  readonly walls: readonly number[];
  readonly reach: number;
}

function wallsNear({ x, y }: Skeleton, walls: Walls, tracks: readonly Track[], knot: Knot, half: number): Near {
  const ends = knot.legs.map(({ piece, end }) => piece.nodes[end === 0 ? 0 : piece.nodes.length - 1]!);
  const cx = ends.reduce((sum, t) => sum + x[t]!, 0) / ends.length;
  const cy = ends.reduce((sum, t) => sum + y[t]!, 0) / ends.length;
  let reach = 2;
  for (const track of tracks) {
    reach = Math.max(reach, Math.hypot(track.begin.x - cx, track.begin.y - cy) + 1);
    if (isStub(track)) reach = Math.max(reach, track.reach + 1.2);
  }
  reach = Math.min(reach, 10);
  const near: number[] = [];
  for (let b = 0; b < walls.count; b++)
    if ((walls.x[b]! - cx) ** 2 + (walls.y[b]! - cy) ** 2 < (reach * Math.max(1, half)) ** 2) near.push(b);
  return { walls: near, reach };
}

const foot: Foot = { t: 0, x: 0, y: 0, error: 0 };

/** Draws a curve to the walls beside it, round by round. */
function drawn(
  from: number,
  to: number,
  stiffness: number,
  pulls: Pulls,
  walls: Walls,
  near: Near,
  half: number,
): Curve {
  let curve = smoothCurve(from, to, STEP, stiffness, pulls);
  for (const limit of TRIED_ROUNDS) {
    const all = pulls.copy();
    for (const b of near.walls)
      if (footOn(curve, from, to, walls, b, half, foot)) pullTo(all, walls, b, foot, half, limit * half);
    curve = smoothCurve(from, to, STEP, stiffness, all);
  }
  return curve;
}

function tellsOf(curve: Curve, from: number, to: number, walls: Walls, near: Near, half: number): Float64Array {
  return Float64Array.from(near.walls, (b) =>
    footOn(curve, from, to, walls, b, half, foot) && Math.abs(foot.error) < TOLD * half ? foot.t : NaN,
  );
}

/** Legs shorter than this do not tell how they bend. */
const SHORT = 2;

function loneCurve(track: Track, walls: Walls, near: Near, half: number, reach: number): Tried {
  const pulls = new Pulls();
  let back = 0;
  for (let i = 0; i < track.far.length && track.far[i]! <= BACK; i++) {
    pulls.add(-track.far[i]!, track.x[i]!, track.y[i]!, track.weight[i]!);
    back = track.far[i]!;
  }
  // What is too short to tell its direction goes straight on as its discs lie.
  if (back < SHORT)
    for (let t = -SHORT; t < 0; t += STEP)
      pulls.add(t, track.begin.x + t * track.way.x, track.begin.y + t * track.way.y, 0.01);
  const [from, to] = [-Math.max(back, SHORT), reach + 2.5];
  const curve = drawn(from, to, LONE, pulls, walls, near, half);
  return {
    curve,
    told: tellsOf(curve, from, to, walls, near, half),
    gap: 0,
    out: hitOn(curve, 0, walls)?.t ?? Infinity,
  };
}

function pairCurve(a: Track, b: Track, walls: Walls, near: Near, half: number): Tried {
  const gap = gapBetween(a, b);
  const pulls = new Pulls();
  let [from, to] = [-0.5, gap + 0.5];
  for (let i = 0; i < a.far.length && a.far[i]! <= BACK; i++) {
    pulls.add(-a.far[i]!, a.x[i]!, a.y[i]!, a.weight[i]!);
    from = Math.min(from, -a.far[i]!);
  }
  for (let i = 0; i < b.far.length && b.far[i]! <= BACK; i++) {
    pulls.add(gap + b.far[i]!, b.x[i]!, b.y[i]!, b.weight[i]!);
    to = Math.max(to, gap + b.far[i]!);
  }
  const curve = drawn(from, to, TRIED, pulls, walls, near, half);
  return {
    curve,
    told: tellsOf(curve, from, to, walls, near, half),
    gap,
    out: hitOn(curve, 0, walls, gap)?.t ?? Infinity,
  };
}

/** What a way to read a knot costs, and where strokes that end there do. */
function endsOf(
  states: readonly State[],
  tracks: readonly Track[],
  lone: readonly Tried[],
  pairOf: (i: number, j: number) => Tried,
  walls: Walls,
  near: Near,
  half: number,
): { cost: number; ends: ReadonlyMap<number, LoneEnd> } {
  let cost = 0;
  const isTold = new Uint8Array(near.walls.length);
  const tell = ({ told }: Tried, to: number) => {
    for (let k = 0; k < told.length; k++) if (told[k]! <= to) isTold[k] = 1;
  };
  /** What a stroke that ends here may end on. */
  const homes: HomeRange[] = [];
  for (let i = 0; i < states.length; i++) {
    const { to, isCorner } = states[i]!;
    if (to === ONWARD_STATE.to) {
      const { curve, out } = lone[i]!;
      tell(lone[i]!, out);
      homes.push({ curve, from: curve.from, to: Math.min(out, endOf(curve)) });
      cost += COST.lone;
    }
    if (to < i) continue;
    if (!isCorner) {
      const tried = pairOf(i, to);
      tell(tried, Infinity);
      if (tried.onward === undefined && tried.out < tried.gap) cost += COST.outside;
      homes.push({ curve: tried.curve, from: tried.curve.from, to: endOf(tried.curve) });
      if (tried.onward !== undefined) cost += COST.lone;
      const bend = tried.onward === undefined ? (turnBetween(tracks[i]!, tracks[to]!) * 180) / Math.PI : 0;
      cost += COST.bend * Math.min(9, (Math.max(0, Math.abs(bend) - 12 * tried.gap) / BEND_UNIT) ** 2);
      continue;
    }
    const [a, b] = [lone[i]!, lone[to]!];
    const met = firstMeeting(a.curve, b.curve, [-1, endOf(b.curve)], 0);
    if (!met || met.t > a.out + 0.1 || met.other > b.out + 0.1) return { cost: Infinity, ends: new Map() };
    const turn = Math.abs(turnBetween(tracks[i]!, tracks[to]!));
    const beyond = Math.min(TIP, Math.tan(Math.min(1.5, turn / 2)) + 0.1) * half;
    tell(a, met.t + beyond);
    tell(b, met.other + beyond);
    tellRound(a.curve, met.t, walls, near, half, isTold);
    homes.push(
      { curve: a.curve, from: a.curve.from, to: met.t },
      { curve: b.curve, from: b.curve.from, to: met.other },
    );
    cost += COST.corner;
  }
  const ends = loneEnds(states, lone, homes, walls, near, half, isTold);
  for (let i = 0; i < states.length; i++) {
    if (states[i]!.to !== -1) continue;
    cost += COST.lone;
    if (isStub(tracks[i]!) && tracks[i]!.reach < 3) cost += COST.shortLone;
    const end = ends.get(i)!;
    if (end.t === Infinity) cost += COST.homeless;
    tell(lone[i]!, end.t === Infinity ? 0.5 : end.t);
  }
  const isOfDropped = new Uint8Array(walls.count);
  for (let i = 0; i < states.length; i++)
    if (states[i]!.to === -2) for (const b of tracks[i]!.walls) isOfDropped[b] = 1;
  near.walls.forEach((b, k) => {
    if (isTold[k] === 0) cost += ((isOfDropped[b] === 1 ? COST.droppedWall : 1) * walls.length[b]!) / half;
  });
  return { cost, ends };
}

/** Where a stroke that ends here ends: how far on, and on which other of the kind, -1 on one that goes through. */
interface LoneEnd {
  readonly t: number;
  readonly on: number;
}

interface HomeRange {
  readonly curve: Curve;
  readonly from: number;
  readonly to: number;
}

/** Of two strokes that cross before they end, the one stops that tells less than this of wall beyond. */
const BEYOND = 0.8;

type Meeting = { readonly t: number; readonly other: number } | null;
const meetings = new WeakMap<Curve, WeakMap<Curve, Meeting>>();

/** Where a curve that is tried first comes to a stretch of another: many ways to read a knot ask for the same. */
function firstMeeting(curve: Curve, other: Curve, [from, to]: readonly [number, number], near: number): Meeting {
  const own: readonly [number, number] = [-1, endOf(curve)];
  let known = meetings.get(curve);
  if (!known) meetings.set(curve, (known = new WeakMap()));
  let met = known.get(other);
  if (met === undefined) known.set(other, (met = meetingOf(curve, own, other, [other.from, endOf(other)], 0)));
  // Within the stretch it is the first there too.
  if (met && met.other >= from && met.other <= to) return met;
  return met || near > 0 ? meetingOf(curve, own, other, [from, to], near) : null;
}

function loneEnds(
  states: readonly State[],
  lone: readonly Tried[],
  homes: readonly HomeRange[],
  walls: Walls,
  near: Near,
  half: number,
  isTold: Uint8Array,
): Map<number, LoneEnd> {
  const ends = new Map<number, LoneEnd>();
  states.forEach(({ to }, i) => {
    if (to !== -1) return;
    const own = lone[i]!;
    let t = Infinity;
    for (const { curve, from, to: until } of homes) {
      const met = firstMeeting(own.curve, curve, [from, until], MET * half);
      if (met && met.t < own.out + 0.1) t = Math.min(t, met.t);
    }
    ends.set(i, { t, on: -1 });
  });
  const beyond = (i: number, from: number, to: number): number => {
    let length = 0;
    near.walls.forEach((b, k) => {
      if (isTold[k] === 0 && lone[i]!.told[k]! > from && lone[i]!.told[k]! <= to) length += walls.length[b]!;
    });
    return length / half;
  };
  for (const i of ends.keys())
    for (const j of ends.keys()) {
      if (j <= i) continue;
      const [a, b] = [lone[i]!, lone[j]!];
      const [endA, endB] = [ends.get(i)!, ends.get(j)!];
      const met = meetingOf(
        a.curve,
        [-1, Math.min(endA.t, a.out, endOf(a.curve))],
        b.curve,
        [-1, Math.min(endB.t, b.out, endOf(b.curve))],
        0,
      );
      if (!met) continue;
      const [restA, restB] = [
        endB.t === Infinity ? Infinity : beyond(i, met.t, endA.t),
        endA.t === Infinity ? Infinity : beyond(j, met.other, endB.t),
      ];
      if (Math.min(restA, restB) > BEYOND) continue;
      if (restA <= restB) ends.set(i, { t: met.t, on: j });
      else ends.set(j, { t: met.other, on: i });
    }
  return ends;
}

/** Walls round a corner that was rounded off are told by the corner itself. */
function tellRound(curve: Curve, t: number, walls: Walls, near: Near, half: number, isTold: Uint8Array): void {
  const k = Math.max(0, Math.min(curve.x.length - 1, Math.round((t - curve.from) / curve.step)));
  const [cx, cy] = [curve.x[k]!, curve.y[k]!];
  near.walls.forEach((b, at) => {
    if (Math.abs(Math.hypot(walls.x[b]! - cx, walls.y[b]! - cy) - half) < TOLD * half) isTold[at] = 1;
  });
}

function told(
  states: readonly State[],
  tracks: readonly Track[],
  curves: readonly Tried[],
  pairOf: (i: number, j: number) => Tried,
  walls: Walls,
  near: Near,
  half: number,
): Reading {
  const [through, corners, lone, dropped] = [[], [], [], []] as [
    Through[],
    [Leg, Leg][],
    { leg: Leg; on: Leg | null }[],
    Leg[],
  ];
  const ends = endsOf(states, tracks, curves, pairOf, walls, near, half).ends;
  const onward: { leg: Leg; stub: Leg | null }[] = [];
  states.forEach(({ to, isCorner }, i) => {
    const { leg } = tracks[i]!;
    if (to === -1) lone.push({ leg, on: tracks[ends.get(i)!.on]?.leg ?? null });
    else if (to === -2) dropped.push(leg);
    else if (to === -3) onward.push({ leg, stub: null });
    else if (to > i && isCorner) corners.push([leg, tracks[to]!.leg]);
    else if (to > i && pairOf(i, to).onward !== undefined) {
      const other = tracks[to]!.leg;
      onward.push(isBare(tracks[i]!) ? { leg: other, stub: leg } : { leg, stub: other });
    } else if (to > i) {
      const { curve, gap } = pairOf(i, to);
      const guide: Point[] = [];
      for (let k = 0; k < curve.x.length; k++) {
        const t = curve.from + k * curve.step;
        if (t >= 0 && t <= gap) guide.push({ x: curve.x[k]!, y: curve.y[k]! });
      }
      through.push({ legs: [leg, tracks[to]!.leg], gap, guide });
    }
  });
  return { through, corners, lone, onward, dropped };
}

/** Legs that bend by more than this are not one stroke; above the second only where no other pair is about as good. */
const [MOST_BEND, DOUBTFUL] = [55, 28];
/** A change of width counts as so much bend, degrees for each power of e. */
const WIDTH_BEND = 8;
/** Two legs that open by less are an apex, where a stub lies between them, degrees. */
const APEX = 80;
/** The stub leaves both about alike, degrees: what goes straight on from one is a stroke. */
const LOPSIDED = 25;

/** Reads a knot where strokes change their width: what bends least goes on. */
export function readPlain(skeleton: Skeleton, knot: Knot): Reading {
  return readPlainly(knot.legs.map((leg) => trackOf(skeleton, leg)));
}

function readPlainly(tracks: readonly Track[]): Reading {
  const left = new Set(tracks.keys());
  const [through, corners, dropped] = [[], [], []] as [Through[], [Leg, Leg][], Leg[]];
  const take = (i: number, j: number) => {
    left.delete(i);
    left.delete(j);
  };
  apexes(tracks, left, corners, dropped);
  const bends: { i: number; j: number; bend: number }[] = [];
  for (const i of left) for (const j of left) if (j > i) bends.push({ i, j, bend: bendOf(tracks[i]!, tracks[j]!) });
  bends.sort((p, q) => p.bend - q.bend);
  for (const { i, j, bend } of bends) {
    if (!left.has(i) || !left.has(j) || bend > MOST_BEND) continue;
    const rival = bends.find(
      (p) => p.bend > bend && left.has(p.i) && left.has(p.j) && (p.i === i || p.j === j || p.i === j || p.j === i),
    );
    if (bend > DOUBTFUL && rival && rival.bend < bend + 8) continue;
    take(i, j);
    through.push({ legs: [tracks[i]!.leg, tracks[j]!.leg], gap: gapBetween(tracks[i]!, tracks[j]!), guide: [] });
  }
  if (through.length === 0 && corners.length === 0 && left.size >= 2) {
    const [best] = bends.filter(({ i, j }) => left.has(i) && left.has(j));
    take(best!.i, best!.j);
    corners.push([tracks[best!.i]!.leg, tracks[best!.j]!.leg]);
  }
  return { through, corners, lone: [...left].map((i) => ({ leg: tracks[i]!.leg, on: null })), onward: [], dropped };
}

function bendOf(a: Track, b: Track): number {
  const chord = { x: b.begin.x - a.begin.x, y: b.begin.y - a.begin.y };
  const long = Math.hypot(chord.x, chord.y) || 1;
  const angle = (u: Point, v: Point) => Math.acos(Math.max(-1, Math.min(1, u.x * v.x + u.y * v.y)));
  const along = { x: chord.x / long, y: chord.y / long };
  const bend = angle(a.way, along) + angle(along, { x: -b.way.x, y: -b.way.y });
  return (bend * 180) / Math.PI + WIDTH_BEND * Math.abs(Math.log(a.radius / b.radius));
}

/** A branch that keeps its width over a good length, and is no wider than what it comes from, is no point. */
const isStroke = (stub: Track, others: number): boolean =>
  stub.good > 1.2 * stub.radius && stub.spread < 0.25 && stub.radius < 1.12 * others;

/** Two legs that come together at a sharp angle, with the point they make as a stub between them. */
function apexes(tracks: readonly Track[], left: Set<number>, corners: [Leg, Leg][], dropped: Leg[]): void {
  for (const k of [...left]) {
    const stub = tracks[k]!;
    if (!stub.isLeaf || tracks.length < 3) continue;
    let found: [number, number] | null = null;
    for (const i of left)
      for (const j of left) {
        if (j <= i || i === k || j === k) continue;
        const [a, b] = [tracks[i]!, tracks[j]!];
        const opening = Math.PI - Math.abs(turnBetween(a, b));
        if ((opening * 180) / Math.PI > APEX) continue;
        const mean = { x: a.way.x + b.way.x, y: a.way.y + b.way.y };
        const size = Math.hypot(mean.x, mean.y) || 1;
        const along = -(stub.way.x * mean.x + stub.way.y * mean.y) / size;
        const r = Math.max(a.radius, b.radius);
        if (isStroke(stub, r) || Math.abs(bendOf(a, stub) - bendOf(b, stub)) > LOPSIDED) continue;
        if (along < 0.8 || stub.reach > r / Math.sin(Math.max(0.15, opening / 2)) + r) continue;
        found = [i, j];
      }
    if (!found) continue;
    for (const i of [k, ...found]) left.delete(i);
    corners.push([tracks[found[0]]!.leg, tracks[found[1]]!.leg]);
    dropped.push(stub.leg);
    return;
  }
}
