import type { FileReading } from '../artwork/drawn.ts';
import { buildAssembly, buildCoupon, type AssemblyBuild } from '../assembly/build-assembly.ts';
import type { Sources } from '../assembly/sources.ts';
import type { Surroundings } from '../assembly/plans.ts';
import { StageCache } from '../assembly/stages.ts';
import { withAccepted } from '../check/accepted.ts';
import { checkAssembly, checkJob, findingOf, inOrder } from '../check/check.ts';
import type { Finding } from '../check/finding.ts';
import type { LaidSubject } from '../check/subjects.ts';
import type { Bounds } from '../geometry/bounds.ts';
import { faceOf, itemName, sourceOf } from '../items/kinds.ts';
import type { Face } from '../lettering/face.ts';
import type { Operation } from '../operations/operations.ts';
import type { Assembly, Item, LineKind, Made, Recipe } from '../recipe/schema.ts';
import { laysOf, stockOf, type Lays } from '../recipe/stock.ts';
import { layOnSheet } from '../sheet/lay-out.ts';
import { placeBounds, type Placement } from '../sheet/placement.ts';
import { withTried } from '../shop/tried.ts';
import { kerfInFile, onMaterial, type Machine, type Material, type Shop } from '../shop/shop.ts';
import { runOperations, type ThingRun } from './run-operations.ts';
import type { SweepAccount } from './run-sweeps.ts';

/** What a recipe refers to by id. The core never fetches: callers bring what a recipe needs. */
export interface Resources {
  readonly shop: Shop;
  /** Opened faces by id; a recipe's face that is not among them becomes a finding. */
  readonly faces: ReadonlyMap<string, Face>;
  /** Files of artwork by id, read; what is not among them becomes a finding. */
  readonly artworks?: ReadonlyMap<string, FileReading>;
}

const NO_ARTWORKS: ReadonlyMap<string, FileReading> = new Map();

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
  /** What prices are told in. */
  readonly currency: string;
  readonly sheet: { readonly width: number; readonly height: number };
  /** Those that are not hidden. */
  readonly assemblies: readonly LaidAssembly[];
  /** In running order, on the sheet. */
  readonly operations: readonly Operation[];
  /** The lines of each thing, as they are run. */
  readonly runs: readonly ThingRun[];
  /** How areas are swept. */
  readonly sweeps: readonly SweepAccount[];
  /** Places on the sheet. */
  readonly findings: readonly Finding[];
}

/** A thing in its own frame, with what its check found there. */
interface Checked {
  readonly built: AssemblyBuild;
  readonly findings: readonly Finding[];
}

/**
 * Computes a job from its recipe: each thing in its own frame, then where they lie on the sheet, the operations over
 * all of them, and the check. Pure: the same recipe and resources give the same build.
 * @param cache kept between builds by a caller that builds again and again; stages whose inputs are the same are not
 *   done again
 */
export function build(recipe: Recipe, resources: Resources, cache = new StageCache(1)): Build {
  const { shop } = resources;
  const sources = sourcesOf(resources);
  const { around, machineKnown, materialKnown } = surroundingsOf(recipe, shop);
  const { machine, material } = around;
  const here = [
    ...[...facesOf(recipe)].filter((face) => sources.faces.has(face)),
    ...[...filesOf(recipe)].filter((file) => sources.artworks.has(file)),
  ];
  const surroundings = cache.name('surroundings', '', [around, here]);

  const shown = recipe.assemblies.filter((each) => !each.hidden && liesOnSheet(each, around.lays));
  const made = shown.map((assembly) => {
    const checked = checkedAssembly(assembly, recipe, around, surroundings, sources, cache);
    return { assembly, name: assemblyName(assembly, recipe), ...checked };
  });
  const layout = layOnSheet(
    recipe.sheet,
    made.map(({ assembly: { place, turn, copies, inRow }, built: { arrangement } }) => ({
      object: arrangement.object,
      middle: arrangement.middle,
      place,
      turn,
      copies,
      inRow,
    })),
  );
  const sheet = { width: layout.width, height: layout.height };
  const laid = made.map((each, i) => ({ ...each, placements: layout.placements[i]! }));
  const { operations, sweeps, runs } = runOperations(recipe, laid, machine);
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
      operations,
      unassigned: unassignedOf(laid),
    }),
  ];
  cache.turn();
  const assemblies = laid.map(({ assembly, name, built, placements }) => ({ assembly, name, built, placements }));
  return {
    recipe,
    machine,
    material,
    currency: shop.currency,
    sheet,
    assemblies,
    operations,
    runs,
    sweeps,
    findings: withAccepted(inOrder(findings), recipe.accepted),
  };
}

