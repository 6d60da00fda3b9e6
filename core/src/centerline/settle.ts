import { distance, type Point } from '../geometry/point.ts';
import { apexOf, cuspOf, isPointed, plumbOf, straightToApex, type Outward } from './corner-tips.ts';
import { endOf, meetingOf, nearestOn, pointOn, Pulls, smoothCurve, STEP, stiffnessOf, type Curve } from './curve.ts';
import { freeEnd, hitOn } from './ends.ts';
import { middleOf, rootOf, type Knot } from './pieces.ts';
import type { Skeleton } from './skeleton.ts';
import type { Span, SpanEnd } from './spans.ts';
import { footOn, pullTo, ROUNDS, type Foot, type Walls } from './walls.ts';

/** A span as it will be drawn: points at even steps, in half-widths, from end to end. */
export interface Settled {
  readonly span: Span;
  readonly points: readonly Point[];
}

/** Waves shorter than this are noise of the skeleton, half-widths: where walls tell more, and where they do not. */
const [STIFF, STIFF_PLAIN] = [stiffnessOf(1.4), stiffnessOf(2.4)];
/** Ends are looked for so far on. */
const ON = 2.5;
/** Walls go on beyond free ends and the points of corners, so far at most. */
const BEYOND = 4;
/** An end that is known weighs this. */
const PIN = 200;
/** A stroke that ends on another has met it so near. */
const MET = 0.03;

/** A span while it is being settled: its curve runs on beyond its ends. */
interface Work {
  readonly span: Span;
  curve: Curve;
  readonly from: number;
  readonly to: number;
  /** Where it begins and ends. */
  cut: [number, number];
  at: [Point | null, Point | null];
  /** Whether an end is at a corner that lies beside where the stroke runs, as at a flat apex. */
  isBeside: [boolean, boolean];
}

/**
 * Settles spans: each as smooth as its discs allow, drawn to its walls where strokes are of one width, run on to its
 * ends, to the corners it makes with others and to what it ends on.
 */
export function settle(
  skeleton: Skeleton,
  walls: Walls,
  spans: readonly Span[],
  half: number | null,
  turns: Float64Array,
  isShort: boolean,
): Settled[] {
  const works = spans.map((span): Work => {
    const on = (end: 0 | 1): number => {
      if (span.closed) return 0;
      const own = span.ends[end];
      return own.kind === 'free' ? own.burnt + ON : ON + knotWidth(own.knot, skeleton);
    };
    const [from, to] = [-on(0), span.length + on(1)];
    const curve = solve(span, from, to, half, null);
    return { span, curve, from, to, cut: [0, span.length], at: [null, null], isBeside: [false, false] };
  });
  if (half !== null)
    for (const limit of ROUNDS) {
      const extra = wallPulls(works, walls, half, limit);
      works.forEach((work, i) => {
        work.curve = solve(work.span, work.from, work.to, half, extra[i]!);
      });
      meet(works, skeleton, walls);
    }
  else meet(works, skeleton, walls);
  const extra = half === null ? works.map(() => null) : wallPulls(works, walls, half, ROUNDS.at(-1)!);
  return works.map((work, i) => {
    const { span } = work;
    if (span.closed) return { span, points: ringPoints(work.curve, span.length) };
    for (const end of [0, 1] as const) {
      const own = span.ends[end];
      if (own.kind !== 'free') continue;
      const outward = end === 1 ? work.curve : reversed(work.curve);
      const inner = end === 1 ? Math.max(span.length - 0.3, span.length / 2) : Math.max(-0.3, -span.length / 2);
      const found = freeEnd(outward, inner, walls, turns, own.tip, half ?? span.radius[end], isShort);
      work.cut[end] = end === 1 ? found.t : -found.t;
      work.at[end] = found.at;
    }
    return { span, points: straightToApex(finish(work, half, extra[i] ?? null), work.isBeside) };
  });
}

function knotWidth(knot: Knot, { x, y }: Skeleton): number {
  const ends = knot.legs.map(rootOf);
  let most = 0;
  for (const a of ends) for (const b of ends) most = Math.max(most, Math.hypot(x[a]! - x[b]!, y[a]! - y[b]!));
  // What is bare of a leg counts too.
  let bare = 0;
  for (const { piece, end } of knot.legs) {
    const { isGood, along, nodes } = piece;
    const last = nodes.length - 1;
    let i = 0;
    while (i < last && isGood[end === 0 ? i : last - i] !== 1) i++;
    bare = Math.max(bare, end === 0 ? along[i]! : along[last]! - along[last - i]!);
  }
  return most + 2 * Math.min(6, bare);
}

