import { letterName } from '../../lettering/naming.ts';
import { inLettering } from '../../recipe/patch.ts';
import type { Finding } from '../finding.ts';
import type { LetteringSubject } from '../subjects.ts';
import { list } from '../wording.ts';

/** What was moved by hand must still be there. */
export function lostNudge({ item, lettering: { lostNudges, letters } }: LetteringSubject): Finding[] {
  if (lostNudges.length === 0) return [];
  const kept = Object.fromEntries(Object.entries(item.nudges).filter(([id]) => !lostNudges.includes(id)));
  return [
    {
      id: 'lost nudge',
      rule: 'lost nudge',
      severity: 'attention',
      where: null,
      title:
        lostNudges.length === 1
          ? 'A moved letter is no longer there'
          : `${lostNudges.length} moved letters are no longer there`,
      detail:
        `Their places are kept in case the words come back: ` +
        `${list(lostNudges.map((id) => letterName(id, letters)))}.`,
      mends: [{ label: 'Forget those moves', patch: inLettering(item.id, { path: ['nudges'], value: kept }) }],
    },
  ];
}
