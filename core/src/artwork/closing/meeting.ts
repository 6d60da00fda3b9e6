import { cross, distance, dot, mix, scale, subtract, add, type Point } from '../../geometry/point.ts';
import type { GapMend } from '../../recipe/parts.ts';
import { tangentAt, type ArcSegment, type Segment } from '../../geometry/segment.ts';

/** Gaps up to this are closed by moving both ends where they would not meet by themselves, mm. */
export const MOVED = 0.1;

/** Arcs whose circles differ by no more than this share of the gap are of one circle. */
const ONE_CIRCLE = 0.5;

/**
 * Where the end of one segment and the start of the next are to meet: carried on where they are arcs of one circle; at
 * the crossing of what they are prolonged to, where that is near both; in the middle of a narrow gap. null where a line
 * has to go across.
 * @param reach ends are prolonged so far at most, mm, or as far as they are apart
 * @param how what somebody said: together in the middle, a line across, or prolonged however far
 */
export function meetingOf(last: Segment, first: Segment, reach: number, how: GapMend = 'join'): Point | null {
  const [from, to] = [last.to, first.from];
  const width = distance(from, to);
  const middle = mix(from, to, 0.5);
  if (how === 'across') return null;
  if (how === 'together') return middle;
  if (how === 'prolonged') return nearestTo(middle, crossingsOf(last, first));
  if (last.kind === 'arc' && first.kind === 'arc' && areOneCircle(last, first, width)) return onCircleOf(last, middle);
  const far = Math.max(width, reach);
  const near = (point: Point) => distance(point, from) <= far && distance(point, to) <= far;
  const meetings = crossingsOf(last, first).filter(near);
  return nearestTo(middle, meetings) ?? (width <= MOVED ? middle : null);
}

const nearestTo = (point: Point, others: readonly Point[]): Point | null =>
  others.length === 0 ? null : others.reduce((a, b) => (distance(b, point) < distance(a, point) ? b : a));

function areOneCircle(a: ArcSegment, b: ArcSegment, width: number): boolean {
  const slack = Math.max(ONE_CIRCLE * width, 1e-6);
  return distance(a.centre, b.centre) <= slack && Math.abs(a.radius - b.radius) <= slack && a.sweep * b.sweep > 0;
}

function onCircleOf({ centre, radius }: ArcSegment, point: Point): Point {
  const out = subtract(point, centre);
  return add(centre, scale(out, radius / (Math.hypot(out.x, out.y) || 1)));
}

/** Where what two segments are prolonged to cross: lines and circles; curves go on in no way that is known. */
function crossingsOf(last: Segment, first: Segment): Point[] {
  if (last.kind === 'cubic' || first.kind === 'cubic') return [];
  if (last.kind === 'line' && first.kind === 'line') return ofLines(last, first);
  if (last.kind === 'arc' && first.kind === 'arc') return ofCircles(last, first);
  return last.kind === 'arc' ? ofLineAndCircle(first, last) : ofLineAndCircle(last, first as ArcSegment);
}

/** The sine of the angle from which on two lines cross at a place that means something. */
const LEAST_SINE = 0.05;

function ofLines(a: Segment, b: Segment): Point[] {
  const [p, q] = [tangentAt(a, 1), tangentAt(b, 0)];
  const sine = cross(p, q) / (Math.hypot(p.x, p.y) * Math.hypot(q.x, q.y) || 1);
  if (Math.abs(sine) < LEAST_SINE) return [];
  return [add(a.to, scale(p, cross(subtract(b.from, a.to), q) / cross(p, q)))];
}

/** A line that passes a circle no further off touches it, mm. */
const TOUCHES = 0.01;

function ofLineAndCircle({ from, to }: Segment, circle: ArcSegment): Point[] {
  const { centre, radius } = circle;
  const along = subtract(to, from);
  const size = Math.hypot(along.x, along.y);
  if (size === 0) return [];
  const way = scale(along, 1 / size);
  const foot = add(from, scale(way, dot(subtract(centre, from), way)));
  const off = distance(foot, centre);
  if (off > radius) return off > radius + TOUCHES ? [] : [onCircleOf(circle, foot)];
  const half = Math.sqrt(radius * radius - off * off);
  return [add(foot, scale(way, half)), add(foot, scale(way, -half))];
}

function ofCircles(a: ArcSegment, b: ArcSegment): Point[] {
  const apart = distance(a.centre, b.centre);
  if (apart === 0 || apart > a.radius + b.radius || apart < Math.abs(a.radius - b.radius)) return [];
  const along = (apart * apart + a.radius * a.radius - b.radius * b.radius) / (2 * apart);
  const half = Math.sqrt(Math.max(0, a.radius * a.radius - along * along));
  const way = scale(subtract(b.centre, a.centre), 1 / apart);
  const foot = add(a.centre, scale(way, along));
  return [half, -half].map((by) => add(foot, { x: -way.y * by, y: way.x * by }));
}

/** A segment with its end, or its start, carried to a place nearby: arcs stay on their circle where that lies on it. */
export function carriedTo(segment: ArcSegment, at: Point, end: 'from' | 'to'): ArcSegment | null {
  const { centre, radius } = segment;
  if (Math.abs(distance(at, centre) - radius) > 1e-6 * radius + 1e-9) return null;
  const angle = (Math.atan2(at.y - centre.y, at.x - centre.x) * 180) / Math.PI;
  const edge = end === 'to' ? segment.startAngle + segment.sweep : segment.startAngle;
  const turn = ((((angle - edge) % 360) + 540) % 360) - 180;
  return end === 'to'
    ? { ...segment, to: at, sweep: segment.sweep + turn }
    : { ...segment, from: at, startAngle: edge + turn, sweep: segment.sweep - turn };
}