function solve(span: Span, from: number, to: number, half: number | null, extra: Pulls | null): Curve {
  const stiffness = half === null ? STIFF_PLAIN : STIFF;
  if (!span.closed) {
    const pulls = span.pulls.copy();
    if (extra) addAll(pulls, extra, 0);
    return smoothCurve(from, to, STEP, stiffness, pulls);
  }
  // Three times round, of which the middle is kept.
  const pulls = new Pulls();
  for (const turn of [-1, 0, 1]) {
    addAll(pulls, span.pulls, turn * span.length);
    if (extra) addAll(pulls, extra, turn * span.length);
  }
  const steps = Math.max(8, Math.round(span.length / STEP));
  const step = span.length / steps;
  const whole = smoothCurve(-span.length, 2 * span.length, step, stiffness, pulls);
  // A little more than once round, so that walls at the seam find their feet.
  const beyond = Math.min(steps, 20);
  const first = steps - beyond;
  return {
    from: -beyond * step,
    step,
    x: whole.x.slice(first, first + steps + 2 * beyond + 1),
    y: whole.y.slice(first, first + steps + 2 * beyond + 1),
  };
}

function addAll(pulls: Pulls, other: Pulls, shift: number): void {
  for (let i = 0; i < other.t.length; i++) pulls.add(other.t[i]! + shift, other.x[i]!, other.y[i]!, other.weight[i]!);
}

const foot: Foot = { t: 0, x: 0, y: 0, error: 0 };

/** Each wall point pulls the curve that it fits best. */
function wallPulls(works: readonly Work[], walls: Walls, half: number, limit: number): Pulls[] {
  const pulls = works.map(() => new Pulls());
  for (let b = 0; b < walls.count; b++) {
    let [best, at] = [Infinity, -1];
    const found: Foot = { t: 0, x: 0, y: 0, error: 0 };
    for (let i = 0; i < works.length; i++) {
      const { span, curve, cut } = works[i]!;
      const [from, to] = span.closed ? [curve.from, endOf(curve)] : [cut[0] - 0.2, cut[1] + 0.2];
      const on = (end: 0 | 1) => (span.closed || span.ends[end].kind === 'lone' ? 0 : BEYOND);
      const [low, high] = [Math.max(curve.from, from - on(0)), Math.min(endOf(curve), to + on(1))];
      if (!footOn(curve, low, high, walls, b, half, foot)) continue;
      if (Math.abs(foot.error) >= best) continue;
      [best, at] = [Math.abs(foot.error), i];
      [found.t, found.x, found.y, found.error] = [foot.t, foot.x, foot.y, foot.error];
    }
    if (at < 0) continue;
    const { span } = works[at]!;
    if (span.closed) found.t = ((found.t % span.length) + span.length) % span.length;
    pullTo(pulls[at]!, walls, b, found, half, limit * half);
  }
  return pulls;
}

/** The same curve the other way: its parameter is the negative. */
function reversed(curve: Curve): Curve {
  return { from: -endOf(curve), step: curve.step, x: curve.x.slice().reverse(), y: curve.y.slice().reverse() };
}

/** Finds where corners are and where strokes end on others. */
function meet(works: readonly Work[], skeleton: Skeleton, walls: Walls): void {
  const workOf = new Map(works.map((work) => [work.span, work]));
  for (const work of works) {
    if (work.span.closed) continue;
    for (const end of [0, 1] as const) {
      const own = work.span.ends[end];
      if (own.kind !== 'corner') continue;
      turnCorner({ work, end }, { work: workOf.get(own.other.span)!, end: own.other.end }, own.knot, skeleton, walls);
    }
  }
  // What ends on one that itself ends there comes last; so does what comes to no other without leaving the material.
  const late: [Work, 0 | 1][] = [];
  for (const work of works)
    for (const end of [0, 1] as const) {
      const own = work.span.ends[end];
      if (work.span.closed || own.kind !== 'lone') continue;
      if (landOnTip(work, end, own.knot, works)) continue;
      if (own.on || !land(work, end, homesAt(own.knot, works), walls)) late.push([work, end]);
    }
  const isLate = (work: Work, end: 0 | 1) => late.some(([each, at]) => each === work && at === end);
  for (const [work, end] of late) {
    const { knot, on } = work.span.ends[end] as SpanEnd & { kind: 'lone' };
    const landed = works.flatMap((other) =>
      ([0, 1] as const)
        .filter((at) => other.span.ends[at].kind === 'lone' && other.span.ends[at].knot === knot && !isLate(other, at))
        .map((at) => rangeOf(other, at)),
    );
    const homes = on ? [rangeOf(workOf.get(on.span)!, on.end)] : [...homesAt(knot, works), ...landed];
    if (!land(work, end, homes, walls)) landNear(work, end, homes, middleOf(knot, skeleton));
  }
}

