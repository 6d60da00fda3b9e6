import { joinBounds, type Bounds } from '../geometry/bounds.ts';
import type { Contour } from '../geometry/contour.ts';
import { groupBy } from '../geometry/group-by.ts';
import { distance, type Point } from '../geometry/point.ts';
import { timeStraight } from '../motion/motion.ts';
import type { Profile, Rows } from '../motion/profile.ts';
import { sweepOfAll, type Sweep } from '../motion/sweep.ts';
import { sweptBounds, sweptContours, type Swept } from '../motion/swept.ts';
import { mostlyOf, type Lines } from '../operations/lines.ts';
import { operationOf, type Figures, type Operation } from '../operations/operations.ts';
import { thingOrder } from '../operations/order.ts';
import type { JoinStep } from '../operations/sweeps/joined-groups.ts';
import { sweepGroups } from '../operations/sweeps/sweep-groups.ts';
import { sweptThings } from '../operations/sweeps/swept-things.ts';
import { laidItem, laidThing, type LaidItem, type LaidThing } from '../recipe/identity.ts';
import type { OperationPlan } from '../recipe/schema.ts';
import { placeRegion, type Placement } from '../sheet/placement.ts';
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

/** What of an item is swept, or one edge of it with all that lies in that, on the sheet. */
interface Part {
  readonly item: LaidItem;
  readonly swept: Swept;
}

/** What of an item is swept in one thing, and each of its edges by itself. */
interface ItemPart extends Part {
  readonly edges: readonly (readonly Contour[])[];
}

/** Parts that are swept in one. */
interface Group {
  readonly parts: readonly Part[];
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
  const parts = swept.flatMap(partsOf);
  const passes = profile.passes[plan.work];
  const { groups, steps } = groupsOf(parts, plan, machine, profile);
  const runs = sweptInTurn(groups, from, profile, passes);
  const secondsOf = (others: readonly Group[]): number =>
    sweptInTurn(others, from, profile, passes).reduce((sum, { figures }) => sum + figures.time, 0);
  const seconds = runs.reduce((sum, { figures }) => sum + figures.time, 0);
  const operations = runs.map(({ group, figures }, i) =>
    operationOf(
      plan,
      { kinds, fill: true, isFilled: false, round, sweep: runs.length > 1 ? i + 1 : 0 },
      figures,
      () => group.parts.flatMap((part) => sweptContours(part.swept)),
      machine,
    ),
  );
  return {
    operations,
    end: runs.at(-1)!.figures.end,
    account: {
      operation: plan.id,
      round,
      groups: runs.map(({ group: { parts: own, byHand }, figures }) => ({
        items: [...new Set(own.map(({ item }) => item))],
        byHand,
        bounds: joinBounds(own.map((part) => sweptBounds(part.swept))),
        seconds: figures.time,
      })),
      seconds,
      get inOne() {
        return runs.length === 1 ? seconds : secondsOf([{ parts, byHand: false }]);
      },
      get byItem() {
        return secondsOf(byItem(parts));
      },
      steps: steps.map(({ count, cost }) => ({ count, cost: cost * passes })),
    },
  };
}

/** What of lines is swept, item by item, turned as it lies. */
interface ItemForm {
  readonly item: string | null;
  readonly edges: readonly (readonly Contour[])[];
  readonly all: readonly Contour[];
}

/** What lies elsewhere has the same forms: told once for all copies, and for all things alike. */
const forms = new WeakMap<Lines, { readonly turn: number; readonly items: readonly ItemForm[] }>();

function formsOf(lines: Lines, turn: number): readonly ItemForm[] {
  const before = forms.get(lines);
  if (before?.turn === turn) return before.items;
  const things = sweptThings(lines.contours).map((contours) => placeRegion(contours, { x: 0, y: 0, turn }));
  const items = [...groupBy(things, (contours) => mostlyOf(contours[0]!))].map(([item, edges]) => ({
    item,
    edges,
    all: edges.length === 1 ? edges[0]! : edges.flat(),
  }));
  forms.set(lines, { turn, items });
  return items;
}

