import { thickenOutcome } from '../../construct/groups.ts';
import { joinBounds } from '../../geometry/bounds.ts';
import { inLettering } from '../../recipe/patch.ts';
import type { Finding } from '../finding.ts';
import { letteringOf, type AssemblySubject } from '../subjects.ts';
import { namesOf } from '../wording.ts';

/** Thinning must leave letters whole. */
export function partedLetter({ items, construction, arrangement }: AssemblySubject): Finding[] {
  const thinned = letteringOf(items).filter(({ thicken }) => thicken.by < 0);
  const { parted } = thickenOutcome(construction.groups.filter(({ item }) => thinned.some(({ id }) => id === item)));
  if (parted.length === 0) return [];
  return [
    {
      id: 'parted letter',
      rule: 'parted letter',
      severity: 'stop',
      title: 'Thinning parts letters or loses them',
      detail: `In ${namesOf(parted, arrangement.letters)}.`,
      where: joinBounds(parted.flatMap(({ letters }) => letters.map(({ bounds }) => bounds))),
      mends: [
        {
          label: 'Do not thin',
          patch: thinned.flatMap(({ id }) => inLettering(id, { path: ['thicken', 'by'], value: 0 })),
        },
      ],
    },
  ];
}
