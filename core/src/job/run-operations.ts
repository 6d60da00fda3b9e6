import type { AssemblyBuild } from '../assembly/build-assembly.ts';
import { centreOf, joinBounds } from '../geometry/bounds.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
import type { Point } from '../geometry/point.ts';
import type { Lines } from '../operations/lines.ts';
import { linesRun, type LinesRun, type RunningPlan } from '../operations/lines-run.ts';
import { followedFigures, operationOf, type Operation, type PlacedRun } from '../operations/operations.ts';
import { thingOrder } from '../operations/order.ts';
import type { Warmth } from '../operations/tour/cool-tour.ts';
import { laidThing, type LaidThing } from '../recipe/identity.ts';
import type { Recipe } from '../recipe/schema.ts';
import { openingDepths } from '../sheet/in-openings.ts';
import { placePoint, placeRegion, unplacePoint, type Placement } from '../sheet/placement.ts';
import type { Machine } from '../shop/shop.ts';
import { operationProfile } from './operation-profile.ts';
import { runSweeps, type SweepAccount, type SweptLines } from './run-sweeps.ts';

/** A thing on the sheet. */
interface Laid {
  readonly assembly: {
    readonly id: string;
    readonly first: boolean;
    readonly lineOrder: Readonly<Record<string, readonly string[]>>;
  };
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
  readonly name: LaidThing;
  /** The order that its lines are kept in, by name. */
  readonly kept: readonly string[];
  readonly lines: Lines;
  readonly placement: Placement;
}

/** What an operation does. */
interface Lot {
  readonly swept: SweptLines[];
  readonly followed: PlacedLines[];
}

const NOTHING: Lot = { swept: [], followed: [] };

/** The lines of a thing, as an operation runs them. */
export interface ThingRun {
  readonly operation: string;
  readonly name: LaidThing;
  readonly lines: Lines;
  /** By number; null where their order is not one that could be another. */
  readonly order: readonly number[] | null;
}

/** What comes of the operations of a job. */
export interface Ran {
  readonly operations: readonly Operation[];
  readonly sweeps: readonly SweepAccount[];
  /** In running order. */
  readonly runs: readonly ThingRun[];
}

