import type { Contour } from '../contour.ts';
import { directionAt, offsetSegment } from '../fit-offset.ts';
import { cross, distance, dot, length, mix, scale } from '../point.ts';
import { arc, line, moveEnds, pointAt, portion, tangentAt, type Segment } from '../segment.ts';
import { LONGEST_MITRE, type Corners } from './corners.ts';
import { LITTLE, withoutLoops } from './cut-loops.ts';

/** How far fitted parallels may stray, mm: well within what is promised of a released contour. */
const FIT_TOLERANCE = 0.003;

/** Bends of less than this, in degrees, are joined straight. */
const SMOOTH = 0.5;

/** Ends no further apart than this, mm, are one. */
const TOGETHER = 1e-7;

/**
 * A closed contour moved to its right, whole. Outer corners get arcs, or mitres; at inner corners, where moved sides
 * run past each other, the way goes by the corner itself, and where the curve bends more tightly than the way it is
 * moved, it turns back.
 */
export function moveContour({ segments }: Contour, by: number, corners: Corners): Contour {
  const pieces = segments.map((segment) => offsetSegment(segment, by, FIT_TOLERANCE));
  const joins = segments.map((before, i) => {
    const next = (i + 1) % segments.length;
    return joinOf(before, segments[next]!, pieces[i]!, pieces[next]!, by, corners);
  });
  return { segments: pieces.flatMap((own, i) => [...own, ...joins[i]!]), closed: true };
}

/**
 * The same without what turns back: cut at where both sides cross, as far as they do so close by and what is between
 * them lies too near to the contour.
 * @param turnedBack is told the segments that turn back: those that are left lie where nothing should
 */
export function moveContourCut(
  contour: Contour,
  by: number,
  corners: Corners,
  turnedBack = new Set<Segment>(),
): Contour {
  const { segments } = contour;
  const pieces = segments.map((segment) => offsetSegment(segment, by, FIT_TOLERANCE, turnedBack));
  const joins = segments.map((before, i) => {
    const [own, next] = [pieces[i]!, pieces[(i + 1) % segments.length]!];
    const after = segments[(i + 1) % segments.length]!;
    if (endsMeet(own, next)) return [];
    const isInner = turnBetween(before, after) > 0 !== by > 0;
    if (isInner && meetHalfWay(own, next)) return [];
    const join = joinOf(before, after, own, next, by, corners);
    if (isInner) for (const each of join) turnedBack.add(each);
    return join;
  });
  const moved: Segment[] = [];
  pieces.forEach((own, i) => {
    for (const segment of own) moved.push(segment);
    for (const segment of joins[i]!) moved.push(segment);
  });
  return { segments: withoutLoops(moved, turnedBack, contour, by), closed: true };
}

const endsMeet = (own: readonly Segment[], next: readonly Segment[]): boolean =>
  own.length > 0 && next.length > 0 && distance(own[own.length - 1]!.to, next[0]!.from) < TOGETHER;

/** From the end of a segment into the next one, degrees, counter-clockwise. */
function turnBetween(before: Segment, after: Segment): number {
  const [u, v] = [directionAt(before, 1), directionAt(after, 0)];
  return (Math.atan2(cross(u, v), dot(u, v)) * 180) / Math.PI;
}

/** At a gentle inner bend both sides run past their crossing by half of what parts their ends: each is cut as much. */
function meetHalfWay(own: Segment[], next: Segment[]): boolean {
  const [last, first] = [own.at(-1), next[0]];
  if (!last || !first) return false;
  const gap = distance(last.to, first.from);
  if (gap < TOGETHER || gap > LITTLE) return false;
  const [t, u] = [gap / 2 / length(tangentAt(last, 1)), gap / 2 / length(tangentAt(first, 0))];
  if (!(t < 0.5 && u < 0.5)) return false;
  const at = mix(pointAt(last, 1 - t), pointAt(first, u), 0.5);
  own[own.length - 1] = moveEnds(portion(last, 0, 1 - t), last.from, at);
  next[0] = moveEnds(portion(first, u, 1), at, first.to);
  return true;
}

/** What fills the opening at a corner: at an outer one an arc about it, or a mitre, else the way by the corner. */
function joinOf(
  before: Segment,
  after: Segment,
  own: readonly Segment[],
  next: readonly Segment[],
  by: number,
  corners: Corners,
): Segment[] {
  const { to: corner, source } = before;
  const [from, to] = [own.at(-1)?.to ?? corner, next[0]?.from ?? after.from];
  if (distance(from, to) < TOGETHER) return [];
  const turn = turnBetween(before, after);
  if (Math.abs(turn) < SMOOTH) return [line(from, to, after.source)];
  if (turn > 0 !== by > 0) return [line(from, corner, source), line(corner, to, after.source)];
  const stretch = 1 / Math.cos(((turn / 2) * Math.PI) / 180);
  if (corners === 'mitred' && stretch <= LONGEST_MITRE) {
    const half = scale({ x: (from.x + to.x) / 2 - corner.x, y: (from.y + to.y) / 2 - corner.y }, stretch * stretch);
    const tip = { x: corner.x + half.x, y: corner.y + half.y };
    return [line(from, tip, source), line(tip, to, after.source)];
  }
  const start = (Math.atan2(from.y - corner.y, from.x - corner.x) * 180) / Math.PI;
  return [{ ...arc(corner, Math.abs(by), start, turn, after.source), from, to }];
}
