import { thickenOutcome } from '../../construct/groups.ts';
import { joinBounds } from '../../geometry/bounds.ts';
import type { Finding } from '../finding.ts';
import type { BuiltSubject } from '../subjects.ts';
import { namesOf } from '../wording.ts';

/** Thinning must leave letters whole. */
export function partedLetter({ recipe, construction, arrangement }: BuiltSubject): Finding[] {
  const { parted } = thickenOutcome(construction.groups);
  if (recipe.lettering.thicken.by >= 0 || parted.length === 0) return [];
  return [
    {
      id: 'parted letter',
      rule: 'parted letter',
      severity: 'stop',
      title: 'Thinning parts letters or loses them',
      detail: `In ${namesOf(parted, arrangement.letters)}.`,
      place: joinBounds(parted.flatMap(({ letters }) => letters.map(({ bounds }) => bounds))),
      mends: [{ label: 'Do not thin', patch: [{ path: ['lettering', 'thicken', 'by'], value: 0 }] }],
    },
  ];
}
