import type { AssemblyBuild } from '../assembly/build-assembly.ts';
import type { Point } from '../geometry/point.ts';
import type { Lines } from '../operations/lines.ts';
import { linesRun, type RunningPlan } from '../operations/lines-run.ts';
import { followedFigures, operationOf, type Operation, type PlacedRun } from '../operations/operations.ts';
import { thingOrder } from '../operations/order.ts';
import type { Recipe } from '../recipe/schema.ts';
import { openingDepths } from '../sheet/in-openings.ts';
import { placePoint, placeRegion, unplacePoint, type Placement } from '../sheet/placement.ts';
import type { Machine } from '../shop/shop.ts';
import { operationProfile } from './operation-profile.ts';
import { runSweeps, type SweepAccount, type SweptLines } from './run-sweeps.ts';

/** A thing on the sheet. */
interface Laid {
  readonly assembly: { readonly id: string; readonly first: boolean };
  readonly built: Pick<AssemblyBuild, 'lines' | 'drawing' | 'arrangement'>;
  readonly placements: readonly Placement[];
}

/** One copy of a thing. */
interface Copy extends Pick<Laid, 'assembly' | 'built'> {
  readonly placement: Placement;
  /** Which copy it is, from 0. */
  readonly copy: number;
  /** In how many openings of other things it lies. */
  readonly depth: number;
}

/** Lines of one operation in one thing. */
interface PlacedLines {
  readonly first: boolean;
  readonly lines: Lines;
  readonly placement: Placement;
}

/** Where the head is before anything is done. */
const CORNER: Point = { x: 0, y: 0 };

/**
 * The operations as the machine runs them: one after the other, each from thing to thing. What lies in an opening of
 * another thing falls with that opening: from the first cut on, all operations are done with what lies deepest, and
 * then once more with what lies round it.
 */
export function runOperations(
  { operations: plans, order }: Pick<Recipe, 'operations' | 'order'>,
  laid: readonly Laid[],
  machine: Machine,
): { readonly operations: readonly Operation[]; readonly sweeps: readonly SweepAccount[] } {
  const copies = copiesOf(laid);
  const firstCut = plans.findIndex(({ work }) => work === 'cut');
  const before = firstCut < 0 ? plans : plans.slice(0, firstCut);
  const depths = [...new Set(copies.map(({ depth }) => depth))].sort((a, b) => b - a);
  const steps = [
    ...before.map((plan) => ({ plan, round: 0, own: copies })),
    ...depths.flatMap((depth, round) => {
      const own = copies.filter((copy) => copy.depth === depth);
      return plans.slice(before.length).map((plan) => ({ plan, round, own }));
    }),
  ];
  const operations: Operation[] = [];
  const sweeps: SweepAccount[] = [];
  let at = CORNER;
  for (const { plan, round, own } of steps) {
    const profile = operationProfile(plan, machine);
    const swept = runSweeps(plan, round, sweptOf(own, plan.id), at, machine, profile);
    if (swept) {
      operations.push(...swept.operations);
      sweeps.push(swept.account);
      at = swept.end;
    }
    const runs = runsFrom(followedOf(own, plan.id), at, {
      ...{ order, work: plan.work, profile, written: plan.written },
    });
    if (runs.length === 0) continue;
    const figures = followedFigures(runs, at, profile);
    const kinds = [...new Set(runs.flatMap(({ run }) => run.kinds))];
    const isFilled = plan.fill !== null && kinds.includes('area');
    const contours = () => runs.flatMap(({ placed }) => placed());
    operations.push(operationOf(plan, { kinds, fill: false, isFilled, round, sweep: 0 }, figures, contours, machine));
    at = figures.end;
  }
  return { operations, sweeps };
}

function copiesOf(laid: readonly Laid[]): Copy[] {
  const copies = laid.flatMap(({ assembly, built, placements }) =>
    placements.map((placement, copy) => ({ assembly, built, placement, copy })),
  );
  const depths = openingDepths(
    copies.map(({ built: { drawing, arrangement }, placement }) => ({
      outline: drawing.outline,
      object: arrangement.object,
      placement,
    })),
  );
  return copies.map((copy, i) => ({ ...copy, depth: depths[i]! }));
}

const followedOf = (copies: readonly Copy[], operation: string): PlacedLines[] =>
  copies.flatMap(({ assembly: { first }, built, placement }) =>
    linesOf(built, operation, false).map((lines) => ({ first, lines, placement })),
  );

const sweptOf = (copies: readonly Copy[], operation: string): SweptLines[] =>
  copies.flatMap(({ assembly: { id }, copy, built, placement }) =>
    linesOf(built, operation, true).map((lines) => ({ thing: id, copy, lines, placement })),
  );

const linesOf = ({ lines }: Copy['built'], operation: string, fill: boolean): Lines[] =>
  lines.filter((each) => each.operation === operation && each.fill === fill && each.contours.length > 0);

/** The lines of every thing, from thing to thing: those that are to come first, then with little travel. */
function runsFrom(all: readonly PlacedLines[], from: Point, around: RunningPlan): PlacedRun[] {
  const { search } = around.order;
  const runs: PlacedRun[] = [];
  for (const own of [all.filter(({ first }) => first), all.filter(({ first }) => !first)]) {
    if (own.length === 0) continue;
    const at = runs.at(-1)?.end ?? from;
    const placed = own.length === 1 ? [] : own.map((each) => placedRun(each, null, around));
    const order = thingOrder(
      placed.map(({ start, end }) => ({ from: start, to: end })),
      at,
      search,
    );
    // Where the head comes from is known of the first alone: the others are begun by their own corner.
    const [head = 0, ...others] = order;
    runs.push(placedRun(own[head]!, at, around), ...others.map((i) => placed[i]!));
  }
  return runs;
}

function placedRun({ lines, placement }: PlacedLines, from: Point | null, around: RunningPlan): PlacedRun {
  const run = linesRun(lines, from && unplacePoint(from, placement), around);
  return {
    run,
    start: placePoint(run.start, placement),
    end: placePoint(run.end, placement),
    placed: () => placeRegion(run.contours, placement),
  };
}
