import { flatten, formOf, type Contour } from '../geometry/contour.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
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

/** From where to where things lie across rows, mm. */
export function acrossRows(
  things: readonly (readonly Contour[])[],
  angle: number,
): { readonly low: number; readonly high: number } {
  const { across } = rowAxes(angle);
  let [low, high] = [Infinity, -Infinity];
  const take = (value: number): void => {
    if (value < low) low = value;
    if (value > high) high = value;
  };
  for (const contours of things)
    for (const contour of contours) {
      if (angle % 90 === 0) {
        const { minX, minY, maxX, maxY } = contourBounds(contour);
        take(minX * across.x + minY * across.y);
        take(maxX * across.x + maxY * across.y);
        continue;
      }
      const { form, dx, dy } = formOf(contour);
      const ring = ringOf(form);
      const by = dx * across.x + dy * across.y;
      for (let i = 0; i < ring.length; i += 2) take(ring[i]! * across.x + ring[i + 1]! * across.y + by);
    }
  return { low, high };
}

/** Edges are told so nearly by rows, mm. */
const FINE = 0.02;

/** As many grids as one list of contours is put on in one build: of groups that are weighed, of its item, of all. */
const GRIDS_KEPT = 8;
const known = new WeakMap<readonly Contour[], { readonly grid: RowGrid; readonly spans: RowSpans }[]>();

/** From where to where things lie across rows of a grid. Known again by the list of contours. */
export function spansOf(contours: readonly Contour[], grid: RowGrid): RowSpans {
  let before = known.get(contours);
  if (!before) known.set(contours, (before = []));
  const isSame = ({ low, pitch, angle }: RowGrid) => low === grid.low && pitch === grid.pitch && angle === grid.angle;
  const found = before.find((each) => isSame(each.grid));
  if (found) return found.spans;
  const spans = spansAnew(contours, grid);
  if (before.length === GRIDS_KEPT) before.shift();
  before.push({ grid, spans });
  return spans;
}

/** Points of a form, x and y in turn: alike letters have the same. */
const rings = new WeakMap<Contour, Float64Array>();

function ringOf(form: Contour): Float64Array {
  let ring = rings.get(form);
  if (!ring) rings.set(form, (ring = Float64Array.from(flatten(form, FINE).flatMap(({ x, y }) => [x, y]))));
  return ring;
}

/** Points of a contour where it lies: along rows and across them, in turn. */
function turnedRing(contour: Contour, angle: number): Float64Array {
  const { form, dx, dy } = formOf(contour);
  const { along, across } = rowAxes(angle);
  const [alongBy, acrossBy] = [dx * along.x + dy * along.y, dx * across.x + dy * across.y];
  const ring = ringOf(form);
  const turned = new Float64Array(ring.length);
  for (let i = 0; i < ring.length; i += 2) {
    turned[i] = ring[i]! * along.x + ring[i + 1]! * along.y + alongBy;
    turned[i + 1] = ring[i]! * across.x + ring[i + 1]! * across.y + acrossBy;
  }
  return turned;
}

function spansAnew(contours: readonly Contour[], { low, pitch, angle }: RowGrid): RowSpans {
  const placed = contours.map((contour) => turnedRing(contour, angle));
  let [from, to] = [Infinity, -Infinity];
  for (const ring of placed)
    for (let i = 1; i < ring.length; i += 2) {
      if (ring[i]! < from) from = ring[i]!;
      if (ring[i]! > to) to = ring[i]!;
    }
  if (to < from) return { first: 0, least: new Float64Array(0), most: new Float64Array(0) };
  const first = Math.floor((from - low) / pitch);
  const count = Math.max(1, Math.ceil((to - low) / pitch - 1e-9) - first);
  const [least, most] = [new Float64Array(count).fill(Infinity), new Float64Array(count).fill(-Infinity)];
  let isEmpty = true;
  for (const ring of placed)
    for (let i = 0; i < ring.length; i += 2) {
      const j = i + 2 < ring.length ? i + 2 : 0;
      const [below, above] = ring[i + 1]! < ring[j + 1]! ? [i, j] : [j, i];
      const lowest = ring[below + 1]!;
      const highest = ring[above + 1]!;
      const slope = (ring[above]! - ring[below]!) / (highest - lowest);
      for (let row = Math.max(0, Math.ceil((lowest - low) / pitch - 0.5) - first); row < count; row++) {
        const middle = low + (first + row + 0.5) * pitch;
        if (middle >= highest) break;
        const along = ring[below]! + slope * (middle - lowest);
        if (along < least[row]!) least[row] = along;
        if (along > most[row]!) most[row] = along;
        isEmpty = false;
      }
    }
  // What is lower than a row is high, and lies between two, is in one all the same.
  if (isEmpty)
    for (const ring of placed)
      for (let i = 0; i < ring.length; i += 2) {
        least[0] = Math.min(least[0]!, ring[i]!);
        most[0] = Math.max(most[0]!, ring[i]!);
      }
  return { first, least, most };
}

/** The rows of two, each from the lesser least to the greater most. */
export const joinSpans = (a: RowSpans, b: RowSpans): RowSpans => joinAllSpans([a, b]);

/** The rows of all, each from the least of the leasts to the greatest of the mosts. */
export function joinAllSpans(all: readonly RowSpans[]): RowSpans {
  let [first, end] = [Infinity, -Infinity];
  for (const spans of all) {
    first = Math.min(first, spans.first);
    end = Math.max(end, spans.first + spans.least.length);
  }
  const count = Math.max(0, end - first);
  const [least, most] = [new Float64Array(count).fill(Infinity), new Float64Array(count).fill(-Infinity)];
  for (const spans of all) {
    const { length } = spans.least;
    const by = spans.first - first;
    for (let i = 0; i < length; i++) {
      if (spans.least[i]! < least[by + i]!) least[by + i] = spans.least[i]!;
      if (spans.most[i]! > most[by + i]!) most[by + i] = spans.most[i]!;
    }
  }
  return { first: count > 0 ? first : 0, least, most };
}
