import type { ArrangementPlan } from '../construct/arrangement.ts';
import type { ConstructionPlan } from '../construct/construct.ts';
import type { BridgePlan } from '../hold/bridges/bridge.ts';
import type { CloseUpShare } from '../hold/joins/close-up-lettering.ts';
import type { TiePlan } from '../hold/joins/tie.ts';
import type { PiecesPlan } from '../hold/pieces.ts';
import type { TabPlan } from '../hold/tabs.ts';
import type { LetteringPlan } from '../lettering/layout.ts';
import { isBridged, isJoined, MAKES } from '../makes/makes.ts';
import type { CouponPlan, WorkOrder } from '../recipe/parts.ts';
import type { Recipe } from '../recipe/schema.ts';
import { limitAt, limitsFor } from '../shop/limits.ts';
import type { Machine, Material } from '../shop/shop.ts';

/**
 * What each stage of a build is given, and by what it is known again: a stage sees its plan and what the stages before
 * it made, and nothing else of the recipe.
 */
export interface Plans {
  readonly lettering: LetteringPlan & { readonly face: string };
  /** How letters are closed up until they join; null where they stay. */
  readonly closing: CloseUpShare | null;
  readonly arrangement: ArrangementPlan;
  readonly construction: ConstructionPlan;
  readonly hold: HoldPlan;
  readonly coupon: CouponPlan | null;
  readonly pieces: PiecesPlan;
  readonly tabs: TabPlan;
  readonly work: { readonly order: WorkOrder; readonly machine: Machine };
}

/** Islands are bridged, or letters joined, or nothing need be held. */
export type HoldPlan =
  | ({ readonly by: 'bridges' } & BridgePlan)
  | ({ readonly by: 'joins'; readonly lineScale: readonly number[] } & TiePlan)
  | { readonly by: 'nothing' };

export function plansOf(recipe: Recipe, machine: Machine, material: Material): Plans {
  const { make, plate, rail, backer, relief, hold, coupon, workOrder } = recipe;
  const { base, letters } = MAKES[make];
  const { thicken, ...lettering } = recipe.lettering;
  const house = limitsFor(machine, material);
  const has = <T>(own: typeof base, part: T): T | null => (base === own ? part : null);
  return {
    lettering,
    closing: closingPlan(recipe, neckOf(recipe, machine, material)),
    arrangement: {
      sheet: recipe.sheet,
      plate: has('plate', plate),
      rail: has('rail', rail),
      backer: has('backer', backer),
    },
    construction: {
      letters,
      thicken,
      plate: has('plate', plate),
      relief: letters === 'standing' ? relief : null,
      backer: has('backer', { ...backer, leastHole: backer.leastHole ?? limitAt(house.counter, recipe.thickness) }),
    },
    hold: holdPlan(recipe, machine, material),
    coupon,
    pieces: {
      base,
      separate: hold.pieces === 'separate',
      coupon: coupon !== null,
      cutsArea: workOrder.area.work === 'cut',
      cutsLines: workOrder.linework.work === 'cut',
    },
    tabs: { ...hold.tabs, kerf: machine.kerf },
    work: { order: workOrder, machine },
  };
}

/** The width that necks and ties are to have, mm. */
export const neckOf = ({ hold, thickness }: Recipe, machine: Machine, material: Material): number =>
  hold.joins.width ?? limitAt(limitsFor(machine, material).neck, thickness);

function closingPlan({ make, hold: { joins }, lettering }: Recipe, neck: number): CloseUpShare | null {
  if (!isJoined(make) || !joins.closeUp) return null;
  // Thickening adds to every neck on both sides.
  return { neck: Math.max(0.05, neck - 2 * Math.max(0, lettering.thicken.by)), share: joins.closeUpMost };
}

function holdPlan(recipe: Recipe, machine: Machine, material: Material): HoldPlan {
  const { make, hold, rail, thickness, lettering } = recipe;
  const { bridges, drop, joins } = hold;
  if (isBridged(make))
    return {
      by: 'bridges',
      ...bridges,
      width: bridges.width ?? limitAt(limitsFor(machine, material).bridge, thickness),
      load: (machine.bridgeLoad * 1000) / (material.density * thickness),
      drop: (drop.all ?? material.stickyBack) ? 'all' : drop.islands,
    };
  if (isJoined(make))
    return {
      by: 'joins',
      ties: joins.ties,
      width: neckOf(recipe, machine, material),
      bars: joins.bars,
      kerf: joins.closeUp || rail ? machine.kerf : null,
      lineScale: lettering.lineScale,
    };
  return { by: 'nothing' };
}
