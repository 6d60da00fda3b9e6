import { itemOf } from '../identity.ts';
import { freeId } from '../schema/references.ts';
import { itemSchema } from '../schema/item.ts';
import type { Assembly, Item, Made, Recipe } from '../schema.ts';
import { insertedBehind } from './lists.ts';
import { withCopyOf, withoutItem } from './by-hand.ts';
import { freedFrom, type ItemWhere } from './places.ts';

type ItemInput = Parameters<typeof itemSchema.parse>[0];

/** A whole item from what is said of it; what is left out is as usual. */
export const newItem = (said: object): Item => itemSchema.parse(said as ItemInput);

/** A thing with its items put through something; other things as they are. */
export const inThing = (recipe: Recipe, id: string, change: (thing: Made) => Made): Recipe => ({
  ...recipe,
  assemblies: recipe.assemblies.map((each) => (each.id === id && each.make !== 'coupon' ? change(each) : each)),
});

/** An item more, at the end of the list or behind another, under an id that is free. */
export function withItem(thing: Made, item: Item, behind?: string): { readonly thing: Made; readonly id: string } {
  const id = freeId(
    thing.items.map((each) => each.id),
    'item',
  );
  const items = insertedBehind(thing.items, { ...item, id }, behind);
  return { thing: { ...thing, items }, id };
}

/** Items less, and what was put by hand on them. What was held to them stays where it is. */
export function withoutItems(thing: Made, ids: readonly string[], where: readonly ItemWhere[]): Made {
  const gone = new Set(ids);
  const left = thing.items.filter(({ id }) => !gone.has(id));
  return {
    ...thing,
    items: freedFrom(left, gone, where),
    hold: ids.reduce(withoutItem, thing.hold),
  };
}

/** The same in a job: windows of coupons on letters that go, go too, and a coupon that showed nothing else. */
export function withoutItemsInJob(
  recipe: Recipe,
  thing: string,
  ids: readonly string[],
  where: readonly ItemWhere[],
): Recipe {
  const gone = new Set<string | null>(ids);
  return {
    ...recipe,
    assemblies: recipe.assemblies.flatMap((each): Assembly[] => {
      if (each.make !== 'coupon') return [each.id === thing ? withoutItems(each, ids, where) : each];
      if (each.of !== thing) return [each];
      const windows = each.windows.filter(({ letter }) => !gone.has(itemOf(letter)));
      return windows.length === 0 ? [] : [{ ...each, windows }];
    }),
  };
}

/** Between what is copied and its copy to the right of it, mm: what overlaps is welded. */
const ASIDE = 5;

/** A copy behind its original in the list and beside it on the bed, with what was put by hand on it. */
export function duplicatedItem(
  thing: Made,
  id: string,
  where: readonly ItemWhere[],
): { readonly thing: Made; readonly id: string } {
  const item = thing.items.find((each) => each.id === id);
  const here = where.find((each) => each.id === id);
  if (!item) return { thing, id };
  const width = here ? here.edges.right - here.edges.left : 0;
  const { x, y } = here?.at ?? { x: 0, y: 0 };
  const place = { x: Number((x + width + ASIDE).toFixed(4)), y: Number(y.toFixed(4)) };
  const copied = withItem(thing, { ...item, place }, id);
  return { id: copied.id, thing: { ...copied.thing, hold: withCopyOf(copied.thing.hold, thing.hold, id, copied.id) } };
}
