import { itemName } from '../../items/kinds.ts';
import { inLettering } from '../../recipe/patch.ts';
import type { Finding } from '../finding.ts';
import type { AssemblySubject } from '../subjects.ts';

/** Words that are to be set in a field need one with room for them. */
export const noClearField = ({ items, thing }: AssemblySubject): Finding[] =>
  items.flatMap(({ item, field }): Finding[] => {
    if (item.kind !== 'lettering' || !item.field || field?.place) return [];
    const of = thing.items.find(({ id }) => id === item.field!.of);
    return [
      {
        id: `no clear field:${item.id}`,
        rule: 'no clear field',
        severity: 'attention',
        where: null,
        title: `No clear field for “${itemName(item)}” in ${of ? itemName(of) : 'what it was set in'}`,
        detail:
          of?.role === 'plate'
            ? 'What is the plate follows its words, so that they cannot follow it.'
            : 'It has no field with room for the words and their margin, or is hidden. They are as large as they were.',
        mends: [
          ...(item.field.margin > 0
            ? [{ label: 'No margin', patch: inLettering(item.id, { path: ['field', 'margin'], value: 0 }) }]
            : []),
          { label: 'Place it freely', patch: inLettering(item.id, { path: ['field'], value: null }) },
        ],
      },
    ];
  });
