import { joinBounds, heightOf } from '../geometry/bounds.ts';
import type { Contour, Region } from '../geometry/contour.ts';
import { contourLength, contourBounds, regionArea } from '../geometry/contour-facts.ts';
import { distance, type Point } from '../geometry/point.ts';
import type { LineKind, OperationPlan } from '../recipe/parts.ts';
import type { Machine, Work, WorkSettings } from '../shop/shop.ts';

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
  /** In running order, on the sheet; put there when they are first asked for. */
  readonly contours: readonly Contour[];
  readonly settings: WorkSettings;
  /** Whether the machine can do this work at all. */
  readonly possible: boolean;
  /** Along the lines, or all fill lines together; one pass. */
  readonly length: number;
  readonly travel: number;
  readonly time: number;
}

/** The lines of an operation in one thing, in running order. */
export interface Run {
  readonly kinds: readonly LineKind[];
  /** How many lines these are. */
  readonly count: number;
  /** Where the first begins and the last ends, on the sheet. */
  readonly start: Point;
  readonly end: Point;
  /** The lines as they lie on the sheet. */
  readonly placed: () => readonly Contour[];
  /** Along the lines, or all fill lines together. */
  readonly length: number;
  /** From the first line's start to the last one's end. */
  readonly travel: number;
}

/** What a machine that lacks a kind of work is taken to do it with, so that a time can still be told. */
const SLOW: WorkSettings = { speed: 10, power: 100, passes: 1 };

/**
 * An operation over the things of a sheet, one after the other.
 * @param runs at least one
 */
export function operationOf(plan: OperationPlan, fill: boolean, runs: readonly Run[], machine: Machine): Operation {
  const usual = machine.settings[plan.work];
  const from = usual ?? SLOW;
  const settings = {
    speed: plan.speed ?? from.speed,
    power: plan.power ?? from.power,
    passes: plan.passes ?? from.passes,
  };
  let contours: readonly Contour[] | undefined;
  const length = runs.reduce((sum, run) => sum + run.length, 0);
  const travel = runs.reduce((sum, run) => sum + run.travel, 0) + travelBetweenThings(runs);
  const starts = fill ? 0 : runs.reduce((sum, run) => sum + run.count, 0) * machine.pierceTime;
  return {
    id: plan.id,
    name: plan.name,
    kinds: [...new Set(runs.flatMap((run) => run.kinds))],
    work: plan.work,
    fill,
    isFilled: !fill && plan.fill !== null && runs.some(({ kinds }) => kinds.includes('area')),
    get contours() {
      return (contours ??= runs.flatMap((run) => run.placed()));
    },
    settings,
    possible: usual !== undefined,
    length,
    travel,
    time: (length / settings.speed + starts + travel / machine.travelSpeed) * settings.passes,
  };
}

/** From the corner of the sheet to the first thing, and from each to the next. */
function travelBetweenThings(runs: readonly Run[]): number {
  let [total, at]: [number, Point] = [0, { x: 0, y: 0 }];
  for (const { start, end } of runs) {
    total += distance(at, start);
    at = end;
  }
  return total;
}

/** How far a tool goes along lines, or all fill lines together, mm. */
export const lengthOf = (contours: readonly Contour[], fill: boolean, pitch: number): number =>
  fill ? fillLength(contours, pitch) : contours.reduce((sum, contour) => sum + contourLength(contour), 0);

/** Fill lines a pitch apart cover the area; at each line's end the head turns back over about three pitches. */
function fillLength(region: Region, pitch: number): number {
  const height = heightOf(joinBounds(region.map(contourBounds)));
  return regionArea(region) / pitch + (height / pitch) * 3 * pitch;
}
