import { cross, dot, type Point } from '../geometry/point.ts';
import { Pulls } from './curve.ts';
import { leafOf, rootOf, type Knot, type Leg, type Piece, type Reading } from './pieces.ts';
import type { Skeleton } from './skeleton.ts';
import { trackOf } from './tracks.ts';

/** How a smooth run of a stroke ends. */
export type SpanEnd =
  | {
      readonly kind: 'free';
      /** The knot it goes on beyond, if any. */
      readonly knot: Knot | null;
      readonly burnt: number;
      readonly tip: number;
    }
  | { readonly kind: 'corner'; readonly knot: Knot; readonly other: SpanSide }
  /** On what it ends, where that ends at the same knot; else on what goes through. */
  | { readonly kind: 'lone'; readonly knot: Knot; readonly on: SpanSide | null };

/** One end of a span. */
export interface SpanSide {
  readonly span: Span;
  readonly end: 0 | 1;
}

/** A stretch of a span that goes through a knot. */
export interface Passage {
  readonly knot: Knot;
  readonly from: number;
  readonly to: number;
}

/** A smooth run of a stroke: from end to end, or from corner to corner, or round. Lengths in half-widths. */
export interface Span {
  readonly pulls: Pulls;
  readonly length: number;
  readonly closed: boolean;
  /** Filled when all spans are there. */
  readonly ends: [SpanEnd, SpanEnd];
  readonly passages: readonly Passage[];
  /** Half the width beside each end. */
  readonly radius: readonly [number, number];
}

type Joint =
  | {
      readonly kind: 'through';
      readonly to: Leg;
      readonly gap: number;
      readonly guide: readonly Point[];
      readonly knot: Knot;
    }
  | { readonly kind: 'corner'; readonly to: Leg; readonly knot: Knot }
  | { readonly kind: 'lone'; readonly knot: Knot; readonly on: Leg | null }
  | { readonly kind: 'onward'; readonly knot: Knot; readonly stub: Leg | null; readonly from: Leg };

/** Points of a way through a knot weigh so much of what discs do. */
const GUIDE = 0.5;

/** Puts pieces together as their knots were read. */
export function spansOf(skeleton: Skeleton, pieces: readonly Piece[], readings: ReadonlyMap<Knot, Reading>): Span[] {
  const joints = new Map<Piece, [Joint | null, Joint | null]>(pieces.map((piece) => [piece, [null, null]]));
  const dropped = new Set<Piece>();
  const set = ({ piece, end }: Leg, joint: Joint) => {
    joints.get(piece)![end] = joint;
  };
  for (const [knot, { through, corners, lone, onward, dropped: gone }] of readings) {
    for (const { legs, gap, guide } of through) {
      set(legs[0], { kind: 'through', to: legs[1], gap, guide, knot });
      set(legs[1], { kind: 'through', to: legs[0], gap, guide: [...guide].reverse(), knot });
    }
    for (const [a, b] of corners) {
      set(a, { kind: 'corner', to: b, knot });
      set(b, { kind: 'corner', to: a, knot });
    }
    for (const { leg, on } of lone) set(leg, { kind: 'lone', knot, on });
    for (const { leg, stub } of onward) {
      set(leg, { kind: 'onward', knot, stub, from: leg });
      if (stub) dropped.add(stub.piece);
    }
    for (const { piece } of gone) dropped.add(piece);
  }
  const seen = new Set<Piece>();
  const made: Made[] = [];
  /** Of which span a leg is an end, and which. */
  const sides = new Map<Piece, [SpanSide | null, SpanSide | null]>(pieces.map((piece) => [piece, [null, null]]));
  for (const piece of pieces) {
    if (seen.has(piece) || dropped.has(piece)) continue;
    const own = spanFrom(skeleton, beginOf(piece, joints), joints, seen);
    made.push(own);
    own.legs.forEach((leg, end) => {
      if (leg) sides.get(leg.piece)![leg.end] = { span: own.span, end: end as 0 | 1 };
    });
  }
  // Ends tell of other spans, which are all there now.
  for (const { span, legs } of made)
    legs.forEach((leg, end) => {
      if (leg) span.ends[end] = spanEnd(skeleton, leg, joints, sides);
    });
  return made.map(({ span }) => span);
}