/** Parts of things that lie where they did are the same: by that, what was told of them is known again. */
const laid = new WeakMap<Lines, Map<LaidThing, { readonly at: Placement; readonly parts: readonly ItemPart[] }>>();

function partsOf({ thing, copy, lines, placement: at }: SweptLines): readonly ItemPart[] {
  let own = laid.get(lines);
  if (!own) laid.set(lines, (own = new Map()));
  const name = laidThing(thing, copy);
  const before = own.get(name);
  if (before && before.at.x === at.x && before.at.y === at.y && before.at.turn === at.turn) return before.parts;
  const parts = formsOf(lines, at.turn).map(({ item, edges, all }) => ({
    item: laidItem(thing, copy, item),
    swept: { form: all, dx: at.x, dy: at.y },
    edges,
  }));
  own.set(name, { at, parts });
  return parts;
}

/** What somebody put together, and the others as the operation has them. */
function groupsOf(
  parts: readonly ItemPart[],
  { rows: { together, byHand } }: OperationPlan,
  machine: Machine,
  profile: Profile,
): { readonly groups: readonly Group[]; readonly steps: readonly JoinStep[] } {
  const said = new Map(byHand.flatMap((items, group) => items.map((item) => [item, group] as const)));
  const ofHand = byHand
    .map((_, group) => ({ parts: parts.filter(({ item }) => said.get(item) === group), byHand: true }))
    .filter((group) => group.parts.length > 0);
  const others = parts.filter(({ item }) => !said.has(item));
  if (others.length === 0) return { groups: ofHand, steps: [] };
  if (together === 'all') return { groups: [...ofHand, { parts: others, byHand: false }], steps: [] };
  const items = byItem(others);
  const most = Math.max(1, machine.sweepsAtMost - ofHand.length);
  if (together === 'items' && items.length <= most) return { groups: [...ofHand, ...items], steps: [] };
  const grouped = (lots: readonly Group[]) => {
    const sweptOf = (lot: Group): Swept[] => lot.parts.map(({ swept }) => swept);
    const { groups, steps } = sweepGroups(lots.map(sweptOf), profile, most);
    const joined = groups.map((own): Group => ({ parts: own.flatMap((i) => lots[i]!.parts), byHand: false }));
    return { groups: [...ofHand, ...joined], steps };
  };
  const whole = grouped(items);
  const count = others.reduce((sum, { edges }) => sum + edges.length, 0);
  // Where there are more items than groups may be, there is nothing to be had from parts of them.
  if (together === 'items' || items.length === count || items.length > most) return whole;
  const apart = grouped(others.flatMap(edgesOf));
  const secondsOf = ({ groups }: typeof whole): number =>
    groups.reduce((sum, group) => sum + sweepOfGroup(group, profile.rows).seconds, 0);
  return secondsOf(whole) <= WHOLE * secondsOf(apart) ? whole : apart;
}

/** Items are swept whole, which is what people think of, where that costs so many times as much at most. */
const WHOLE = 1.02;

/** Each edge of an item as a group of its own. */
const edgesOf = ({ item, swept, edges }: ItemPart): Group[] =>
  edges.map((form) => ({ parts: [{ item, swept: { ...swept, form } }], byHand: false }));

const byItem = (parts: readonly ItemPart[]): Group[] =>
  [...groupBy(parts, ({ item }) => item).values()].map((own) => ({ parts: own, byHand: false }));

const sweepOfGroup = ({ parts }: Group, rows: Rows): Sweep =>
  sweepOfAll(
    parts.map(({ swept }) => swept),
    rows,
  );

/** Groups in the order in which the head goes to them, with what each takes. */
function sweptInTurn(
  groups: readonly Group[],
  from: Point,
  profile: Profile,
  passes: number,
): { readonly group: Group; readonly figures: Figures }[] {
  const sweeps = groups.map((group) => sweepOfGroup(group, profile.rows));
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
