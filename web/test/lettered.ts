import type { LetteringItem, Made, Recipe } from '@needlefile/core/recipe/schema';
import type { Draft } from 'immer';

/** The first thing of a recipe, and the words in it; of a draft too. */
export const thingOf = <T extends Recipe | Draft<Recipe>>({ assemblies }: T): Draft<Made> =>
  assemblies[0] as Draft<Made>;

export const letteringOf = (recipe: Recipe | Draft<Recipe>): Draft<LetteringItem> =>
  thingOf(recipe).items[0] as Draft<LetteringItem>;
