import type { Skeleton } from './skeleton.ts';

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

/** Where pieces come together: strokes cross there, meet, turn a corner or end on each other. */
export interface Knot {
  readonly legs: Leg[];
  /** A corner along a stroke rather than a fork of the skeleton. */
  readonly isBend: boolean;
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

/** What counts as a spur: 1 as measured, more drops longer ones, such as serifs. */
export type SpurScale = number;

/** A branch is dropped that adds less than this many radii: a plain one, one with a round tip, a plain wedge. */
const [PLAIN, ROUND, WEDGE] = [0.6, 0.3, 2.2];
/** A serif's sides add less, and leave the stroke in ways at least so many degrees apart. */
const [SERIF, SERIF_OPENING] = [1.9, 100];
/** A round tip is wider than this share of the joint, a wedge's thinner, and its sides fall faster than that. */
const [ROUND_TIP, WEDGE_TIP, WEDGE_SLOPE] = [0.6, 0.4, 0.2];

/** Share of that below which a branch is surely none. */
const SURELY = 0.35;

/** Strokes are of one width where the middle three fifths of their discs differ by less than this. */
const ONE_WIDTH = 0.06;
/** And nearly all of them by less than that. */
const NEARLY_ALL = 0.25;
/** Then discs further off are those of strokes that merge. */
const OFF_WIDTH = 0.035;
/** Where widths change, discs so much wider than what they lie between are. */
const SWOLLEN = 1.15;

/** Joints with less than this between them that is surely a stroke, and nearer than that, are one knot: in radii. */
const [STROKE_BETWEEN, FURTHEST] = [0.5, 9];

/** A stroke that turns by more across a stretch that tells nothing may have a corner there, radians. */
const BEND = 0.42;
/** Stretches that tell the direction on either side are so long, half-widths. */
const TELLING = 1;

/** Runs from joint to joint: what knots and pieces are made from. */
interface Run {
  nodes: number[];
  closed: boolean;
}

export function partsOf(skeleton: Skeleton, spurs: SpurScale): Parts {
  const isKept = skeleton.isKept.slice();
  const dots = dotsOf(skeleton);
  const { middle, isOne } = widthsOf(skeleton, runsOf(skeleton, isKept));
  // Where strokes are of one width, walls tell later what is none.
  dropSpurs(skeleton, isKept, isOne ? SURELY * spurs : spurs, !isOne);
  const runs = runsOf(skeleton, isKept);
  const half = isOne ? middle : null;
  const goods = runs.map((run) => goodOf(skeleton, run, half));
  return { ...knotted(skeleton, runs, goods, half, middle), dots, half };
}

const degreeIn = ({ neighbours }: Skeleton, isKept: Uint8Array, t: number): number => {
  let degree = 0;
  for (const other of neighbours[t]!) if (isKept[other] === 1) degree++;
  return degree;
};

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

function runsOf(skeleton: Skeleton, isKept: Uint8Array): Run[] {
  const { neighbours } = skeleton;
  const runs: Run[] = [];
  const done = new Set<number>();
  const key = (a: number, b: number) => a * isKept.length + b;
  const walk = (from: number, to: number): Run => {
    const nodes = [from, to];
    let [before, at] = [from, to];
    done.add(key(before, at));
    while (at !== from && degreeIn(skeleton, isKept, at) === 2) {
      const next = neighbours[at]!.find((other) => isKept[other] === 1 && other !== before);
      if (next === undefined) break;
      [before, at] = [at, next];
      nodes.push(at);
    }
    done.add(key(at, before));
    return { nodes, closed: false };
  };
  const ends: number[] = [];
  for (let t = 0; t < isKept.length; t++) if (isKept[t] === 1 && degreeIn(skeleton, isKept, t) !== 2) ends.push(t);
  for (const t of ends)
    for (const other of neighbours[t]!) if (isKept[other] === 1 && !done.has(key(t, other))) runs.push(walk(t, other));
  const seen = new Uint8Array(isKept.length);
  for (const { nodes } of runs) for (const t of nodes) seen[t] = 1;
  for (let t = 0; t < isKept.length; t++) {
    if (isKept[t] !== 1 || seen[t] === 1 || degreeIn(skeleton, isKept, t) !== 2) continue;
    const run = walk(
      t,
      neighbours[t]!.find((other) => isKept[other] === 1)!,
    );
    for (const node of run.nodes) seen[node] = 1;
    runs.push({ nodes: run.nodes.slice(0, -1), closed: true });
  }
  return runs;
}

const lengthOf = ({ x, y }: Skeleton, nodes: readonly number[]): number => {
  let length = 0;
  for (let i = 1; i < nodes.length; i++)
    length += Math.hypot(x[nodes[i]!]! - x[nodes[i - 1]!]!, y[nodes[i]!]! - y[nodes[i - 1]!]!);
  return length;
};

/** A branch to a free end, from there to its joint. */
interface Branch {
  readonly nodes: readonly number[];
  /** By how many radii of its joint it goes further than the joint does by itself. */
  readonly adds: number;
  readonly limit: number;
}

/**
 * Drops branches that are corners, swellings or serifs rather than strokes: all of a joint's together, so that a serif
 * does not leave one of its sides behind, then what has become a branch by that.
 */
function dropSpurs(skeleton: Skeleton, isKept: Uint8Array, scale: SpurScale, hasSerifs: boolean): void {
  for (;;) {
    const branches = branchesOf(skeleton, isKept, scale);
    const spurs = branches.filter(({ adds, limit }) => adds < limit);
    const serifs = hasSerifs ? serifsOf(skeleton, isKept, branches, scale) : [];
    const dropped = spurs.length > 0 ? spurs : serifs;
    if (dropped.length === 0) return;
    for (const { nodes } of dropped) for (const t of nodes.slice(0, -1)) isKept[t] = 0;
  }
}

function branchesOf(skeleton: Skeleton, isKept: Uint8Array, scale: SpurScale): Branch[] {
  const { radius, burnt, tip } = skeleton;
  return runsOf(skeleton, isKept).flatMap(({ nodes: run, closed }): Branch[] => {
    if (closed) return [];
    const [head, tail] = [degreeIn(skeleton, isKept, run[0]!), degreeIn(skeleton, isKept, run.at(-1)!)];
    if ((head === 1) === (tail === 1)) return [];
    const nodes = head === 1 ? run : [...run].reverse();
    const [leaf, joint] = [nodes[0]!, nodes.at(-1)!];
    const [rTip, rJoint] = [tip[leaf]!, radius[joint]!];
    const way = lengthOf(skeleton, nodes) + burnt[leaf]!;
    const isWedge = rTip < WEDGE_TIP * rJoint && isFalling(skeleton, nodes, way);
    const limit = scale * (isWedge ? WEDGE : rTip > ROUND_TIP * rJoint ? ROUND : PLAIN);
    return [{ nodes, adds: (way - rJoint) / rJoint, limit }];
  });
}

/** Both sides of serifs: two short branches that leave the end of a stroke in about opposite ways. */
function serifsOf(skeleton: Skeleton, isKept: Uint8Array, branches: readonly Branch[], scale: SpurScale): Branch[] {
  const { x, y } = skeleton;
  const short = branches.filter(({ adds }) => adds < SERIF * scale);
  const wayOf = ({ nodes }: Branch): number => {
    const [leaf, joint] = [nodes[0]!, nodes.at(-1)!];
    return Math.atan2(y[leaf]! - y[joint]!, x[leaf]! - x[joint]!);
  };
  return short.filter((branch) => {
    const joint = branch.nodes.at(-1)!;
    if (degreeIn(skeleton, isKept, joint) !== 3) return false;
    return short.some(
      (other) =>
        other !== branch &&
        other.nodes.at(-1) === joint &&
        Math.cos(wayOf(branch) - wayOf(other)) < Math.cos((SERIF_OPENING * Math.PI) / 180),
    );
  });
}

/** Whether a branch narrows evenly from its joint to its tip. */
function isFalling(skeleton: Skeleton, branch: readonly number[], way: number): boolean {
  const { radius, burnt, tip } = skeleton;
  const leaf = branch[0]!;
  const [rJoint, rTip] = [radius[branch.at(-1)!]!, tip[leaf]!];
  const slope = (rJoint - rTip) / way;
  if (slope < WEDGE_SLOPE) return false;
  let [gone, off] = [burnt[leaf]!, 0];
  branch.forEach((t, i) => {
    if (i > 0)
      gone += Math.hypot(skeleton.x[t]! - skeleton.x[branch[i - 1]!]!, skeleton.y[t]! - skeleton.y[branch[i - 1]!]!);
    off = Math.max(off, Math.abs(radius[t]! - (rTip + slope * gone)));
  });
  return off < 0.15 * rJoint;
}

/** What half-widths strokes have: that of the middle of their length, and whether all have about that. */
interface Widths {
  readonly middle: number;
  readonly isOne: boolean;
}

function widthsOf({ x, y, radius, isTrusted }: Skeleton, runs: readonly Run[]): Widths {
  const told: { radius: number; length: number }[] = [];
  for (const { nodes } of runs)
    for (let i = 1; i < nodes.length; i++) {
      const [a, b] = [nodes[i - 1]!, nodes[i]!];
      if (isTrusted[a] !== 1 || isTrusted[b] !== 1) continue;
      told.push({ radius: (radius[a]! + radius[b]!) / 2, length: Math.hypot(x[b]! - x[a]!, y[b]! - y[a]!) });
    }
  if (told.length === 0) return { middle: 1, isOne: false };
  told.sort((a, b) => a.radius - b.radius);
  const whole = told.reduce((sum, { length }) => sum + length, 0);
  const quantile = (share: number): number => {
    let gone = 0;
    return (told.find(({ length }) => (gone += length) >= share * whole) ?? told.at(-1)!).radius;
  };
  const middle = quantile(0.5);
  const isOne =
    quantile(0.8) - quantile(0.2) < ONE_WIDTH * middle && quantile(0.93) - quantile(0.07) < NEARLY_ALL * middle;
  return { middle, isOne };
}

function goodOf({ radius, isTrusted }: Skeleton, { nodes }: Run, half: number | null): Uint8Array {
  if (half !== null)
    return Uint8Array.from(nodes, (t) =>
      isTrusted[t] === 1 && Math.abs(radius[t]! - half) < OFF_WIDTH * half ? 1 : 0,
    );
  return Uint8Array.from(nodes, (t) => isTrusted[t]!);
}

const alongOf = ({ x, y }: Skeleton, nodes: readonly number[]): Float64Array => {
  const along = new Float64Array(nodes.length);
  for (let i = 1; i < nodes.length; i++)
    along[i] = along[i - 1]! + Math.hypot(x[nodes[i]!]! - x[nodes[i - 1]!]!, y[nodes[i]!]! - y[nodes[i - 1]!]!);
  return along;
};

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
  const rootOf = (t: number): number => {
    let at = t;
    while ((root.get(at) ?? at) !== at) at = root.get(at)!;
    return at;
  };
  const isInside = new Uint8Array(runs.length);
  const between = runs
    .map(({ nodes, closed }, i) => ({ i, a: nodes[0]!, b: nodes.at(-1)!, closed, length: alongs[i]!.at(-1)! }))
    .filter(({ a, b, closed }) => !closed && a !== b && isJoint(a) && isJoint(b))
    .sort((p, q) => p.length - q.length);
  for (const { i, a, b, length } of between) {
    const r = half ?? Math.min(radius[a]!, radius[b]!);
    if (length > FURTHEST * r || rootOf(a) === rootOf(b)) continue;
    if (goodLength(skeleton, runs[i]!.nodes, goods[i]!, alongs[i]!, SWOLLEN * middle) >= STROKE_BETWEEN * r) continue;
    isInside[i] = 1;
    root.set(rootOf(a), rootOf(b));
  }
  const pieces: Piece[] = [];
  const knots: Knot[] = [];
  const knotAt = new Map<number, Knot>();
  const knotOf = (t: number): Knot | null => {
    if (!isJoint(t)) return null;
    const own = rootOf(t);
    let knot = knotAt.get(own);
    if (!knot) {
      knotAt.set(own, (knot = { legs: [], isBend: false }));
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
    const bends = bendsOf(skeleton, nodes, good, along);
    const knotsBetween = bends.map((): Knot => ({ legs: [], isBend: true }));
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
      for (const end of [0, 1] as const) piece.knots[end]?.legs.push({ piece, end });
    }
  });
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
function bendsOf({ x, y }: Skeleton, nodes: readonly number[], good: Uint8Array, along: Float64Array): number[] {
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
        if (Math.abs(turn) > BEND) {
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
