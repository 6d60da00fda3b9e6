import type { Recipe, RowsPlan } from '../schema.ts';

/** Changes to what an operation sweeps in one. Items are named as laidItem names them. */

/** Items that are swept in one, and with no other. */
export const putTogether = (recipe: Recipe, operation: string, items: readonly string[]): Recipe =>
  withHand(recipe, operation, items, [[...items]]);

/** Each of the items in a sweep of its own. */
export const pullApart = (recipe: Recipe, operation: string, items: readonly string[]): Recipe =>
  withHand(
    recipe,
    operation,
    items,
    items.map((item) => [item]),
  );

/** Nothing is said of the items by hand. */
export const leaveToRows = (recipe: Recipe, operation: string, items: readonly string[]): Recipe =>
  withHand(recipe, operation, items, []);

function withHand(recipe: Recipe, operation: string, items: readonly string[], groups: RowsPlan['byHand']): Recipe {
  const others = (byHand: RowsPlan['byHand']): RowsPlan['byHand'] =>
    byHand.map((own) => own.filter((item) => !items.includes(item))).filter((own) => own.length > 0);
  return {
    ...recipe,
    operations: recipe.operations.map((each) =>
      each.id === operation
        ? { ...each, rows: { ...each.rows, byHand: [...others(each.rows.byHand), ...groups] } }
        : each,
    ),
  };
}
