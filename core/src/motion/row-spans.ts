import type { Point } from '../geometry/point.ts';

/** What rows go over: of each row the least and the most, mm; a row with nothing in it has more least than most. */
export interface RowSpans {
  /** Of the first row, on the grid that all spans of a kind share. */
  readonly first: number;
  readonly least: Float64Array;
  readonly most: Float64Array;
}

/** Rows at the middles of even steps, from `low` on across them. mm, degrees. */
export interface RowGrid {
  readonly low: number;
  readonly pitch: number;
  /** Of the rows, counter-clockwise from x, 0 to 180. */
  readonly angle: number;
}

/** Unit vectors along rows and from row to row: that goes up, or to the right. */
export function rowAxes(angle: number): { readonly along: Point; readonly across: Point } {
  if (angle % 180 === 0) return { along: { x: 1, y: 0 }, across: { x: 0, y: 1 } };
  if (angle % 180 === 90) return { along: { x: 0, y: 1 }, across: { x: 1, y: 0 } };
  const [cos, sin] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)];
  return { along: { x: cos, y: sin }, across: angle < 90 ? { x: -sin, y: cos } : { x: sin, y: -cos } };
}

/** The rows of two, each from the lesser least to the greater most. */
export const joinSpans = (a: RowSpans, b: RowSpans): RowSpans => joinAllSpans([a, b]);

/** The rows of all, each from the least of the leasts to the greatest of the mosts. */
export function joinAllSpans(all: readonly RowSpans[]): RowSpans {
  if (all.length === 1) return all[0]!;
  let first = Infinity;
  let end = -Infinity;
  for (const spans of all) {
    if (spans.first < first) first = spans.first;
    if (spans.first + spans.least.length > end) end = spans.first + spans.least.length;
  }
  const count = Math.max(0, end - first);
  const [least, most] = [new Float64Array(count).fill(Infinity), new Float64Array(count).fill(-Infinity)];
  for (const { first: begun, least: leasts, most: mosts } of all) {
    for (let i = 0, row = begun - first; i < leasts.length; i++, row++) {
      if (leasts[i]! < least[row]!) least[row] = leasts[i]!;
      if (mosts[i]! > most[row]!) most[row] = mosts[i]!;
    }
  }
  return { first: count > 0 ? first : 0, least, most };
}