/** One end of a span that is being settled. */
interface WorkEnd {
  readonly work: Work;
  readonly end: 0 | 1;
}

/** Ends two spans where their corner is. */
function turnCorner(one: WorkEnd, other: WorkEnd, knot: Knot, skeleton: Skeleton, walls: Walls): void {
  const [a, b] = [outwards(one.work, one.end), outwards(other.work, other.end)];
  const endAt = (at: Point): void => {
    setEnd(one.work, one.end, nearestOn(a.curve, at, a.inner), at);
    setEnd(other.work, other.end, nearestOn(b.curve, at, b.inner), at);
  };
  const cusp = cuspOf(a, b, knot, skeleton);
  if (cusp) {
    endAt(cusp);
    return;
  }
  const met = meetingOf(a.curve, [a.inner, endOf(a.curve)], b.curve, [b.inner, endOf(b.curve)], 0);
  if (met && !isOutside(a, met.t, walls) && !isOutside(b, met.other, walls)) {
    const at = pointOn(a.curve, met.t);
    setEnd(one.work, one.end, met.t, at);
    setEnd(other.work, other.end, met.other, at);
    return;
  }
  const apex = apexOf(a, b, walls);
  const isPoint = apex !== null && isPointed(a, b, apex);
  const plumb = isPoint ? plumbOf(a, b) : null;
  // A bowl turns into its stem below the head of that, unless it is all there is.
  const isTip = apex !== null && (isPoint || other.work === one.work);
  const tip = isTip ? apex : middleOf(knot, skeleton);
  const at = plumb ? pointOn(plumb.curve, nearestOn(plumb.curve, tip, plumb.inner)) : tip;
  endAt(at);
  const isStraightTo = isPoint || isPointed(a, b, at);
  one.work.isBeside[one.end] = isStraightTo && plumb !== a;
  other.work.isBeside[other.end] = isStraightTo && plumb !== b;
}

/** A stem ends on the tip that its arms are drawn straight to, where it comes so near, half-widths. */
const AT_TIP = 0.6;

function landOnTip(work: Work, end: 0 | 1, knot: Knot, works: readonly Work[]): boolean {
  const { curve, inner } = outwards(work, end);
  for (const { span, at, isBeside } of works)
    for (const k of [0, 1] as const) {
      const own = span.ends[k];
      if (own.kind !== 'corner' || own.knot !== knot || !isBeside[k]) continue;
      const tip = at[k]!;
      const t = nearestOn(curve, tip, inner);
      if (distance(pointOn(curve, t), tip) > AT_TIP) continue;
      setEnd(work, end, t, tip);
      return true;
    }
  return false;
}

/** Ends a stroke on what it comes to first; false where it comes to nothing, or not without leaving the material. */
function land(work: Work, end: 0 | 1, homes: readonly Home[], walls: Walls): boolean {
  const outward = outwards(work, end);
  const { curve, inner } = outward;
  let [least, at] = [Infinity, null as Point | null];
  for (const home of homes) {
    const met = meetingOf(curve, [inner, endOf(curve)], home.curve, [home.from, home.to], MET);
    if (met && met.t < least) [least, at] = [met.t, pointOn(home.curve, met.other)];
  }
  if (!at || isOutside(outward, least, walls)) return false;
  setEnd(work, end, least, at);
  return true;
}

/** Ends a stroke that comes to nothing where something is nearest to it. */
function landNear(work: Work, end: 0 | 1, homes: readonly Home[], middle: Point): void {
  const { curve, inner } = outwards(work, end);
  const at = nearestHome(curve, inner, homes) ?? middle;
  setEnd(work, end, nearestOn(curve, at, inner), at);
}