type Joints = ReadonlyMap<Piece, [Joint | null, Joint | null]>;

/** A span and the legs it ends with; null on both sides of a ring. */
interface Made {
  readonly span: Span;
  readonly legs: readonly [Leg | null, Leg | null];
}

/** The leg that a span begins with: back from a piece as long as it goes on. */
function beginOf(piece: Piece, joints: Joints): { first: Leg; isRing: boolean } {
  let first: Leg = { piece, end: 0 };
  if (piece.closed) return { first, isRing: true };
  for (let guard = 0; guard < 10_000; guard++) {
    const joint = joints.get(first.piece)![first.end];
    if (joint?.kind !== 'through') return { first, isRing: false };
    const before = joint.to;
    first = { piece: before.piece, end: before.end === 0 ? 1 : 0 };
    if (first.piece === piece && first.end === 0) return { first, isRing: true };
  }
  return { first, isRing: false };
}

function spanFrom(
  skeleton: Skeleton,
  { first, isRing }: { first: Leg; isRing: boolean },
  joints: Joints,
  seen: Set<Piece>,
): Made {
  const pulls = new Pulls();
  const passages: Passage[] = [];
  const radii: number[] = [];
  let at = 0;
  let leg = first;
  let out: Leg;
  for (;;) {
    seen.add(leg.piece);
    at = addPiece(skeleton, leg, at, joints.get(leg.piece)!, pulls, radii, leg.piece.closed);
    out = { piece: leg.piece, end: leg.end === 0 ? 1 : 0 };
    const joint = joints.get(out.piece)![out.end];
    if (joint?.kind !== 'through') break;
    joint.guide.forEach(({ x, y }, k, { length }) =>
      pulls.add(at + (joint.gap * k) / Math.max(1, length - 1), x, y, (GUIDE * joint.gap) / length),
    );
    passages.push({ knot: joint.knot, from: at, to: at + joint.gap });
    at += joint.gap;
    leg = joint.to;
    if (leg.piece === first.piece && leg.end === first.end) break;
  }
  const span: Span = {
    pulls,
    length: at,
    closed: isRing,
    ends: [NOWHERE, NOWHERE],
    passages,
    radius: [radii[0] ?? 1, radii.at(-1) ?? 1],
  };
  return { span, legs: isRing ? [null, null] : [first, out] };
}

/** What burnt away is no longer than this, half-widths. */
const BURNT_AWAY = 5;

const NOWHERE: SpanEnd = { kind: 'free', knot: null, burnt: 0, tip: 0 };

function spanEnd(
  skeleton: Skeleton,
  { piece, end }: Leg,
  joints: Joints,
  sides: ReadonlyMap<Piece, [SpanSide | null, SpanSide | null]>,
): SpanEnd {
  const { burnt, tip, x, y } = skeleton;
  const joint = joints.get(piece)![end];
  const sideOf = (leg: Leg): SpanSide => sides.get(leg.piece)![leg.end]!;
  if (joint?.kind === 'lone') return { kind: 'lone', knot: joint.knot, on: joint.on && sideOf(joint.on) };
  if (joint?.kind === 'corner') return { kind: 'corner', knot: joint.knot, other: sideOf(joint.to) };
  if (joint?.kind === 'onward') {
    if (!joint.stub) return { kind: 'free', knot: joint.knot, burnt: BURNT_AWAY, tip: 1 };
    const leaf = leafOf(joint.stub);
    const { begin } = trackOf(skeleton, joint.from);
    const far = Math.hypot(x[leaf]! - begin.x, y[leaf]! - begin.y);
    return { kind: 'free', knot: joint.knot, burnt: far + Math.min(4, burnt[leaf]!), tip: tip[leaf]! };
  }
  const leaf = rootOf({ piece, end });
  const beyond = Number.isFinite(burnt[leaf]!) ? burnt[leaf]! : 0;
  const tail = tailOf(skeleton, { piece, end });
  // A tail that runs into one corner of a slanted end says nothing of how that is.
  return { kind: 'free', knot: null, burnt: beyond + tail, tip: tail > 0 && tip[leaf]! < 0.3 ? 1 : tip[leaf]! };
}

