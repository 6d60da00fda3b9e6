import { distance, doCross, nearestIndex, subtract, type Point } from '../../../geometry/point.ts';
import { turnOf } from '../../fitting/corners.ts';
import type { Place, Track } from '../../fitting/track.ts';
import type { DrawnAgain } from './drawn-again.ts';
import { leastSquares, squares } from './least-squares.ts';
import { Stretch } from './stretch.ts';

/** A corner must take away so much of what is off, squared shares of the contrast; more where there is noise. */
const [LEAST_GAIN, BY_NOISE] = [0.008, 25];
/** Where a smooth ring leaves no more than so many times that, no corner is looked for. */
const WORTH = 1.5;
/** What is off afterwards is no more than this share: of before, and of what the ring itself leaves. */
const [OF_BEFORE, OF_RING] = [0.6, 0.8];
/** No more is tried where no more than this is left of either. */
const ENOUGH = 0.2;
/** Corners lie no further off the old course than this, and are so far apart at least, pixels. */
const [FURTHEST, APART] = [3, 0.4];
/** A turn of less is none; and of more, with another corner beside it, goes back on itself. Degrees. */
const [LEAST_TURN, MOST_TURN] = [22, 158];
/** Where two corners are tried, they begin so many points of the ring to either side. */
const BESIDE = 3;
/** The ends of a stretch are no more points of the ring away than this. */
const AWAY = 40;

/** Another course of a track, by way of straight lines between corners. */
export interface Course {
  readonly from: number;
  readonly to: number;
  readonly places: readonly Place[];
  /** That course and then the old one in reverse. */
  readonly change: readonly Point[];
}

/** How far off the picture a stretch is drawn: sums of squared shares of the contrast. */
interface Off {
  /** As it is, and as the ring that was found. */
  readonly before: number;
  readonly asRing: number;
  /** How much less each corner must leave. */
  readonly gain: number;
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
  drawn: DrawnAgain,
  noise: number,
): Course | null {
  const stretch = Stretch.about(track, centre, drawn);
  if (!stretch) return null;
  const { view } = stretch;
  const near = nearestIndex(ring, track.at(centre).point);
  const ringBy = (by: number) => ring[(((near + by) % ring.length) + ring.length) % ring.length]!;
  const off: Off = {
    before: squares(view.off),
    asRing: squares(view.offBy(stretch.change(ringOf(stretch, ringBy)))),
    gain: Math.max(LEAST_GAIN, BY_NOISE * noise * noise),
  };
  if (off.asRing < WORTH * off.gain) return null;
  const corners = bestCorners(stretch, startsOf(stretch, centre, ringBy), off);
  if (!corners) return null;
  const { from, to } = stretch;
  return { from, to, places: stretch.places(corners), change: stretch.change(stretch.by(corners)) };
}

/** The stretch as the ring that was found. @param ringBy a point of that, by its number from the nearest on */
function ringOf({ ends }: Stretch, ringBy: (by: number) => Point): Point[] {
  const [first, last] = ends.map((end) => {
    let best = 0;
    for (let by = -AWAY; by <= AWAY; by++) if (distance(ringBy(by), end) < distance(ringBy(best), end)) best = by;
    return best;
  }) as [number, number];
  const between = Array.from({ length: Math.max(0, last - first - 1) }, (_, i) => ringBy(first + 1 + i));
  return [ends[0], ...between, ends[1]];
}

function bestCorners(stretch: Stretch, starts: readonly Point[][], { before, asRing, gain }: Off): Point[] | null {
  const had = stretch.corners.length;
  const offBy = (corners: readonly Point[]) => stretch.view.offBy(stretch.change(stretch.by(corners)));
  let [best, least]: [Point[] | null, number] = [null, before + gain * had];
  for (const start of bestOfEach(starts, (corners) => squares(offBy(corners)))) {
    const { numbers, sum } = leastSquares(
      start.flatMap(({ x, y }) => [x, y]),
      {
        at: (numbers) => offBy(pointsOf(numbers)),
        slope: (numbers, of) => stretch.slope(pointsOf(numbers), of >> 1, of % 2),
      },
    );
    const corners = pointsOf(numbers);
    const more = Math.max(1, corners.length - had) * gain;
    if (sum > OF_BEFORE * before || before - sum < more || sum > OF_RING * asRing || asRing - sum < more) continue;
    const cost = sum + gain * corners.length;
    if (cost < least && isSound(stretch, corners)) [best, least] = [corners, cost];
    if (best && sum < ENOUGH * Math.min(before, asRing)) break;
  }
  return best;
}

/** Where corners may begin: those that are there; one more, or two; the nearest cut off, or two in place of it. */
function startsOf({ track, corners }: Stretch, centre: number, ringBy: (by: number) => Point): Point[][] {
  const [kept, place] = [corners.map((at) => track.at(at).point), corners.filter((at) => at < centre).length];
  const put = (points: readonly Point[], at: number, instead: number) => [
    ...kept.slice(0, at),
    ...points,
    ...kept.slice(at + instead),
  ];
  const pairs = [-BESIDE, 0, -2 * BESIDE].map((by) => [ringBy(by), ringBy(by + 2 * BESIDE)]);
  const starts = [[ringBy(0)], ...pairs].map((points) => put(points, place, 0));
  if (corners.length === 0) return starts;
  const off = corners.map((at) => Math.abs(at - centre));
  const nearest = off.indexOf(Math.min(...off));
  const cutOff = [-BESIDE, BESIDE].map((by) => track.at(corners[nearest]! + by).point);
  return [kept, put(cutOff, nearest, 1), put(pairs[0]!, nearest, 1), ...starts];
}

/** The best start with each number of corners, that with fewest first. */
function bestOfEach(starts: readonly Point[][], sumOf: (start: readonly Point[]) => number): Point[][] {
  const best = new Map<number, { readonly start: Point[]; readonly sum: number }>();
  for (const start of starts) {
    const sum = sumOf(start);
    if (sum < (best.get(start.length)?.sum ?? Infinity)) best.set(start.length, { start, sum });
  }
  return [...best.values()].map(({ start }) => start).sort((a, b) => a.length - b.length);
}

const pointsOf = (numbers: readonly number[]): Point[] =>
  Array.from({ length: numbers.length / 2 }, (_, i) => ({ x: numbers[2 * i]!, y: numbers[2 * i + 1]! }));

/** Whether points are corners of a course like the old one, which goes round no loop. */
function isSound(stretch: Stretch, corners: readonly Point[]): boolean {
  const { ends, old } = stretch;
  const points = [ends[0], ...corners, ends[1]];
  if (corners.length > 1 && crossesItself(stretch.by(corners))) return false;
  return points.every((point, i) => {
    const [before, after] = [points[i - 1], points[i + 1]];
    if (!after) return true;
    if (distance(point, after) < APART) return false;
    if (!before) return true;
    const turn = turnOf(subtract(point, before), subtract(after, point));
    if (turn > MOST_TURN && corners.length > 1) return false;
    return turn >= LEAST_TURN && old.some((each) => distance(each, point) <= FURTHEST);
  });
}

function crossesItself(course: readonly Point[]): boolean {
  for (let i = 0; i + 3 < course.length; i++)
    for (let k = i + 2; k + 1 < course.length; k++)
      if (doCross(course[i]!, course[i + 1]!, course[k]!, course[k + 1]!)) return true;
  return false;
}
