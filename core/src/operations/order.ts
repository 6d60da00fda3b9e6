import { endOf, startOf, type Contour } from '../geometry/contour.ts';
import { distance, type Point } from '../geometry/point.ts';
import { nextRound } from './nesting.ts';

/**
 * Goes on to the nearest contour not yet done. One that lies round others waits for them: what is cut free is not to be
 * worked on afterwards.
 * @param from where the head comes from
 */
export function nearestFirst(contours: readonly Contour[], from: Point): Contour[] {
  const roundIt = nextRound(contours);
  const within = new Uint32Array(contours.length);
  for (const outer of roundIt) if (outer >= 0) within[outer]!++;
  const order = nearestPoints(contours.map(startOf), from, {
    mustWait: (i) => within[i]! > 0,
    done: (i) => {
      if (roundIt[i]! >= 0) within[roundIt[i]!]!--;
    },
  });
  return order.map((i) => contours[i]!);
}

/** Points that must not be gone to yet, told which was. */
interface Waiting {
  readonly mustWait: (point: number) => boolean;
  readonly done: (point: number) => void;
}

/**
 * Goes from point to point, each time on to the nearest where it was not yet.
 * @param from where it begins
 * @returns numbers of the points, in the order in which they are gone to
 */
export function nearestPoints(points: readonly Point[], from: Point, waiting?: Waiting): number[] {
  const [x, y] = [Float64Array.from(points, (point) => point.x), Float64Array.from(points, (point) => point.y)];
  const order: number[] = [];
  let { x: atX, y: atY } = from;
  while (order.length < x.length) {
    let best = 0;
    let least = Infinity;
    for (let i = 0; i < x.length; i++) {
      const dx = x[i]! - atX;
      const dy = y[i]! - atY;
      const away = dx * dx + dy * dy;
      if (away >= least || waiting?.mustWait(i)) continue;
      best = i;
      least = away;
    }
    order.push(best);
    atX = x[best]!;
    atY = y[best]!;
    waiting?.done(best);
    // Done: further than any other ever after.
    x[best] = Infinity;
  }
  return order;
}

/** Way of the head between lines that are run in this order, mm. */
export function travelBetween(ordered: readonly Contour[], from: Point): number {
  let [total, at]: [number, Point] = [0, from];
  for (const contour of ordered) {
    total += distance(at, startOf(contour));
    at = endOf(contour);
  }
  return total;
}
