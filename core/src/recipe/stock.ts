import { inJob, type RecipePatch } from './patch.ts';
import type { Stock } from '../shop/shop.ts';
import type { Recipe } from './schema.ts';

/**
 * What of the job lies on the sheet that is shown and released: all of it; or, where backers are cut from another
 * sheet, either all but them, or them alone.
 */
export type Lays = 'all' | 'letters' | 'backers';

export const laysOf = ({ backers }: Pick<Recipe, 'backers'>): Lays =>
  backers === null ? 'all' : backers.laid ? 'backers' : 'letters';

/** The sheet that is shown and released. */
export function stockOf(recipe: Pick<Recipe, 'backers' | keyof Stock>): Stock {
  const { machine, material, thickness } = recipe.backers?.laid ? recipe.backers : recipe;
  return { machine, material, thickness };
}

/** Another machine for that sheet. */
export const withMachine = ({ backers }: Pick<Recipe, 'backers'>, value: string): RecipePatch =>
  inJob(backers?.laid ? { path: ['backers', 'machine'], value } : { path: ['machine'], value });

/** Another material. */
export const withMaterial = ({ backers }: Pick<Recipe, 'backers'>, value: string): RecipePatch =>
  inJob(backers?.laid ? { path: ['backers', 'material'], value } : { path: ['material'], value });
