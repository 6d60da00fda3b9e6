import { buildAssembly, buildCoupon, type AssemblyBuild } from '../assembly/build-assembly.ts';
import type { Surroundings } from '../assembly/plans.ts';
import { StageCache } from '../assembly/stages.ts';
import { checkAssembly, checkJob, findingOf, inOrder } from '../check/check.ts';
import type { Finding } from '../check/finding.ts';
import type { LaidSubject } from '../check/subjects.ts';
import type { Bounds } from '../geometry/bounds.ts';
import { faceOf, itemName } from '../items/kinds.ts';
import type { Face } from '../lettering/face.ts';
import type { Operation } from '../operations/operations.ts';
import type { Assembly, LineKind, Made, Recipe } from '../recipe/schema.ts';
import { layOnSheet } from '../sheet/lay-out.ts';
import { placeBounds, type Placement } from '../sheet/placement.ts';
import { type Machine, type Material, type Shop } from '../shop/shop.ts';
import { runOperations } from './run-operations.ts';

/** What a recipe refers to by id. The core never fetches: callers bring what a recipe needs. */
export interface Resources {
  readonly shop: Shop;
  /** Opened faces by id; a recipe's face that is not among them becomes a finding. */
  readonly faces: ReadonlyMap<string, Face>;
}

/** A thing where it lies on the sheet. */
export interface LaidAssembly {
  readonly assembly: Assembly;
  /** What people call it. */
  readonly name: string;
  /** In its own frame. */
  readonly built: AssemblyBuild;
  /** One a copy. */
  readonly placements: readonly Placement[];
}

/** Everything computed from a recipe. */
export interface Build {
  readonly recipe: Recipe;
  readonly machine: Machine;
  readonly material: Material;
  readonly sheet: { readonly width: number; readonly height: number };
  /** Those that are not hidden. */
  readonly assemblies: readonly LaidAssembly[];
  /** In running order, on the sheet. */
  readonly operations: readonly Operation[];
  /** Places on the sheet. */
  readonly findings: readonly Finding[];
}

/** A thing in its own frame, with what its check found there. */
interface Checked {
  readonly built: AssemblyBuild;
  readonly findings: readonly Finding[];
  /** By what alike things are known. */
  readonly key: string;
}

/**
 * Computes a job from its recipe: each thing in its own frame, then where they lie on the sheet, the operations over
 * all of them, and the check. Pure: the same recipe and resources give the same build.
 * @param cache kept between builds by a caller that builds again and again; stages whose inputs are the same are not
 *   done again
 */
export function build(recipe: Recipe, { shop, faces }: Resources, cache = new StageCache(1)): Build {
  const { around, machineKnown, materialKnown } = surroundingsOf(recipe, shop);
  const { machine, material } = around;
  const here = [...facesOf(recipe)].filter((face) => faces.has(face)).join();
  const surroundings = cache.name('surroundings', `${JSON.stringify(around)} ${here}`);

  const shown = recipe.assemblies.filter(({ hidden }) => !hidden);
  const made = shown.map((assembly) => {
    const checked = checkedAssembly(assembly, recipe, around, surroundings, faces, cache);
    return { assembly, name: assemblyName(assembly, recipe), ...checked };
  });
  const layout = layOnSheet(
    recipe.sheet,
    made.map(({ assembly: { place, turn, copies }, built: { arrangement } }) => ({
      object: arrangement.object,
      middle: arrangement.middle,
      place,
      turn,
      copies,
    })),
  );
  const sheet = { width: layout.width, height: layout.height };
  const laid = made.map((each, i) => ({ ...each, placements: layout.placements[i]! }));
  const run = runOperations(recipe.operations, laid, machine, cache);
  const findings = [
    ...laid.flatMap((each) => findingsOnSheet(each, laid.length > 1)),
    ...checkJob({
      recipe,
      machine,
      machineKnown,
      material,
      materialKnown,
      sheet,
      laid: laid.map(subjectOf),
      operations: run,
      unassigned: unassignedOf(laid),
    }),
  ];
  cache.turn();
  const assemblies = laid.map(({ assembly, name, built, placements }) => ({ assembly, name, built, placements }));
  return { recipe, machine, material, sheet, assemblies, operations: run, findings: inOrder(findings) };
}

