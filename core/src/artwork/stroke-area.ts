import type { Contour, Region } from '../geometry/contour.ts';
import { contourArea, reverseContour } from '../geometry/contour-facts.ts';
import { directionAt, offsetSegment } from '../geometry/fit-offset.ts';
import { weld, weldRegions } from '../geometry/kernel/boolean.ts';
import { add, cross, distance, dot, scale, type Point } from '../geometry/point.ts';
import { line, reverseSegment, type Segment } from '../geometry/segment.ts';
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
/** Runs that turn by less than this go on into each other, radians. */
const STRAIGHT_ON = 0.005;

/** What a stroke covers: the band of each run, and what its ends and corners add. Lengths in mm. */
export function strokeArea({ segments, closed }: Contour, stroke: Stroke): Region {
  const half = stroke.width / 2;
  const parts: Contour[] = segments.map((segment) => bandOf(segment, half));
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

const turnedLeft = (contour: Contour): Contour => (contourArea(contour) < 0 ? reverseContour(contour) : contour);

function bandOf(segment: Segment, half: number): Contour {
  const right = offsetSegment(segment, half, TOLERANCE);
  const left = offsetSegment(segment, -half, TOLERANCE).reverse().map(reverseSegment);
  return joinedUp([...right, ...left]);
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
  const [into, out] = [directionAt(a, 1), directionAt(b, 0)];
  const turn = Math.atan2(cross(into, out), dot(into, out));
  if (Math.abs(turn) < STRAIGHT_ON) return [];
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
