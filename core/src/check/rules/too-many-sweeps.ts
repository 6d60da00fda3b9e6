import { inJob } from '../../recipe/patch.ts';
import type { Finding } from '../finding.ts';
import type { JobSubject } from '../subjects.ts';

/** Groups that were put together by hand may be more than the machine takes in one file. */
export function tooManySweeps({ recipe, machine, operations }: JobSubject): Finding[] {
  return recipe.operations.flatMap(({ id, rows }, i): Finding[] => {
    const groups = new Set(operations.filter((each) => each.id === id && each.sweep > 0).map(({ sweep }) => sweep));
    if (groups.size <= machine.sweepsAtMost) return [];
    return [
      {
        id: `too many sweeps:${id}`,
        rule: 'too many sweeps',
        severity: 'attention',
        title: `More sweeps than the ${machine.word} is set to take`,
        detail: 'Each is a layer of its own in the files. They were put together by hand.',
        measure: { value: groups.size, limit: machine.sweepsAtMost, unit: 'sweeps', wants: 'at most' },
        where: null,
        mends: [
          {
            label: 'As takes least time',
            patch: inJob({ path: ['operations', i, 'rows'], value: { ...rows, byHand: [] } }),
          },
        ],
      },
    ];
  });
}
