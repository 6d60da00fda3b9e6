import { isEqual } from '../assembly/equal.ts';
import { joinBounds, type Bounds } from '../geometry/bounds.ts';
import type { Contour } from '../geometry/contour.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
import { distance, type Point } from '../geometry/point.ts';
import { timeStraight } from '../motion/motion.ts';
import type { Profile, Rows } from '../motion/profile.ts';
import { sweepOfAll, type Sweep } from '../motion/sweep.ts';
import { mostlyOf, type Lines } from '../operations/lines.ts';
import { operationOf, type Figures, type Operation } from '../operations/operations.ts';
import { thingOrder } from '../operations/order.ts';
import type { JoinStep } from '../operations/sweeps/joined-groups.ts';
import { sweepGroups } from '../operations/sweeps/sweep-groups.ts';
import { sweptThings } from '../operations/sweeps/swept-things.ts';
import { laidItem, type LaidItem } from '../recipe/identity.ts';
import type { OperationPlan } from '../recipe/schema.ts';
import { isSamePlacement, placeRegion, type Placement } from '../sheet/placement.ts';
import type { Machine } from '../shop/shop.ts';

/** Areas of one copy of a thing that are swept. */
export interface SweptLines {
  readonly thing: string;
  readonly copy: number;
  readonly lines: Lines;
  readonly placement: Placement;
}

/** What the sweeps of an operation come to, beside what they would come to otherwise; seconds, with all passes. */
export interface SweepAccount {
  readonly operation: string;
  readonly round: number;
  /** In running order. */
  readonly groups: readonly SweptGroup[];
  readonly seconds: number;
  /** All in one sweep. */
  readonly inOne: number;
  /** Each item in a sweep of its own. */
  readonly byItem: number;
  /** What so many groups take, by what the groups were chosen from: nearly. */
  readonly steps: readonly JoinStep[];
}

/** What is swept in one. */
export interface SweptGroup {
  readonly items: readonly LaidItem[];
  /** Whether somebody said so. */
  readonly byHand: boolean;
  /** On the sheet. */
  readonly bounds: Bounds;
  readonly seconds: number;
}

/** One edge with all that lies in it, on the sheet. */
interface Thing {
  readonly item: LaidItem;
  readonly contours: readonly Contour[];
}

/** Things that are swept in one. */
interface Group {
  readonly things: readonly Thing[];
  readonly byHand: boolean;
}

/**
 * The areas that an operation sweeps, in groups that are each an operation of the file.
 * @param from where the head comes from
 * @returns null where there are none
 */
export function runSweeps(
  plan: OperationPlan,
  round: number,
  swept: readonly SweptLines[],
  from: Point,
  machine: Machine,
  profile: Profile,
): { readonly operations: readonly Operation[]; readonly account: SweepAccount; readonly end: Point } | null {
  if (swept.length === 0) return null;
  const kinds = [...new Set(swept.flatMap(({ lines }) => lines.kinds))];
  const things = swept.flatMap(thingsOf);
  const passes = profile.passes[plan.work];
  const { groups, steps } = groupsOf(things, plan, machine, profile);
  const runs = sweptInTurn(groups, from, profile, passes);
  const secondsOf = (others: readonly Group[]): number =>
    sweptInTurn(others, from, profile, passes).reduce((sum, { figures }) => sum + figures.time, 0);
  const seconds = runs.reduce((sum, { figures }) => sum + figures.time, 0);
  const operations = runs.map(({ group, figures }, i) =>
    operationOf(
      plan,
      { kinds, fill: true, isFilled: false, round, sweep: runs.length > 1 ? i + 1 : 0 },
      figures,
      () => group.things.flatMap(({ contours }) => contours),
      machine,
    ),
  );
  return {
    operations,
    end: runs.at(-1)!.figures.end,
    account: {
      operation: plan.id,
      round,
      groups: runs.map(({ group: { things: own, byHand }, figures }) => ({
        items: [...new Set(own.map(({ item }) => item))],
        byHand,
        bounds: joinBounds(own.flatMap(({ contours }) => contours.map(contourBounds))),
        seconds: figures.time,
      })),
      seconds,
      inOne: runs.length === 1 ? seconds : secondsOf([{ things, byHand: false }]),
      byItem: secondsOf(byItem(things)),
      steps: steps.map(({ count, cost }) => ({ count, cost: cost * passes })),
    },
  };
}

/** Where the copies of a thing lay last, and what is swept there: most stay where they are when one is changed. */
const before = new WeakMap<Lines, Map<string, { readonly placement: Placement; readonly things: readonly Thing[] }>>();

