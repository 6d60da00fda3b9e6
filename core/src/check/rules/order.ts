import type { Finding } from '../finding.ts';
import type { Step } from '../../recipe/schema.ts';
import type { BuiltSubject } from '../subjects.ts';

/** What cuts the part free comes last. */
export function order({ recipe, operations }: BuiltSubject): Finding[] {
  const outer = operations.findIndex(({ step }) => step === 'outer cuts');
  if (outer < 0 || outer === operations.length - 1) return [];
  const sequence: Step[] = [...recipe.workOrder.sequence.filter((step) => step !== 'outer cuts'), 'outer cuts'];
  return [
    {
      id: 'order',
      rule: 'order',
      severity: 'attention',
      title: 'The part is cut out before the rest is done',
      detail: 'What is cut free may shift under the later work.',
      place: null,
      mends: [{ label: 'Cut out last', patch: [{ path: ['workOrder', 'sequence'], value: sequence }] }],
    },
  ];
}
