import type { ArrangementPlan } from '../construct/arrangement.ts';
import type { ConstructionPlan } from '../construct/construct.ts';
import type { BridgePlan } from '../hold/bridges/bridge.ts';
import type { HoldPlan } from '../hold/hold-thing.ts';
import type { CloseUpShare } from '../hold/joins/close-up-lettering.ts';
import type { TiePlan } from '../hold/joins/tie.ts';
import type { PiecesPlan } from '../hold/pieces.ts';
import type { TabPlan } from '../hold/tabs.ts';
import { hasPlate, isJoined, MAKES } from '../makes/makes.ts';
import type { AssignmentPlan } from '../operations/lines.ts';
import { stayOf } from '../operations/stay.ts';
import { inItem } from '../recipe/identity.ts';
import type { Item, Made, Recipe, Role } from '../recipe/schema.ts';
import type { Lays } from '../recipe/stock.ts';
import { limitAt, limitsFor } from '../shop/limits.ts';
import type { Machine, Material } from '../shop/shop.ts';

/** What of a job concerns each of its things. */
export interface Surroundings {
  readonly machine: Machine;
  readonly material: Material;
  readonly thickness: number;
  readonly operations: Recipe['operations'];
  readonly assignment: Recipe['assignment'];
  /** By how much cuts are set off in the files, twice, mm. */
  readonly kerf: number;
  /** What of backed letters lies on the sheet. */
  readonly lays: Lays;
}

/**
 * What each stage of a thing is given, and by what it is known again: a stage sees its plan and what the stages before
 * it made, and nothing else of the recipe.
 */
export interface Plans {
  readonly items: readonly ItemPlan[];
  readonly arrangement: ArrangementPlan;
  readonly construction: ConstructionPlan;
  readonly hold: HoldPlan;
  readonly pieces: PiecesPlan;
  readonly tabs: TabPlan;
  readonly lines: AssignmentPlan;
}

/** An item that is seen, and what it is in its thing. */
export interface ItemPlan {
  readonly item: Item;
  readonly role: Role;
  /** How letters are closed up until they join; null where they stay. */
  readonly closing: CloseUpShare | null;
}

export function plansOf(thing: Made, around: Surroundings): Plans {
  const { make, plate, rail, backer, relief, hold } = thing;
  const { machine, material, thickness, operations, assignment, lays } = around;
  const { base } = MAKES[make];
  const house = limitsFor(machine, material);
  const has = <T>(own: typeof base, part: T): T | null => (base === own ? part : null);
  const items = itemPlans(thing, neckOf(thing, around));
  const filling = operations.filter(({ work, fill }) => fill && (work !== 'cut' || fill.kind === 'dots'));
  return {
    items,
    arrangement: {
      plate: has('plate', plate),
      rail: has('rail', rail && { ...rail, sheet: rail.feet?.base ? thickness : null }),
      backer: has('backer', lays === 'letters' ? null : { ...backer, alone: lays === 'backers' }),
    },
    construction: {
      thicken: Object.fromEntries(
        items.flatMap(({ item }) => (item.kind === 'lettering' ? [[item.id, item.thicken]] : [])),
      ),
      plate: has('plate', plate),
      relief: MAKES[make].letters === 'standing' ? relief : null,
      backer: has('backer', {
        ...backer,
        alone: lays === 'backers',
        leastHole: backer.leastHole ?? limitAt(house.counter, thickness),
      }),
    },
    hold: holdPlan(thing, items, around),
    pieces: { base, separate: hold.pieces === 'separate', coupon: false },
    tabs: { ...hold.tabs, kerf: machine.kerf },
    lines: {
      kerf: around.kerf,
      lead: leadOf(around),
      assignment,
      works: Object.fromEntries(operations.map(({ id, work }) => [id, work])),
      fills: Object.fromEntries(filling.map(({ id, fill }) => [id, fill!])),
      stays: Object.fromEntries(filling.map((operation) => [operation.id, stayOf(operation, machine)])),
      follows: Object.fromEntries(
        operations.flatMap(({ id, fill }) =>
          fill?.kind === 'pocket' && fill.after ? [[id, fill.after] as const] : [],
        ),
      ),
      dots: Object.fromEntries(
        items.flatMap(({ item }) =>
          Object.entries(item.dots).map(([letter, dots]) => [inItem(item.id, letter), dots] as const),
        ),
      ),
      items: Object.fromEntries(items.flatMap(({ item }) => (item.operation ? [[item.id, item.operation]] : []))),
      itemDots: Object.fromEntries(
        items.flatMap(({ item: { id, centerline } }) =>
          centerline?.dotOperation ? [[id, centerline.dotOperation]] : [],
        ),
      ),
    },
  };
}

