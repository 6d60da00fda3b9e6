import { inJob } from '../../recipe/patch.ts';
import { stockOf } from '../../recipe/stock.ts';
import type { Finding } from '../finding.ts';
import type { JobSubject } from '../subjects.ts';

/** A cone goes as deep as letters are wide: it must not come out below. */
export function tooDeep({ recipe, operations }: JobSubject): Finding[] {
  const { thickness } = stockOf(recipe);
  return recipe.operations.flatMap(({ id, fill }, i): Finding[] => {
    const deepest = Math.max(0, ...operations.filter((each) => each.id === id).map((each) => each.deepest));
    if (fill?.kind !== 'cone' || deepest < thickness) return [];
    const half = Number((thickness / 2).toFixed(2));
    return [
      {
        id: `too deep:${id}`,
        rule: 'too deep',
        severity: 'stop',
        title: 'The cone goes through the material',
        detail:
          'It goes as deep as letters are wide. With a limit it leaves a flat floor; a wider angle goes less deep.',
        measure: { value: deepest, limit: thickness, unit: 'mm', wants: 'at most', reason: 'the material’s thickness' },
        where: null,
        mends: [
          {
            label: `No deeper than ${half} mm`,
            patch: inJob({ path: ['operations', i, 'fill'], value: { ...fill, deepest: half } }),
          },
        ],
      },
    ];
  });
}
