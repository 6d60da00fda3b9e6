import { flatten, type Contour } from '../geometry/contour.ts';

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

/** From where to where things lie across rows of a grid. */
export function spansOf(contours: readonly Contour[], { low, pitch, upright }: RowGrid): RowSpans {
  const rings = contours.map((contour) => flatten(contour, FINE).map(({ x, y }) => (upright ? [y, x] : [x, y])));
  let [from, to] = [Infinity, -Infinity];
  for (const ring of rings)
    for (const point of ring) {
      from = Math.min(from, point[1]!);
      to = Math.max(to, point[1]!);
    }
  if (to < from) return { first: 0, least: new Float64Array(0), most: new Float64Array(0) };
  const rowOf = (across: number): number => Math.floor((across - low) / pitch);
  const first = rowOf(from);
  const count = Math.max(1, Math.ceil((to - low) / pitch - 1e-9) - first);
  const [least, most] = [new Float64Array(count).fill(Infinity), new Float64Array(count).fill(-Infinity)];
  const middleOf = (row: number): number => low + (first + row + 0.5) * pitch;
  const take = (row: number, along: number): void => {
    if (along < least[row]!) least[row] = along;
    if (along > most[row]!) most[row] = along;
  };
  for (const ring of rings)
    ring.forEach((start, i) => {
      const end = ring[(i + 1) % ring.length]!;
      const [below, above] = start[1]! < end[1]! ? [start, end] : [end, start];
      let row = Math.max(0, Math.ceil((below[1]! - low) / pitch - 0.5) - first);
      for (; row < count && middleOf(row) < above[1]!; row++) {
        const share = (middleOf(row) - below[1]!) / (above[1]! - below[1]!);
        take(row, below[0]! + (above[0]! - below[0]!) * share);
      }
    });
  // What is lower than a row is high, and lies between two, is in one all the same.
  if (least.every((each) => each === Infinity)) for (const ring of rings) for (const point of ring) take(0, point[0]!);
  return { first, least, most };
}

/** The rows of two, each from the lesser least to the greater most. */
export function joinSpans(a: RowSpans, b: RowSpans): RowSpans {
  const first = Math.min(a.first, b.first);
  const count = Math.max(a.first + a.least.length, b.first + b.least.length) - first;
  const [least, most] = [new Float64Array(count).fill(Infinity), new Float64Array(count).fill(-Infinity)];
  for (const spans of [a, b])
    for (let i = 0; i < spans.least.length; i++) {
      const row = spans.first + i - first;
      if (spans.least[i]! < least[row]!) least[row] = spans.least[i]!;
      if (spans.most[i]! > most[row]!) most[row] = spans.most[i]!;
    }
  return { first, least, most };
}
