import { letterName } from '../../lettering/naming.ts';
import type { Finding } from '../finding.ts';
import type { BuiltSubject } from '../subjects.ts';
import { list } from '../wording.ts';

/** What was moved by hand must still be there. */
export function lostNudge({ recipe, lettering: { lostNudges }, arrangement }: BuiltSubject): Finding[] {
  if (lostNudges.length === 0) return [];
  const kept = Object.fromEntries(Object.entries(recipe.lettering.nudges).filter(([id]) => !lostNudges.includes(id)));
  return [
    {
      id: 'lost nudge',
      rule: 'lost nudge',
      severity: 'attention',
      place: null,
      title:
        lostNudges.length === 1
          ? 'A moved letter is no longer there'
          : `${lostNudges.length} moved letters are no longer there`,
      detail:
        `Their places are kept in case the words come back: ` +
        `${list(lostNudges.map((id) => letterName(id, arrangement.letters)))}.`,
      mends: [{ label: 'Forget those moves', patch: [{ path: ['lettering', 'nudges'], value: kept }] }],
    },
  ];
}
