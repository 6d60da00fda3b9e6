import { readFileSync } from 'node:fs';
import path from 'node:path';
import { CATALOGUE } from '../../faces/src/catalogue.ts';
import type { AssemblyBuild } from '../src/assembly/build-assembly.ts';
import { build, facesOf, type Build } from '../src/job/build-job.ts';
import type { Lettering } from '../src/lettering/layout.ts';
import type { StageCache } from '../src/assembly/stages.ts';
import type { Face } from '../src/lettering/face.ts';
import { openFont } from '../src/lettering/open-font.ts';
import { readRecipe, type RecipeInput } from '../src/recipe/read.ts';
import type { Recipe } from '../src/recipe/schema.ts';
import { houseShop } from '../src/shop/house.ts';

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

export function jobOf(input: RecipeInput, cache?: StageCache): Build {
  const recipe = recipeOf(input);
  const faces = [...facesOf(recipe)].filter((id) => CATALOGUE.some((face) => face.id === id));
  return build(recipe, { shop: houseShop, faces: new Map(faces.map((id) => [id, faceOf(id)])) }, cache);
}

/** A job of one thing, whose lettering is one item: with that thing's own figures at hand. */
export type OnlyThing = Build & AssemblyBuild & { readonly lettering: Lettering };

export function buildOf(input: RecipeInput, cache?: StageCache): OnlyThing {
  const job = jobOf(input, cache);
  const [{ built } = { built: undefined }] = job.assemblies;
  if (!built || job.assemblies.length > 1) throw new Error('Not a job of one thing.');
  return { ...built, ...job, lettering: built.items[0]!.form.lettering! };
}

/** Faces of outlines. */
export const faceIds = CATALOGUE.filter(({ kind }) => kind !== 'single-line').map(({ id }) => id);
export const strokeFaceIds = CATALOGUE.filter(({ kind }) => kind === 'single-line').map(({ id }) => id);
