import type { Point } from '../../geometry/point.ts';
import { assemblySchema } from '../schema/assembly.ts';
import { freeId } from '../schema/references.ts';
import { insertedBehind } from './lists.ts';
import type { Assembly, Make, Made, Recipe } from '../schema.ts';

/** Where a thing lies on the sheet: the lower left corner of all its copies, mm. */
export interface ThingWhere {
  readonly id: string;
  readonly corner: Point;
  /** Copies that lie in its first row. */
  readonly inRow: number;
}

/** A whole thing from what is said of it; what is left out is as usual. Its items get ids. */
export function newThing(said: Readonly<Record<string, unknown>> & { readonly make: Make }): Made {
  const thing = assemblySchema.parse(said) as Made;
  const taken: string[] = thing.items.map(({ id }) => id);
  return {
    ...thing,
    items: thing.items.map((item) => {
      const id = item.id || freeId(taken, 'item');
      taken.push(id);
      return { ...item, id };
    }),
  };
}

/** A thing more, behind another or at the end, under an id that is free. */
export function withThing(
  recipe: Recipe,
  thing: Assembly,
  behind?: string,
): { readonly recipe: Recipe; readonly id: string } {
  const id = freeId(
    recipe.assemblies.map((each) => each.id),
    'thing',
  );
  const assemblies = insertedBehind(recipe.assemblies, { ...thing, id }, behind);
  return { recipe: { ...recipe, assemblies }, id };
}

/** A copy of its own behind the original, laid by itself: it may become another. */
export function duplicatedThing(recipe: Recipe, id: string): { readonly recipe: Recipe; readonly id: string } {
  const thing = recipe.assemblies.find((each) => each.id === id);
  return thing ? withThing(recipe, { ...thing, place: null }, id) : { recipe, id };
}

/** Things less, and coupons of them. A job has one thing at least: after the last an empty one of its make is left. */
export function withoutThings(recipe: Recipe, ids: readonly string[]): Recipe {
  const gone = new Set(ids);
  const left = recipe.assemblies.filter((each) => !gone.has(each.id) && !(each.make === 'coupon' && gone.has(each.of)));
  if (left.length > 0) return { ...recipe, assemblies: left };
  const last = recipe.assemblies.find((each): each is Made => each.make !== 'coupon')!;
  const { id, make, plate, rail, relief, backer } = last;
  return { ...recipe, assemblies: [newThing({ id, make, plate, rail, relief, backer })] };
}

/** Places are kept this fine, decimals of a mm. */
const DECIMALS = 4;
const tidy = ({ x, y }: Point): Point => ({ x: Number(x.toFixed(DECIMALS)), y: Number(y.toFixed(DECIMALS)) });

/**
 * Things moved by hand on the sheet, by so much. Those that were laid by themselves stay where they are from then on,
 * so that only what is moved moves.
 * @param where where all things lie
 */
export function thingsMovedBy(
  recipe: Recipe,
  ids: ReadonlySet<string>,
  by: Point,
  where: readonly ThingWhere[],
): Recipe {
  const known = new Map(where.map((each) => [each.id, each]));
  return {
    ...recipe,
    assemblies: recipe.assemblies.map((each) => {
      const here = each.place ?? known.get(each.id)?.corner;
      if (!here || (!ids.has(each.id) && each.place)) return each;
      const place = tidy(ids.has(each.id) ? { x: here.x + by.x, y: here.y + by.y } : here);
      const inRow = each.place === null && each.copies > 1 ? known.get(each.id)!.inRow : each.inRow;
      return { ...each, place, inRow };
    }),
  };
}