/** A corner must not lie outside, but for so much. */
const OUT = 0.3;

const isOutside = ({ curve, inner }: Outward, t: number, walls: Walls): boolean =>
  (hitOn(curve, inner, walls, t)?.t ?? Infinity) < t - OUT;

/** One end of a span. */
function outwards({ span, curve }: Work, end: 0 | 1): Outward {
  const back = Math.min(1.2, span.length / 2);
  return end === 1 ? { curve, inner: span.length - back } : { curve: reversed(curve), inner: -back };
}

function setEnd(work: Work, end: 0 | 1, outward: number, at: Point): void {
  work.isBeside[end] = false;
  work.cut[end] = end === 1 ? outward : -outward;
  work.at[end] = at;
}

interface Home {
  readonly curve: Curve;
  readonly from: number;
  readonly to: number;
}

/** Strokes that end at a knot are looked for on others so far beside it. */
const BESIDE = 4;

/** A stroke beside one of its ends. */
function rangeOf({ curve, cut, span }: Work, end: 0 | 1): Home {
  const isOnward = span.ends[end].kind === 'free';
  return end === 1
    ? {
        curve,
        from: Math.max(curve.from, cut[1] - BESIDE),
        to: isOnward ? endOf(curve) : Math.min(endOf(curve), cut[1]),
      }
    : {
        curve,
        from: isOnward ? curve.from : Math.max(curve.from, cut[0]),
        to: Math.min(endOf(curve), cut[0] + BESIDE),
      };
}

/** What a stroke that ends at a knot may end on: strokes that go through it, beyond it, or turn a corner in it. */
function homesAt(knot: Knot, works: readonly Work[]): Home[] {
  const homes: Home[] = [];
  for (const work of works) {
    const { span, curve } = work;
    for (const passage of span.passages)
      if (passage.knot === knot)
        homes.push({
          curve,
          from: Math.max(curve.from, passage.from - BESIDE),
          to: Math.min(endOf(curve), passage.to + BESIDE),
        });
    if (span.closed) continue;
    for (const end of [0, 1] as const) {
      const own = span.ends[end];
      if (own.kind !== 'lone' && own.knot === knot) homes.push(rangeOf(work, end));
    }
  }
  return homes.filter(({ from, to }) => to > from);
}

function nearestHome(curve: Curve, inner: number, homes: readonly Home[]): Point | null {
  let [least, best] = [Infinity, null as Point | null];
  for (const home of homes)
    for (let t = home.from; t <= home.to; t += home.curve.step) {
      const p = pointOn(home.curve, t);
      for (let s = inner; s <= endOf(curve); s += curve.step) {
        const q = pointOn(curve, s);
        const far = Math.hypot(p.x - q.x, p.y - q.y);
        if (far < least) [least, best] = [far, p];
      }
    }
  return best;
}

/** The last solve: from end to end, with the ends where they were found. */
function finish({ span, curve, cut, at }: Work, half: number | null, extra: Pulls | null): Point[] {
  const [from, to] = cut;
  if (to - from < 0.02) return [at[0] ?? pointOn(curve, from), at[1] ?? pointOn(curve, to)];
  const pulls = new Pulls();
  const keep = (all: Pulls) => {
    for (let i = 0; i < all.t.length; i++)
      if (all.t[i]! >= from && all.t[i]! <= to) pulls.add(all.t[i]!, all.x[i]!, all.y[i]!, all.weight[i]!);
  };
  keep(span.pulls);
  if (extra) keep(extra);
  // What the last curve was, lightly, where nothing else pulls: it was found with what lies beyond the ends.
  for (let t = from; t <= to; t += STEP) {
    const p = pointOn(curve, t);
    pulls.add(t, p.x, p.y, 0.02);
  }
  for (const end of [0, 1] as const) {
    const point = at[end];
    if (point) pulls.add(cut[end], point.x, point.y, PIN);
  }
  const steps = Math.max(4, Math.ceil((to - from) / STEP));
  const stiffness = half === null ? STIFF_PLAIN : STIFF;
  const last = smoothCurve(from, to, (to - from) / steps, stiffness, pulls);
  return Array.from(last.x, (x, i) => ({ x, y: last.y[i]! }));
}

function ringPoints(curve: Curve, length: number): Point[] {
  const steps = Math.round(length / curve.step);
  return Array.from({ length: steps }, (_, k) => pointOn(curve, k * curve.step));
}
