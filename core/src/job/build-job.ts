import { plansOf, type HoldPlan } from '../assembly/plans.ts';
import { checkBuilt } from '../check/check.ts';
import type { Finding } from '../check/finding.ts';
import { arrange, type Arrangement } from '../construct/arrangement.ts';
import { construct, type Construction } from '../construct/construct.ts';
import { NO_BOUNDS } from '../geometry/bounds.ts';
import { withoutScraps } from '../geometry/without-scraps.ts';
import { couponOf, type Coupon } from '../hold/coupon.ts';
import { heldAsItIs, holdIslands, type Hold } from '../hold/hold.ts';
import { join } from '../hold/joins/join.ts';
import { layOutClosedUp } from '../hold/joins/close-up-lettering.ts';
import { findPieces, type Piece } from '../hold/pieces.ts';
import { placeTabs, type Tab } from '../hold/tabs.ts';
import type { Memo } from '../geometry/memo.ts';
import type { Face } from '../lettering/face.ts';
import { layOut, type Lettering } from '../lettering/layout.ts';
import { orderWork, type Drawing, type Operation } from '../operations/operations.ts';
import type { Recipe } from '../recipe/schema.ts';
import { type Machine, type Material, type Shop } from '../shop/shop.ts';
import { runStage, StageCache } from '../assembly/stages.ts';

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
  const plans = plansOf(recipe, machine, material);
  const { memo } = cache;

  const letteringPlan = { ...plans.lettering, closing: plans.closing, here: face !== undefined };
  const lettered = runStage(cache, 'lettering', null, letteringPlan, ({ closing, ...plan }) =>
    !face ? NO_LETTERING : closing ? layOutClosedUp(plan, face, closing, memo) : layOut(plan, face, memo),
  );
  const lettering = lettered.made;
  const arranged = runStage(cache, 'arrangement', lettered, plans.arrangement, (plan) => arrange(plan, lettering));
  const arrangement = arranged.made;
  const constructed = runStage(cache, 'construction', arranged, plans.construction, (plan) =>
    construct(plan, arrangement, memo),
  );
  const construction = constructed.made;
  const holding = runStage(cache, 'hold', constructed, plans.hold, (plan) =>
    holdAll(plan, construction, arrangement, lettering.capHeight, memo),
  );
  const held = holding.made;
  const windowed = runStage(cache, 'coupon', holding, plans.coupon, (plan) =>
    plan ? couponOf(plan, arrangement.letters, held.material, construction.area) : null,
  );
  const coupon = windowed.made;
  const drawn = runStage(cache, 'drawing', windowed, null, () => drawingOf(coupon, held, construction));
  const drawing = drawn.made;
  const pieces = runStage(cache, 'pieces', drawn, plans.pieces, (plan) => {
    const whole = coupon ? { material: coupon.material, dropping: [] } : held;
    return findPieces(plan, whole, arrangement.letters, { area: drawing.area, lines: drawing.linework });
  }).made;
  const tabbed = runStage(cache, 'tabs', drawn, plans.tabs, (plan) => placeTabs(drawing.outline, plan));
  const tabs = tabbed.made;
  const operations = runStage(cache, 'operations', tabbed, plans.work, (plan) => orderWork(plan, drawing, tabs)).made;
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

/** Holds what would fall out or come apart. */
function holdAll(
  plan: HoldPlan,
  construction: Construction,
  arrangement: Arrangement,
  capHeight: number,
  memo: Memo,
): Hold {
  switch (plan.by) {
    case 'bridges':
      return holdIslands(construction, arrangement.letters, plan, memo);
    case 'joins': {
      const capHeightOf = (line: number) => capHeight * (plan.lineScale[line] ?? 1);
      return heldAsItIs(join(construction, arrangement, plan, capHeightOf, memo));
    }
    case 'nothing':
      return heldAsItIs({ material: construction.material });
  }
}

/** What is drawn of a job: of its coupon, where it is one. */
const drawingOf = (coupon: Coupon | null, held: Hold, construction: Construction): Drawing => ({
  outline: withoutScraps(coupon?.material ?? held.material),
  area: withoutScraps(coupon?.area ?? construction.area),
  linework: coupon ? [] : withoutScraps(construction.linework),
});
