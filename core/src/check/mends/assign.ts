import { withOperation } from '../../recipe/edits/operations.ts';
import { inJob, type RecipePatch } from '../../recipe/patch.ts';
import { freeId } from '../../recipe/schema/references.ts';
import type { LineKind, Recipe } from '../../recipe/schema.ts';
import type { Work } from '../../shop/shop.ts';

type WorkOrder = Pick<Recipe, 'operations' | 'assignment'>;

/** Has lines of some kinds done with a work. */
export function assign({ operations, assignment }: WorkOrder, kinds: readonly LineKind[], work: Work): RecipePatch {
  const after = kinds.reduce<WorkOrder>((order, kind) => assigned(order, kind, work), { operations, assignment });
  return inJob({ path: ['operations'], value: after.operations }, { path: ['assignment'], value: after.assignment });
}

/**
 * By the operation that a kind has, where no other has it; else by another that does this work, or a new one before all
 * that cut.
 */
function assigned({ operations, assignment }: WorkOrder, kind: LineKind, work: Work): WorkOrder {
  const own = assignment[kind];
  const isShared = Object.entries(assignment).some(([other, id]) => other !== kind && id === own);
  if (operations.some(({ id }) => id === own) && !isShared)
    return { operations: operations.map((each) => (each.id === own ? { ...each, work } : each)), assignment };
  const other = operations.find((each) => each.work === work && each.id !== own);
  if (other) return { operations, assignment: { ...assignment, [kind]: other.id } };
  const taken = operations.map(({ id }) => id);
  const id = taken.includes(kind) ? freeId(taken, kind) : kind;
  return { operations: withOperation(operations, id, work), assignment: { ...assignment, [kind]: id } };
}