/** Tails up to so many radii run into corners of an end; longer ones are strokes that taper. */
const LONGEST_TAIL = 2.8;

/** How much of a piece at its free end tells nothing of the stroke, half-widths; 0 where that is a stroke itself. */
function tailOf(skeleton: Skeleton, leg: Leg): number {
  if (!leg.piece.isGood.includes(1)) return 0;
  const { bare, radius } = trackOf(skeleton, leg);
  return bare <= LONGEST_TAIL * radius && hookOf(skeleton, leg) === 0 ? bare : 0;
}

/** A hook turns aside by more than this, degrees; it is so wide at its end, and so long, in half-widths. */
const HOOK = { turn: 25, wide: 0.7, long: 0.8 };

/**
 * How much of a piece at its free end is a hook too tight for its discs to tell a stroke, half-widths: it turns aside,
 * as a tail into the corner of an end does, but stays wide.
 */
function hookOf(skeleton: Skeleton, leg: Leg): number {
  const { x, y, radius } = skeleton;
  const track = trackOf(skeleton, leg);
  const t = rootOf(leg);
  const [dx, dy] = [x[t]! - track.begin.x, y[t]! - track.begin.y];
  const turn = (Math.atan2(cross(track.way, { x: dx, y: dy }), dot(track.way, { x: dx, y: dy })) * 180) / Math.PI;
  const isHook =
    Math.abs(turn) > HOOK.turn && radius[t]! > HOOK.wide * track.radius && track.bare > HOOK.long * track.radius;
  return isHook ? track.bare : 0;
}

/** Adds what a piece tells from where it begins at one knot to where it ends at the other; gives the new length. */
function addPiece(
  skeleton: Skeleton,
  { piece, end }: Leg,
  at: number,
  joints: [Joint | null, Joint | null],
  pulls: Pulls,
  radii: number[],
  isRing: boolean,
): number {
  const { nodes, along, isGood } = piece;
  const last = nodes.length - 1;
  const reach = along[last]!;
  const order = (i: number): number => (end === 0 ? i : last - i);
  const farOf = (i: number): number => (end === 0 ? along[i]! : reach - along[order(i)]!);
  /** Where the piece begins to be told at a knot, counted from that end. */
  const bare = (side: 0 | 1): number =>
    joints[side] ? trackOf(skeleton, { piece, end: side }).bare : isRing ? 0 : tailOf(skeleton, { piece, end: side });
  const [from, to] = [bare(end), reach - bare(end === 0 ? 1 : 0)];
  const isAnyGood = isGood.includes(1);
  const hook = (side: 0 | 1): number =>
    joints[side] || isRing || !isAnyGood ? 0 : hookOf(skeleton, { piece, end: side });
  const [hookFrom, hookTo] = [hook(end), reach - hook(end === 0 ? 1 : 0)];
  const begin = Math.min(from, to);
  const stop = Math.max(from, to);
  for (let i = 0; i <= last; i++) {
    const far = farOf(i);
    if (far < begin - 1e-9 || far > stop + 1e-9) continue;
    const isInHook = far < hookFrom || far > hookTo;
    if (isAnyGood && isGood[order(i)] !== 1 && !isInHook) continue;
    const t = nodes[order(i)]!;
    const span = (farOf(Math.min(last, i + 1)) - farOf(Math.max(0, i - 1))) / 2;
    pulls.add(
      at + far - begin,
      skeleton.x[t]!,
      skeleton.y[t]!,
      Math.max(1e-4, Math.min(0.3, span)) * (isAnyGood && !isInHook ? 1 : 0.2),
    );
    radii.push(skeleton.radius[t]!);
  }
  return at + Math.max(isRing ? reach : 0.05, stop - begin);
}
