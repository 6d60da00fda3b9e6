import { itemName } from '../../items/kinds.ts';
import type { Finding } from '../finding.ts';
import type { AssemblySubject } from '../subjects.ts';

/** The file of artwork must be here. */
export function artworkMissing({ items }: AssemblySubject): Finding[] {
  return items.flatMap(({ item, fileKnown }): Finding[] =>
    fileKnown
      ? []
      : [
          {
            id: `artwork missing:${item.id}`,
            rule: 'artwork missing',
            severity: 'stop',
            where: null,
            title: `The file of ${itemName(item)} is not here`,
            detail: 'Its place and sizes are kept. Bring the file again, or take the artwork out.',
            mends: [],
          },
        ],
  );
}
