import type { Contour } from '../geometry/contour.ts';
import { distance, type Point } from '../geometry/point.ts';
import { timeStraight } from '../motion/motion.ts';
import type { Profile } from '../motion/profile.ts';
import type { LineKind, OperationPlan } from '../recipe/parts.ts';
import { SLOW, type Machine, type Work, type WorkSettings } from '../shop/shop.ts';
import type { LinesRun } from './lines-run.ts';

/** One kind of work, as the machine will run it. Lengths in mm, times in seconds. */
export interface Operation {
  /** Of the operation in the recipe. */
  readonly id: string;
  /** null: called by what it is of. */
  readonly name: string | null;
  /** What its lines are. */
  readonly kinds: readonly LineKind[];
  readonly work: Work;
  /** Filled line by line rather than traced. */
  readonly fill: boolean;
  /** Strokes that fill areas. */
  readonly isFilled: boolean;
  /** 0; more where it is done once more, for what lies round what was done before. */
  readonly round: number;
  /** Which of several groups that are swept by themselves, from 1; 0: all that is swept, or nothing. */
  readonly sweep: number;
  /** In running order, on the sheet; put there when they are first asked for. */
  readonly contours: readonly Contour[];
  readonly settings: WorkSettings;
  /** Whether the machine can do this work at all. */
  readonly possible: boolean;
  /** Along the lines, or all rows together; one pass. */
  readonly length: number;
  /** Between lines, from where the operation before it ended. */
  readonly travel: number;
  /** All passes, with the travel and with what it takes to begin lines. */
  readonly time: number;
  /** Of that, lifted between lines. */
  readonly lifted: number;
  /** Of that, before lines are begun. */
  readonly starts: number;
  /** How deep the tool goes, where lines have depths, mm; else 0. */
  readonly deepest: number;
}

/** The lines of an operation in one thing, as they lie on the sheet. */
export interface PlacedRun {
  readonly run: LinesRun;
  readonly start: Point;
  readonly end: Point;
  readonly placed: () => readonly Contour[];
}

/** What an operation comes to, mm and s, and where it leaves the head. */
export interface Figures extends Pick<Operation, 'length' | 'travel' | 'time' | 'lifted' | 'starts' | 'deepest'> {
  readonly end: Point;
}

/** What is told of an operation by its lines. */
type Told = Pick<Operation, 'kinds' | 'fill' | 'isFilled' | 'round' | 'sweep'>;

/**
 * An operation as it comes out.
 * @param contours in running order, on the sheet; put there when they are first asked for
 */
export function operationOf(
  plan: OperationPlan,
  told: Told,
  { end: _end, ...figures }: Figures,
  contours: () => readonly Contour[],
  machine: Machine,
): Operation {
  let placed: readonly Contour[] | undefined;
  return {
    id: plan.id,
    name: plan.name,
    work: plan.work,
    ...told,
    get contours() {
      return (placed ??= contours());
    },
    settings: settingsOf(plan, machine),
    possible: machine.settings[plan.work] !== undefined,
    ...figures,
  };
}

/** The settings of an operation: its own, else what the machine starts from. */
export function settingsOf({ work, speed, power, passes }: OperationPlan, machine: Machine): WorkSettings {
  const usual = machine.settings[work] ?? SLOW;
  return { speed: speed ?? usual.speed, power: power ?? usual.power, passes: passes ?? usual.passes };
}

/** Lines that are followed, thing after thing. @param from where the head comes from */
export function followedFigures(runs: readonly PlacedRun[], from: Point, profile: Profile): Figures {
  let [length, travel, time, lifted, starts, deepest, at] = [0, 0, 0, 0, 0, 0, from];
  for (const { run, start, end } of runs) {
    const there = distance(at, start);
    const own = run.figures;
    length += own.length;
    travel += there + own.travel;
    const way = timeStraight(there, profile.travel);
    time += way + own.seconds;
    lifted += way + own.lifted;
    starts += own.starts;
    deepest = Math.max(deepest, own.deepest);
    at = end;
  }
  return { length, travel, time, lifted, starts, deepest, end: at };
}
