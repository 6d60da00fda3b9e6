import { add, distance, dot, mix, scale, subtract, unit, type Point } from '../../../geometry/point.ts';
import { STEP } from '../../fitting/resample.ts';
import type { Place, Track } from '../../fitting/track.ts';
import type { DrawnAgain } from './drawn-again.ts';
import { View } from './view.ts';

/** An outline is tried otherwise so far to either side of a place, or to a corner that is as near as this to that. */
const [REACH, NEAR_END] = [5 / STEP, 2 / STEP];
/** The other side of a tip is as far along the outline as this. */
const ROUND_TIP = 4 * REACH;
/** Corners are nudged by so much to see what changes, pixels: along x and along y. */
const NUDGE = 0.05;
const NUDGES = [
  { x: NUDGE, y: 0 },
  { x: 0, y: NUDGE },
];
/** The way of a track is told by so many of its places. */
const BEYOND = 4;
/** A side that turns by less is straight. */
const STRAIGHT = Math.cos((4 * Math.PI) / 180);

/** A stretch of a track, which may go by other corners from its one end to the other. */
export class Stretch {
  /** Its points as they are, with both ends. */
  readonly old: readonly Point[];
  private readonly back: readonly Point[];
  /** In which way the track comes to it from beyond each end; null where that is a corner. */
  private readonly ways: readonly [Point | null, Point | null];

  private constructor(
    readonly track: Track,
    readonly from: number,
    readonly to: number,
    readonly view: View,
  ) {
    this.old = track.between(from, to);
    this.back = [...this.old].reverse();
    this.ways = [wayAt(track, from, -1), wayAt(track, to, 1)];
  }

  /** The stretch about a place; null where there is no room for one, or light and dark cannot be told. */
  static about(track: Track, centre: number, drawn: DrawnAgain): Stretch | null {
    const [from, to] = [endFrom(track, centre, -1), endFrom(track, centre, 1)];
    if (track.size < to - from + REACH) return null;
    const view = View.of(drawn, track.between(from, to));
    return view && new Stretch(track, from, to, view);
  }

  get ends(): readonly [Point, Point] {
    return [this.old[0]!, this.old.at(-1)!];
  }

  /** The numbers of the places within it that are corners. */
  get corners(): number[] {
    const all: number[] = [];
    for (let i = this.from + 1; i < this.to; i++) if (this.track.at(i).corner) all.push(i);
    return all;
  }

  /** Its course by way of corners, with both ends. */
  by(corners: readonly Point[]): Point[] {
    return [...this.legTo(corners[0]!, undefined), ...corners, ...this.legFrom(corners.at(-1)!, undefined)];
  }

  /** Another course and then the old one in reverse. */
  change(course: readonly Point[]): Point[] {
    return [...course, ...this.back];
  }

  /** How pixels change with the place of a corner along x (0) or y (1): by the little that is swept by a nudge. */
  slope(corners: readonly Point[], which: number, axis: number): Float64Array {
    const [before, here, after] = [corners[which - 1], corners[which]!, corners[which + 1]];
    const by = (corner: Point) => [...this.legTo(corner, before), corner, ...this.legFrom(corner, after)];
    const swept = this.view.darker([...by(add(here, NUDGES[axis]!)), ...by(here).reverse()]);
    for (let i = 0; i < swept.length; i++) swept[i]! /= NUDGE;
    return swept;
  }

  /** The places of a course between its ends. */
  places(corners: readonly Point[]): Place[] {
    const course = this.by(corners);
    return course.slice(1, -1).map((point, i) => {
      const [before, after] = [course[i]!, course[i + 2]!];
      if (!corners.includes(point)) return { point, corner: null };
      return { point, corner: { into: unit(subtract(point, before)), out: unit(subtract(after, point)) } };
    });
  }

  private legTo(corner: Point, before: Point | undefined): Point[] {
    return before ? [before] : side(this.ends[0], this.ways[0], corner);
  }

  private legFrom(corner: Point, after: Point | undefined): Point[] {
    return after ? [after] : side(this.ends[1], this.ways[1], corner).reverse();
  }
}

/** Where a stretch about a place ends, one way: round a tip on its other side, and at a corner that is near there. */
function endFrom(track: Track, centre: number, way: 1 | -1): number {
  const { point } = track.at(centre);
  let most = REACH;
  for (let k = REACH + 1; k <= ROUND_TIP; k++)
    if (distance(track.at(centre + way * k).point, point) < (REACH - NEAR_END) * STEP) most = k;
  for (let k = most - NEAR_END; k <= most; k++) if (track.at(centre + way * k).corner) return centre + way * k;
  return centre + way * most;
}

function wayAt(track: Track, end: number, way: 1 | -1): Point | null {
  for (let k = 0; k < BEYOND; k++) if (track.at(end + way * k).corner) return null;
  return unit(subtract(track.at(end).point, track.at(end + way * BEYOND).point));
}

/** Points from an end of a course on the way to a corner, without it: a parabola that begins in the way given. */
function side(end: Point, way: Point | null, corner: Point): Point[] {
  if (!way || dot(way, unit(subtract(corner, end))) > STRAIGHT) return [end];
  const by = add(end, scale(way, distance(end, corner) / 2));
  return [0, 0.25, 0.5, 0.75].map((t) => mix(mix(end, by, t), mix(by, corner, t), t));
}
