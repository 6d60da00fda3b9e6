import { readFileSync } from 'node:fs';
import path from 'node:path';
import { CATALOGUE } from '../../faces/src/catalogue.ts';
import type { AssemblyBuild } from '../src/assembly/build-assembly.ts';
import { build, facesOf, type Build } from '../src/job/build-job.ts';
import type { Memo } from '../src/geometry/memo.ts';
import type { Measures } from '../src/job/measure-assembly.ts';
import { measure, type JobMeasures } from '../src/job/measure-job.ts';
import type { Lettering } from '../src/lettering/layout.ts';
import type { StageCache } from '../src/assembly/stages.ts';
import type { Face } from '../src/lettering/face.ts';
import { openFont } from '../src/lettering/open-font.ts';
import { readRecipe, type RecipeInput } from '../src/recipe/read.ts';
import { inItem } from '../src/recipe/identity.ts';
import { ONLY_ITEM } from '../src/recipe/migrate/1-to-2.ts';
import type { LetteringItem, LineKind, Made, Recipe } from '../src/recipe/schema.ts';
import { houseShop } from '../src/shop/house.ts';
import type { Shop } from '../src/shop/shop.ts';

/** Shipped faces and short ways to builds, for tests. */

const MODULES = path.resolve(import.meta.dirname, '../../node_modules');

export const faceFile = (id: string): Uint8Array => {
  const face = CATALOGUE.find((each) => each.id === id)!;
  return readFileSync(path.join(MODULES, face.package, face.file));
};

const opened = new Map<string, Face>();
export function faceOf(id: string): Face {
  if (!opened.has(id)) opened.set(id, openFont(faceFile(id), id));
  return opened.get(id)!;
}

export function recipeOf(input: RecipeInput): Recipe {
  const read = readRecipe(input);
  if (!read.ok) throw new Error(read.problems.join('\n'));
  return read.recipe;
}

/** Its files lie on true edges, and all is swept in one, so that figures can be told by hand. */
export const trueEdges: Shop = {
  ...houseShop,
  machines: houseShop.machines.map((machine) => ({ ...machine, kerfBy: 'controller', sweepsAtMost: 1 })),
};

export function jobOf(input: RecipeInput, cache?: StageCache, shop = houseShop): Build {
  const recipe = recipeOf(input);
  const faces = [...facesOf(recipe)].filter((id) => CATALOGUE.some((face) => face.id === id));
  return build(recipe, { shop, faces: new Map(faces.map((id) => [id, faceOf(id)])) }, cache);
}

/** A job of one thing, whose lettering is one item: with that thing's own figures at hand. */
export type OnlyThing = Build & AssemblyBuild & { readonly lettering: Lettering };

export function buildOf(input: RecipeInput, cache?: StageCache, shop = houseShop): OnlyThing {
  const job = jobOf(input, cache, shop);
  const [{ built } = { built: undefined }] = job.assemblies;
  if (!built || job.assemblies.length > 1) throw new Error('Not a job of one thing.');
  return { ...built, ...job, lettering: built.items[0]!.form.lettering! };
}

/** The only thing that a recipe of one makes, and the words in it. */
export function thingIn(recipe: Recipe): Made {
  const [thing] = recipe.assemblies;
  if (!thing || thing.make === 'coupon') throw new Error('Not a thing.');
  return thing;
}

export function wordsIn(recipe: Recipe): LetteringItem {
  const [item] = thingIn(recipe).items;
  if (item?.kind !== 'lettering') throw new Error('Not a piece of lettering.');
  return item;
}

/** The recipe with its only thing changed, and so with the words in it. */
export const withThing = (recipe: Recipe, change: (thing: Made) => Partial<Made>): Recipe => ({
  ...recipe,
  assemblies: recipe.assemblies.map((each) => (each.make === 'coupon' ? each : { ...each, ...change(each) })),
});

export const withLettering = (recipe: Recipe, change: Partial<LetteringItem>): Recipe =>
  withThing(recipe, ({ items }) => ({ items: items.map((item) => ({ ...item, ...change }) as LetteringItem) }));

/** Measures of a job's only thing, and what they make of the job's findings. */
export function measuresOf(job: Build, memo?: Memo): Omit<Measures, 'findings'> & Pick<JobMeasures, 'findings'> {
  const { assemblies, findings } = measure(job, memo);
  return { ...assemblies[0]!.measures, findings };
}

/** A letter, an island or a part of the only words, as it is called in the thing. */
export const own = (name: string): string => inItem(ONLY_ITEM, name);

/** The operation that cuts the edges of one kind. */
export const operationOn = ({ operations }: Build, kind: LineKind) =>
  operations.find(({ kinds }) => kinds.includes(kind))!;

/** Faces of outlines. */
export const faceIds = CATALOGUE.filter(({ kind }) => kind !== 'single-line').map(({ id }) => id);
export const strokeFaceIds = CATALOGUE.filter(({ kind }) => kind === 'single-line').map(({ id }) => id);
