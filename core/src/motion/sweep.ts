import type { Contour } from '../geometry/contour.ts';
import { add, scale, type Point } from '../geometry/point.ts';
import type { Rows } from './profile.ts';
import { acrossRows, joinAllSpans, rowAxes, spansOf, type RowSpans } from './row-spans.ts';

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
export const sweepOf = (contours: readonly Contour[], rows: Rows): Sweep => sweepOfAll([contours], rows);

/** The same over several things at once, each with its edges. */
export function sweepOfAll(things: readonly (readonly Contour[])[], rows: Rows): Sweep {
  const { angle, pitch } = rows;
  const { low } = acrossRows(things, angle);
  const grid = { low, pitch, angle };
  const spans = joinAllSpans(things.map((contours) => spansOf(contours, grid)));
  const axes = rowAxes(angle);
  const point = (along: number, row: number): Point =>
    add(scale(axes.along, along), scale(axes.across, low + (spans.first + row + 0.5) * pitch));
  const { first, last, length, seconds } = sweptSpans(spans, rows, rows.pitch);
  // Nothing at all is swept nowhere.
  const corner = { x: 0, y: 0 };
  return {
    start: first ? point(first.along, first.row) : corner,
    end: last ? point(last.along, last.row) : corner,
    length,
    seconds,
  };
}

/** Where in which row. */
interface AtRow {
  readonly row: number;
  readonly along: number;
}

/**
 * How rows are gone over.
 * @param height from span to span, mm: where that is more than the rows' pitch, a span stands for several rows
 */
function sweptSpans(
  { least, most }: RowSpans,
  rows: Rows,
  height: number,
): { readonly first: AtRow | null; readonly last: AtRow | null; readonly length: number; readonly seconds: number } {
  const timer = new RowTimer(rows, height);
  let length = 0;
  let [first, last]: [AtRow | null, AtRow | null] = [null, null];
  for (let row = 0; row < least.length; row++) {
    if (most[row]! < least[row]!) {
      timer.blank();
      continue;
    }
    const fromLeft = timer.sweep(least[row]!, most[row]!);
    first ??= { row, along: fromLeft ? least[row]! : most[row]! };
    last = { row, along: timer.along };
    length += most[row]! - least[row]!;
  }
  return { first, last, length: (length * height) / rows.pitch, seconds: timer.seconds };
}

/** The time of rows that two lie in together; of one alone: both the same. s. */
export function timeTogether(a: RowSpans, b: RowSpans, rows: Rows, height: number): number {
  const timer = new RowTimer(rows, height);
  const first = Math.min(a.first, b.first);
  const end = Math.max(a.first + a.least.length, b.first + b.least.length);
  for (let row = first; row < end; row++) {
    const [inA, inB] = [row - a.first, row - b.first];
    let [least, most] = [Infinity, -Infinity];
    if (inA >= 0 && inA < a.least.length) [least, most] = [a.least[inA]!, a.most[inA]!];
    if (inB >= 0 && inB < b.least.length) {
      if (b.least[inB]! < least) least = b.least[inB]!;
      if (b.most[inB]! > most) most = b.most[inB]!;
    }
    if (most < least) timer.blank();
    else timer.sweep(least, most);
  }
  return timer.seconds;
}

/** The time of a turn: the head stops, settles and comes up to speed again, s. */
export const turnSeconds = ({ speed, acceleration, settle }: Rows): number => (2 * speed) / acceleration + settle;

/** Tells the time row by row. */
class RowTimer {
  seconds = 0;
  /** Where the head stands; nowhere before the first row. */
  along = NaN;
  private readonly turn: number;
  private readonly count: number;

  constructor(
    private readonly rows: Rows,
    private readonly height: number,
  ) {
    this.turn = turnSeconds(rows);
    this.count = height / rows.pitch;
  }

  blank(): void {
    this.seconds += this.height / this.rows.speed;
  }

  /** @returns whether the row is begun on its left */
  sweep(left: number, right: number): boolean {
    const { turn, count, along } = this;
    const { speed, bothWays } = this.rows;
    const [toLeft, toRight] = [Math.abs(along - left), Math.abs(along - right)];
    const isFirst = Number.isNaN(along);
    const fromLeft = !bothWays || isFirst || toLeft <= toRight;
    if (!isFirst) this.seconds += (fromLeft ? toLeft : toRight) / speed;
    this.seconds += count * (turn + (right - left) / speed);
    // Back to where it began, but for the last of them: from there on it goes to the next row's own beginning.
    if (!bothWays) this.seconds += count * turn + ((count - 1) * (right - left)) / speed;
    this.along = fromLeft ? right : left;
    return fromLeft;
  }
}
