import { thickenOutcome } from '../../construct/groups.ts';
import { joinBounds } from '../../geometry/bounds.ts';
import { letterName } from '../../lettering/naming.ts';
import { limitAt, limitsFor } from '../../shop/shop.ts';
import type { Checked } from '../checked.ts';
import type { Finding } from '../finding.ts';
import { list, tidy } from '../wording.ts';

/** What thickening closed, and what thinning parted. */
export function thickening({ recipe, construction, arrangement, machine, material }: Checked): Finding[] {
  const { closed, parted } = thickenOutcome(construction.groups);
  const { by } = recipe.lettering.thicken;
  const names = (groups: readonly { readonly letters: Checked['arrangement']['letters'] }[]) =>
    list(groups.flatMap(({ letters }) => letters.map(({ id }) => letterName(id, arrangement.letters))));
  const findings: Finding[] = [];
  if (closed.length > 0) {
    const count = closed.reduce((sum, { counters }) => sum + counters, 0);
    const least = tidy(limitAt(limitsFor(machine, material).counter, recipe.thickness), 2);
    findings.push({
      id: 'closed counter',
      rule: 'closed counter',
      severity: 'attention',
      title: count === 1 ? 'Thickening closed a counter' : `Thickening closed ${count} counters`,
      detail: `In ${names(closed)}.`,
      place: joinBounds(closed.flatMap(({ letters }) => letters.map(({ bounds }) => bounds))),
      mends: [
        {
          label: `Keep counters open to ${least} mm`,
          patch: [{ path: ['lettering', 'thicken', 'keepCounters'], value: least }],
        },
      ],
    });
  }
  if (by < 0 && parted.length > 0)
    findings.push({
      id: 'parted letter',
      rule: 'parted letter',
      severity: 'stop',
      title: 'Thinning parts letters or loses them',
      detail: `In ${names(parted)}.`,
      place: joinBounds(parted.flatMap(({ letters }) => letters.map(({ bounds }) => bounds))),
      mends: [{ label: 'Do not thin', patch: [{ path: ['lettering', 'thicken', 'by'], value: 0 }] }],
    });
  return findings;
}