/**
 * What of a job concerns each of its things; where the shop has not what the recipe names, its first stands in.
 * @throws Error where the shop has nothing at all
 */
export function surroundingsOf(
  recipe: Recipe,
  shop: Shop,
): { readonly around: Surroundings; readonly machineKnown: boolean; readonly materialKnown: boolean } {
  const knownMachine = shop.machines.find(({ id }) => id === recipe.machine);
  const knownMaterial = shop.materials.find(({ id }) => id === recipe.material);
  const [machine, material] = [knownMachine ?? shop.machines[0], knownMaterial ?? shop.materials[0]];
  if (!machine || !material) throw new Error('The shop has no machine or no material.');
  const { thickness, operations, assignment } = recipe;
  return {
    around: { machine, material, thickness, operations, assignment },
    machineKnown: knownMachine !== undefined,
    materialKnown: knownMaterial !== undefined,
  };
}

/** A thing, computed or found: those that differ but in id, name and place are computed once. */
function checkedAssembly(
  assembly: Assembly,
  recipe: Recipe,
  around: Surroundings,
  surroundings: string,
  faces: ReadonlyMap<string, Face>,
  cache: StageCache,
): Checked {
  const { id: _id, name: _name, place: _place, turn: _turn, copies: _copies, hidden: _hidden, ...own } = assembly;
  const of = assembly.make === 'coupon' ? recipe.assemblies.find(({ id }) => id === assembly.of) : undefined;
  return cache.stage('assembly', `${surroundings} ${JSON.stringify([own, of])}`, () => {
    const built =
      assembly.make === 'coupon'
        ? buildCoupon(assembly, buildAssembly(of as Made, around, faces, cache), cache)
        : buildAssembly(assembly, around, faces, cache);
    return { built, findings: checkAssembly(built), key: cache.newName() };
  });
}

/** Ids of the faces that a recipe needs. */
export function facesOf({ assemblies }: Pick<Recipe, 'assemblies'>): Set<string> {
  const items = assemblies.flatMap((assembly) => (assembly.make === 'coupon' ? [] : assembly.items));
  return new Set(items.flatMap((item) => faceOf(item) ?? []));
}

/** What people call a thing: its own name, or that of the first item in it. */
export function assemblyName(assembly: Assembly, { assemblies }: Pick<Recipe, 'assemblies'>): string {
  if (assembly.name !== null) return assembly.name;
  if (assembly.make === 'coupon') {
    const of = assemblies.find(({ id }) => id === assembly.of);
    return `Coupon of ${of ? assemblyName(of, { assemblies }) : assembly.of}`;
  }
  const [first] = assembly.items;
  return first ? itemName(first) : 'Empty thing';
}

type Laid = LaidAssembly & Checked;

const subjectOf = ({ assembly, name, built, placements }: Laid): LaidSubject => ({
  id: assembly.id,
  name,
  boxes: placements.map((placement): Bounds => placeBounds(built.arrangement.object, placement)),
  built,
});

/** Findings of a thing, where the first of its copies lies. */
function findingsOnSheet({ assembly, name, built, findings, placements }: Laid, isOneOfSeveral: boolean): Finding[] {
  return findings.map((finding) => ({
    ...findingOf(finding, assembly.id, built.coupon?.of),
    ...(isOneOfSeveral && { on: name }),
    place: finding.place && placeBounds(finding.place, placements[0]!),
  }));
}

function unassignedOf(laid: readonly Laid[]): Map<LineKind, number> {
  const counts = new Map<LineKind, number>();
  for (const { built } of laid)
    for (const { operation, kinds, contours } of built.lines)
      if (operation === null) counts.set(kinds[0]!, (counts.get(kinds[0]!) ?? 0) + contours.length);
  return counts;
}
