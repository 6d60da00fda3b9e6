import type { Point } from '../geometry/point.ts';
import { alongOf, runsOf, type Run } from './runs.ts';
import type { Skeleton } from './skeleton.ts';
import { dropSpurs, type SpurScale } from './spurs.ts';
import { loopsAt } from './waists.ts';
import { widthsOf } from './widths.ts';

/** A run of the skeleton from knot to knot, or to a free end, or round. */
export interface Piece {
  /** Discs in order. */
  readonly nodes: readonly number[];
  /** How far along each lies, half-widths. */
  readonly along: Float64Array;
  /** 1 where a disc tells the middle of the stroke. */
  readonly isGood: Uint8Array;
  readonly closed: boolean;
  /** The knots that it begins and ends at; null at a free end. */
  readonly knots: [Knot | null, Knot | null];
}

/** One end of a piece at a knot. */
export interface Leg {
  readonly piece: Piece;
  readonly end: 0 | 1;
}

/** The disc at a leg's other end. */
export const leafOf = ({ piece, end }: Leg): number => piece.nodes[end === 0 ? piece.nodes.length - 1 : 0]!;

/** The disc at a leg's knot. */
export const rootOf = ({ piece, end }: Leg): number => piece.nodes[end === 0 ? 0 : piece.nodes.length - 1]!;

/** The middle of a knot: of the discs that its legs end with. */
export function middleOf({ legs }: Knot, { x, y }: Skeleton): Point {
  const roots = legs.map(rootOf);
  return {
    x: roots.reduce((sum, t) => sum + x[t]!, 0) / roots.length,
    y: roots.reduce((sum, t) => sum + y[t]!, 0) / roots.length,
  };
}

/** Where pieces come together: strokes cross there, meet, turn a corner or end on each other. */
export interface Knot {
  readonly legs: Leg[];
  /** A corner along a stroke rather than a fork of the skeleton. */
  readonly isBend: boolean;
  /** Of the waist of an 8 the legs of its one loop and of the other. */
  loops: readonly [readonly Leg[], readonly Leg[]] | null;
}

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

/** What is left of a shape: its pieces, its knots, and dots where no stroke begins. */
export interface Parts {
  readonly pieces: readonly Piece[];
  readonly knots: readonly Knot[];
  /** Discs. */
  readonly dots: readonly number[];
  /** Half the width of all strokes, where they are of one. */
  readonly half: number | null;
}

/** Share of that below which a branch is surely none. */
const SURELY = 0.35;

/** Where strokes are of one width, discs further off than this are those of strokes that merge. */
const OFF_WIDTH = 0.035;
/** Where widths change, discs so much wider than what they lie between are. */
const SWOLLEN = 1.15;

/** Joints with less than this between them that is surely a stroke, and nearer than that, are one knot: in radii. */
const [STROKE_BETWEEN, FURTHEST] = [0.5, 9];

/** A stroke that turns by more across a stretch that tells nothing may have a corner there, radians. */
const BEND = 0.42;
/** Stretches that tell the direction on either side are so long, half-widths. */
const TELLING = 1;

/**
 * What tells where strokes run: walls, where all are of one width; what faces each other, where widths change; or the
 * skeleton as it is, which bends where strokes merge, but neither leaves the material nor loses a hole.
 */
export type Told = 'walls' | 'facing' | 'skeleton';

/** @returns told by what faces each other where walls are asked and strokes are not of one width */
export function partsOf(skeleton: Skeleton, spurs: SpurScale, told: Told): Parts {
  const isKept = skeleton.isKept.slice();
  const burntAway = dotsOf(skeleton);
  const widths = widthsOf(skeleton, runsOf(skeleton, isKept));
  const { middle } = widths;
  const isOne = widths.isOne && told === 'walls';
  // Where strokes are of one width, walls tell later what is none.
  dropSpurs(skeleton, isKept, isOne ? SURELY * spurs : spurs, isOne ? null : middle);
  const runs = runsOf(skeleton, isKept);
  const half = isOne ? middle : null;
  const goods = runs.map((run) =>
    told === 'skeleton' ? new Uint8Array(run.nodes.length).fill(1) : goodOf(skeleton, run, half),
  );
  // What was all spurs, as a flick over an i, is a dot.
  const dots = runs.length > 0 || burntAway.length > 0 ? burntAway : [widestOf(skeleton)];
  return { ...knotted(skeleton, runs, goods, half, middle), dots, half };
}

function widestOf({ radius, axis }: Skeleton): number {
  let widest = 0;
  for (let t = 0; t < radius.length; t++)
    if (axis.side[t] === 1 && (axis.side[widest] !== 1 || radius[t]! > radius[widest]!)) widest = t;
  return widest;
}

