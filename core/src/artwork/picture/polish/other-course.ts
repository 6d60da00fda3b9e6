import {
  add,
  cross,
  distance,
  dot,
  mix,
  nearestIndex,
  scale,
  subtract,
  unit,
  type Point,
} from '../../../geometry/point.ts';
import { STEP } from '../../fitting/resample.ts';
import type { Place, Track } from '../../fitting/track.ts';
import { leastSquares, squares } from './least-squares.ts';
import type { Redrawn } from './redrawn.ts';
import { View } from './view.ts';

/** An outline is tried otherwise so far to either side of a place, or to a corner that is as near as this to that. */
const [REACH, NEAR_END] = [5 / STEP, 2 / STEP];
/** The other side of a tip is as far along the outline as this. */
const ROUND_TIP = 4 * REACH;
/** A corner must take away so much of what is off, squared shares of the contrast; more where there is noise. */
const [LEAST_GAIN, BY_NOISE] = [0.008, 25];
/** What is off afterwards is no more than this share: of before, and of what the ring itself leaves. */
const [OF_BEFORE, OF_RING] = [0.6, 0.8];
/** No more is tried where no more than this is left of either. */
const ENOUGH = 0.2;
/** Corners lie no further off the old course than this, and are so far apart at least, pixels. */
const [FURTHEST, APART] = [3, 0.4];
/** A turn of less is none; and of more, with another corner beside it, goes back on itself. Degrees. */
const [LEAST_TURN, MOST_TURN] = [22, 158];
/** Corners are nudged by so much to see what changes, pixels: along x and along y. */
const NUDGE = 0.05;
const NUDGES = [
  { x: NUDGE, y: 0 },
  { x: 0, y: NUDGE },
];
/** The way of a track is told by so many of its places. */
const BEYOND = 4;
/** Where two corners are tried, they begin so many points of the ring to either side. */
const BESIDE = 3;

/** Another course of a track, by way of straight lines between corners. */
export interface Course {
  readonly from: number;
  readonly to: number;
  readonly places: readonly Place[];
  /** That course and then the old one in reverse. */
  readonly change: readonly Point[];
}

/**
 * The course by straight lines and corners that is drawn most like the picture about a place; null where the present
 * one is as good, or a smooth one is: the ring that was found, drawn again, is then nearly as like.
 * @param noise how far pixels are off where all is well, as a share of the contrast
 */
export function otherCourse(
  ring: readonly Point[],
  track: Track,
  centre: number,
  redrawn: Redrawn,
  noise: number,
): Course | null {
  const { from, to } = spanAbout(track, centre);
  if (track.size < to - from + REACH) return null;
  const old = track.between(from, to);
  const view = View.of(redrawn, old);
  if (!view) return null;
  const back = [...old].reverse();
  const changeBy = (course: readonly Point[]): Point[] => [...course, ...back];
  const ways = [-1, 1].map((way) => wayAt(track, way === -1 ? from : to, way)) as [Point | null, Point | null];
  const legTo = (corner: Point, before: Point | undefined) => (before ? [before] : side(old[0]!, ways[0], corner));
  const legFrom = (corner: Point, after: Point | undefined) =>
    after ? [after] : side(old.at(-1)!, ways[1], corner).reverse();
  const courseBy = (corners: readonly Point[]): Point[] => [
    ...legTo(corners[0]!, undefined),
    ...corners,
    ...legFrom(corners.at(-1)!, undefined),
  ];
  /** How pixels change with a corner's place along x or y: by the little that is swept where it is nudged. */
  const slopeBy = (corners: readonly Point[], k: number, nudge: Point): Float64Array => {
    const [before, here, after] = [corners[k - 1], corners[k]!, corners[k + 1]];
    const by = (corner: Point) => [...legTo(corner, before), corner, ...legFrom(corner, after)];
    const swept = view.darker([...by(add(here, nudge)), ...by(here).reverse()]);
    for (let i = 0; i < swept.length; i++) swept[i]! /= NUDGE;
    return swept;
  };
  const gain = Math.max(LEAST_GAIN, BY_NOISE * noise * noise);
  const ringAt = (i: number) => ring[((i % ring.length) + ring.length) % ring.length]!;
  const near = nearestIndex(ring, track.at(centre).point);
  const ends = [old[0]!, old.at(-1)!].map((end) => nearestAbout(ringAt, near, end)) as [number, number];
  const asRing = Array.from({ length: Math.max(0, ends[1] - ends[0] - 1) }, (_, i) => ringAt(ends[0] + 1 + i));
  const ringSum = squares(view.offBy(changeBy([old[0]!, ...asRing, old.at(-1)!])));
  if (ringSum < 1.5 * gain) return null;

  const own: number[] = [];
  for (let i = from + 1; i < to; i++) if (track.at(i).corner) own.push(i);
  const before = squares(view.off);
  let best = { cost: before + gain * own.length, corners: [] as Point[] };
  const offBy = (corners: readonly Point[]) => view.offBy(changeBy(courseBy(corners)));
  const starts = startsOf(track, own, centre, (by) => ringAt(near + by));
  for (const start of bestOfEach(starts, (corners) => squares(offBy(corners)))) {
    const { numbers, sum } = leastSquares(
      start.flatMap(({ x, y }) => [x, y]),
      {
        at: (numbers) => offBy(pointsOf(numbers)),
        slope: (numbers, of) => slopeBy(pointsOf(numbers), of >> 1, NUDGES[of % 2]!),
      },
    );
    const corners = pointsOf(numbers);
    const more = Math.max(1, corners.length - own.length) * gain;
    if (sum > OF_BEFORE * before || before - sum < more || sum > OF_RING * ringSum || ringSum - sum < more) continue;
    const cost = sum + gain * corners.length;
    if (cost < best.cost && isSound([old[0]!, ...corners, old.at(-1)!], old)) best = { cost, corners };
    if (best.corners.length > 0 && sum < ENOUGH * Math.min(before, ringSum)) break;
  }
  if (best.corners.length === 0) return null;
  const course = courseBy(best.corners);
  return { from, to, places: placesOf(course, best.corners), change: changeBy(course) };
}

