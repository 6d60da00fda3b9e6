import { thickenOutcome } from '../../construct/groups.ts';
import { joinBounds } from '../../geometry/bounds.ts';
import { inLettering } from '../../recipe/patch.ts';
import { limitAt, limitsFor } from '../../shop/limits.ts';
import type { Finding } from '../finding.ts';
import { letteringOf, type AssemblySubject } from '../subjects.ts';
import { namesOf, tidy } from '../wording.ts';

/** Thickening must leave counters open. */
export function closedCounter({ items, construction, arrangement, around }: AssemblySubject): Finding[] {
  const { closed } = thickenOutcome(construction.groups);
  if (closed.length === 0) return [];
  const count = closed.reduce((sum, { counters }) => sum + counters, 0);
  const least = tidy(limitAt(limitsFor(around.machine, around.material).counter, around.thickness), 2);
  return [
    {
      id: 'closed counter',
      rule: 'closed counter',
      severity: 'attention',
      title: count === 1 ? 'Thickening closed a counter' : `Thickening closed ${count} counters`,
      detail: `In ${namesOf(closed, arrangement.letters)}.`,
      where: joinBounds(closed.flatMap(({ letters }) => letters.map(({ bounds }) => bounds))),
      mends: [
        {
          label: `Keep counters open to ${least} mm`,
          patch: letteringOf(items).flatMap(({ id }) =>
            inLettering(id, { path: ['thicken', 'keepCounters'], value: least }),
          ),
        },
      ],
    },
  ];
}
