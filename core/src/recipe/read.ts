import { z } from 'zod';
import { toVersion2 } from './migrate/1-to-2.ts';
import { version1Schema, type Version1Input } from './migrate/version-1.ts';
import { RECIPE_VERSION, recipeSchema, type JobInput, type Recipe } from './schema.ts';

/** What may be written for a recipe: all of it, with whatever has a usual value left out; or the short form. */
export type RecipeInput = JobInput | Version1Input;

export type ReadRecipe =
  { readonly ok: true; readonly recipe: Recipe } | { readonly ok: false; readonly problems: readonly string[] };

/**
 * Takes what may be a recipe of any version: checks it, fills in what is left out, and brings an old one up to date.
 * Without `assemblies` it is the short form of a job of one thing, which is what version 1 was.
 * @returns the whole recipe, or every problem as `place: what is wrong`
 */
export function readRecipe(value: unknown): ReadRecipe {
  const { needlefile: version, assemblies } = (value ?? {}) as { needlefile?: unknown; assemblies?: unknown };
  if (typeof version === 'number' && version > RECIPE_VERSION)
    return {
      ok: false,
      problems: [
        `needlefile: this recipe is of version ${version}; this program reads up to ${RECIPE_VERSION}. Update ` +
          `the program.`,
      ],
    };
  if (version === 1 || (version === undefined && assemblies === undefined)) {
    const old = version1Schema.safeParse(value);
    return old.success ? read(toVersion2(old.data)) : { ok: false, problems: problemsOf(old.error) };
  }
  return read(value);
}

function read(value: unknown): ReadRecipe {
  const parsed = recipeSchema.safeParse(value);
  return parsed.success ? { ok: true, recipe: parsed.data } : { ok: false, problems: problemsOf(parsed.error) };
}

/** Every problem in a line of its own, with its place in the recipe. */
export const problemsOf = (error: z.ZodError): string[] =>
  error.issues.flatMap((issue) => told(issue).map(({ path, message }) => `${path.join('.') || 'recipe'}: ${message}`));

type Issue = z.core.$ZodIssue;

/** Of what may be one of several kinds, the problems of the kind that it says it is. */
function told(issue: Issue, before: readonly PropertyKey[] = []): { path: PropertyKey[]; message: string }[] {
  const path = [...before, ...issue.path];
  if (issue.code !== 'invalid_union' || issue.errors.length === 0) return [{ path, message: issue.message }];
  const isOther = (issues: readonly Issue[]) => issues.some((each) => each.path.join() === 'kind');
  const own = issue.errors.find((issues) => !isOther(issues)) ?? issue.errors[0]!;
  return own.flatMap((each) => told(each, path));
}

/** The recipe format as JSON Schema, of what may be written (short forms allowed). */
export const recipeJsonSchema = (): object =>
  z.toJSONSchema(z.union([recipeSchema, version1Schema.describe('Short form: a job of one thing.')]), { io: 'input' });
