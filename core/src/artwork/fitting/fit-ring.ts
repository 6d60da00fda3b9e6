import type { Contour } from '../../geometry/contour.ts';
import { reverseContour } from '../../geometry/contour-facts.ts';
import { cross, distance, dot, nearestIndex, subtract, type Point } from '../../geometry/point.ts';
import type { Segment } from '../../geometry/segment.ts';
import { circle } from '../../geometry/shapes.ts';
import { circleThrough, cornersOf, isSharp, meetingOf, type Corner } from './corners.ts';
import { fitCurve } from './fit-curve.ts';
import { lineThrough } from './line-through.ts';
import { ringArea, STEP } from './resample.ts';
import { spaced, Track, type Place } from './track.ts';

/** A ring that curves are fitted to, its points half a unit apart. */
export interface RingToFit {
  /** As it was found: corners are told by it. */
  readonly ring: readonly Point[];
  /** The same with each point moved to where its edge is, which holds only where no corner is near. */
  readonly fine: readonly Point[];
  /** How much corners were rounded off, units: the width of the Gaussian that did. */
  readonly blur: number;
  /** How far its points may lie off. */
  readonly tolerance: number;
}

/**
 * Few lines, arcs and curves along a closed ring, parted at its corners. All lengths are in units that a tolerance is
 * about a fifth of: of a picture they are pixels.
 */
export const fitRing = (ring: RingToFit): Contour => fitTrack(trackOf(ring), ring.tolerance);

/** The course of a ring, parted at its corners. */
export function trackOf({ ring, fine, blur }: RingToFit): Track {
  const rough = cornersOf(ring, STEP, blur);
  if (rough.length === 0) return new Track(fine.map((point) => ({ point, corner: null })));
  const isNear = nearCorners(ring.length, rough);
  const points = ring.map((point, i) => (isNear[i] ? point : fine[i]!));
  const corners = rough.map((corner, i) => {
    const sharper = sharpened(corner, rough.at(i - 1)!, rough[(i + 1) % rough.length]!, points);
    return isSharp(sharper.into, sharper.out, offRing(sharper, ring), blur, LEEWAY) ? sharper : corner;
  });
  return new Track(
    corners.flatMap((corner, i) => {
      const next = corners[(i + 1) % corners.length]!;
      const [first, ...others] = between(points, corner, next).map((point): Place => ({ point, corner: null }));
      return spaced([{ ...first!, corner }, ...others]).slice(0, -1);
    }),
  );
}

/** Few lines, arcs and curves along a track, from each of its corners to the next. */
export function fitTrack(track: Track, tolerance: number): Contour {
  const { corners, points } = track;
  if (corners.length === 0) return smoothRing(points, tolerance);
  const segments = corners.flatMap((from, i): Segment[] => {
    const to = corners[i + 1] ?? corners[0]! + track.size;
    const ends = { out: track.at(from).corner!.out, into: track.at(to).corner!.into };
    return fitCurve(track.between(from, to), tolerance, ends);
  });
  return { segments, closed: true };
}

/** So near to a corner the other edge is seen, pixels; and lines of corners are told from beyond that, over so much. */
const [NEAR, WINDOW] = [3, 4];

function nearCorners(count: number, corners: readonly Corner[]): Uint8Array {
  const isNear = new Uint8Array(count);
  const reach = NEAR / STEP;
  for (const { at } of corners) for (let k = -reach; k <= reach; k++) isNear[(at + k + count) % count] = 1;
  return isNear;
}

/** A corner by the lines further off, where its sides are long and straight enough. */
function sharpened(corner: Corner, before: Corner, after: Corner, points: readonly Point[]): Corner {
  const count = points.length;
  const room = (from: Corner, to: Corner) => ((to.at - from.at + count) % count || count) * STEP;
  if (Math.min(room(before, corner), room(corner, after)) < 2 * NEAR + WINDOW) return corner;
  const side = (from: number) =>
    lineThrough(
      Array.from({ length: WINDOW / STEP + 1 }, (_, k) => points[(corner.at + from / STEP + k + count) % count]!),
    );
  const [into, out] = [side(-NEAR - WINDOW), side(NEAR)];
  const point = meetingOf(into, out);
  if (!point || Math.max(into.off, out.off) > SIDE_STRAIGHT || distance(point, corner.point) > SIDE_MOVES)
    return corner;
  return { ...corner, point, into: into.way, out: out.way };
}

