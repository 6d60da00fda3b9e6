import { boundsOfPoints, growBounds } from '../../geometry/bounds.ts';
import { itemName } from '../../items/kinds.ts';
import { inArtwork } from '../../recipe/patch.ts';
import type { ArtworkItem } from '../../recipe/schema.ts';
import type { Finding, Mend } from '../finding.ts';
import type { AssemblySubject } from '../subjects.ts';

/** A line of a file that crosses itself is as a rule a slip of the hand: whether it is parted or filled is asked. */
export const crossingLine = ({ items, arrangement }: AssemblySubject): Finding[] =>
  items.flatMap(({ item, form }, i): Finding[] => {
    const undecided = form.artwork?.closing.crossed.filter(({ taken }) => taken === null) ?? [];
    const crossings = undecided.flatMap(({ places }) => places);
    if (item.kind !== 'artwork' || crossings.length === 0 || item.crossed !== null) return [];
    const origin = arrangement.items[i]?.letters[0]?.origin ?? { x: 0, y: 0 };
    const points = crossings.map(({ x, y }) => ({ x: x + origin.x, y: y + origin.y }));
    const isOne = crossings.length === 1;
    return [
      {
        id: `crossing line:${item.id}`,
        rule: 'crossing line',
        severity: 'attention',
        where: growBounds(boundsOfPoints(points), 0.5),
        title: `${itemName(item)}: a line crosses itself${isOne ? '' : ` at ${crossings.length} places`}`,
        detail:
          item.lines === 'areas'
            ? 'What lies in it an odd number of times is taken as its area: it may come apart there.'
            : 'The tool comes over the same place twice.',
        mends: mendsOf(item),
      },
    ];
  });

const mendsOf = (item: ArtworkItem): Mend[] => [
  ...(item.lines === 'areas'
    ? [{ label: 'Fill all that it goes round', patch: inArtwork(item.id, { path: ['crossed'], value: 'filled' }) }]
    : []),
  { label: 'It is meant so', patch: inArtwork(item.id, { path: ['crossed'], value: 'parted' }) },
];
