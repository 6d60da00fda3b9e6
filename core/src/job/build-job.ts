import { isBridged, isJoined } from '../makes/makes.ts';
import { checkBuilt } from '../check/check.ts';
import type { Finding } from '../check/finding.ts';
import { arrange, type Arrangement } from '../construct/arrangement.ts';
import { construct, type Construction } from '../construct/construct.ts';
import { NO_BOUNDS } from '../geometry/bounds.ts';
import { withoutScraps } from '../geometry/without-scraps.ts';
import { couponOf } from '../hold/coupon.ts';
import { heldAsItIs, holdIslands, type Hold } from '../hold/hold.ts';
import { join } from '../hold/joins/join.ts';
import { layOutClosedUp } from '../hold/joins/close-up-lettering.ts';
import { findPieces, type Piece } from '../hold/pieces.ts';
import { placeTabs, type Tab } from '../hold/tabs.ts';
import type { BridgePlan } from '../hold/bridges/bridge.ts';
import type { Face } from '../lettering/face.ts';
import { layOut, type Lettering } from '../lettering/layout.ts';
import { orderWork, type Drawing, type Operation } from '../operations/operations.ts';
import type { Recipe } from '../recipe/schema.ts';
import { limitAt, limitsFor } from '../shop/limits.ts';
import { type Machine, type Material, type Shop } from '../shop/shop.ts';
import { StageCache } from '../assembly/stages.ts';

/** What a recipe refers to by id. The core never fetches: callers bring what a recipe needs. */
export interface Resources {
  readonly shop: Shop;
  /** Opened faces by id; a recipe's face that is not among them becomes a finding. */
  readonly faces: ReadonlyMap<string, Face>;
}

/** Everything computed from a recipe. */
export interface Build {
  readonly recipe: Recipe;
  readonly machine: Machine;
  readonly material: Material;
  /** null where the recipe's face is not here. */
  readonly face: Face | null;
  readonly lettering: Lettering;
  readonly arrangement: Arrangement;
  readonly construction: Construction;
  readonly hold: Hold;
  readonly pieces: readonly Piece[];
  readonly drawing: Drawing;
  readonly tabs: readonly Tab[];
  readonly operations: readonly Operation[];
  readonly findings: readonly Finding[];
}

const NO_LETTERING: Lettering = {
  letters: [],
  missing: [],
  bounds: NO_BOUNDS,
  baselines: [],
  capHeight: 0,
  xHeight: 0,
  lostNudges: [],
  overrun: [],
};

/**
 * Computes a job from its recipe, stage by stage: lettering, arrangement, construction, hold, pieces, operations,
 * check. Pure: the same recipe and resources give the same build.
 * @param cache kept between builds by a caller that builds again and again; stages whose inputs are the same are not
 *   done again
 */
