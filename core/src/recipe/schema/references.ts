import type { z } from 'zod';
import { badHolds } from './holds.ts';
import type { FillPlan } from './fills.ts';
import type { Recipe } from './job.ts';

/** Gives an id to whatever was written without one: the next number that is free. */
export function withIds(recipe: Recipe): Recipe {
  return {
    ...recipe,
    assemblies: named(recipe.assemblies, 'thing').map((assembly) =>
      assembly.make === 'coupon' ? assembly : { ...assembly, items: named(assembly.items, 'item') },
    ),
  };
}

/** The first id with this beginning that none of them has. */
export function freeId(taken: Iterable<string>, beginning: string): string {
  const known = new Set(taken);
  for (let n = 1; ; n++) if (!known.has(`${beginning}-${n}`)) return `${beginning}-${n}`;
}

function named<T extends { readonly id: string }>(list: readonly T[], beginning: string): T[] {
  const taken = new Set(list.map(({ id }) => id));
  return list.map((each) => {
    if (each.id !== '') return each;
    const id = freeId(taken, beginning);
    taken.add(id);
    return { ...each, id };
  });
}

/** Whether there is something for a second cutter after a fill. */
export const leavesSome = (fill: FillPlan | null): boolean =>
  fill !== null && (fill.kind === 'cone' || (fill.kind === 'pocket' && fill.after === null));

/** Refuses ids that two have, and what refers to something that is not there, each by its name and place. */
export function badReferences(recipe: Recipe, context: z.RefinementCtx): void {
  const refuse = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message });
  const operations = new Set(recipe.operations.map(({ id }) => id));
  const named = [...operations].join(', ');
  const onlyOnce = (list: readonly { readonly id: string }[], path: (string | number)[]) => {
    const seen = new Set<string>();
    list.forEach(({ id }, i) => {
      if (seen.has(id)) refuse([...path, i, 'id'], `“${id}” is the id of another already`);
      seen.add(id);
    });
  };
  onlyOnce(recipe.operations, ['operations']);
  onlyOnce(recipe.assemblies, ['assemblies']);
  const known = (id: string | null, path: (string | number)[]) => {
    if (id !== null && !operations.has(id)) refuse(path, `there is no operation “${id}”; there is: ${named || 'none'}`);
  };
  recipe.operations.forEach(({ id, fill }, i) => {
    if (fill?.kind !== 'pocket' || fill.after === null) return;
    const path = ['operations', i, 'fill', 'after'];
    const first = recipe.operations.find((each) => each.id === fill.after)?.fill;
    known(fill.after, path);
    if (fill.after === id) refuse(path, 'an operation cannot clear what it leaves itself');
    else if (first !== undefined && !leavesSome(first))
      refuse(path, `“${fill.after}” must clear areas by itself, or carve them: another can clear what that leaves`);
  });
  for (const [kind, id] of Object.entries(recipe.assignment)) known(id, ['assignment', kind]);
  const made = recipe.assemblies.filter(({ make }) => make !== 'coupon').map(({ id }) => id);
  recipe.assemblies.forEach((assembly, i) => {
    if (assembly.make === 'coupon') {
      if (!made.includes(assembly.of))
        refuse(['assemblies', i, 'of'], `there is no thing “${assembly.of}” to show; there is: ${made.join(', ')}`);
      return;
    }
    onlyOnce(assembly.items, ['assemblies', i, 'items']);
    const plates = assembly.items.flatMap(({ role }, j) => (role === 'plate' ? [j] : []));
    for (const j of plates.slice(1))
      refuse(['assemblies', i, 'items', j, 'role'], `“${assembly.items[plates[0]!]!.id}” is the plate already`);
    assembly.items.forEach(({ operation, centerline }, j) => {
      const path = ['assemblies', i, 'items', j];
      known(operation, [...path, 'operation']);
      known(centerline?.dotOperation ?? null, [...path, 'centerline', 'dotOperation']);
    });
    badHolds(assembly.items, (j, path, message) => refuse(['assemblies', i, 'items', j, ...path], message));
  });
}
