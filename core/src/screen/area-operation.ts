import type { Contour } from '../geometry/contour.ts';
import type { LaidAssembly } from '../job/build-job.ts';
import { itemOf } from '../recipe/identity.ts';

/** The operation of areas, by an edge of them; null: none. */
export function areaOperation({ items, around }: LaidAssembly['built']): (edge: Contour) => string | null {
  const own = new Map(items.map(({ item }) => [item.id, item.operation]));
  return ({ segments }) => own.get(itemOf(segments[0]!.source) ?? '') ?? around.assignment.area;
}
