import { alongOf, degreeIn, runsOf } from './runs.ts';
import type { Skeleton } from './skeleton.ts';

/** What counts as a spur: 1 as measured, more drops longer ones, such as serifs. */
export type SpurScale = number;

/** A branch is dropped that adds less than this many radii: a plain one, one with a round tip, a plain wedge. */
const [PLAIN, ROUND, WEDGE] = [0.6, 0.3, 2.2];
/** A serif's sides add less, and leave the stroke in ways at least so many degrees apart. */
const [SERIF, SERIF_OPENING] = [2.8, 100];
/** They are thinner than this share of what strokes usually are, over this share of their length. */
const [THIN, NARROWER] = [0.8, 0.35];
/** A wedge's radius follows a straight line within this share of that of its joint. */
const EVENLY = 0.1;
/** A round tip is wider than this share of the joint, a wedge's thinner, and its sides fall faster than that. */
const [ROUND_TIP, WEDGE_TIP, WEDGE_SLOPE] = [0.6, 0.4, 0.2];

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
 * @param usual half-width of strokes; null where there are no serifs to look for
 */
export function dropSpurs(skeleton: Skeleton, isKept: Uint8Array, scale: SpurScale, usual: number | null): void {
  for (;;) {
    const branches = branchesOf(skeleton, isKept, scale);
    // Where strokes are of one width, walls tell.
    const legs = usual === null ? [] : legsOf(skeleton, isKept);
    const spurs = branches.filter((branch) => branch.adds < branch.limit && !isArm(skeleton, branch, legs));
    const serifs = usual === null ? [] : serifsOf(skeleton, isKept, branches, scale, usual);
    if (spurs.length + serifs.length === 0) break;
    for (const { nodes } of [...spurs, ...serifs]) for (const t of nodes.slice(0, -1)) isKept[t] = 0;
  }
  dropSevered(skeleton, isKept);
}

/** Of what was one and is in several parts now, the largest stays. */
function dropSevered({ neighbours, axis }: Skeleton, isKept: Uint8Array): void {
  const seen = new Uint8Array(isKept.length);
  const partFrom = (from: number, isIn: (t: number) => boolean, mark: Uint8Array): number[] => {
    const part = [from];
    mark[from] = 1;
    for (let i = 0; i < part.length; i++)
      for (const other of neighbours[part[i]!]!)
        if (mark[other] === 0 && isIn(other)) {
          mark[other] = 1;
          part.push(other);
        }
    return part;
  };
  const inKept = new Uint8Array(isKept.length);
  for (let t = 0; t < seen.length; t++) {
    if (axis.side[t] !== 1 || seen[t] === 1) continue;
    const whole = partFrom(t, () => true, seen);
    const parts = whole
      .filter((node) => isKept[node] === 1)
      .flatMap((node) => (inKept[node] === 1 ? [] : [partFrom(node, (other) => isKept[other] === 1, inKept)]));
    const largest = parts.reduce((most, { length }) => Math.max(most, length), 0);
    for (const part of parts) if (part.length < largest) for (const node of part) isKept[node] = 0;
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
    const way = alongOf(skeleton, nodes).at(-1)! + burnt[leaf]!;
    const isWedge = rTip < WEDGE_TIP * rJoint && isFalling(skeleton, nodes, way);
    const limit = scale * (isWedge ? WEDGE : rTip > ROUND_TIP * rJoint ? ROUND : PLAIN);
    return [{ nodes, adds: (way - rJoint) / rJoint, limit }];
  });
}

/** An arm of a bar across a stroke, or what a stroke goes on as beyond it, adds at least so many radii. */
const ARM = 0.15;
/** Its other side begins within so many radii, goes the other way, as a cosine, and lies no further off its line. */
const [ARM_NEAR, ARM_OPPOSITE, ARM_OFF] = [1.6, -0.9, 0.6];
/** Which way a leg goes is told so many radii from its joint. */
const TELLING = 2.2;

/** Where a leg begins, and a point of it further on. */
interface LegWay {
  readonly joint: number;
  readonly on: number;
}

/** Whether a short branch is one side of what goes straight through a stroke, as the arms of a t do. */
function isArm({ x, y, radius }: Skeleton, { nodes, adds }: Branch, legs: readonly LegWay[]): boolean {
  if (adds < ARM) return false;
  const [leaf, joint] = [nodes[0]!, nodes.at(-1)!];
  const r = radius[joint]!;
  const [dx, dy] = [x[leaf]! - x[joint]!, y[leaf]! - y[joint]!];
  const long = Math.hypot(dx, dy) || 1;
  return legs.some((other) => {
    // What leaves the end of a stroke to both sides is a serif, or the bar of a T.
    if (other.joint === joint) return false;
    const [wayX, wayY] = [x[other.on]! - x[other.joint]!, y[other.on]! - y[other.joint]!];
    const [fromX, fromY] = [x[other.on]! - x[leaf]!, y[other.on]! - y[leaf]!];
    return (
      Math.hypot(x[other.joint]! - x[joint]!, y[other.joint]! - y[joint]!) < ARM_NEAR * r &&
      wayX * dx + wayY * dy < ARM_OPPOSITE * long * Math.hypot(wayX, wayY) &&
      Math.abs(fromX * dy - fromY * dx) < ARM_OFF * r * long
    );
  });
}

/** All legs of joints. */
function legsOf(skeleton: Skeleton, isKept: Uint8Array): LegWay[] {
  return runsOf(skeleton, isKept).flatMap(({ nodes, closed }) => {
    if (closed) return [];
    return [nodes, [...nodes].reverse()].flatMap((own): LegWay[] => {
      const joint = own[0]!;
      if (degreeIn(skeleton, isKept, joint) < 3) return [];
      const along = alongOf(skeleton, own);
      const at = along.findIndex((far) => far > TELLING * skeleton.radius[joint]!);
      return [{ joint, on: own.at(at)! }];
    });
  });
}

/** Both sides of serifs: two short branches that leave the end of a stroke in about opposite ways. */
function serifsOf(
  skeleton: Skeleton,
  isKept: Uint8Array,
  branches: readonly Branch[],
  scale: SpurScale,
  usual: number,
): Branch[] {
  const { x, y, radius } = skeleton;
  /** Near its joint a branch is as wide as that: the narrower part tells. */
  const widthOf = (nodes: readonly number[]): number =>
    nodes.map((t) => radius[t]!).sort((p, q) => p - q)[Math.floor(NARROWER * nodes.length)]!;
  // The arms of a T, or the ends of a stem where a K's meet it, are as wide as other strokes.
  const short = branches.filter(({ nodes, adds }) => adds < SERIF * scale && widthOf(nodes) < THIN * usual);
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
  return off < EVENLY * rJoint;
}
