import type { Point } from '../geometry/point.ts';
import type { Leg } from './pieces.ts';
import type { Skeleton } from './skeleton.ts';

/**
 * A leg as it is known before it comes to its knot: from the first stretch that surely is its stroke, outwards. Lengths
 * in half-widths.
 */
export interface Track {
  readonly leg: Leg;
  /** How far behind where it begins each disc lies, and how much of the stroke it tells. */
  readonly far: readonly number[];
  readonly x: readonly number[];
  readonly y: readonly number[];
  readonly weight: readonly number[];
  readonly begin: Point;
  /** A unit vector towards the knot. */
  readonly way: Point;
  /** How far from its knot it begins. */
  readonly bare: number;
  /** Of the piece: its whole length, and what of it is good. */
  readonly reach: number;
  readonly good: number;
  readonly radius: number;
  /** By how much that changes, against itself. */
  readonly spread: number;
  /** Wall points that its discs touch, where it may be a stub. */
  readonly walls: () => readonly number[];
  /** Its other end is free: it may be a stub that belongs to a corner. */
  readonly isLeaf: boolean;
}

/** A leg begins with so much that is good without a break, half-widths: single discs of the right width are chance. */
const SURE = 0.8;
/** The edge within so many radii of a branch's last disc is that of its end. */
const ABOUT_END = 1.6;
/** Longer branches are no stubs, half-widths. */
const STUB = 12;
/** So much of it tells its direction. */
const TELLS = 3;

export function trackOf(skeleton: Skeleton, leg: Leg): Track {
  const { piece, end } = leg;
  const { nodes, along, isGood } = piece;
  const last = nodes.length - 1;
  const reach = along[last]!;
  const at = (i: number): number => (end === 0 ? i : last - i);
  const farOf = (i: number): number => (end === 0 ? along[i]! : reach - along[at(i)]!);
  let good = 0;
  for (let i = 1; i <= last; i++) if (isGood[i] === 1 && isGood[i - 1] === 1) good += along[i]! - along[i - 1]!;
  const begin = beginOf(last, (i) => isGood[at(i)] === 1, farOf);
  const isAnyGood = begin >= 0;
  const start = isAnyGood ? begin : Math.floor(last / 3);
  const [far, x, y, weight]: number[][] = [[], [], [], []];
  const first = farOf(start);
  const radii: number[] = [];
  for (let i = start; i <= last; i++) {
    const t = nodes[at(i)]!;
    const isTelling = isAnyGood ? isGood[at(i)] === 1 : i <= Math.ceil((2 * last) / 3);
    if (!isTelling) continue;
    const span = (farOf(Math.min(last, i + 1)) - farOf(Math.max(0, i - 1))) / 2;
    far!.push(farOf(i) - first);
    x!.push(skeleton.x[t]!);
    y!.push(skeleton.y[t]!);
    weight!.push(Math.max(1e-4, Math.min(0.3, span)) * (isAnyGood ? 1 : 0.2));
    radii.push(skeleton.radius[t]!);
  }
  const { point, way } = directionOf(far!, x!, y!, weight!);
  radii.splice(40);
  radii.sort((a, b) => a - b);
  const middle = radii[radii.length >> 1] ?? 1;
  return {
    leg,
    far: far!,
    x: x!,
    y: y!,
    weight: weight!,
    begin: point,
    way,
    bare: first,
    reach,
    good,
    radius: middle,
    spread:
      radii.length > 4 ? (radii[Math.floor(0.9 * radii.length)]! - radii[Math.floor(0.1 * radii.length)]!) / middle : 1,
    walls: reach < STUB ? once(() => wallsOfStub(skeleton, nodes, nodes[at(last)]!)) : () => [],
    isLeaf: piece.knots[end === 0 ? 1 : 0] === null && !piece.closed,
  };
}

/** Few are asked for what takes longest to find. */
function once<T>(find: () => T): () => T {
  let found: T | undefined;
  return () => (found ??= find());
}

/** Wall points that a branch's discs touch, and those about its end. */
function wallsOfStub({ axis, x, y, radius }: Skeleton, nodes: readonly number[], leaf: number): number[] {
  const own = nodes.flatMap((t) => [...axis.contacts.subarray(3 * t, 3 * t + 3)]);
  const { samples } = axis;
  const near = ABOUT_END * radius[leaf]!;
  for (let b = 0; b < samples.x.length; b++) {
    const [dx, dy] = [samples.x[b]! - x[leaf]!, samples.y[b]! - y[leaf]!];
    if (dx * dx + dy * dy < near * near) own.push(b);
  }
  return own;
}

