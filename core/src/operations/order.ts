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
  const [x, y] = [new Float64Array(contours.length), new Float64Array(contours.length)];
  contours.forEach((contour, i) => ({ x: x[i], y: y[i] } = startOf(contour)));
  const ordered: Contour[] = [];
  let { x: atX, y: atY } = from;
  while (ordered.length < contours.length) {
    let best = 0;
    let least = Infinity;
    for (let i = 0; i < x.length; i++) {
      const dx = x[i]! - atX;
      const dy = y[i]! - atY;
      const away = dx * dx + dy * dy;
      if (away >= least || within[i]! > 0) continue;
      best = i;
      least = away;
    }
    ordered.push(contours[best]!);
    atX = x[best]!;
    atY = y[best]!;
    if (roundIt[best]! >= 0) within[roundIt[best]!]!--;
    // Done: further than any other ever after.
    x[best] = Infinity;
  }
  return ordered;
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
