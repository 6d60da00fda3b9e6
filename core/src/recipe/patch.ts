import type { Recipe } from './schema.ts';

/** A change to a recipe, as plain data: each step sets the value at a path. What mends and undo are made of. */
export type RecipePatch = readonly { readonly path: readonly (string | number)[]; readonly value: unknown }[];

/** The recipe with the patch applied; the one given stays as it is. */
export function applyPatch(recipe: Recipe, patch: RecipePatch): Recipe {
  return patch.reduce<Recipe>((changed, { path, value }) => setAt(changed, path, value) as Recipe, recipe);
}

function setAt(target: unknown, path: readonly (string | number)[], value: unknown): unknown {
  const [key, ...rest] = path;
  if (key === undefined) return value;
  if (Array.isArray(target)) return target.map((item, i) => (i === key ? setAt(item, rest, value) : item));
  const record = (target ?? {}) as Record<string, unknown>;
  return { ...record, [key]: setAt(record[key], rest, value) };
}
