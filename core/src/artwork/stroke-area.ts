import type { Contour, Region } from '../geometry/contour.ts';
import { contourArea, reverseContour } from '../geometry/contour-facts.ts';
import { directionAt, offsetSegment } from '../geometry/fit-offset.ts';
import { weld, weldRegions } from '../geometry/kernel/boolean.ts';
import { add, cross, distance, dot, scale, type Point } from '../geometry/point.ts';
import { line, moveEnds, portion, reverseSegment, type Segment } from '../geometry/segment.ts';
import { circle } from '../geometry/shapes.ts';

/** How a file strokes a line, lengths in its own units. */
export interface Stroke {
  readonly width: number;
  readonly ends: 'butt' | 'square' | 'round';
  readonly corners: 'mitred' | 'round' | 'bevelled';
  /** Mitres that reach further than so many widths are bevelled. */
  readonly longestMitre: number;
}

/** A plain stroke of a width. */
export const strokeOf = (width: number): Stroke => ({ width, ends: 'butt', corners: 'mitred', longestMitre: 4 });

/** Curves of a band are fitted so near, mm. */
const TOLERANCE = 0.003;
/** Runs go on into each other where they turn by less than this, radians, or their bands gape by less than this, mm. */
const [STRAIGHT_ON, GAPING] = [0.005, 0.01];
/** A corner is one where it turns by more, however narrow the band, radians. */
const CORNER = 0.5;

/** What a stroke covers: the bands of its runs, and what its ends and corners add. Lengths in mm. */
export function strokeArea({ segments, closed }: Contour, stroke: Stroke): Region {
  const half = stroke.width / 2;
  const parts: Contour[] = smoothRuns(segments, closed, half).map((run) => bandOf(run, half));
  segments.forEach((segment, i) => {
    const next = segments[i + 1] ?? (closed ? segments[0] : undefined);
    if (next) parts.push(...cornerOf(segment, next, half, stroke));
  });
  const [first, last] = [segments[0]!, segments.at(-1)!];
  if (!closed) {
    parts.push(...endOf(last.to, directionAt(last, 1), half, stroke.ends));
    parts.push(...endOf(first.from, scale(directionAt(first, 0), -1), half, stroke.ends));
  }
  return weldRegions(parts.map((part) => weld([turnedLeft(part)])));
}

/** Segments that go on into each other, in one: bands that only abut, with hardly a turn between, would not weld. */
function smoothRuns(segments: readonly Segment[], closed: boolean, half: number): Segment[][] {
  const runs: Segment[][] = [];
  for (const [i, segment] of segments.entries()) {
    const before = segments[i - 1];
    if (before && goesOn(before, segment, half)) runs.at(-1)!.push(segment);
    else runs.push([segment]);
  }
  const [first, last] = [runs[0]!, runs.at(-1)!];
  if (!closed || !goesOn(last.at(-1)!, first[0]!, half)) return runs;
  if (runs.length > 1) return [[...last, ...first], ...runs.slice(1, -1)];
  // One that is smooth all round is parted in the middle of two segments, where nothing turns at all.
  const across = Math.floor(first.length / 2);
  const halves = first.flatMap((segment, i) => (i === 0 || i === across ? halved(segment) : [segment]));
  const count = across === 0 ? 1 : across + 1;
  return [halves.slice(1, 1 + count), [...halves.slice(1 + count), halves[0]!]];
}

const halved = (segment: Segment): Segment[] => [portion(segment, 0, 0.5), portion(segment, 0.5, 1)];

const goesOn = (a: Segment, b: Segment, half: number): boolean =>
  Math.abs(turnBetween(a, b)) < Math.min(CORNER, Math.max(STRAIGHT_ON, GAPING / half));

function turnBetween(a: Segment, b: Segment): number {
  const [into, out] = [directionAt(a, 1), directionAt(b, 0)];
  return Math.atan2(cross(into, out), dot(into, out));
}

const turnedLeft = (contour: Contour): Contour => (contourArea(contour) < 0 ? reverseContour(contour) : contour);

function bandOf(run: readonly Segment[], half: number): Contour {
  return joinedUp([...sideOf(run, half), ...sideOf(run, -half).reverse().map(reverseSegment)]);
}

/** One side of a run, to the right where it is moved by more than nothing, its segments on to where they meet. */
function sideOf(run: readonly Segment[], by: number): Segment[] {
  const sides = run.map((segment) => offsetSegment(segment, by, TOLERANCE));
  for (let i = 1; i < run.length; i++) {
    const [into, out] = [directionAt(run[i - 1]!, 1), directionAt(run[i]!, 0)];
    const across = add(into, out);
    const reach = by / (1 + dot(into, out));
    const meeting = add(run[i]!.from, { x: across.y * reach, y: -across.x * reach });
    const [before, after] = [sides[i - 1]!, sides[i]!];
    const [last, first] = [before.pop(), after.shift()];
    if (last) before.push(moveEnds(last, last.from, meeting));
    if (first) after.unshift(moveEnds(first, meeting, first.to));
  }
  return sides.flat();
}

/** Segments as a closed contour, with lines where one does not begin where the last ended. */
function joinedUp(segments: readonly Segment[]): Contour {
  const whole = segments.flatMap((segment, i) => {
    const next = segments[(i + 1) % segments.length]!;
    return distance(segment.to, next.from) > 1e-9 ? [segment, line(segment.to, next.from, '')] : [segment];
  });
  return { segments: whole, closed: true };
}

const polygon = (points: readonly Point[]): Contour =>
  joinedUp(points.map((point, i) => line(point, points[(i + 1) % points.length]!, '')));

function cornerOf(a: Segment, b: Segment, half: number, { corners, longestMitre }: Stroke): Contour[] {
  if (goesOn(a, b, half)) return [];
  const [into, out] = [directionAt(a, 1), directionAt(b, 0)];
  const turn = turnBetween(a, b);
  const at = a.to;
  if (corners === 'round') return [circle(at, half, '')];
  // The outer side is the right where it turns to the left.
  const side = turn > 0 ? 1 : -1;
  const outer = (way: Point): Point => add(at, { x: side * half * way.y, y: -side * half * way.x });
  const [p, q] = [outer(into), outer(out)];
  const reach = 1 / Math.cos(turn / 2);
  if (corners === 'bevelled' || !(reach <= longestMitre)) return [polygon([at, p, q])];
  const tip = add(p, scale(into, half * Math.tan(Math.abs(turn) / 2)));
  return [polygon([at, p, tip, q])];
}

function endOf(at: Point, way: Point, half: number, ends: Stroke['ends']): Contour[] {
  if (ends === 'butt') return [];
  if (ends === 'round') return [circle(at, half, '')];
  const across = { x: -way.y * half, y: way.x * half };
  const [left, right] = [add(at, across), add(at, scale(across, -1))];
  const ahead = scale(way, half);
  return [polygon([left, right, add(right, ahead), add(left, ahead)])];
}