/** The last disc to burn of every part that burns away altogether. */
function dotsOf({ neighbours, isKept, burnt, axis }: Skeleton): number[] {
  const seen = new Uint8Array(isKept.length);
  const dots: number[] = [];
  for (let t = 0; t < seen.length; t++) {
    if (axis.side[t] !== 1 || seen[t] === 1) continue;
    let [last, stands] = [t, false];
    const waiting = [t];
    seen[t] = 1;
    for (let at = waiting.pop(); at !== undefined; at = waiting.pop()) {
      if (isKept[at] === 1) stands = true;
      if (burnt[at]! > burnt[last]!) last = at;
      for (const other of neighbours[at]!) {
        if (seen[other] === 1) continue;
        seen[other] = 1;
        waiting.push(other);
      }
    }
    if (!stands) dots.push(last);
  }
  return dots;
}

function goodOf({ radius, isTrusted }: Skeleton, { nodes }: Run, half: number | null): Uint8Array {
  if (half !== null)
    return Uint8Array.from(nodes, (t) =>
      isTrusted[t] === 1 && Math.abs(radius[t]! - half) < OFF_WIDTH * half ? 1 : 0,
    );
  return Uint8Array.from(nodes, (t) => isTrusted[t]!);
}

function knotted(
  skeleton: Skeleton,
  runs: readonly Run[],
  goods: readonly Uint8Array[],
  half: number | null,
  middle: number,
): { pieces: Piece[]; knots: Knot[] } {
  const { radius } = skeleton;
  const alongs = runs.map(({ nodes }) => alongOf(skeleton, nodes));
  // How often each disc is an end: joints are those of three and more.
  const degree = new Map<number, number>();
  for (const { nodes, closed } of runs)
    if (!closed) for (const t of [nodes[0]!, nodes.at(-1)!]) degree.set(t, (degree.get(t) ?? 0) + 1);
  const isJoint = (t: number) => (degree.get(t) ?? 0) >= 3;
  const root = new Map<number, number>();
  const leaderOf = (t: number): number => {
    let at = t;
    while ((root.get(at) ?? at) !== at) at = root.get(at)!;
    return at;
  };
  const isInside = new Uint8Array(runs.length);
  const waists = new Map<number, readonly [number, number]>();
  const between = runs
    .map(({ nodes, closed }, i) => ({ i, a: nodes[0]!, b: nodes.at(-1)!, closed, length: alongs[i]!.at(-1)! }))
    .filter(({ a, b, closed }) => !closed && a !== b && isJoint(a) && isJoint(b))
    .sort((p, q) => p.length - q.length);
  for (const { i, a, b, length } of between) {
    const r = half ?? Math.min(radius[a]!, radius[b]!);
    if (length > FURTHEST * r || leaderOf(a) === leaderOf(b)) continue;
    const loops = loopsAt(skeleton, runs, i, length);
    if (loops) {
      isInside[i] = 1;
      root.set(leaderOf(a), leaderOf(b));
      waists.set(leaderOf(b), loops);
      continue;
    }
    if (goodLength(skeleton, runs[i]!.nodes, goods[i]!, alongs[i]!, SWOLLEN * middle) >= STROKE_BETWEEN * r) continue;
    if (isNeck(skeleton, runs[i]!.nodes, r, length, middle)) continue;
    isInside[i] = 1;
    root.set(leaderOf(a), leaderOf(b));
  }
  const pieces: Piece[] = [];
  const knots: Knot[] = [];
  const knotAt = new Map<number, Knot>();
  const legsOfRun = runs.map((): Leg[] => []);
  const knotOf = (t: number): Knot | null => {
    if (!isJoint(t)) return null;
    const own = leaderOf(t);
    let knot = knotAt.get(own);
    if (!knot) {
      knotAt.set(own, (knot = { legs: [], isBend: false, loops: null }));
      knots.push(knot);
    }
    return knot;
  };
  runs.forEach((run, i) => {
    if (isInside[i] === 1) return;
    const [nodes, good, along] = run.closed
      ? rotated(skeleton, run.nodes, goods[i]!)
      : [run.nodes, goods[i]!, alongs[i]!];
    const [head, tail] = run.closed ? [null, null] : [knotOf(nodes[0]!), knotOf(nodes.at(-1)!)];
    const bends = bendsOf(skeleton, nodes, good, along, half !== null);
    const knotsBetween = bends.map((): Knot => ({ legs: [], isBend: true, loops: null }));
    knots.push(...knotsBetween);
    const cuts = [0, ...bends, nodes.length - 1];
    const own: Piece[] = [];
    for (let k = 0; k + 1 < cuts.length; k++) {
      const [from, to] = [cuts[k]!, cuts[k + 1]!];
      const part = nodes.slice(from, to + 1);
      own.push({
        nodes: part,
        along: alongOf(skeleton, part),
        isGood: good.slice(from, to + 1),
        closed: run.closed && bends.length === 0,
        knots: [k === 0 ? head : knotsBetween[k - 1]!, k + 2 === cuts.length ? tail : knotsBetween[k]!],
      });
    }
    if (run.closed && bends.length > 0) {
      // A ring with corners: what is before its first goes on from what is behind its last.
      const [first, last] = [own.shift()!, own.pop() ?? null];
      const whole = last ? [...last.nodes, ...first.nodes.slice(1)] : first.nodes;
      const wholeGood = last ? Uint8Array.from([...last.isGood, ...first.isGood.slice(1)]) : first.isGood;
      own.push({
        nodes: whole,
        along: alongOf(skeleton, whole),
        isGood: wholeGood,
        closed: false,
        knots: [knotsBetween.at(-1)!, knotsBetween[0]!],
      });
    }
    for (const piece of own) {
      pieces.push(piece);
      for (const end of [0, 1] as const) {
        const leg = { piece, end };
        piece.knots[end]?.legs.push(leg);
        if (piece.knots[end]?.isBend === false) legsOfRun[i]!.push(leg);
      }
    }
  });
  for (const [joint, [one, other]] of waists) {
    const knot = knotAt.get(leaderOf(joint));
    if (knot) knot.loops = [legsOfRun[one]!, legsOfRun[other]!];
  }
  return { pieces, knots };
}

