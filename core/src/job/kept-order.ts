import { lineNames } from '../operations/line-names.ts';
import type { KeptOrder } from '../recipe/edits/line-order.ts';
import type { Build } from './build-job.ts';

/** The order in which a job is run, as its recipe can keep it. Alike copies are run alike: the first tells of all. */
export function keptOrderOf({ runs, assemblies }: Pick<Build, 'runs' | 'assemblies'>): KeptOrder {
  const things: Record<string, string[]> = {};
  const lines: Record<string, Record<string, string[]>> = {};
  const isOne = assemblies.reduce((sum, { placements }) => sum + placements.length, 0) === 1;
  for (const { operation, name, lines: own, order } of runs) {
    if (!isOne) (things[operation] ??= []).push(name);
    const thing = name.slice(0, name.indexOf(':'));
    const of = (lines[thing] ??= {});
    if (!order || operation in of) continue;
    const names = lineNames(own.contours);
    of[operation] = order.map((i) => names[i]!);
  }
  return { things, lines };
}
