import type { Point } from '../../geometry/point.ts';
import { rememberedSchema, type Remembered } from '../schema/remembered.ts';
import type { ArtworkItem, Made, OperationPlan } from '../schema.ts';
import { newItem, withItem } from './items.ts';

/** What is remembered of an item. */
const KEPT = Object.keys(rememberedSchema.element.shape) as (keyof Remembered[number])[];

/** How a file is read in a thing, to be remembered for files like it: by the items that come of it. */
export const readingsOf = ({ items }: Made, source: string): Remembered =>
  items
    .filter((item): item is ArtworkItem => item.kind === 'artwork' && item.source === source)
    .map((item) => Object.fromEntries(KEPT.map((key) => [key, item[key]])) as Remembered[number]);

/**
 * A file brought into a thing as files like it were read. Its items lie on each other, as they do in the file.
 * @param at where several of them lie; one alone finds its place by itself
 * @param operations of the job: others that were named are left out
 */
export function withFileAsRemembered(
  thing: Made,
  { source, fileName }: Pick<ArtworkItem, 'source' | 'fileName'>,
  remembered: Remembered,
  { at, operations }: { readonly at: Point; readonly operations: readonly OperationPlan[] },
): { readonly thing: Made; readonly id: string } {
  const place = remembered.length > 1 ? at : null;
  let next = { thing, id: '' };
  for (const { operation, ...reading } of remembered) {
    const known = operations.some(({ id }) => id === operation) ? operation : null;
    const said = { kind: 'artwork', source, fileName, ...reading, operation: known, place };
    const added = withItem(next.thing, newItem(said));
    next = { thing: added.thing, id: next.id || added.id };
  }
  return next;
}