/** A ring that begins and ends in the middle of a stretch that tells its stroke, its first disc repeated. */
function rotated(skeleton: Skeleton, ring: readonly number[], good: Uint8Array): [number[], Uint8Array, Float64Array] {
  let [best, at, length] = [0, 0, 0];
  for (let i = 0; i < 2 * ring.length; i++) {
    length = good[i % ring.length] === 1 ? length + 1 : 0;
    if (length > best) [best, at] = [length, i - (length >> 1)];
    if (length >= ring.length) break;
  }
  const start = ((at % ring.length) + ring.length) % ring.length;
  const turn = <T>(list: ArrayLike<T>): T[] =>
    Array.from({ length: ring.length + 1 }, (_, i) => list[(start + i) % ring.length]!);
  const nodes = turn(ring);
  return [nodes, Uint8Array.from(turn(good)), alongOf(skeleton, nodes)];
}

/** Between strokes that cross the material is wider than they are: what is narrower, and not short, is a stroke. */
const [NECK, NECK_LENGTH] = [0.95, 1.5];

const isNeck = ({ radius }: Skeleton, nodes: readonly number[], r: number, length: number, middle: number): boolean => {
  if (length < NECK_LENGTH * r) return false;
  const narrowest = nodes.reduce((least, t) => Math.min(least, radius[t]!), Infinity);
  return narrowest < NECK * middle;
};

/** Wider stretches are strokes too where they change by less than this for their length. */
const EVEN = 0.04;

/** How much of a run surely is a stroke: good, and no wider than strokes are, or as wide all along. */
function goodLength(
  { radius }: Skeleton,
  nodes: readonly number[],
  good: Uint8Array,
  along: Float64Array,
  widest: number,
): number {
  let length = 0;
  for (let i = 1; i < nodes.length; i++) {
    if (good[i] !== 1 || good[i - 1] !== 1) continue;
    const step = along[i]! - along[i - 1]!;
    const changes = Math.abs(radius[nodes[i]!]! - radius[nodes[i - 1]!]!);
    if (radius[nodes[i]!]! <= widest || changes < EVEN * step) length += step;
  }
  return length;
}

/** Where a stroke may turn a corner: the middles of stretches that tell nothing, with a turn across them. */
function bendsOf(
  { x, y, isSharp }: Skeleton,
  nodes: readonly number[],
  good: Uint8Array,
  along: Float64Array,
  isOneWidth: boolean,
): number[] {
  const bends: number[] = [];
  let last = -1;
  const way = (from: number, to: number) =>
    Math.atan2(y[nodes[to]!]! - y[nodes[from]!]!, x[nodes[to]!]! - x[nodes[from]!]!);
  for (let i = 0; i < nodes.length; i++) {
    if (good[i] !== 1) continue;
    if (last >= 0 && i > last + 1 && along[i]! - along[last]! > 0.15) {
      let [from, to] = [last, i];
      while (from > 0 && good[from - 1] === 1 && along[last]! - along[from]! < TELLING) from--;
      while (to < nodes.length - 1 && good[to + 1] === 1 && along[to]! - along[i]! < TELLING) to++;
      if (along[last]! - along[from]! > 0.4 * TELLING && along[to]! - along[i]! > 0.4 * TELLING) {
        let turn = way(i, to) - way(from, last);
        turn = Math.atan2(Math.sin(turn), Math.cos(turn));
        // Where widths change, only a corner of the edge tells a corner of the stroke from a tight turn.
        const isCorner = isOneWidth || nodes.slice(last, i).some((t) => isSharp[t] === 1);
        if (Math.abs(turn) > BEND && isCorner) {
          const middle = (along[last]! + along[i]!) / 2;
          let at = last + 1;
          while (at < i - 1 && along[at]! < middle) at++;
          bends.push(at);
        }
      }
    }
    last = i;
  }
  return bends;
}
