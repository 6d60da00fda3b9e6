import type { Contour } from '../geometry/contour.ts';
import { KnownLists } from '../geometry/known-lists.ts';
import { add, scale, type Point } from '../geometry/point.ts';
import { areAlike, type Rows } from './profile.ts';
import { joinAllSpans, rowAxes, type RowSpans } from './row-spans.ts';
import { sweptAcross, sweptSpans, type Swept } from './swept.ts';

/** Areas swept row by row: mm and seconds. */
export interface Sweep {
  readonly start: Point;
  readonly end: Point;
  /** With the tool at work or over blanks between, not in the turns. */
  readonly length: number;
  readonly seconds: number;
}

/**
 * The time of one sweep over all areas: each row from the least to the most that is in it, at speed, then the turn, in
 * which the head stops, settles and comes up to speed again, and the way to where the next row begins. A row with
 * nothing in it costs a step. Swept one way only, the head goes back over the row first, and turns once more.
 */
export const sweepOf = (contours: readonly Contour[], rows: Rows): Sweep =>
  sweepOfAll([{ form: contours, dx: 0, dy: 0 }], rows);

/** The same over several things at once. */
export function sweepOfAll(things: readonly Swept[], rows: Rows): Sweep {
  if (things.length !== 1) {
    const make = (): SweptBefore => ({ rows, sweep: sweepTogether(things, rows) });
    return together.of(things, make, (before) => areAlike(before.rows, rows)).sweep;
  }
  // Rows begin where a thing does: what lies elsewhere is swept alike.
  const [{ form, dx, dy }] = things as [Swept];
  const own = sweepOfForm(form, rows);
  const by = { x: dx, y: dy };
  return { ...own, start: add(own.start, by), end: add(own.end, by) };
}

interface SweptBefore {
  readonly rows: Rows;
  readonly sweep: Sweep;
}

const together = new KnownLists<SweptBefore>();
const known = new WeakMap<readonly Contour[], SweptBefore>();

function sweepOfForm(form: readonly Contour[], rows: Rows): Sweep {
  const before = known.get(form);
  if (before && areAlike(before.rows, rows)) return before.sweep;
  const sweep = sweepTogether([{ form, dx: 0, dy: 0 }], rows);
  known.set(form, { rows, sweep });
  return sweep;
}

function sweepTogether(things: readonly Swept[], rows: Rows): Sweep {
  const { angle, pitch } = rows;
  const low = Math.min(...things.map((thing) => sweptAcross(thing, rows).low));
  const grid = { low, pitch, angle };
  const spans = joinAllSpans(things.map((thing) => sweptSpans(thing, grid, pitch)));
  const axes = rowAxes(angle);
  const point = (along: number, row: number): Point =>
    add(scale(axes.along, along), scale(axes.across, low + (spans.first + row + 0.5) * pitch));
  const way: RowsWay = { first: null, last: null, length: 0 };
  const seconds = goOver(spans, spans, rows, pitch, way);
  const { first, last, length } = way;
  // Nothing at all is swept nowhere.
  const corner = { x: 0, y: 0 };
  return {
    start: first ? point(first.along, first.row) : corner,
    end: last ? point(last.along, last.row) : corner,
    length,
    seconds,
  };
}

/** The time of a turn: the head stops, settles and comes up to speed again, s. */
export const turnSeconds = ({ speed, acceleration, settle }: Rows): number => (2 * speed) / acceleration + settle;

/**
 * The time of rows that two lie in together; of one alone: both the same. s.
 * @param height from span to span, mm: where that is more than the rows' pitch, a span stands for several rows
 */
export const timeTogether = (a: RowSpans, b: RowSpans, rows: Rows, height: number): number =>
  goOver(a, b, rows, height, null);

/** Where in which row. */
interface AtRow {
  readonly row: number;
  readonly along: number;
}

/** Where rows that are gone over begin and end, and how long they are together, mm. */
interface RowsWay {
  first: AtRow | null;
  last: AtRow | null;
  length: number;
}

/**
 * Many are asked for to tell what is swept together, so it keeps to plain numbers.
 * @param way is told where the rows go, where that is asked
 */
function goOver(a: RowSpans, b: RowSpans, rows: Rows, height: number, way: RowsWay | null): number {
  const { bothWays } = rows;
  const [turn, perMm, count] = [turnSeconds(rows), 1 / rows.speed, height / rows.pitch];
  const [aLeast, aMost, bLeast, bMost] = [a.least, a.most, b.least, b.most];
  const first = Math.min(a.first, b.first);
  const end = Math.max(a.first + aLeast.length, b.first + bLeast.length);
  let seconds = 0;
  // Where the head stands; nowhere before the first row.
  let along = NaN;
  for (let row = first, inA = first - a.first, inB = first - b.first; row < end; row++, inA++, inB++) {
    let least = Infinity;
    let most = -Infinity;
    if (inA >= 0 && inA < aLeast.length) {
      least = aLeast[inA]!;
      most = aMost[inA]!;
    }
    if (inB >= 0 && inB < bLeast.length) {
      if (bLeast[inB]! < least) least = bLeast[inB]!;
      if (bMost[inB]! > most) most = bMost[inB]!;
    }
    if (most < least) {
      seconds += height * perMm;
      continue;
    }
    const isFirst = Number.isNaN(along);
    const toLeft = Math.abs(along - least);
    const toRight = Math.abs(along - most);
    const fromLeft = !bothWays || isFirst || toLeft <= toRight;
    if (!isFirst) seconds += (fromLeft ? toLeft : toRight) * perMm;
    const long = most - least;
    seconds += count * (turn + long * perMm);
    // Back to where it began, but for the last of them: from there on it goes to the next row's own beginning.
    if (!bothWays) seconds += count * turn + (count - 1) * long * perMm;
    along = fromLeft ? most : least;
    if (!way) continue;
    way.first ??= { row: row - first, along: fromLeft ? least : most };
    way.last = { row: row - first, along };
    way.length += (long * height) / rows.pitch;
  }
  return seconds;
}