/** Long sides tell a corner better than how far the ring lies off it, by this share. */
const LEEWAY = 0.15;

/** How far a corner lies off the ring that it is of. */
function offRing({ at, point }: Corner, ring: readonly Point[]): number {
  let least = Infinity;
  for (let k = -2 * NEAR; k <= 2 * NEAR; k++)
    least = Math.min(least, distance(point, ring[(at + k + ring.length) % ring.length]!));
  return least;
}

/** Sides are straight, and move a corner, by no more than this, pixels. */
const [SIDE_STRAIGHT, SIDE_MOVES] = [0.06, 0.5];

/** What a corner rounds off is left out as far as this, and ends where a point lies so near its line, pixels. */
const [ROUNDED, ON_LINE] = [6, 0.12];

/** Points from one corner to the next, without those that are rounded off beside them. */
function between(ring: readonly Point[], from: Corner, to: Corner): Point[] {
  const count = ring.length;
  const span = (to.at - from.at + count) % count || count;
  const at = (k: number) => ring[(from.at + k) % count]!;
  const most = Math.min(Math.floor(span / 3), ROUNDED / STEP);
  const isRounded = (point: Point, corner: Point, way: Point) =>
    Math.abs(cross(subtract(point, corner), way)) > ON_LINE || dot(subtract(point, corner), way) < 0;
  let [first, last] = [1, span - 1];
  while (first < most && isRounded(at(first), from.point, from.out)) first++;
  while (last > span - most && isRounded(at(last), to.point, { x: -to.into.x, y: -to.into.y })) last--;
  const own = Array.from({ length: Math.max(0, last - first + 1) }, (_, k) => at(first + k));
  return [from.point, ...evened(own, false), to.point];
}

/** Points are evened out along the edge over so many of them to either side: pixels make steps of slanted edges. */
const EVEN = 3;

function evened(points: readonly Point[], isRing: boolean): Point[] {
  const count = points.length;
  return points.map((point, i) => {
    const reach = isRing ? EVEN : Math.min(EVEN, i, count - 1 - i);
    let [x, y, all] = [point.x * (EVEN + 1), point.y * (EVEN + 1), EVEN + 1];
    for (let k = 1; k <= reach; k++) {
      const [after, before] = [points[(i + k) % count]!, points[(i - k + count) % count]!];
      const weight = EVEN + 1 - k;
      x += (after.x + before.x) * weight;
      y += (after.y + before.y) * weight;
      all += 2 * weight;
    }
    return { x: x / all, y: y / all };
  });
}

/** A ring without corners: a circle where it is one; else begun anew where its first piece ends. */
function smoothRing(ring: readonly Point[], tolerance: number): Contour {
  const round = circleThrough(ring);
  if (round && round.off <= tolerance) {
    const { segments } = circle(round.centre, round.radius, '');
    return ringArea(ring) > 0 ? { segments, closed: true } : reverseContour({ segments, closed: true });
  }
  const even = evened(ring, true);
  const around = (start: number): Point[] => [...even.slice(start), ...even.slice(0, start), even[start]!];
  const [first] = fitCurve(around(0), tolerance, { out: null, into: null });
  const start = nearestIndex(even, first!.to);
  const points = around(start);
  const way = tangentAround(even, start);
  return { segments: fitCurve(points, tolerance, { out: way, into: way }), closed: true };
}

function tangentAround(ring: readonly Point[], i: number): Point {
  const count = ring.length;
  const [a, b] = [ring[(i - 4 + count) % count]!, ring[(i + 4) % count]!];
  const size = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  return { x: (b.x - a.x) / size, y: (b.y - a.y) / size };
}
