import { groupBy } from '../../geometry/group-by.ts';
import { inJob } from '../../recipe/patch.ts';
import type { Finding } from '../finding.ts';
import type { JobSubject } from '../subjects.ts';

/** What cuts a thing free comes last. */
export function order({ recipe, operations }: JobSubject): Finding[] {
  const frees = ({ work, kinds }: (typeof operations)[number]) => work === 'cut' && kinds.includes('outer');
  // What is done once more, for what lies round it, is work on another thing.
  const rounds = [...groupBy(operations, ({ round }) => round).values()];
  const isLast = (round: typeof operations) => !round.some((each, i) => frees(each) && !round.slice(i).every(frees));
  if (rounds.every(isLast)) return [];
  const last = new Set(operations.filter(frees).map(({ id }) => id));
  const [freeing, others] = [true, false].map((is) => recipe.operations.filter(({ id }) => last.has(id) === is));
  return [
    {
      id: 'order',
      rule: 'order',
      severity: 'attention',
      title: 'The part is cut out before the rest is done',
      detail: 'What is cut free may shift under the later work.',
      where: null,
      mends: [{ label: 'Cut out last', patch: inJob({ path: ['operations'], value: [...others!, ...freeing!] }) }],
    },
  ];
}
