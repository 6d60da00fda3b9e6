import type { Contour, Region } from '../geometry/contour.ts';
import type { LaidAssembly } from '../job/build-job.ts';
import { areaOperation } from './area-operation.ts';

/** Areas of a thing that are cleared by cutters, in its own frame. */
export interface Cleared {
  /** What of them is cleared: a cutter leaves what it does not get into. */
  readonly region: Region;
  /** Edges of such areas. */
  readonly has: (edge: Contour) => boolean;
}

/** What cutters clear, where several follow each other what the finest of them gets into. */
export function clearedIn(built: LaidAssembly['built']): Cleared {
  const { lines, around } = built;
  const cutters = around.operations.flatMap(({ id, fill }) => (fill?.kind === 'pocket' ? [{ id, ...fill }] : []));
  const clearing = cutters.filter(({ after }) => after === null);
  const region = clearing.flatMap(({ id }) => {
    const runs = cutters.flatMap((cutter) => {
      const own = lines.filter(({ operation, isFilled }) => isFilled && operation === cutter.id);
      return (cutter.id === id || cutter.after === id) && own.length > 0 ? [{ tool: cutter.tool, own }] : [];
    });
    const finest = runs.sort((a, b) => a.tool - b.tool)[0];
    return finest ? finest.own.flatMap(({ reach }) => reach) : [];
  });
  const operationOf = areaOperation(built);
  const ids = new Set<string | null>(clearing.map(({ id }) => id));
  return { region, has: (edge) => ids.has(operationOf(edge)) };
}
