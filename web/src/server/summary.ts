import 'server-only';
import { build, type Build } from '@needlefile/core/build/build';
import { pictureOf } from '@needlefile/core/build/picture';
import { heightOf, widthOf } from '@needlefile/core/geometry/bounds';
import { readRecipe } from '@needlefile/core/recipe/read';
import { MAKE_NAMES, type RecipeInput } from '@needlefile/core/recipe/schema';
import type { JobSummary } from '../features/jobs/job-types';
import { measure } from '@needlefile/core/build/measure';
import { face } from './faces';
import { getShop } from './shop';
import { Refusal } from './http';

/** Builds a stored recipe on the server, with the face it asks for. */
export async function buildStored(stored: RecipeInput): Promise<Build> {
  const read = readRecipe(stored);
  if (!read.ok) throw new Refusal(422, `The job's recipe cannot be read: ${read.problems.join('; ')}`);
  const { recipe } = read;
  const [opened, { shop }] = await Promise.all([face(recipe.lettering.face), getShop()]);
  return build(recipe, { shop, faces: new Map(opened ? [[recipe.lettering.face, opened]] : []) });
}

/** What the list of jobs shows of a recipe. */
export async function summarize(stored: RecipeInput): Promise<JobSummary> {
  const made = await buildStored(stored);
  const picture = pictureOf(made);
  const { object } = picture;
  const [width, height] = [widthOf(object), heightOf(object)];
  const findings = [...made.findings, ...measure(made).findings];
  const stops = findings.some(({ severity }) => severity === 'stop');
  return {
    state: stops ? 'stop' : findings.length > 0 ? 'attention' : 'clear',
    findings: findings.length,
    make: MAKE_NAMES[made.recipe.make],
    size: { width, height },
    material: `${made.recipe.thickness} mm ${made.material.name.toLowerCase()}`,
    machine: made.machine.name,
    drawing: { viewBox: [object.minX, object.minY, width, height].map((value) => value.toFixed(2)).join(' '), solid: picture.solid, engraved: picture.engraved, linework: picture.linework },
  };
}
