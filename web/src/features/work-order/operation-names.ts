import type { LineKind, OperationPlan, Recipe } from '@needlefile/core/recipe/schema';

/** What lines are, in words. */
export const KIND_NAMES: Record<LineKind, string> = {
  inner: 'Inner edges',
  outer: 'Outer edges',
  area: 'Areas',
  line: 'Lines',
};

export const KIND_HINTS: Record<LineKind, string> = {
  inner: 'of holes and openings',
  outer: 'that free a part',
  area: 'that are engraved',
  line: 'borders, lines for placing',
};

export const capitalised = (word: string): string => word[0]!.toUpperCase() + word.slice(1);

/** What an operation is called: its own name, or what it does to what. */
export function operationName({ id, name, work }: OperationPlan, { assignment }: Pick<Recipe, 'assignment'>): string {
  if (name !== null) return name;
  const kinds = (Object.keys(assignment) as LineKind[]).filter((kind) => assignment[kind] === id);
  if (kinds.length === 0) return `${capitalised(work)}, not used yet`;
  return `${capitalised(work)} ${kinds.map((kind) => KIND_NAMES[kind].toLowerCase()).join(' and ')}`;
}
