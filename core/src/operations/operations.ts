import { joinBounds, heightOf } from '../geometry/bounds.ts';
import { endOf, startOf, type Contour, type Region } from '../geometry/contour.ts';
import { contourLength, contourBounds, regionArea } from '../geometry/contour-facts.ts';
import { distance, type Point } from '../geometry/point.ts';
import { withoutStretches } from '../geometry/stretches.ts';
import { nextRound } from './nesting.ts';
import { outermost } from '../hold/pieces.ts';
import type { Tab } from '../hold/tabs.ts';
import type { Assignment, Step, WorkOrder } from '../recipe/parts.ts';
import { WORKS, type Machine, type Work, type WorkSettings } from '../shop/shop.ts';

/** The three kinds of thing that a job's drawing has, each assigned to a kind of work. */
export const ROLES = ['outline', 'area', 'linework'] as const;
export type Role = (typeof ROLES)[number];

/** One kind of work on one kind of thing, as the machine will run it. Lengths in mm, times in seconds. */
export interface Operation {
  /** `<role>` or, where outlines are cut, `outline:inner` and `outline:outer`. */
  readonly id: string;
  readonly role: Role;
  readonly work: Work;
  readonly step: Step;
  /** Filled line by line rather than traced. */
  readonly fill: boolean;
  /** In running order. */
  readonly contours: readonly Contour[];
  readonly settings: WorkSettings;
  /** Whether the machine can do this work at all. */
  readonly possible: boolean;
  /** Along the lines, or all fill lines together; one pass. */
  readonly length: number;
  readonly travel: number;
  readonly time: number;
}

/** What there is of each role in a job. */
export interface Drawing {
  readonly outline: Region;
  readonly area: Region;
  readonly linework: readonly Contour[];
}

/** What a machine that lacks a kind of work is taken to do it with, so that a time can still be told. */
const SLOW: WorkSettings = { speed: 10, power: 100, passes: 1 };

/**
 * Sorts the drawing into operations, in the order of work, and leaves gaps for tabs in the cuts. Roles with
 * nothing in them, or no work, give none.
 */
export function orderWork(
  { order, machine }: { readonly order: WorkOrder; readonly machine: Machine },
  drawing: Drawing,
  tabs: readonly Tab[] = [],
): Operation[] {
  const operations: Operation[] = [];
  for (const role of ROLES) {
    const assignment = order[role];
    const contours = drawing[role];
    if (contours.length === 0 || assignment.work === null) continue;
    if (role === 'outline' && assignment.work === 'cut') {
      const outer = outermost(drawing.outline);
      const inner = contours.filter((contour) => !outer.has(contour));
      if (inner.length > 0)
        operations.push(operation('outline:inner', role, 'cut', 'inner cuts', assignment, machine, inner));
      operations.push(
        operation(
          'outline:outer',
          role,
          'cut',
          'outer cuts',
          assignment,
          machine,
          [...outer].flatMap((contour) => interrupted(contour, tabs)),
        ),
      );
    } else
      operations.push(operation(role, role, assignment.work, stepOf(assignment.work), assignment, machine, contours));
  }
  const rank = (step: Step) => order.sequence.indexOf(step);
  return operations.sort((a, b) => rank(a.step) - rank(b.step) || WORKS.indexOf(a.work) - WORKS.indexOf(b.work));
}

/** A cut line with gaps where tabs are to stay. */
function interrupted(contour: Contour, tabs: readonly Tab[]): Contour[] {
  const own = tabs.filter((tab) => tab.contour === contour);
  return own.length === 0
    ? [contour]
    : withoutStretches(
        contour,
        own.map(({ gap }) => gap),
      );
}

const stepOf = (work: Work): Step => (work === 'cut' ? 'inner cuts' : work);

function operation(
  id: string,
  role: Role,
  work: Work,
  step: Step,
  assignment: Assignment,
  machine: Machine,
  contours: readonly Contour[],
): Operation {
  const usual = machine.settings[work];
  const from = usual ?? SLOW;
  const settings = {
    speed: assignment.speed ?? from.speed,
    power: assignment.power ?? from.power,
    passes: assignment.passes ?? from.passes,
  };
  const fill = role === 'area' && work === 'engrave';
  const ordered = nearestFirst(contours);
  const travel = travelOf(ordered);
  const length = fill
    ? fillLength(contours, machine.fillPitch)
    : contours.reduce((sum, contour) => sum + contourLength(contour), 0);
  const starts = fill ? 0 : contours.length * machine.pierceTime;
  const time = (length / settings.speed + starts + travel / machine.travelSpeed) * settings.passes;
  return {
    id,
    role,
    work,
    step,
    fill,
    contours: ordered,
    settings,
    possible: usual !== undefined,
    length,
    travel,
    time,
  };
}

/** Fill lines a pitch apart cover the area; at each line's end the head turns back over about three pitches. */
function fillLength(region: Region, pitch: number): number {
  const height = heightOf(joinBounds(region.map(contourBounds)));
  return regionArea(region) / pitch + (height / pitch) * 3 * pitch;
}

/**
 * Goes on to the nearest contour not yet done, from the sheet's corner. One that lies round others waits for them: what
 * is cut free is not to be worked on afterwards.
 */
function nearestFirst(contours: readonly Contour[]): Contour[] {
  const roundIt = nextRound(contours);
  const within = new Uint32Array(contours.length);
  for (const outer of roundIt) if (outer >= 0) within[outer]!++;
  const [x, y] = [new Float64Array(contours.length), new Float64Array(contours.length)];
  contours.forEach((contour, i) => ({ x: x[i], y: y[i] } = startOf(contour)));
  const ordered: Contour[] = [];
  let atX = 0;
  let atY = 0;
  while (ordered.length < contours.length) {
    let best = 0;
    let least = Infinity;
    for (let i = 0; i < x.length; i++) {
      const dx = x[i]! - atX;
      const dy = y[i]! - atY;
      const away = dx * dx + dy * dy;
      if (away >= least || within[i]! > 0) continue;
      best = i;
      least = away;
    }
    ordered.push(contours[best]!);
    atX = x[best]!;
    atY = y[best]!;
    if (roundIt[best]! >= 0) within[roundIt[best]!]!--;
    // Done: further than any other ever after.
    x[best] = Infinity;
  }
  return ordered;
}

function travelOf(ordered: readonly Contour[]): number {
  let [total, at]: [number, Point] = [0, { x: 0, y: 0 }];
  for (const contour of ordered) {
    total += distance(at, startOf(contour));
    at = endOf(contour);
  }
  return total;
}
