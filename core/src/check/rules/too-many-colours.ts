import { layerColours } from '../../operations/layer-colours.ts';
import { inJob } from '../../recipe/patch.ts';
import type { Finding, Mend } from '../finding.ts';
import type { JobSubject } from '../subjects.ts';

/** A machine that tells so many colours apart must be given no more: it would run some operations as others. */
export function tooManyColours({ recipe, machine, operations }: JobSubject): Finding[] {
  const { mostColours } = machine.files;
  const colours = new Set(layerColours(operations, machine).map(({ colour }) => colour.toLowerCase()));
  if (mostColours === null || colours.size <= mostColours) return [];
  const swept = new Set(operations.filter(({ sweep }) => sweep > 0).map(({ id }) => id));
  const mends = recipe.operations.flatMap(({ id, rows }, i): Mend[] =>
    swept.has(id)
      ? [
          {
            label: 'Sweep all in one',
            patch: inJob({ path: ['operations', i, 'rows'], value: { ...rows, together: 'all', byHand: [] } }),
          },
        ]
      : [],
  );
  return [
    {
      id: 'too many colours',
      rule: 'too many colours',
      severity: 'stop',
      title: `The ${machine.word} cannot tell the operations apart`,
      detail: 'It goes by colours, and the files have more of them than it knows.',
      measure: { value: colours.size, limit: mostColours, unit: 'colours', wants: 'at most' },
      where: null,
      mends,
    },
  ];
}
