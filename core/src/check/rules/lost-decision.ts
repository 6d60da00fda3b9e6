import { itemName } from '../../items/kinds.ts';
import { inArtwork } from '../../recipe/patch.ts';
import type { Finding } from '../finding.ts';
import type { AssemblySubject } from '../subjects.ts';

/** What was decided by hand of lines of a file must find them, in a new version of the file too. */
export function lostDecision({ items }: AssemblySubject): Finding[] {
  return items.flatMap(({ item, form }): Finding[] => {
    const lost = form.artwork?.closing.lost ?? [];
    if (item.kind !== 'artwork' || lost.length === 0) return [];
    const many = lost.length > 1;
    const found = item.repairs.filter((_, i) => !lost.includes(i));
    return [
      {
        id: `lost decision:${item.id}`,
        rule: 'lost decision',
        severity: 'attention',
        where: null,
        title: `${itemName(item)}: ${lost.length} ${many ? 'decisions' : 'decision'} by hand not found`,
        detail: `The lines that ${many ? 'they were' : 'it was'} of are not there: look whether the file has changed.`,
        mends: [
          { label: many ? 'Forget them' : 'Forget it', patch: inArtwork(item.id, { path: ['repairs'], value: found }) },
        ],
      },
    ];
  });
}
