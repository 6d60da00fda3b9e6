import { flatten, formOf, type Contour } from '../geometry/contour.ts';

/** What rows go over: of each row the least and the most, mm; a row with nothing in it has more least than most. */
export interface RowSpans {
  /** Of the first row, on the grid that all spans of a kind share. */
  readonly first: number;
  readonly least: Float64Array;
  readonly most: Float64Array;
}

/** Rows at the middles of even steps, from `low` on, along x or (upright) along y. mm. */
export interface RowGrid {
  readonly low: number;
  readonly pitch: number;
  readonly upright: boolean;
}

/** Edges are told so nearly by rows, mm. */
const FINE = 0.02;

/** As many grids as one list of contours is put on in one build: its group's, its item's, that of all, a coarse one. */
const GRIDS_KEPT = 4;
const known = new WeakMap<readonly Contour[], { readonly grid: RowGrid; readonly spans: RowSpans }[]>();

/** From where to where things lie across rows of a grid. Known again by the list of contours. */
export function spansOf(contours: readonly Contour[], grid: RowGrid): RowSpans {
  let before = known.get(contours);
  if (!before) known.set(contours, (before = []));
  const isSame = ({ low, pitch, upright }: RowGrid) =>
    low === grid.low && pitch === grid.pitch && upright === grid.upright;
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

function spansAnew(contours: readonly Contour[], { low, pitch, upright }: RowGrid): RowSpans {
  const placed = contours.map((contour) => {
    const { form, dx, dy } = formOf(contour);
    const [alongBy, acrossBy] = upright ? [dy, dx] : [dx, dy];
    return { ring: ringOf(form), alongBy, acrossBy };
  });
  // Where along and where across stand in a ring.
  const [u, v] = upright ? [1, 0] : [0, 1];
  let [from, to] = [Infinity, -Infinity];
  for (const { ring, acrossBy } of placed)
    for (let i = v; i < ring.length; i += 2) {
      const across = ring[i]! + acrossBy;
      if (across < from) from = across;
      if (across > to) to = across;
    }
  if (to < from) return { first: 0, least: new Float64Array(0), most: new Float64Array(0) };
  const first = Math.floor((from - low) / pitch);
  const count = Math.max(1, Math.ceil((to - low) / pitch - 1e-9) - first);
  const [least, most] = [new Float64Array(count).fill(Infinity), new Float64Array(count).fill(-Infinity)];
  let isEmpty = true;
  for (const { ring, alongBy, acrossBy } of placed)
    for (let i = 0; i < ring.length; i += 2) {
      const j = i + 2 < ring.length ? i + 2 : 0;
      const isUp = ring[i + v]! < ring[j + v]!;
      const [below, above] = isUp ? [i, j] : [j, i];
      const lowest = ring[below + v]! + acrossBy;
      const highest = ring[above + v]! + acrossBy;
      const begin = ring[below + u]! + alongBy;
      const slope = (ring[above + u]! - ring[below + u]!) / (highest - lowest);
      for (let row = Math.max(0, Math.ceil((lowest - low) / pitch - 0.5) - first); row < count; row++) {
        const middle = low + (first + row + 0.5) * pitch;
        if (middle >= highest) break;
        const along = begin + slope * (middle - lowest);
        if (along < least[row]!) least[row] = along;
        if (along > most[row]!) most[row] = along;
        isEmpty = false;
      }
    }
  // What is lower than a row is high, and lies between two, is in one all the same.
  if (isEmpty)
    for (const { ring, alongBy } of placed)
      for (let i = u; i < ring.length; i += 2) {
        least[0] = Math.min(least[0]!, ring[i]! + alongBy);
        most[0] = Math.max(most[0]!, ring[i]! + alongBy);
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