/** How lines of an operation are put into order, whichever thing they are of. */
interface Around extends Omit<RunningPlan, 'kept'> {
  /** Things in the order that they are kept in, by name. */
  readonly things: readonly string[];
  /** All of it that counts within a thing. */
  readonly text: string;
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
): Ran {
  const copies = copiesOf(laid);
  const firstCut = plans.findIndex(({ work }) => work === 'cut');
  const before = firstCut < 0 ? plans : plans.slice(0, firstCut);
  const depths = [...new Set(copies.map(({ depth }) => depth))].sort((a, b) => b - a);
  const all = lotsOf(copies);
  const steps = [
    ...before.map((plan) => ({ plan, round: 0, lots: all })),
    ...depths.flatMap((depth, round) => {
      const lots = depths.length === 1 ? all : lotsOf(copies.filter((copy) => copy.depth === depth));
      return plans.slice(before.length).map((plan) => ({ plan, round, lots }));
    }),
  ];
  const operations: Operation[] = [];
  const sweeps: SweepAccount[] = [];
  const runs: ThingRun[] = [];
  let at = CORNER;
  for (const { plan, round, lots } of steps) {
    const { swept: areas, followed } = lots.get(plan.id) ?? NOTHING;
    if (areas.length === 0 && followed.length === 0) continue;
    const profile = operationProfile(plan, machine);
    const swept = runSweeps(plan, round, areas, at, machine, profile);
    if (swept) {
      operations.push(...swept.operations);
      sweeps.push(swept.account);
      at = swept.end;
    }
    const { search, coolly } = order;
    const within = { order: { search, coolly }, work: plan.work, profile, written: plan.written };
    const ran = runsFrom(followed, at, {
      ...within,
      things: order.things[plan.id] ?? [],
      text: JSON.stringify(within),
    });
    if (ran.length === 0) continue;
    runs.push(...ran.map(({ name, lines, run }) => ({ operation: plan.id, name, lines, order: run.order })));
    const figures = followedFigures(ran, at, profile);
    const kinds = [...new Set(ran.flatMap(({ run }) => run.kinds))];
    const isFilled = plan.fill !== null && kinds.includes('area');
    const contours = () => ran.flatMap(({ placed }) => placed());
    operations.push(operationOf(plan, { kinds, fill: false, isFilled, round, sweep: 0 }, figures, contours, machine));
    at = figures.end;
  }
  return { operations, sweeps, runs };
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

function lotsOf(copies: readonly Copy[]): Map<string, Lot> {
  const lots = new Map<string, Lot>();
  for (const { assembly, copy, built, placement } of copies)
    for (const lines of built.lines) {
      const { operation, fill, contours } = lines;
      if (operation === null || contours.length === 0) continue;
      let lot = lots.get(operation);
      if (!lot) lots.set(operation, (lot = { swept: [], followed: [] }));
      const { id, first, lineOrder } = assembly;
      if (fill) lot.swept.push({ thing: id, copy, lines, placement });
      else lot.followed.push({ first, name: laidThing(id, copy), kept: lineOrder[operation] ?? [], lines, placement });
    }
  return lots;
}

/** The lines of every thing, from thing to thing: those that are to come first, then with little travel. */
function runsFrom(all: readonly PlacedLines[], from: Point, around: Around): NamedRun[] {
  const { search, coolly } = around.order;
  const kept = new Map<string, number>(around.things.map((name, i) => [name, i]));
  const runs: NamedRun[] = [];
  for (const own of [all.filter(({ first }) => first), all.filter(({ first }) => !first)]) {
    if (own.length === 0) continue;
    const at = runs.at(-1)?.end ?? from;
    const placed = own.length === 1 ? [] : own.map((each) => placedRun(each, null, around));
    const rank = (i: number): number => kept.get(own[i]!.name) ?? -1;
    const ranked = kept.size === 0 ? [] : [...placed.keys()].filter((i) => rank(i) >= 0);
    const order = thingOrder(
      placed.map(({ start, end }) => ({ from: start, to: end })),
      at,
      search,
      {
        kept: ranked.sort((a, b) => rank(a) - rank(b)),
        warmth: coolly && around.work === 'cut' ? placed.map(warmthOf) : null,
      },
    );
    // Where the head comes from is known of the first alone: the others are begun by their own corner.
    const [head = 0, ...others] = order;
    runs.push(placedRun(own[head]!, at, around), ...others.map((i) => placed[i]!));
  }
  return runs;
}

/** What the cuts of a thing bring into the sheet. */
const warmthOf = ({ run: { figures }, placed }: PlacedRun): Warmth => ({
  length: figures.length,
  seconds: figures.seconds,
  middle: centreOf(joinBounds(placed().map(contourBounds))),
});

interface NamedRun extends PlacedRun, Pick<PlacedLines, 'name' | 'lines'> {}

/** Of things that do not come first: where one of many is edited, the others are run as they were. */
const known = new WeakMap<Lines, { readonly around: string; readonly run: LinesRun }>();

function runFromOwnCorner({ lines, kept }: PlacedLines, around: Around): LinesRun {
  const by = around.text + kept.join();
  const before = known.get(lines);
  if (before?.around === by) return before.run;
  const run = linesRun(lines, null, { ...around, kept });
  known.set(lines, { around: by, run });
  return run;
}

function placedRun(own: PlacedLines, from: Point | null, around: Around): NamedRun {
  const { name, lines, kept, placement } = own;
  const run = from
    ? linesRun(lines, unplacePoint(from, placement), { ...around, kept })
    : runFromOwnCorner(own, around);
  return {
    name,
    lines,
    run,
    start: placePoint(run.start, placement),
    end: placePoint(run.end, placement),
    placed: () => placeRegion(run.contours, placement),
  };
}
