import { commonBounds, growBounds, type Bounds } from '../bounds.ts';
import { boxTable, visitPairs } from '../box-pairs.ts';
import type { Contour } from '../contour.ts';
import { hullBounds, segmentHulls } from '../contour-facts.ts';

/** More pairs of segments than this are not compared one by one. */
const MANY = 4000;

/**
 * Calls `visit` for segments of two contours, by their numbers, whose hulls' boxes come within `near` mm of each other,
 * as long as it gives true.
 */
export function visitNear(a: Contour, b: Contour, near: number, visit: (m: number, n: number) => boolean): void {
  const overlap = growBounds(commonBounds(hullBounds(a), hullBounds(b)), near);
  const [first, second] = [hullsWithin(a, overlap), hullsWithin(b, overlap)];
  if (first.number.length * second.number.length > MANY) {
    visitNearOfMany(first, second, near, visit);
    return;
  }
  for (let i = 0; i < first.number.length; i++) {
    const [minX, minY, maxX, maxY] = [
      first.box[4 * i]! - near,
      first.box[4 * i + 1]! - near,
      first.box[4 * i + 2]! + near,
      first.box[4 * i + 3]! + near,
    ];
    for (let j = 0; j < second.number.length; j++) {
      if (
        second.box[4 * j]! > maxX ||
        second.box[4 * j + 2]! < minX ||
        second.box[4 * j + 1]! > maxY ||
        second.box[4 * j + 3]! < minY
      )
        continue;
      if (!visit(first.number[i]!, second.number[j]!)) return;
    }
  }
}

function visitNearOfMany(first: Hulls, second: Hulls, near: number, visit: (m: number, n: number) => boolean): void {
  const count = first.number.length;
  const table = boxTable(count + second.number.length);
  [...first.number.keys(), ...second.number.keys()].forEach((k, i) => {
    const of = i < count ? first : second;
    [table.minX[i], table.minY[i], table.maxX[i], table.maxY[i]] = [
      of.box[4 * k]!,
      of.box[4 * k + 1]!,
      of.box[4 * k + 2]!,
      of.box[4 * k + 3]!,
    ];
  });
  let goesOn = true;
  visitPairs(table, near, (i, j) => {
    const [low, high] = i < j ? [i, j] : [j, i];
    if (goesOn && low < count && high >= count) goesOn = visit(first.number[low]!, second.number[high - count]!);
  });
}

/** Segments of a contour by number, and the boxes of their hulls, four sides each. */
interface Hulls {
  readonly number: readonly number[];
  readonly box: readonly number[];
}

/** Those that may reach into a box. */
function hullsWithin(contour: Contour, within: Bounds): Hulls {
  const { hulls, dx, dy } = segmentHulls(contour);
  const [number, box]: [number[], number[]] = [[], []];
  for (let i = 0; 4 * i < hulls.length; i++) {
    const [minX, minY, maxX, maxY] = [
      hulls[4 * i]! + dx,
      hulls[4 * i + 1]! + dy,
      hulls[4 * i + 2]! + dx,
      hulls[4 * i + 3]! + dy,
    ];
    if (minX > within.maxX || maxX < within.minX || minY > within.maxY || maxY < within.minY) continue;
    number.push(i);
    box.push(minX, minY, maxX, maxY);
  }
  return { number, box };
}