function thingsOf({ thing, copy, lines, placement }: SweptLines): readonly Thing[] {
  let known = before.get(lines);
  if (!known) before.set(lines, (known = new Map()));
  const name = `${copy} ${thing}`;
  const last = known.get(name);
  if (last && isSamePlacement(last.placement, placement)) return last.things;
  const things = sweptThings(lines.contours).map((contours) => ({
    item: laidItem(thing, copy, mostlyOf(contours[0]!)),
    contours: placeRegion(contours, placement),
  }));
  known.set(name, { placement, things });
  return things;
}

/** What somebody put together, and the others as the operation has them. */
function groupsOf(
  things: readonly Thing[],
  { rows: { together, byHand } }: OperationPlan,
  machine: Machine,
  profile: Profile,
): { readonly groups: readonly Group[]; readonly steps: readonly JoinStep[] } {
  const said = new Map(byHand.flatMap((items, group) => items.map((item) => [item, group] as const)));
  const ofHand = byHand
    .map((_, group) => ({ things: things.filter(({ item }) => said.get(item) === group), byHand: true }))
    .filter((group) => group.things.length > 0);
  const others = things.filter(({ item }) => !said.has(item));
  if (others.length === 0) return { groups: ofHand, steps: [] };
  if (together === 'all') return { groups: [...ofHand, { things: others, byHand: false }], steps: [] };
  const items = byItem(others);
  const most = Math.max(1, machine.sweepsAtMost - ofHand.length);
  if (together === 'items' && items.length <= most) return { groups: [...ofHand, ...items], steps: [] };
  const grouped = (parts: readonly Group[]) => {
    const { groups, steps } = sweepGroups(parts.map(contoursOf), profile, most);
    const joined = groups.map((own): Group => ({ things: own.flatMap((i) => parts[i]!.things), byHand: false }));
    return { groups: [...ofHand, ...joined], steps };
  };
  const whole = grouped(items);
  // Where there are more items than groups may be, there is nothing to be had from parts of them.
  if (together === 'items' || items.length === others.length || items.length > most) return whole;
  const apart = grouped(others.map((thing) => ({ things: [thing], byHand: false })));
  const secondsOf = ({ groups }: typeof whole): number =>
    groups.reduce((sum, { things: own }) => sum + sweepOfThings(own, profile.rows).seconds, 0);
  return secondsOf(whole) <= WHOLE * secondsOf(apart) ? whole : apart;
}

/** Items are swept whole, which is what people think of, where that costs so many times as much at most. */
const WHOLE = 1.02;

function byItem(things: readonly Thing[]): Group[] {
  const items = new Map<LaidItem, Thing[]>();
  for (const thing of things) {
    const own = items.get(thing.item);
    if (own) own.push(thing);
    else items.set(thing.item, [thing]);
  }
  return [...items.values()].map((own) => ({ things: own, byHand: false }));
}

/** Edges of what is swept in one, by its first thing: the same list as long as it is the same things. */
const inOne = new WeakMap<Thing, { readonly things: readonly Thing[]; readonly contours: readonly Contour[] }>();

function contoursOf({ things }: Group): readonly Contour[] {
  const first = things[0]!;
  if (things.length === 1) return first.contours;
  const last = inOne.get(first);
  if (last && areSame(last.things, things)) return last.contours;
  const contours = things.flatMap((thing) => thing.contours);
  inOne.set(first, { things, contours });
  return contours;
}

/** What things came to that were swept together before, by the first of them. */
const sweptBefore = new WeakMap<
  Thing,
  { readonly things: readonly Thing[]; readonly rows: Rows; readonly sweep: Sweep }
>();

function sweepOfThings(things: readonly Thing[], rows: Rows): Sweep {
  const first = things[0]!;
  const last = sweptBefore.get(first);
  if (last && isEqual(last.rows, rows) && areSame(last.things, things)) return last.sweep;
  const sweep = sweepOfAll(
    things.map(({ contours }) => contours),
    rows,
  );
  sweptBefore.set(first, { things, rows, sweep });
  return sweep;
}

const areSame = (a: readonly Thing[], b: readonly Thing[]): boolean =>
  a.length === b.length && a.every((thing, i) => thing === b[i]);

/** Groups in the order in which the head goes to them, with what each takes. */
function sweptInTurn(
  groups: readonly Group[],
  from: Point,
  profile: Profile,
  passes: number,
): { readonly group: Group; readonly figures: Figures }[] {
  const sweeps = groups.map(({ things }) => sweepOfThings(things, profile.rows));
  const order = thingOrder(
    sweeps.map(({ start, end }) => ({ from: start, to: end })),
    from,
    'quick',
  );
  let at = from;
  return order.map((i) => {
    const { start, end, length, seconds } = sweeps[i]!;
    const travel = distance(at, start);
    at = end;
    const lifted = timeStraight(travel, profile.travel);
    const time = lifted + seconds * passes;
    return { group: groups[i]!, figures: { length, travel, time, lifted, starts: 0, deepest: 0, end } };
  });
}