/** The first good disc of a stretch that is long enough; else of the longest there is, -1 where none is. */
function beginOf(last: number, isGood: (i: number) => boolean, farOf: (i: number) => number): number {
  let [best, longest, from] = [-1, 0, -1];
  for (let i = 0; i <= last + 1; i++) {
    if (i <= last && isGood(i)) {
      if (from < 0) from = i;
      continue;
    }
    if (from < 0) continue;
    const length = farOf(i - 1) - farOf(from);
    if (length >= SURE) return from;
    if (length > longest) [best, longest] = [from, length];
    from = -1;
  }
  return best;
}

/** Where a track begins and which way it goes there, by the parabola through its nearest stretch. */
function directionOf(
  far: readonly number[],
  x: readonly number[],
  y: readonly number[],
  weight: readonly number[],
): { point: Point; way: Point } {
  const moments = [0, 0, 0, 0, 0];
  const [mx, my] = [
    [0, 0, 0],
    [0, 0, 0],
  ];
  let count = 0;
  for (let i = 0; i < far.length && (far[i]! <= TELLS || count < 4); i++, count++) {
    let power = weight[i]!;
    for (let k = 0; k < 5; k++) {
      moments[k]! += power;
      if (k < 3) {
        mx![k]! += power * x[i]!;
        my![k]! += power * y[i]!;
      }
      power *= far[i]!;
    }
  }
  const long = far[Math.min(far.length, count) - 1] ?? 0;
  const isCurved = count >= 6 && long > 1.2;
  const [px, py] = [fitted(moments, mx!, isCurved), fitted(moments, my!, isCurved)];
  const size = Math.hypot(px[1]!, py[1]!);
  const way = size > 1e-9 ? { x: -px[1]! / size, y: -py[1]! / size } : { x: 1, y: 0 };
  return { point: { x: px[0]!, y: py[0]! }, way };
}

/** The parabola a + b t + c t² of least squares; a line where it is not to bend. */
function fitted([m0, m1, m2, m3, m4]: readonly number[], [r0, r1, r2]: readonly number[], isCurved: boolean): number[] {
  const line = (): number[] => {
    const det = m0! * m2! - m1! * m1!;
    return Math.abs(det) < 1e-15
      ? [r0! / m0!, 0, 0]
      : [(r0! * m2! - r1! * m1!) / det, (m0! * r1! - m1! * r0!) / det, 0];
  };
  if (!isCurved) return line();
  const [a, b, c] = [m2! * m4! - m3! * m3!, m2! * m3! - m1! * m4!, m1! * m3! - m2! * m2!];
  const det = m0! * a + m1! * b + m2! * c;
  if (Math.abs(det) < 1e-15) return line();
  const [e, f, g] = [m0! * m4! - m2! * m2!, m1! * m2! - m0! * m3!, m0! * m2! - m1! * m1!];
  return [
    (a * r0! + b * r1! + c * r2!) / det,
    (b * r0! + e * r1! + f * r2!) / det,
    (c * r0! + f * r1! + g * r2!) / det,
  ];
}

/** By how much the way turns from one leg into another, radians, to the left. */
export function turnBetween(a: Track, b: Track): number {
  const [ux, uy, vx, vy] = [a.way.x, a.way.y, -b.way.x, -b.way.y];
  return Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy);
}

/** About how long the way between where two legs begin is, were it an arc. */
export function gapBetween(a: Track, b: Track): number {
  const chord = Math.hypot(b.begin.x - a.begin.x, b.begin.y - a.begin.y);
  const half = Math.abs(turnBetween(a, b)) / 2;
  return Math.max(0.05, half < 0.05 ? chord : (chord * half) / Math.sin(Math.min(half, 1.4)));
}

/** Branches that may be no strokes: of less that is good, and no longer in all. */
const [STUB_GOOD, STUB_REACH] = [1.2, 8];
/** So little of a branch that tells its stroke says nothing of where it runs, half-widths. */
const [BARE, BARE_REACH] = [0.45, 2.5];

/** Whether a branch may belong to a corner or be a swelling rather than a stroke. */
export const isStub = ({ isLeaf, good, reach }: Track): boolean => isLeaf && good < STUB_GOOD && reach < STUB_REACH;

/** Whether a branch tells that something is there, but not where it runs. */
export const isBare = ({ isLeaf, good, reach }: Track): boolean => isLeaf && good < BARE && reach < BARE_REACH;
