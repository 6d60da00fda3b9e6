import type { MedialAxis } from '../geometry/medial-axis.ts';

/** One side of a medial axis as a graph, without the branches that run out into corners and points. */
export interface TrimmedAxis {
  /** 1 for nodes that are left. */
  readonly alive: Uint8Array;
  /** Links of each node: `first[t]` to `first[t + 1]` in `around`, as link numbers. */
  readonly first: Uint32Array;
  readonly around: Uint32Array;
}

/**
 * Discs through three points are told to measure two walls that face each other when their widest side is this near
 * their diameter.
 */
export const FACING = 0.9;

/** A branch that widens faster than this is the point of a serif or a corner, not a thin place. */
const TAPER = 0.1;

/** What a branch may waver, against the limit. */
const SLACK = 0.02;

/** A branch whose tip is thinner than this, against the limit, is a cusp: it may widen as slowly as it likes. */
const CUSP = 1 / 4;

/** Discs of a smaller radius, mm or against the limit, are the end of a cusp, whatever they do. */
const HAIR = 0.05;
const HAIR_SHARE = 0.03;

/** Below this share of its widest so far a branch has left a pocket by its mouth; at a joint less is enough to tell. */
const DIP = 0.85;
const MOUTH = 0.95;

/** How far a branch may go without widening, in ways to where it was widest and in widths there. */
const PATIENCE = 0.5;
const WIDTHS = 2;

/** A link is a pinch where it is narrower than this share of the discs at its ends. */
const PINCHED = 0.98;

/** Whether the way is narrower between two discs than at either. */
export const isPinch = ({ passage, half, links }: MedialAxis, link: number): boolean =>
  passage[link]! < PINCHED * Math.min(half[links[2 * link]!]!, half[links[2 * link + 1]!]!);

/** The node at the other end of a link. */
export function otherEnd({ links }: MedialAxis, link: number, t: number): number {
  return links[2 * link] === t ? links[2 * link + 1]! : links[2 * link]!;
}

/**
 * The axis of one side without the branches that run out into corners and points: each is followed from its tip as
 * long as it widens, up to where another branch joins, and left from where it was widest if it narrows again before.
 */
export function trimAxis(axis: MedialAxis, side: 1 | 2, limit: number): TrimmedAxis {
  const count = axis.x.length;
  const { first, around } = neighboursOf(axis);
  const alive = new Uint8Array(count);
  for (let t = 0; t < count; t++) alive[t] = axis.side[t] === side ? 1 : 0;
  const graph: TrimmedAxis = { alive, first, around };
  const leaves: number[] = [];
  const isJoint = new Uint8Array(count);
  for (let t = 0; t < count; t++) {
    if (alive[t] === 0) continue;
    const degree = degreeOf(axis, graph, t);
    if (degree <= 1) leaves.push(t);
    if (degree >= 3) isJoint[t] = 1;
  }
  for (let leaf = leaves.pop(); leaf !== undefined; leaf = leaves.pop()) trimBranch(axis, graph, isJoint, leaf, limit);
  return graph;
}

function neighboursOf({ x, links, passage }: MedialAxis): Pick<TrimmedAxis, 'first' | 'around'> {
  const first = new Uint32Array(x.length + 1);
  for (const t of links) first[t]!++;
  let total = 0;
  for (let t = 0; t <= x.length; t++) first[t] = total += first[t]!;
  const around = new Uint32Array(total);
  for (let link = passage.length - 1; link >= 0; link--) {
    around[--first[links[2 * link]!]!] = link;
    around[--first[links[2 * link + 1]!]!] = link;
  }
  return { first, around };
}

function degreeOf(axis: MedialAxis, { alive, first, around }: TrimmedAxis, t: number): number {
  let degree = 0;
  for (let k = first[t]!; k < first[t + 1]!; k++) if (alive[otherEnd(axis, around[k]!, t)] === 1) degree++;
  return degree;
}

function trimBranch(axis: MedialAxis, graph: TrimmedAxis, isJoint: Uint8Array, leaf: number, limit: number): void {
  const { alive, first, around } = graph;
  const hair = Math.max(HAIR, HAIR_SHARE * limit);
  const path: number[] = [];
  let gone = 0;
  /** Half the width at the tip; not known before two walls face each other. */
  let tip: number | null = null;
  /** Where the branch was widest: how wide, how far in, at which node of the path; and the narrowest since. */
  let [widest, widestAt, widestNode, narrowest] = [0, 0, 0, Infinity];
  let narrowsAgain = false;
  let at = leaf;
  while (alive[at] === 1 && degreeOf(axis, graph, at) <= 1) {
    const half = axis.half[at]!;
    if (isJoint[at] === 1) {
      // What led here is gone for good; from here on it is another branch.
      path.length = 0;
      gone = 0;
      [tip, widest, widestAt, widestNode, narrowest] = [half, half, 0, 0, Infinity];
    } else if (axis.facing[at]! >= FACING) {
      tip ??= half;
      const widens = 2 * tip < CUSP * limit || half - tip >= TAPER * gone - SLACK * limit;
      if (half > widest && widens) [widest, widestAt, widestNode, narrowest] = [half, gone, path.length, Infinity];
      else {
        narrowest = Math.min(narrowest, half);
        const tooFar = gone - widestAt > Math.max(PATIENCE * widestAt, WIDTHS * widest);
        narrowsAgain = widest >= hair && (tooFar || half < DIP * widest);
        if (narrowsAgain) break;
      }
    }
    path.push(at);
    alive[at] = 0;
    let onward = -1;
    let link = -1;
    for (let k = first[at]!; k < first[at + 1]!; k++) {
      const next = otherEnd(axis, around[k]!, at);
      if (alive[next] === 0) continue;
      onward = next;
      link = around[k]!;
    }
    // All there was: a piece that is nothing but points keeps its widest place. And no branch is followed through a
    // pinch: what lies before it is no corner.
    narrowsAgain = onward < 0 || (isPinch(axis, link) && Math.min(half, axis.half[onward]!) >= hair);
    if (narrowsAgain) break;
    gone += Math.hypot(axis.x[onward]! - axis.x[at]!, axis.y[onward]! - axis.y[at]!);
    at = onward;
  }
  if (narrowsAgain || (widest >= hair && narrowest < MOUTH * widest))
    for (const t of path.slice(widestNode)) alive[t] = 1;
}
