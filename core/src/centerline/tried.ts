import { Pulls, smoothCurve, STEP, stiffnessOf, type Curve } from './curve.ts';
import { hitOn } from './ends.ts';
import { leafOf, middleOf, type Knot } from './pieces.ts';
import type { Skeleton } from './skeleton.ts';
import { gapBetween, isStub, type Track } from './tracks.ts';
import { footOn, pullTo, TRIED_ROUNDS, type Foot, type Walls } from './walls.ts';

/** How stiff curves are that are tried between two legs, and beyond one. */
const [TRIED, LONE] = [stiffnessOf(2), stiffnessOf(5)];

/** So far back along legs is looked. */
const BACK = 5;
/** Walls within this of where a curve has them are told by it. */
export const TOLD = 0.06;

/** Curves that are tried at a knot, and which walls each tells of: NaN where it does not, else where along it. */
export interface Tried {
  readonly curve: Curve;
  readonly told: Float64Array;
  readonly gap: number;
  /** Where it comes out of the material; infinite where it does not. */
  readonly out: number;
  /** How far a bare branch that is gone on towards lies off the way there, degrees. */
  readonly onward?: number;
}

/** The edge about a knot: what readings of it are to tell. */
export interface Near {
  readonly walls: Walls;
  /** Numbers of wall points. */
  readonly points: readonly number[];
  readonly reach: number;
  /** Half the width of strokes. */
  readonly half: number;
}

export function edgeAbout(skeleton: Skeleton, walls: Walls, tracks: readonly Track[], knot: Knot, half: number): Near {
  const { x: cx, y: cy } = middleOf(knot, skeleton);
  let reach = 2;
  for (const track of tracks) {
    reach = Math.max(reach, Math.hypot(track.begin.x - cx, track.begin.y - cy) + 1);
    if (isStub(track)) reach = Math.max(reach, track.reach + 1.2);
  }
  reach = Math.min(reach, 10);
  const points: number[] = [];
  for (let b = 0; b < walls.count; b++)
    if ((walls.x[b]! - cx) ** 2 + (walls.y[b]! - cy) ** 2 < (reach * Math.max(1, half)) ** 2) points.push(b);
  return { walls, points, reach, half };
}

const foot: Foot = { t: 0, x: 0, y: 0, error: 0 };

/** Draws a curve to the walls beside it, round by round. */
function drawn(from: number, to: number, stiffness: number, pulls: Pulls, { walls, points, half }: Near): Curve {
  let curve = smoothCurve(from, to, STEP, stiffness, pulls);
  for (const limit of TRIED_ROUNDS) {
    const all = pulls.copy();
    for (const b of points)
      if (footOn(curve, from, to, walls, b, half, foot)) pullTo(all, walls, b, foot, half, limit * half);
    curve = smoothCurve(from, to, STEP, stiffness, all);
  }
  return curve;
}

function tellsOf(curve: Curve, from: number, to: number, { walls, points, half }: Near): Float64Array {
  return Float64Array.from(points, (b) =>
    footOn(curve, from, to, walls, b, half, foot) && Math.abs(foot.error) < TOLD * half ? foot.t : NaN,
  );
}

/** Legs shorter than this do not tell how they bend. */
const SHORT = 2;
/** A stub with so much that surely is a stroke is one, to its end. */
const TELLING = 0.4;

/**
 * Draws a curve to the discs of a leg, from where that begins, at `at`, backwards.
 * @param sign whether back along the leg is back along the curve, or on
 * @param least so far back at least
 * @returns how far back
 */
function pullBack(pulls: Pulls, track: Track, at: number, sign: 1 | -1, least = SHORT): number {
  let back = 0;
  for (let i = 0; i < track.far.length && track.far[i]! <= BACK; i++) {
    pulls.add(at - sign * track.far[i]!, track.x[i]!, track.y[i]!, track.weight[i]!);
    back = track.far[i]!;
  }
  if (back >= least) return back;
  // What is too short to tell its direction goes straight on as its discs lie.
  for (let t = STEP; t <= least; t += STEP)
    pulls.add(at - sign * t, track.begin.x - t * track.way.x, track.begin.y - t * track.way.y, 0.01);
  return least;
}

/** A leg by itself, on through its knot. */
export function loneCurve(track: Track, near: Near): Tried {
  const pulls = new Pulls();
  const [from, to] = [-pullBack(pulls, track, 0, 1), near.reach + 2.5];
  const curve = drawn(from, to, LONE, pulls, near);
  return {
    curve,
    told: tellsOf(curve, from, to, near),
    gap: 0,
    out: hitOn(curve, 0, near.walls)?.t ?? Infinity,
  };
}

/** How far back a leg is drawn on as its discs lie, where those do not tell: to its end, where it has some that do. */
const drawnBack = ({ isLeaf, reach, bare, radius, good }: Track): number =>
  isLeaf && good >= TELLING ? Math.min(SHORT, reach - bare + radius) : 0.5;

/** Two legs as one stroke. */
export function pairCurve(a: Track, b: Track, near: Near): Tried {
  const gap = gapBetween(a, b);
  const pulls = new Pulls();
  const [from, to] = [-pullBack(pulls, a, 0, 1, drawnBack(a)), gap + pullBack(pulls, b, gap, -1, drawnBack(b))];
  const curve = drawn(from, to, TRIED, pulls, near);
  return {
    curve,
    told: tellsOf(curve, from, to, near),
    gap,
    out: hitOn(curve, 0, near.walls, gap)?.t ?? Infinity,
  };
}

/** A leg goes on beside a branch that turns off by less, degrees. */
export const ONWARD = 60;

/** A leg that goes on by itself for as long as a bare branch beyond the knot reaches. */
export function onwardCurve({ curve, told, out }: Tried, leg: Track, stub: Track, { x, y, burnt }: Skeleton): Tried {
  const leaf = leafOf(stub.leg);
  const [dx, dy] = [x[leaf]! - leg.begin.x, y[leaf]! - leg.begin.y];
  const far = Math.hypot(dx, dy) || 1;
  const angle = (Math.acos(Math.max(-1, Math.min(1, (dx * leg.way.x + dy * leg.way.y) / far))) * 180) / Math.PI;
  const reach = far + Math.min(4, burnt[leaf]!);
  return {
    curve,
    told: told.map((t) => (t <= reach ? t : NaN)),
    gap: 0,
    out,
    onward: angle,
  };
}
