import { ownerOfLine } from '../identity.ts';
import type { Recipe } from '../schema.ts';

/** The order in which a job is run, by names that stay while words and sizes change. */
export interface KeptOrder {
  /** By operation copies of things, in the order in which the head goes to them. */
  readonly things: Readonly<Record<string, readonly string[]>>;
  /** By thing and operation its lines, in running order. */
  readonly lines: Readonly<Record<string, Readonly<Record<string, readonly string[]>>>>;
}

export const isOrderKept = ({ order, assemblies }: Recipe): boolean =>
  Object.keys(order.things).length > 0 || assemblies.some(({ lineOrder }) => Object.keys(lineOrder).length > 0);

/** Lines stay in this order; what comes to a job later goes where it is least out of the way. */
export const withOrderKept = (recipe: Recipe, { things, lines }: KeptOrder): Recipe => ({
  ...recipe,
  order: { ...recipe.order, things: listsOf(things) },
  assemblies: recipe.assemblies.map((thing) => ({
    ...thing,
    lineOrder: listsOf(lines[thing.id] ?? {}),
  })),
});

const listsOf = (lists: Readonly<Record<string, readonly string[]>>): Record<string, string[]> =>
  Object.fromEntries(Object.entries(lists).map(([name, own]) => [name, [...own]]));

/** Lines are put into an order anew with each change. */
export const withOrderFree = (recipe: Recipe): Recipe => withOrderKept(recipe, { things: {}, lines: {} });

/** Lines of a letter run before, or after, all others of their thing in each operation; the others stay in order. */
export function withLetterMoved(kept: KeptOrder, thing: string, letter: string, to: 'first' | 'last'): KeptOrder {
  const own = kept.lines[thing] ?? {};
  const moved = Object.entries(own).map(([operation, names]) => {
    const isOwn = (name: string): boolean => ownerOfLine(name) === letter;
    const [those, others] = [names.filter(isOwn), names.filter((name) => !isOwn(name))];
    return [operation, to === 'first' ? [...those, ...others] : [...others, ...those]];
  });
  return { ...kept, lines: { ...kept.lines, [thing]: Object.fromEntries(moved) as KeptOrder['lines'][string] } };
}
