import { flatten, formOf, type Contour } from '../geometry/contour.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
import { rowAxes } from './row-spans.ts';

/** From where to where a form lies at levels across rows, wherever it is put. mm. */
export interface FormRows {
  /** Across rows, of all of it; beyond each other where there is nothing. */
  readonly low: number;
  readonly high: number;
  /** Ascending. */
  readonly levels: Float64Array;
  /** At each level; where nothing lies the least is more than the most. */
  readonly least: Float64Array;
  readonly most: Float64Array;
}

/** Edges are told so nearly, mm. */
const FINE = 0.02;
/** So many levels for each row. An odd number, so that one lies where the row does, where both begin alike. */
const FINER = 3;
/** To either side of a height at which edges begin, end or lie level, mm. */
const BESIDE = 1e-6;

const known = new WeakMap<
  readonly Contour[],
  { readonly pitch: number; readonly angle: number; readonly rows: FormRows }
>();

/**
 * Levels lie evenly, three to a row, and beside each height at which edges begin, end or lie level: from one level to
 * the next a form changes little, wherever rows lie on it.
 * @param pitch of rows, mm @param angle of rows, degrees
 */
export function formRows(form: readonly Contour[], pitch: number, angle: number): FormRows {
  const before = known.get(form);
  if (before?.pitch === pitch && before.angle === angle) return before.rows;
  const rings = form.map((contour) => turnedRing(contour, angle));
  const { low, high } = acrossRows(form, rings, angle);
  const levels = low > high ? new Float64Array(0) : levelsOf(rings, low, high, pitch / FINER);
  const rows = { low, high, levels, ...extentsAt(rings, levels) };
  known.set(form, { pitch, angle, rows });
  return rows;
}

/** Of boxes where those tell it, or rows would begin where an edge is flattened. */
function acrossRows(form: readonly Contour[], rings: readonly Float64Array[], angle: number) {
  const { across } = rowAxes(angle);
  let [low, high] = [Infinity, -Infinity];
  const take = (value: number): void => {
    if (value < low) low = value;
    if (value > high) high = value;
  };
  if (angle % 90 === 0)
    for (const { minX, minY, maxX, maxY } of form.map(contourBounds)) {
      take(minX * across.x + minY * across.y);
      take(maxX * across.x + maxY * across.y);
    }
  else for (const ring of rings) for (let i = 1; i < ring.length; i += 2) take(ring[i]!);
  return { low, high };
}

function levelsOf(rings: readonly Float64Array[], low: number, high: number, step: number): Float64Array {
  const heights = rings.flatMap(turningHeights).sort((a, b) => a - b);
  const levels: number[] = heights.flatMap((height, i) =>
    height - (heights[i - 1] ?? -Infinity) < 2 * BESIDE ? [] : [height - BESIDE, height + BESIDE],
  );
  for (let level = low + step / 2; level < high; level += step) levels.push(level);
  return Float64Array.from(levels).sort();
}

/** Heights at which a ring goes no further up or down, or goes level. */
function turningHeights(ring: Float64Array): number[] {
  const heights: number[] = [];
  for (let i = 1; i < ring.length; i += 2) {
    const last = i > 2 ? ring[i - 2]! : ring[ring.length - 1]!;
    const next = i + 2 < ring.length ? ring[i + 2]! : ring[1]!;
    if ((ring[i]! - last) * (next - ring[i]!) <= 0) heights.push(ring[i]!);
  }
  return heights;
}

function extentsAt(rings: readonly Float64Array[], levels: Float64Array): Pick<FormRows, 'least' | 'most'> {
  const count = levels.length;
  const [least, most] = [new Float64Array(count).fill(Infinity), new Float64Array(count).fill(-Infinity)];
  for (const ring of rings)
    for (let i = 0; i < ring.length; i += 2) {
      const j = i + 2 < ring.length ? i + 2 : 0;
      const [below, above] = ring[i + 1]! < ring[j + 1]! ? [i, j] : [j, i];
      const lowest = ring[below + 1]!;
      const highest = ring[above + 1]!;
      const slope = (ring[above]! - ring[below]!) / (highest - lowest);
      for (let at = firstFrom(levels, lowest); at < count && levels[at]! < highest; at++) {
        const along = ring[below]! + slope * (levels[at]! - lowest);
        if (along < least[at]!) least[at] = along;
        if (along > most[at]!) most[at] = along;
      }
    }
  return { least, most };
}

/** The number of the first of ascending values that is so much or more. */
function firstFrom(ascending: Float64Array, value: number): number {
  let [from, to] = [0, ascending.length];
  while (from < to) {
    const middle = (from + to) >> 1;
    if (ascending[middle]! < value) from = middle + 1;
    else to = middle;
  }
  return from;
}

/** Points of a form, x and y in turn: alike letters have the same. */
const ringsKnown = new WeakMap<Contour, Float64Array>();

function ringOf(form: Contour): Float64Array {
  let ring = ringsKnown.get(form);
  if (!ring) ringsKnown.set(form, (ring = Float64Array.from(flatten(form, FINE).flatMap(({ x, y }) => [x, y]))));
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