/**
 * Leads lie beside the line that the middle of the cut follows: they are the file's where that is, and where a
 * controller that sets the line off wants to be led to it.
 */
function leadOf({ machine: { lead, kerf }, kerf: inFile }: Surroundings): AssignmentPlan['lead'] {
  const { always, ...own } = lead;
  return (inFile > 0 || always) && own.radius + own.length > 0 ? { ...own, kerf } : null;
}

/** The width that necks and ties are to have, mm. */
export const neckOf = (
  { hold }: Made,
  { machine, material, thickness }: Pick<Surroundings, 'machine' | 'material' | 'thickness'>,
): number => hold.joins.width ?? limitAt(limitsFor(machine, material).neck, thickness);

/** What an item is in a thing of a make. Where there is no plate, what would be it is material. */
export function roleOf({ role }: Item, make: Made['make']): Role {
  if (role === 'plate' && !hasPlate(make)) return 'material';
  return role ?? MAKES[make].letters;
}

function itemPlans({ make, items, hold: { joins } }: Made, neck: number): ItemPlan[] {
  return items
    .filter(({ hidden }) => !hidden)
    .map((item) => {
      const role = roleOf(item, make);
      const closes = isJoined(make) && role === 'material' && joins.closeUp && item.kind === 'lettering';
      if (!closes) return { item, role, closing: null };
      // Thickening adds to every neck on both sides.
      const wanted = Math.max(0.05, neck - 2 * Math.max(0, item.thicken.by));
      return { item, role, closing: { neck: wanted, share: joins.closeUpMost } };
    });
}

/** What holds a thing follows from what is in it: material is joined, what lies in openings is bridged. */
export function holdsFor(make: Made['make'], roles: readonly Role[]): { bridged: boolean; joined: boolean } {
  const { base } = MAKES[make];
  const has = (role: Role) => roles.includes(role);
  return {
    bridged: has('opening'),
    joined: base === 'rail' || (base === 'plate' && has('material')),
  };
}

function holdPlan(thing: Made, items: readonly ItemPlan[], around: Surroundings): HoldPlan {
  const { bridged, joined } = holdsFor(
    thing.make,
    items.map(({ role }) => role),
  );
  return {
    joins: joined ? tiePlan(thing, around) : null,
    bridges: bridged ? bridgePlan(thing, around) : null,
  };
}

function bridgePlan({ hold: { bridges, drop } }: Made, { machine, material, thickness }: Surroundings): BridgePlan {
  return {
    ...bridges,
    width: bridges.width ?? limitAt(limitsFor(machine, material).bridge, thickness),
    load: (machine.bridgeLoad * 1000) / (material.density * thickness),
    drop: (drop.all ?? material.stickyBack) ? 'all' : drop.islands,
  };
}

function tiePlan(thing: Made, around: Surroundings): TiePlan {
  const { joins } = thing.hold;
  return {
    ties: joins.ties,
    width: neckOf(thing, around),
    bars: joins.bars,
    kerf: joins.closeUp || (thing.rail && isJoined(thing.make)) ? around.machine.kerf : null,
  };
}
