import { endOf, startOf, type Contour } from '../geometry/contour.ts';
import { contourLength } from '../geometry/contour-facts.ts';
import { deepestOf } from '../geometry/depths.ts';
import type { Point } from '../geometry/point.ts';
import { timeStraight } from '../motion/motion.ts';
import type { Profile } from '../motion/profile.ts';
import { workTime } from '../motion/work-time.ts';
import type { LineKind, OrderPlan } from '../recipe/parts.ts';
import type { Work } from '../shop/shop.ts';
import { asWritten } from './as-written.ts';
import { lineNames } from './line-names.ts';
import type { Lines } from './lines.ts';
import { runningOrder, waysBetween, type RunningOrder } from './order.ts';

/** The lines that an operation follows in one thing, in running order, in the thing's own frame. mm, s. */
export interface LinesRun {
  readonly kinds: readonly LineKind[];
  readonly contours: readonly Contour[];
  /** Which of the lines they are, by number; null where their order is not one that could be another. */
  readonly order: readonly number[] | null;
  readonly start: Point;
  readonly end: Point;
  /** Told when they are first asked for: where a thing begins is asked of each, to find what to go to. */
  readonly figures: RunFigures;
}

/** What lines in running order come to. mm, s. */
export interface RunFigures {
  /** Along the lines, once. */
  readonly length: number;
  /** From the first line's start to the last one's end, lifted. */
  readonly travel: number;
  /** All of it, passes and travel between included. */
  readonly seconds: number;
  /** Of that, lifted between lines. */
  readonly lifted: number;
  /** Of that, before lines are begun. */
  readonly starts: number;
  /** How deep the tool goes, where lines have depths, mm; else 0. */
  readonly deepest: number;
}

/** Lines in running order, by what they were made of, for the two kinds of place that a head comes from. */
const orders = { corner: new WeakMap<Lines, Ordered>(), elsewhere: new WeakMap<Lines, Ordered>() };
interface Ordered extends RunningOrder {
  readonly from: Point;
  readonly by: Pick<OrderPlan, 'search' | 'coolly'>;
  /** Names of lines in the order that they were kept in, as one text. */
  readonly kept: string;
}

const CORNER: Point = { x: 0, y: 0 };

/** How lines of an operation are put into order. */
export interface RunningPlan {
  /** What the lines of the thing are called in the order that they are kept in; none: in no order of their own. */
  readonly kept: readonly string[];
  readonly order: Pick<OrderPlan, 'search' | 'coolly'>;
  readonly work: Work;
  /** Of the machine with the settings of the operation. */
  readonly profile: Profile;
  /** One after the other as a hand writes them. */
  readonly written: boolean;
}

/**
 * Puts lines into running order. A thing is ordered once, wherever it and those like it lie; but the first on a sheet
 * by where the head comes from.
 * @param from where the head comes from, in the thing's frame; null: the thing's own corner
 */
export function linesRun(lines: Lines, from: Point | null, plan: RunningPlan): LinesRun {
  const { work, profile } = plan;
  const secondsOf = (contour: Contour): number => profile.pierce[work] + workTime(contour, work, profile);
  const { order, contours } = orderedLines(lines, from, plan, work === 'cut' ? secondsOf : null);
  let figures: RunFigures | undefined;
  return {
    kinds: lines.kinds,
    contours,
    order,
    start: startOf(contours[0]!),
    end: endOf(contours.at(-1)!),
    get figures() {
      return (figures ??= figuresOf(contours, lines.isFilled, plan));
    },
  };
}

function figuresOf(contours: readonly Contour[], isFilled: boolean, { work, profile }: RunningPlan): RunFigures {
  let [length, travel, worked, lifted, starts] = [0, 0, 0, 0, 0];
  waysBetween(contours, startOf(contours[0]!)).forEach((there, i) => {
    const contour = contours[i]!;
    travel += there;
    length += contourLength(contour);
    lifted += timeStraight(there, profile.travel);
    starts += profile.pierce[work];
    worked += workTime(contour, work, profile);
  });
  const seconds = lifted + starts + worked;
  return { length, travel, seconds, lifted, starts, deepest: isFilled ? deepestOf(contours) : 0 };
}

/** Lines by number, as they are kept by name; names that are not there are passed over. */
function numbersIn({ contours }: Lines, kept: readonly string[]): number[] {
  if (kept.length === 0) return [];
  const numbers = new Map<string, number>(lineNames(contours).map((name, i) => [name, i]));
  return [...new Set(kept)].flatMap((name) => numbers.get(name) ?? []);
}

const asWrittenBefore = new WeakMap<Lines, readonly Contour[]>();

function linesAsWritten(lines: Lines): readonly Contour[] {
  let known = asWrittenBefore.get(lines);
  if (!known) asWrittenBefore.set(lines, (known = asWritten(lines.contours)));
  return known;
}

/** @param secondsOf what a line that is cut takes; null where nothing is */
function orderedLines(
  lines: Lines,
  from: Point | null,
  { order, work, written, kept }: RunningPlan,
  secondsOf: ((contour: Contour) => number) | null,
): Pick<LinesRun, 'order' | 'contours'> {
  // Strokes of a fill have an order of their own.
  if (lines.isFilled) return { order: null, contours: lines.contours };
  // What is cut would fall before what lies in it.
  if (written && work !== 'cut') return { order: null, contours: linesAsWritten(lines) };
  const known = from ? orders.elsewhere : orders.corner;
  const start = from ?? CORNER;
  const before = known.get(lines);
  const isSame = before?.by.search === order.search && before.by.coolly === order.coolly && before.kept === kept.join();
  if (before && isSame && before.from.x === start.x && before.from.y === start.y) return before;
  const found = runningOrder(lines, start, order.search, {
    secondsOf: order.coolly ? secondsOf : null,
    kept: numbersIn(lines, kept),
  });
  known.set(lines, { from: start, by: order, kept: kept.join(), ...found });
  return found;
}
