import type { Recipe } from '../schema.ts';
import { addOperation } from './operations.ts';

/** Dots of an item's middle lines in an operation of their own, which marks them; none more than the format allows. */
export function dotsApart(recipe: Recipe, thing: string, item: string): Recipe {
  const { recipe: added, id } = addOperation(recipe, 'mark');
  if (id === null) return recipe;
  return {
    ...added,
    operations: added.operations.map((each) => (each.id === id ? { ...each, name: 'Dots' } : each)),
    assemblies: added.assemblies.map((each) =>
      each.id !== thing || each.make === 'coupon'
        ? each
        : {
            ...each,
            items: each.items.map((own) =>
              own.id === item && own.centerline ? { ...own, centerline: { ...own.centerline, dotOperation: id } } : own,
            ),
          },
    ),
  };
}
