import 'server-only';
import { build, type Build } from '@needlefile/core/build/build';
import { readRecipe } from '@needlefile/core/recipe/read';
import type { Recipe, RecipeInput } from '@needlefile/core/recipe/schema';
import type { JobSummary } from '../features/jobs/job-types';
import { summarizeApart } from './builds/summary-thread';
import { face, faceBytesIfHere } from './faces';
import { getShop } from './shop';
import { Refusal } from './http';

/** Builds a stored recipe on the server, with the face it asks for. */
export async function buildStored(stored: RecipeInput): Promise<Build> {
  const recipe = readStored(stored);
  const [opened, { shop }] = await Promise.all([face(recipe.lettering.face), getShop()]);
  return build(recipe, { shop, faces: new Map(opened ? [[recipe.lettering.face, opened]] : []) });
}

/** What the list of jobs shows of a recipe. */
export async function summarize(stored: RecipeInput): Promise<JobSummary> {
  const recipe = readStored(stored);
  const [bytes, { shop }] = await Promise.all([faceBytesIfHere(recipe.lettering.face), getShop()]);
  return summarizeApart({ recipe, shop, faceBytes: bytes });
}

function readStored(stored: RecipeInput): Recipe {
  const read = readRecipe(stored);
  if (!read.ok) throw new Refusal(422, `The job's recipe cannot be read: ${read.problems.join('; ')}`);
  return read.recipe;
}
