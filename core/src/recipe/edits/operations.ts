import { plainOperation } from '../schema/operations.ts';
import { freeId } from '../schema/references.ts';
import { LIMITS, LINE_KINDS, type Item, type LineKind, type OperationPlan, type Recipe } from '../schema.ts';
import { followersOf } from './fills.ts';
import type { Work } from '../../shop/shop.ts';

/** Another work for an operation; settings belong to the work that they were made for. */
export const withWork = (recipe: Recipe, id: string, work: Work): Recipe => ({
  ...recipe,
  operations: recipe.operations.map((each) =>
    each.id === id ? { ...each, work, speed: null, power: null, passes: null } : each,
  ),
});

/** One more operation, before all that cut, unless it cuts itself. There are no more than the format allows. */
export function addOperation(recipe: Recipe, work: Work): { readonly recipe: Recipe; readonly id: string | null } {
  const { operations } = recipe;
  if (operations.length >= LIMITS.operations.most) return { recipe, id: null };
  const taken = operations.map((each) => each.id);
  const id = freeId(taken, work);
  return { recipe: { ...recipe, operations: withOperation(operations, id, work) }, id };
}

/** A list with one more operation of a free id, before all that cut, unless it cuts itself. */
export function withOperation(operations: readonly OperationPlan[], id: string, work: Work): OperationPlan[] {
  const added = plainOperation(id, work);
  const cuts = operations.findIndex((each) => each.work === 'cut');
  const at = cuts < 0 || work === 'cut' ? operations.length : cuts;
  return [...operations.slice(0, at), added, ...operations.slice(at)];
}

/** What has an operation: kinds of lines, and items with one of their own. */
export function usersOf({ assignment, assemblies }: Recipe, id: string): { kinds: LineKind[]; items: number } {
  const items = assemblies.flatMap((each) => (each.make === 'coupon' ? [] : each.items));
  return {
    kinds: LINE_KINDS.filter((kind) => assignment[kind] === id),
    items: items.filter(({ operation, centerline }) => operation === id || centerline?.dotOperation === id).length,
  };
}

/** An item with other operations where it names its own: for all of it, and for its dots. */
export const withOperationsOf = (item: Item, moved: (id: string | null) => string | null): Item => ({
  ...item,
  operation: moved(item.operation),
  centerline: item.centerline && { ...item.centerline, dotOperation: moved(item.centerline.dotOperation) },
});

/**
 * An operation less.
 * @param instead what its lines get; null: none, and items that named it get what their lines are by kind
 */
export function removeOperation(recipe: Recipe, id: string, instead: string | null): Recipe {
  const moved = (own: string | null): string | null => (own === id ? instead : own);
  const { inner, outer, area, line } = recipe.assignment;
  return {
    ...recipe,
    // What cleared what it left goes with it.
    operations: recipe.operations.filter((each) => each.id !== id && !followersOf(recipe, id).includes(each.id)),
    assignment: { inner: moved(inner), outer: moved(outer), area: moved(area), line: moved(line) },
    assemblies: recipe.assemblies.map((thing) => {
      const { [id]: _gone, ...lineOrder } = thing.lineOrder;
      return thing.make === 'coupon'
        ? { ...thing, lineOrder }
        : {
            ...thing,
            lineOrder,
            items: thing.items.map((item) => withOperationsOf(item, moved)),
          };
    }),
  };
}