export function build(recipe: Recipe, { shop, faces }: Resources, cache = new StageCache(1)): Build {
  const knownMachine = shop.machines.find(({ id }) => id === recipe.machine);
  const knownMaterial = shop.materials.find(({ id }) => id === recipe.material);
  const [machine, material] = [knownMachine ?? shop.machines[0], knownMaterial ?? shop.materials[0]];
  if (!machine || !material) throw new Error('The shop has no machine or no material.');
  const face = faces.get(recipe.lettering.face);

  const neck = recipe.hold.joins.width ?? limitAt(limitsFor(machine, material).neck, recipe.thickness);
  const { joins } = recipe.hold;
  // Thickening adds to every neck on both sides.
  const closing =
    isJoined(recipe.make) && joins.closeUp
      ? { neck: Math.max(0.05, neck - 2 * Math.max(0, recipe.lettering.thicken.by)), share: joins.closeUpMost }
      : null;
  const letteringKey = keyOf('', recipe.lettering, face !== undefined, closing);
  const lettering = cache.stage('lettering', letteringKey, () =>
    !face
      ? NO_LETTERING
      : closing
        ? layOutClosedUp(recipe.lettering, face, closing, cache.memo)
        : layOut(recipe.lettering, face, cache.memo),
  );

  const leastHole = limitAt(limitsFor(machine, material).counter, recipe.thickness);
  const { make, plate, rail, sheet, relief, backer } = recipe;
  const constructionKey = keyOf(letteringKey, make, plate, rail, sheet, relief, backer, leastHole);
  const arrangement = cache.stage('arrangement', constructionKey, () => arrange(recipe, lettering));
  const construction = cache.stage('construction', constructionKey, () =>
    construct(recipe, arrangement, leastHole, cache.memo),
  );

  const plan = isBridged(make)
    ? bridgePlan(recipe, machine, material)
    : isJoined(make)
      ? { ties: joins.ties, width: neck, bars: joins.bars, kerf: joins.closeUp || rail ? machine.kerf : null }
      : null;
  const holdKey = keyOf(constructionKey, plan);
  const held = cache.stage('hold', holdKey, (): Hold => {
    if (!plan) return heldAsItIs({ material: construction.material });
    if ('ties' in plan)
      return heldAsItIs(
        join(
          construction,
          arrangement,
          plan,
          (line) => lettering.capHeight * (recipe.lettering.lineScale[line] ?? 1),
          cache.memo,
        ),
      );
    return holdIslands(construction, arrangement.letters, plan, cache.memo);
  });
  const couponKey = keyOf(holdKey, recipe.coupon);
  const coupon =
    recipe.coupon &&
    cache.stage('coupon', couponKey, () =>
      couponOf(recipe.coupon!, arrangement.letters, held.material, construction.area),
    );
  const drawing: Drawing = cache.stage('drawing', couponKey, () =>
    coupon
      ? { outline: withoutScraps(coupon.material), area: withoutScraps(coupon.area), linework: [] }
      : {
          outline: withoutScraps(held.material),
          area: withoutScraps(construction.area),
          linework: withoutScraps(construction.linework),
        },
  );
  const [cutsArea, cutsLines] = [recipe.workOrder.area.work === 'cut', recipe.workOrder.linework.work === 'cut'];
  const pieces = cache.stage('pieces', keyOf(couponKey, recipe.hold.pieces, cutsArea, cutsLines), () =>
    findPieces(recipe, coupon ? { material: coupon.material, dropping: [] } : held, arrangement.letters, {
      area: cutsArea ? drawing.area : [],
      lines: cutsLines ? drawing.linework : [],
    }),
  );
  const tabsKey = keyOf(couponKey, recipe.hold.tabs, machine.kerf);
  const tabs = cache.stage('tabs', tabsKey, () =>
    placeTabs(drawing.outline, { ...recipe.hold.tabs, kerf: machine.kerf }),
  );
  const operations = cache.stage('operations', keyOf(tabsKey, recipe.workOrder, machine), () =>
    orderWork(recipe, machine, drawing, tabs),
  );
  // A coupon's islands and bridges are no longer where they were.
  const shown = coupon ? heldAsItIs({ material: coupon.material }) : held;
  const laid: Arrangement = coupon ? { ...arrangement, sheet: coupon.sheet, object: coupon.object } : arrangement;
  const findings = checkBuilt({
    recipe,
    machine,
    machineKnown: knownMachine !== undefined,
    material,
    materialKnown: knownMaterial !== undefined,
    faceKnown: face !== undefined,
    lettering,
    arrangement: laid,
    construction,
    hold: shown,
    pieces,
    drawing,
    operations,
  });
  return {
    recipe,
    machine,
    material,
    face: face ?? null,
    lettering,
    arrangement: laid,
    construction,
    hold: shown,
    pieces,
    drawing,
    tabs,
    operations,
    findings,
  };
}

/** Tells the inputs of a stage from others: those of the stage before it, and what else it is given. */
const keyOf = (before: string, ...inputs: readonly unknown[]): string => before + JSON.stringify(inputs);

/** How a cut-through plate's islands are to be held. */
function bridgePlan({ hold: { bridges, drop }, thickness }: Recipe, machine: Machine, material: Material): BridgePlan {
  return {
    ...bridges,
    width: bridges.width ?? limitAt(limitsFor(machine, material).bridge, thickness),
    load: (machine.bridgeLoad * 1000) / (material.density * thickness),
    drop: (drop.all ?? material.stickyBack) ? 'all' : drop.islands,
  };
}
