import { LINE_KINDS, type LineKind, type OperationPlan, type Recipe } from '@needlefile/core/recipe/schema';

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

/** What operations are called after. */
export type NameSource = Pick<Recipe, 'assignment' | 'operations'>;

/** What an operation is called: its own name, or what it is of. */
export function operationName({ id, name, fill }: OperationPlan, recipe: NameSource): string {
  const { assignment, operations } = recipe;
  if (name !== null) return name;
  const first = fill?.kind === 'pocket' && operations.find((each) => each.id === fill.after);
  if (first) return `Rest of ${operationName(first, recipe).toLowerCase()}`;
  const kinds = LINE_KINDS.filter((kind) => assignment[kind] === id);
  if (kinds.length === 0) return 'Not used yet';
  if (kinds.length === 2 && kinds[0] === 'inner' && kinds[1] === 'outer') return 'All edges';
  return capitalised(kinds.map((kind) => KIND_NAMES[kind].toLowerCase()).join(', '));
}

/** The same, with its work: for whoever chooses one among all. */
export const operationInWords = (operation: OperationPlan, recipe: NameSource): string =>
  `${capitalised(operation.work)}: ${operationName(operation, recipe).toLowerCase()}`;
