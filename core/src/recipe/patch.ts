import type { Recipe } from './schema.ts';

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

/** A change to a recipe, as plain data: each step sets the value at a path. What mends and undo are made of. */
export type RecipePatch = readonly StepOf<Recipe>[];

interface Step {
  readonly path: readonly (string | number)[];
  readonly value: unknown;
}

/**
 * The recipe with the patch applied; the one given stays as it is.
 * @throws Error where a step's path is not in the recipe: a patch changes what is there and makes up nothing
 */
export function applyPatch(recipe: Recipe, patch: RecipePatch): Recipe {
  return (patch as readonly Step[]).reduce<Recipe>((changed, step) => setAt(changed, step, 0) as Recipe, recipe);
}

function setAt(target: unknown, step: Step, depth: number): unknown {
  const key = step.path[depth];
  if (key === undefined) return step.value;
  if (target === null || typeof target !== 'object' || !Object.hasOwn(target, key))
    throw new Error(`The recipe has no ${step.path.slice(0, depth + 1).join('.')} to set.`);
  const value = setAt((target as Record<string, unknown>)[key], step, depth + 1);
  return Array.isArray(target) ? target.map((item, i) => (i === key ? value : item)) : { ...target, [key]: value };
}

/**
 * What makes one recipe of another, said as near to what differs as the paths of both go: for a mend that is made by an
 * edit.
 */
export function patchBetween(before: Recipe, after: Recipe): RecipePatch {
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
  return steps as unknown as RecipePatch;
}

const keysOf = (value: unknown): string[] | null =>
  value !== null && typeof value === 'object' && !Array.isArray(value) ? Object.keys(value) : null;