/**
 * What of a job concerns each of its things; where the shop has not what the recipe names, its first stands in.
 * @throws Error where the shop has nothing at all
 */
export function surroundingsOf(
  recipe: Recipe,
  shop: Shop,
): { readonly around: Surroundings; readonly machineKnown: boolean; readonly materialKnown: boolean } {
  const stock = stockOf(recipe);
  const knownMachine = shop.machines.find(({ id }) => id === stock.machine);
  const knownMaterial = shop.materials.find(({ id }) => id === stock.material);
  const [usual, material] = [knownMachine ?? shop.machines[0], knownMaterial ?? shop.materials[0]];
  if (!usual || !material) throw new Error('The shop has no machine or no material.');
  const { operations, assignment } = recipe;
  const { thickness } = stock;
  const machine = onMaterial(withTried(usual, shop, { material: material.id, thickness }), material.id);
  return {
    around: {
      ...{ machine, material, thickness, operations, assignment },
      lays: laysOf(recipe),
      kerf: kerfInFile(machine, recipe.release),
    },
    machineKnown: knownMachine !== undefined,
    materialKnown: knownMaterial !== undefined,
  };
}

/** Letters engraved on their backer lie on its sheet. */
function liesOnSheet(assembly: Assembly, lays: Lays): boolean {
  const isBacked = assembly.make === 'backed';
  if (lays === 'backers') return isBacked;
  return lays === 'all' || !isBacked || assembly.backer.letters === 'cut';
}

/** A thing, computed or found: those that differ but in id, name and place are computed once. */
function checkedAssembly(
  assembly: Assembly,
  recipe: Recipe,
  around: Surroundings,
  surroundings: string,
  sources: Sources,
  cache: StageCache,
): Checked {
  const of = assembly.make === 'coupon' ? recipe.assemblies.find((each) => each.id === assembly.of) : null;
  const thing = cache.name('thing', assembly.id, { assembly, of }, whatIsMade);
  return cache.stage('assembly', `${surroundings} ${thing}`, () => {
    const built =
      assembly.make === 'coupon'
        ? buildCoupon(assembly, buildAssembly(of as Made, around, sources, cache), cache)
        : buildAssembly(assembly, around, sources, cache);
    return { built, findings: checkAssembly(built) };
  });
}

/** What of a thing its making depends on: not what it is called and not where it lies. */
function whatIsMade({ assembly, of }: { readonly assembly: Assembly; readonly of: Assembly | null | undefined }) {
  const {
    id: _id,
    name: _name,
    place: _place,
    turn: _turn,
    copies: _copies,
    inRow: _inRow,
    hidden: _hidden,
    first: _first,
    lineOrder: _lineOrder,
    ...own
  } = assembly;
  return [own, of];
}

/** Faces and files among what a build is given. */
export const sourcesOf = ({ faces, artworks = NO_ARTWORKS }: Resources): Sources => ({ faces, artworks });

/** Ids of the faces that a recipe needs. */
export const facesOf = (recipe: Pick<Recipe, 'assemblies'>): Set<string> => neededBy(recipe, faceOf);

/** Files of artwork that a recipe needs. */
export const filesOf = (recipe: Pick<Recipe, 'assemblies'>): Set<string> => neededBy(recipe, sourceOf);

function neededBy({ assemblies }: Pick<Recipe, 'assemblies'>, idOf: (item: Item) => string | null): Set<string> {
  const ids = new Set<string>();
  for (const assembly of assemblies) {
    if (assembly.make === 'coupon') continue;
    for (const item of assembly.items) {
      const id = idOf(item);
      if (id !== null) ids.add(id);
    }
  }
  return ids;
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
  placements,
  built,
});

/** Findings of a thing, where the first of its copies lies. */
function findingsOnSheet({ assembly, name, built, findings, placements }: Laid, isOneOfSeveral: boolean): Finding[] {
  return findings.map((finding) => ({
    ...findingOf(finding, assembly.id, built.coupon?.of),
    ...(isOneOfSeveral && { on: name }),
    where: finding.where && placeBounds(finding.where, placements[0]!),
  }));
}

function unassignedOf(laid: readonly Laid[]): Map<LineKind, number> {
  const counts = new Map<LineKind, number>();
  for (const { built } of laid)
    for (const { operation, kinds, contours } of built.lines)
      if (operation === null) counts.set(kinds[0]!, (counts.get(kinds[0]!) ?? 0) + contours.length);
  return counts;
}
