import type { Contour } from '../geometry/contour.ts';
import { distance, type Point } from '../geometry/point.ts';
import { timeStraight } from '../motion/motion.ts';
import type { Profile } from '../motion/profile.ts';
import { sweepOf, type Sweep } from '../motion/sweep.ts';
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
}

/** The lines of an operation in one thing, as they lie on the sheet. */
export interface PlacedRun {
  readonly run: LinesRun;
  readonly start: Point;
  readonly end: Point;
  readonly placed: () => readonly Contour[];
}

/** An operation, and where the head is when it is done. */
export interface DoneOperation {
  readonly operation: Operation;
  readonly end: Point;
}

/**
 * An operation over the things of a sheet, one after the other.
 * @param runs at least one, in running order
 * @param from where the head comes from
 * @param profile of the machine with the settings of this operation
 */
export function operationOf(
  plan: OperationPlan,
  { fill, round }: Pick<Operation, 'fill' | 'round'>,
  runs: readonly PlacedRun[],
  from: Point,
  machine: Machine,
  profile: Profile,
): DoneOperation {
  let placed: readonly Contour[] | undefined;
  const contours = () => (placed ??= runs.flatMap((run) => run.placed()));
  const figures = fill ? sweptFigures(contours(), from, plan.work, profile) : followedFigures(runs, from, profile);
  const { end, ...told } = figures;
  return {
    end,
    operation: {
      id: plan.id,
      name: plan.name,
      kinds: [...new Set(runs.flatMap(({ run }) => run.kinds))],
      work: plan.work,
      fill,
      round,
      isFilled: !fill && plan.fill !== null && runs.some(({ run }) => run.kinds.includes('area')),
      get contours() {
        return contours();
      },
      settings: settingsOf(plan, machine),
      possible: machine.settings[plan.work] !== undefined,
      ...told,
    },
  };
}

/** The settings of an operation: its own, else what the machine starts from. */
export function settingsOf({ work, speed, power, passes }: OperationPlan, machine: Machine): WorkSettings {
  const usual = machine.settings[work] ?? SLOW;
  return { speed: speed ?? usual.speed, power: power ?? usual.power, passes: passes ?? usual.passes };
}

type Figures = Pick<Operation, 'length' | 'travel' | 'time'> & { readonly end: Point };

function followedFigures(runs: readonly PlacedRun[], from: Point, profile: Profile): Figures {
  let [length, travel, time, at] = [0, 0, 0, from];
  for (const { run, start, end } of runs) {
    const there = distance(at, start);
    length += run.length;
    travel += there + run.travel;
    time += timeStraight(there, profile.travel) + run.seconds;
    at = end;
  }
  return { length, travel, time, end: at };
}

function sweptFigures(contours: readonly Contour[], from: Point, work: Work, profile: Profile): Figures {
  const { start, end, length, seconds }: Sweep = sweepOf(contours, profile.rows);
  const travel = distance(from, start);
  return { length, travel, time: timeStraight(travel, profile.travel) + seconds * profile.passes[work], end };
}
