import type { ArtworkItem, Item, LetteringItem, Made, Recipe } from './schema.ts';

/** Sets the value at a path of T: any path that T has, and no value but one that belongs there. */
export type StepOf<T> = T extends readonly (infer Item)[]
  ? StepInto<number, Item>
  : T extends object
    ? { [K in keyof T & string]: StepInto<K, T[K]> }[keyof T & string]
    : never;

type StepInto<Key, Value> =
  { readonly path: readonly [Key]; readonly value: Value } | Deeper<Key, StepOf<NonNullable<Value>>>;

type Deeper<Key, Inner> = Inner extends {
  readonly path: infer Path extends readonly unknown[];
  readonly value: infer V;
}
  ? { readonly path: readonly [Key, ...Path]; readonly value: V }
  : never;

/** The thing that is looked at: steps are made in it before it is known which of the job's it is. */
const HERE = '';

/** What of a recipe a step is in: the job where nothing is named, or one of its things, or an item of that. */
export interface Scope {
  /** Id of the thing; empty: the one that is looked at, until `within` says which that is. */
  readonly assembly?: string;
  readonly item?: string;
}

/** Sets the value at a path of what it is in. Plain data. */
export interface Step extends Scope {
  readonly path: readonly (string | number)[];
  readonly value: unknown;
}

/**
 * A change to a recipe, as plain data. What mends and undo are made of. Made by `inJob`, `inAssembly` and `inItem`,
 * which know what paths there are.
 */
export type RecipePatch = readonly Step[];

type JobOnly = Omit<Recipe, 'assemblies'>;
type ThingOnly = Omit<Made, 'items'>;

export const inJob = (...steps: readonly StepOf<JobOnly>[]): Step[] => steps as readonly Step[] as Step[];

/** @param assembly left out where the thing is the one that is looked at */
export const inAssembly = (steps: readonly StepOf<ThingOnly>[], assembly = HERE): Step[] =>
  (steps as readonly Step[]).map((step) => ({ ...step, assembly }));

/** What is changed of a piece of lettering of the thing that is looked at. */
export const inLettering = (item: string, ...steps: readonly StepOf<LetteringItem>[]): Step[] =>
  (steps as readonly Step[]).map((step) => ({ ...step, assembly: HERE, item }));

/** The same of artwork. */
export const inArtwork = (item: string, ...steps: readonly StepOf<ArtworkItem>[]): Step[] =>
  (steps as readonly Step[]).map((step) => ({ ...step, assembly: HERE, item }));

/** What is changed of an item of any kind. */
export const inItem = (item: string, ...steps: readonly StepOf<Pick<Item, keyof Item>>[]): Step[] =>
  (steps as readonly Step[]).map((step) => ({ ...step, assembly: HERE, item }));

/** Says which thing it is that was looked at. Steps in the job or in other things stay what they are. */
export const within = (assembly: string, patch: RecipePatch): Step[] =>
  patch.map((step) => (step.assembly === HERE ? { ...step, assembly } : step));

/**
 * The recipe with the patch applied; the one given stays as it is.
 * @throws Error where a step's path is not in the recipe: a patch changes what is there and makes up nothing
 */
export const applyPatch = (recipe: Recipe, patch: RecipePatch): Recipe =>
  patch.reduce<Recipe>(
    (changed, step) => setAt(changed, { path: fullPath(changed, step), value: step.value }, 0),
    recipe,
  );

/** From the root of the recipe. @throws Error where what the step is in is not there */
function fullPath({ assemblies }: Recipe, { assembly, item, path }: Step): (string | number)[] {
  if (assembly === undefined) return [...path];
  const i = indexOf(assemblies, assembly);
  if (item === undefined) return ['assemblies', i, ...path];
  const thing = assemblies[i]!;
  return ['assemblies', i, 'items', indexOf(thing.make === 'coupon' ? [] : thing.items, item), ...path];
}

function indexOf(list: readonly { readonly id: string }[], id: string): number {
  const i = list.findIndex((each) => each.id === id);
  if (i < 0) throw new Error(`The recipe has no ${id} to change.`);
  return i;
}

function setAt<T>(target: T, step: Pick<Step, 'path' | 'value'>, depth: number): T {
  const key = step.path[depth];
  if (key === undefined) return step.value as T;
  if (target === null || typeof target !== 'object' || !Object.hasOwn(target, key))
    throw new Error(`The recipe has no ${step.path.slice(0, depth + 1).join('.')} to set.`);
  const value = setAt((target as Record<string, unknown>)[key], step, depth + 1);
  return (
    Array.isArray(target) ? target.map((each, i) => (i === key ? value : each)) : { ...target, [key]: value }
  ) as T;
}

/**
 * What makes one thing of another, said as near to what differs as the paths of both go: for a mend that is made by an
 * edit. The items of both are the same ones.
 */
export function patchBetween(before: Made, after: Made): Step[] {
  const { items: old, ...thing } = before;
  const { items, ...now } = after;
  const inItems = items.flatMap((item, i) => stepsBetween(old[i]!, item).map((step) => ({ ...step, item: item.id })));
  return [...stepsBetween(thing, now), ...inItems].map((step) => ({ ...step, assembly: HERE }));
}

function stepsBetween(before: Item | ThingOnly, after: Item | ThingOnly): Step[] {
  const steps: Step[] = [];
  const compare = (old: unknown, now: unknown, path: readonly string[]) => {
    if (JSON.stringify(old) === JSON.stringify(now)) return;
    const [a, b] = [keysOf(old), keysOf(now)];
    if (a && b && a.length === b.length && a.every((key) => b.includes(key)))
      for (const key of a)
        compare((old as Record<string, unknown>)[key], (now as Record<string, unknown>)[key], [...path, key]);
    else steps.push({ path, value: now });
  };
  compare(before, after, []);
  return steps;
}

const keysOf = (value: unknown): string[] | null =>
  value !== null && typeof value === 'object' && !Array.isArray(value) ? Object.keys(value) : null;
