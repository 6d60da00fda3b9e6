import type { Contour, Region } from '../geometry/contour.ts';
import type { LaidAssembly } from '../job/build-job.ts';

/** Areas of a thing that are cleared by cutters, in its own frame. */
export interface Cleared {
  /** What of them is cleared: a cutter leaves what it does not get into. */
  readonly region: Region;
  /** Edges of such areas. */
  readonly has: (edge: Contour) => boolean;
}

/** What cutters clear, where several follow each other what the finest of them gets into. */
export function clearedIn({ lines, around }: LaidAssembly['built']): Cleared {
  const filled = lines.filter(({ isFilled }) => isFilled);
  const cutters = around.operations.flatMap(({ id, fill }) => {
    const own = filled.filter(({ operation }) => operation === id);
    return fill?.kind === 'pocket' && own.length > 0 ? [{ id, own, ...fill }] : [];
  });
  const clearing = cutters.filter(({ after }) => after === null);
  const region = clearing.flatMap(({ id }) => {
    const runs = cutters.filter((cutter) => cutter.id === id || cutter.after === id);
    return runs.reduce((a, b) => (b.tool < a.tool ? b : a)).own.flatMap(({ reach }) => reach);
  });
  const edges = new Set(clearing.flatMap(({ own }) => own.flatMap(({ area }) => area)));
  return { region, has: (edge) => edges.has(edge) };
}
