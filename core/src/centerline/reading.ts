import type { Point } from '../geometry/point.ts';
import type { Knot, Leg, Reading, Through } from './pieces.ts';
import { readByBends } from './plain-reading.ts';
import { costOf, type Question } from './reading-cost.ts';
import type { Skeleton } from './skeleton.ts';
import { isBare, type Track } from './tracks.ts';
import { edgeAbout, loneCurve, onwardCurve, pairCurve, type Tried } from './tried.ts';
import type { Walls } from './walls.ts';
import { DROPPED_STATE, LONE_STATE, ONWARD_STATE, waysToRead, type State } from './ways-to-read.ts';

/** More legs than these are paired without trying all ways. */
const MOST_LEGS = 6;

/**
 * Reads a knot of strokes of one width: of all ways to join its legs the one that leaves least of the walls untold.
 * @param tracks its legs, as they are known before they come to it
 * @param half half the width
 */
export function readKnot(
  skeleton: Skeleton,
  walls: Walls,
  knot: Knot,
  tracks: readonly Track[],
  half: number,
): Reading {
  if (tracks.length > MOST_LEGS) return readByBends(tracks);
  const near = edgeAbout(skeleton, walls, tracks, knot, half);
  const lone = tracks.map((track) => loneCurve(track, near));
  const pairs = new Map<number, Tried>();
  const pairOf = (i: number, j: number): Tried => {
    const key = i * MOST_LEGS + j;
    const known = pairs.get(key);
    if (known) return known;
    const [a, b] = [tracks[i]!, tracks[j]!];
    const tried = isBare(a)
      ? onwardCurve(lone[j]!, b, a, skeleton)
      : isBare(b)
        ? onwardCurve(lone[i]!, a, b, skeleton)
        : pairCurve(a, b, near);
    pairs.set(key, tried);
    return tried;
  };
  const question: Question = { tracks, near, lone, pairOf };
  let [best, least] = [null as State[] | null, Infinity];
  for (const states of waysToRead(tracks, knot.isBend && tracks.length === 2)) {
    const { cost } = costOf(states, question);
    if (cost < least) [best, least] = [states, cost];
  }
  // No way may be possible at all: then what bends least goes on.
  return best ? readAs(best, question) : readByBends(tracks);
}

/** What a way to read a knot says of its legs. */
function readAs(states: readonly State[], question: Question): Reading {
  const { tracks, pairOf } = question;
  const [through, corners, lone, dropped] = [[], [], [], []] as [
    Through[],
    [Leg, Leg][],
    { leg: Leg; on: Leg | null }[],
    Leg[],
  ];
  const ends = costOf(states, question).ends;
  const onward: { leg: Leg; stub: Leg | null }[] = [];
  states.forEach(({ to, isCorner }, i) => {
    const { leg } = tracks[i]!;
    if (to === LONE_STATE.to) lone.push({ leg, on: tracks[ends.get(i)!.on]?.leg ?? null });
    else if (to === DROPPED_STATE.to) dropped.push(leg);
    else if (to === ONWARD_STATE.to) onward.push({ leg, stub: null });
    else if (to > i && isCorner) corners.push([leg, tracks[to]!.leg]);
    else if (to > i && pairOf(i, to).onward !== undefined) {
      const other = tracks[to]!.leg;
      onward.push(isBare(tracks[i]!) ? { leg: other, stub: leg } : { leg, stub: other });
    } else if (to > i) {
      const { curve, gap } = pairOf(i, to);
      const guide: Point[] = [];
      for (let k = 0; k < curve.x.length; k++) {
        const t = curve.from + k * curve.step;
        if (t >= 0 && t <= gap) guide.push({ x: curve.x[k]!, y: curve.y[k]! });
      }
      through.push({ legs: [leg, tracks[to]!.leg], gap, guide });
    }
  });
  return { through, corners, lone, onward, dropped };
}