/** From where to where a track is tried otherwise: round a tip to its other side; corners near an end stay. */
function spanAbout(track: Track, centre: number): { readonly from: number; readonly to: number } {
  const { point } = track.at(centre);
  const end = (way: 1 | -1): number => {
    let most = REACH;
    for (let k = REACH + 1; k <= ROUND_TIP; k++)
      if (distance(track.at(centre + way * k).point, point) < (REACH - NEAR_END) * STEP) most = k;
    for (let k = most - NEAR_END; k <= most; k++) if (track.at(centre + way * k).corner) return centre + way * k;
    return centre + way * most;
  };
  return { from: end(-1), to: end(1) };
}

/** The way in which a track comes from beyond an end of a piece, into it; null where a corner is near. */
function wayAt(track: Track, end: number, way: number): Point | null {
  for (let k = 0; k < BEYOND; k++) if (track.at(end + way * k).corner) return null;
  return unit(subtract(track.at(end).point, track.at(end + way * BEYOND).point));
}

/** A side that turns by less is straight. */
const STRAIGHT = Math.cos((4 * Math.PI) / 180);

/** Points from an end of a course on the way to a corner, without it: a parabola that begins in the way given. */
function side(end: Point, way: Point | null, corner: Point): Point[] {
  if (!way || dot(way, unit(subtract(corner, end))) > STRAIGHT) return [end];
  const by = add(end, scale(way, distance(end, corner) / 2));
  return [0, 0.25, 0.5, 0.75].map((t) => mix(mix(end, by, t), mix(by, corner, t), t));
}

function nearestAbout(ringAt: (i: number) => Point, near: number, place: Point): number {
  let best = near;
  for (let i = near - 4 * REACH; i <= near + 4 * REACH; i++)
    if (distance(ringAt(i), place) < distance(ringAt(best), place)) best = i;
  return best;
}

/** Where corners may begin: those that are there; one more, or two; the nearest cut off, or two in place of it. */
function startsOf(track: Track, own: readonly number[], centre: number, ringBy: (by: number) => Point): Point[][] {
  const [kept, place] = [own.map((at) => track.at(at).point), own.filter((at) => at < centre).length];
  const put = (points: readonly Point[], at: number, instead: number) => [
    ...kept.slice(0, at),
    ...points,
    ...kept.slice(at + instead),
  ];
  const pairs = [-BESIDE, 0, -2 * BESIDE].map((by) => [ringBy(by), ringBy(by + 2 * BESIDE)]);
  const starts = [[ringBy(0)], ...pairs].map((points) => put(points, place, 0));
  if (own.length === 0) return starts;
  const off = own.map((at) => Math.abs(at - centre));
  const nearest = off.indexOf(Math.min(...off));
  const cutOff = [-BESIDE, BESIDE].map((by) => track.at(own[nearest]! + by).point);
  return [kept, put(cutOff, nearest, 1), put(pairs[0]!, nearest, 1), ...starts];
}

/** The best start with each number of corners, that with fewest first. */
function bestOfEach(starts: readonly (readonly Point[])[], sumOf: (start: readonly Point[]) => number) {
  const best = new Map<number, { readonly start: readonly Point[]; readonly sum: number }>();
  for (const start of starts) {
    const sum = sumOf(start);
    if (sum < (best.get(start.length)?.sum ?? Infinity)) best.set(start.length, { start, sum });
  }
  return [...best.values()].map(({ start }) => start).sort((a, b) => a.length - b.length);
}

const pointsOf = (numbers: readonly number[]): Point[] =>
  Array.from({ length: numbers.length / 2 }, (_, i) => ({ x: numbers[2 * i]!, y: numbers[2 * i + 1]! }));

/** Whether points, between two ends, are corners of a course like the old one. */
function isSound(points: readonly Point[], old: readonly Point[]): boolean {
  return points.every((point, i) => {
    const [before, after] = [points[i - 1], points[i + 1]];
    if (!after) return true;
    if (distance(point, after) < APART) return false;
    if (!before) return true;
    const [into, out] = [subtract(point, before), subtract(after, point)];
    const turn = (Math.abs(Math.atan2(cross(into, out), dot(into, out))) * 180) / Math.PI;
    if (turn > MOST_TURN && points.length > 3) return false;
    return turn >= LEAST_TURN && old.some((each) => distance(each, point) <= FURTHEST);
  });
}

/** The places of a course between its ends. */
const placesOf = (course: readonly Point[], corners: readonly Point[]): Place[] =>
  course.slice(1, -1).map((point, i) => {
    const [before, after] = [course[i]!, course[i + 2]!];
    if (!corners.includes(point)) return { point, corner: null };
    return { point, corner: { into: unit(subtract(point, before)), out: unit(subtract(after, point)) } };
  });
