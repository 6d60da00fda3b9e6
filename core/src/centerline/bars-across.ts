import { add, cross, distance, distanceToSpan, mix, scale, subtract, unit, type Point } from '../geometry/point.ts';
import { STEP, straightCurve, type Curve } from './curve.ts';
import { freeEnd, hitOn } from './ends.ts';
import type { Settled } from './settle.ts';
import type { Walls } from './walls.ts';

/** So much of a stroke tells which way a bar goes, and it is straight within that, half-widths. */
const [TELLS, STRAIGHT] = [2, 0.15];
/** It ends within this of the stem, half-widths, and lies across it: the sine of the angle. */
const [AT_STEM, ACROSS] = [0.15, 0.85];
/** The edge is looked for so far, half-widths. */
const FAR = 8;
/** Beside a bar the stem has its own width from so far on, half-widths: looked at in two places to either side. */
const BESIDE = [0.5, 1];
/** That is the stem's edge which lies about its half-width off. */
const [LEAST, MOST] = [0.6, 1.4];
/** An arm comes out of the stem by more than this, or surely not by less than that, half-widths; a leg by more. */
const [ARM, NO_ARM, LEG] = [0.3, 0.12, 2];
/** It comes out by such a share of that at least over half the bar's width. */
const EVENLY = 0.6;

/**
 * Bars that end on a stem go on through it where an arm of them comes out on its other side: one shorter than the stem
 * is wide leaves no branch of the skeleton behind, as on the left of many a t.
 */
export function barsAcross(
  settled: readonly Settled[],
  walls: Walls,
  turns: Float64Array,
  { ends, spurs }: { readonly ends: 'full' | 'short'; readonly spurs: number },
): Settled[] {
  return settled.map((bar) => {
    if (bar.span.closed) return bar;
    let { points } = bar;
    for (const end of [0, 1] as const) {
      if (bar.span.ends[end].kind !== 'lone') continue;
      const outward = end === 1 ? points : [...points].reverse();
      const arm = armBeyond(outward, settled, bar, walls, spurs);
      if (!arm) continue;
      const { at } = freeEnd(arm.ray, arm.stem, walls, turns, arm.half, arm.half, ends === 'short');
      // A round end may be where the bar ends already.
      if (distance(outward.at(-1)!, at) < STEP) continue;
      const on = drawnOn(outward, at);
      points = end === 1 ? on : on.reverse();
    }
    return points === bar.points ? bar : { ...bar, points };
  });
}

/** A bar on to the end of its arm: in one straight line where it is straight already. */
function drawnOn(points: readonly Point[], to: Point): Point[] {
  const [from, end] = [points[0]!, points.at(-1)!];
  const isStraight = points.every((p) => distanceToSpan(p, from, to) < STRAIGHT);
  const [start, before] = isStraight ? [from, []] : [end, points.slice(0, -1)];
  const steps = Math.ceil(distance(start, to) / STEP);
  return [...before, ...Array.from({ length: steps + 1 }, (_, k) => mix(start, to, k / steps))];
}

/** An arm on the other side of a stem. */
interface Arm {
  /** From where the bar ended, straight on. */
  readonly ray: Curve;
  /** Where that comes out of the stem. */
  readonly stem: number;
  /** Half the bar's width. */
  readonly half: number;
}

function armBeyond(
  points: readonly Point[],
  settled: readonly Settled[],
  bar: Settled,
  walls: Walls,
  spurs: number,
): Arm | null {
  const end = points.at(-1)!;
  let back = points.length - 1;
  while (back > 0 && distance(points[back]!, end) < TELLS) back--;
  const from = points[back]!;
  if (distance(from, end) < TELLS / 2 || points.slice(back).some((p) => distanceToSpan(p, from, end) > STRAIGHT))
    return null;
  const way = unit(subtract(end, from));
  const stem = stemAt(end, settled, bar);
  if (!stem || Math.abs(cross(way, stem.way)) < ACROSS) return null;
  const reach = (p: Point, to: Point): number => hitOn(straightCurve(p, to, FAR), 0, walls)?.t ?? Infinity;
  const side = { x: -way.y, y: way.x };
  const half = (reach(from, side) + reach(from, scale(side, -1))) / 2;
  const beside = (by: number): Point => add(end, scale(stem.way, by));
  const edges = BESIDE.flatMap((by) => [half + by, -half - by])
    .map((by) => reach(beside(by), way))
    .filter((far) => far > LEAST * stem.half && far < MOST * stem.half);
  if (edges.length === 0) return null;
  const edge = Math.max(...edges);
  const least = Math.max(NO_ARM, ARM * spurs);
  const out = reach(end, way) - edge;
  // What comes out further has a branch of its own.
  if (out < least || out > LEG) return null;
  if ([-half / 2, half / 2].some((by) => reach(beside(by), way) - edge < EVENLY * least)) return null;
  return { ray: straightCurve(end, way, FAR), stem: edge, half };
}

/** The stroke that one ends on, and which way that goes there. */
function stemAt(
  at: Point,
  settled: readonly Settled[],
  bar: Settled,
): { readonly way: Point; readonly half: number } | null {
  for (const { span, points } of settled) {
    if (span === bar.span) continue;
    const i = points.findIndex((p, k) => k > 0 && distanceToSpan(at, points[k - 1]!, p) < AT_STEM);
    if (i < 0) continue;
    const [a, b] = [points[Math.max(0, i - 3)]!, points[Math.min(points.length - 1, i + 2)]!];
    return { way: unit(subtract(b, a)), half: Math.min(...span.radius) };
  }
  return null;
}
