import { joinBounds } from '../geometry/bounds.ts';
import { flatten, type Contour } from '../geometry/contour.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
import type { Point } from '../geometry/point.ts';
import type { Rows } from './profile.ts';

/** Areas swept row by row, to and fro: mm and seconds. */
export interface Sweep {
  readonly start: Point;
  readonly end: Point;
  /** With the tool at work or over blanks between, not in the turns. */
  readonly length: number;
  readonly seconds: number;
}

/** Edges are told so nearly by rows, mm. */
const FINE = 0.02;

/**
 * The time of one sweep over all areas: each row from the least to the most that is in it, at speed, then the turn, in
 * which the head stops, settles and comes up to speed again, and the way to where the next row begins. A row with
 * nothing in it costs a step.
 */
export function sweepOf(contours: readonly Contour[], { speed, acceleration, settle, pitch }: Rows): Sweep {
  const box = joinBounds(contours.map(contourBounds));
  const count = Math.max(1, Math.ceil((box.maxY - box.minY) / pitch));
  const [least, most] = [new Float64Array(count).fill(Infinity), new Float64Array(count).fill(-Infinity)];
  const rowAt = (i: number): number => box.minY + (i + 0.5) * pitch;
  for (const contour of contours) {
    const points = flatten(contour, FINE);
    points.forEach((from, i) => {
      const to = points[(i + 1) % points.length]!;
      const [low, high] = from.y < to.y ? [from, to] : [to, from];
      const first = Math.max(0, Math.ceil((low.y - box.minY) / pitch - 0.5));
      for (let row = first; row < count && rowAt(row) < high.y; row++) {
        const x = low.x + ((high.x - low.x) * (rowAt(row) - low.y)) / (high.y - low.y);
        if (x < least[row]!) least[row] = x;
        if (x > most[row]!) most[row] = x;
      }
    });
  }
  const turn = (2 * speed) / acceleration + settle;
  let [seconds, length] = [0, 0];
  let at: Point | null = null;
  let start: Point = { x: box.minX, y: box.minY };
  for (let row = 0; row < count; row++) {
    if (most[row]! < least[row]!) {
      seconds += pitch / speed;
      continue;
    }
    const y = rowAt(row);
    const [left, right] = [
      { x: least[row]!, y },
      { x: most[row]!, y },
    ];
    const fromLeft: boolean = !at || Math.abs(at.x - left.x) <= Math.abs(at.x - right.x);
    const [from, to]: [Point, Point] = fromLeft ? [left, right] : [right, left];
    if (at) seconds += turn + Math.abs(at.x - from.x) / speed;
    else start = from;
    length += right.x - left.x;
    seconds += (right.x - left.x) / speed;
    at = to;
  }
  return { start, end: at ?? start, length, seconds: seconds + turn };
}
