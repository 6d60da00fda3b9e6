import { distance, dot } from '../geometry/point.ts';
import { SLANTING } from './corner-tips.ts';
import { endOf, meetingOf, pointOn, wayOn, type Curve } from './curve.ts';
import { isStub, turnBetween, type Track } from './tracks.ts';
import { ONWARD, TOLD, type Near, type Tried } from './tried.ts';
import { DROPPED_STATE, LONE_STATE, ONWARD_STATE, type State } from './ways-to-read.ts';

/** So near to a stroke one that ends on it has met it. */
const MET = 0.03;
/** A corner's walls go on beyond it, so far at most. */
const TIP = 4;

/** What readings cost, in half-widths of wall that they do not tell. Set by recovering strokes that are known. */
const COST = {
  lone: 0.7,
  corner: 0.9,
  bend: 0.5,
  homeless: 4,
  outside: 4,
  shortLone: 1,
  droppedWall: 1.8,
  straighter: 0.01,
};
const BEND_UNIT = 25;

/** The legs of a knot, and the curves that are tried for them. */
export interface Question {
  readonly tracks: readonly Track[];
  readonly near: Near;
  readonly lone: readonly Tried[];
  readonly pairOf: (i: number, j: number) => Tried;
}

/** What a way to read a knot costs, and where strokes that end there do. */
export function costOf(
  states: readonly State[],
  { tracks, near, lone, pairOf }: Question,
): { cost: number; ends: ReadonlyMap<number, LoneEnd> } {
  const { walls, points, half } = near;
  let cost = 0;
  const isTold = new Uint8Array(points.length);
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
      if (tried.onward !== undefined && tried.onward > ONWARD) return { cost: Infinity, ends: new Map() };
      tell(tried, Infinity);
      if (tried.onward === undefined && tried.out < tried.gap) cost += COST.outside;
      homes.push({ curve: tried.curve, from: tried.curve.from, to: endOf(tried.curve) });
      if (tried.onward !== undefined) cost += COST.lone;
      const bend = tried.onward === undefined ? (turnBetween(tracks[i]!, tracks[to]!) * 180) / Math.PI : 0;
      cost += COST.bend * Math.min(9, (Math.max(0, Math.abs(bend) - 12 * tried.gap) / BEND_UNIT) ** 2);
      // Of two ways that tell as much, the straighter.
      cost += (COST.straighter * Math.abs(bend)) / BEND_UNIT;
      continue;
    }
    const [a, b] = [lone[i]!, lone[to]!];
    const met = firstMeeting(a.curve, b.curve, [-1, endOf(b.curve)], 0);
    if (!met || met.t > a.out + 0.1 || met.other > b.out + 0.1) {
      if (!isFlatApex(tracks[i]!, a, tracks[to]!, b, half)) return { cost: Infinity, ends: new Map() };
      for (const own of [a, b]) {
        tell(own, own.out);
        homes.push({ curve: own.curve, from: own.curve.from, to: own.out });
      }
      cost += COST.corner;
      continue;
    }
    const [u, v] = [wayOn(a.curve, met.t), wayOn(b.curve, met.other)];
    const turn = Math.max(
      Math.abs(turnBetween(tracks[i]!, tracks[to]!)),
      Math.acos(Math.max(-1, Math.min(1, -dot(u, v)))),
    );
    const beyond = Math.min(TIP, Math.tan(Math.min(1.5, turn / 2)) + 0.1) * half;
    tell(a, met.t + beyond);
    tell(b, met.other + beyond);
    tellRound(a.curve, met.t, near, isTold);
    homes.push(
      { curve: a.curve, from: a.curve.from, to: met.t },
      { curve: b.curve, from: b.curve.from, to: met.other },
    );
    cost += COST.corner;
  }
  const ends = loneEnds(states, lone, homes, near, isTold);
  for (let i = 0; i < states.length; i++) {
    if (states[i]!.to !== LONE_STATE.to) continue;
    cost += COST.lone;
    if (isStub(tracks[i]!) && tracks[i]!.reach < 3) cost += COST.shortLone;
    const end = ends.get(i)!;
    if (end.t === Infinity) cost += COST.homeless;
    tell(lone[i]!, end.t === Infinity ? 0.5 : end.t);
  }
  const isOfDropped = new Uint8Array(walls.count);
  for (let i = 0; i < states.length; i++)
    if (states[i]!.to === DROPPED_STATE.to) for (const b of tracks[i]!.walls()) isOfDropped[b] = 1;
  points.forEach((b, k) => {
    if (isTold[k] === 0) cost += ((isOfDropped[b] === 1 ? COST.droppedWall : 1) * walls.length[b]!) / half;
  });
  return { cost, ends };
}

/** Strokes that make a flat apex come to its edge so near each other, half-widths. */
const APART = 2;

/** Whether two legs slant towards each other and come to the edge beside each other before they would meet. */
function isFlatApex(one: Track, a: Tried, other: Track, b: Tried, half: number): boolean {
  if (dot(one.way, other.way) < SLANTING || a.out === Infinity || b.out === Infinity) return false;
  return distance(pointOn(a.curve, a.out), pointOn(b.curve, b.out)) < APART * half;
}

/** Where a stroke that ends here ends: how far on, and on which other of the kind, -1 on one that goes through. */
export interface LoneEnd {
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
  { walls, points, half }: Near,
  isTold: Uint8Array,
): Map<number, LoneEnd> {
  const ends = new Map<number, LoneEnd>();
  states.forEach(({ to }, i) => {
    if (to !== LONE_STATE.to) return;
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
    points.forEach((b, k) => {
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
function tellRound(curve: Curve, t: number, { walls, points, half }: Near, isTold: Uint8Array): void {
  const k = Math.max(0, Math.min(curve.x.length - 1, Math.round((t - curve.from) / curve.step)));
  const [cx, cy] = [curve.x[k]!, curve.y[k]!];
  points.forEach((b, at) => {
    if (Math.abs(Math.hypot(walls.x[b]! - cx, walls.y[b]! - cy) - half) < TOLD * half) isTold[at] = 1;
  });
}
