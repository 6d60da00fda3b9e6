import { check } from '../check/check.ts';
import type { Finding } from '../check/findings.ts';
import { arrange, type Arrangement } from '../construct/arrangement.ts';
import { construct, type Construction } from '../construct/construct.ts';
import { NO_BOUNDS } from '../geometry/bounds.ts';
import { hold, type Hold } from '../hold/hold.ts';
import { findPieces, type Piece } from '../hold/pieces.ts';
import type { BridgePlan } from '../hold/bridges/bridge.ts';
import type { Face } from '../lettering/face.ts';
import { layOut, type Lettering } from '../lettering/layout.ts';
import { orderWork, type Drawing, type Operation } from '../operations/operations.ts';
import type { Recipe } from '../recipe/schema.ts';
import { limitAt, limitsFor, type Machine, type Material, type Shop } from '../shop/shop.ts';
import { StageCache } from './stages.ts';

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
  readonly operations: readonly Operation[];
  readonly findings: readonly Finding[];
}

const NO_LETTERING: Lettering = { letters: [], missing: [], bounds: NO_BOUNDS, baselines: [], capHeight: 0, xHeight: 0, lostNudges: [], overrun: [] };

/**
 * Computes a job from its recipe, stage by stage: lettering, arrangement, construction, hold, pieces, operations, check.
 * Pure: the same recipe and resources give the same build.
 * @param cache kept between builds by a caller that builds again and again; stages whose inputs are the same are not done again
 */
export function build(recipe: Recipe, { shop, faces }: Resources, cache = new StageCache(1)): Build {
  const knownMachine = shop.machines.find(({ id }) => id === recipe.machine);
  const knownMaterial = shop.materials.find(({ id }) => id === recipe.material);
  const [machine, material] = [knownMachine ?? shop.machines[0], knownMaterial ?? shop.materials[0]];
  if (!machine || !material) throw new Error('The shop has no machine or no material.');
  const face = faces.get(recipe.lettering.face);

  const letteringKey = JSON.stringify([recipe.lettering, face !== undefined]);
  const lettering = cache.stage('lettering', letteringKey, () => (face ? layOut(recipe.lettering, face, cache.memo) : NO_LETTERING));

  const { make, plate, rail, sheet } = recipe;
  const constructionKey = JSON.stringify([letteringKey, make, plate, rail, sheet]);
  const arrangement = cache.stage('arrangement', constructionKey, () => arrange(recipe, lettering, cache.memo));
  const construction = cache.stage('construction', constructionKey, () => construct(recipe, arrangement, cache.memo));

  const plan = bridgePlan(recipe, machine, material);
  const holdKey = JSON.stringify([constructionKey, plan]);
  const held = cache.stage('hold', holdKey, () => hold(construction, arrangement.letters, plan, cache.memo));
  const pieces = cache.stage('pieces', JSON.stringify([holdKey, recipe.hold.pieces]), () => findPieces(recipe, held, arrangement.letters));

  const drawing: Drawing = { outline: held.material, area: construction.area, linework: construction.linework };
  const operations = cache.stage('operations', JSON.stringify([holdKey, recipe.workOrder, machine]), () => orderWork(recipe, machine, drawing));
  const findings = check({
    recipe, machine, machineKnown: knownMachine !== undefined, material, materialKnown: knownMaterial !== undefined, faceKnown: face !== undefined,
    lettering, arrangement, construction, hold: held, pieces, drawing, operations,
  });
  return { recipe, machine, material, face: face ?? null, lettering, arrangement, construction, hold: held, pieces, drawing, operations, findings };
}

/** How a cut-through plate's islands are to be held; other makes have none. */
function bridgePlan({ make, hold: { bridges, drop }, thickness }: Recipe, machine: Machine, material: Material): BridgePlan | null {
  if (make !== 'cut-through') return null;
  return {
    ...bridges,
    width: bridges.width ?? limitAt(limitsFor(machine, material).bridge, thickness),
    load: (machine.bridgeLoad * 1000) / (material.density * thickness),
    drop: (drop.all ?? material.stickyBack) ? 'all' : drop.islands,
  };
}
