import { z } from 'zod';
import { RECIPE_VERSION, recipeSchema, type Recipe } from './schema.ts';

export type ReadRecipe =
  { readonly ok: true; readonly recipe: Recipe } | { readonly ok: false; readonly problems: readonly string[] };

/**
 * Takes what may be a recipe: checks it and fills in what is left out.
 * @returns the whole recipe, or every problem as `place: what is wrong`
 */
export function readRecipe(value: unknown): ReadRecipe {
  const version = (value as { needlefile?: unknown } | null)?.needlefile;
  if (typeof version === 'number' && version > RECIPE_VERSION)
    return {
      ok: false,
      problems: [
        `needlefile: this recipe is of version ${version}; this program reads up to ${RECIPE_VERSION}. Update ` +
          `the program.`,
      ],
    };
  const parsed = recipeSchema.safeParse(value);
  return parsed.success ? { ok: true, recipe: parsed.data } : { ok: false, problems: problemsOf(parsed.error) };
}

/** Every problem in a line of its own, with its place in the recipe. */
export function problemsOf(error: z.ZodError): string[] {
  return error.issues.map((issue) => `${issue.path.join('.') || 'recipe'}: ${issue.message}`);
}
