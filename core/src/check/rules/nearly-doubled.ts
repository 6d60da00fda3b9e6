import { boundsOfPoints, growBounds } from '../../geometry/bounds.ts';
import { itemName } from '../../items/kinds.ts';
import { inArtwork } from '../../recipe/patch.ts';
import { LIMITS } from '../../recipe/schema.ts';
import { roundUp } from '../../units/round-up.ts';
import type { Finding } from '../finding.ts';
import type { AssemblySubject } from '../subjects.ts';

/** Lines told so are taken together a little beyond how far they lie apart, mm. */
const STEP = 0.005;

/** Lines that run beside others, nearer than a tool is wide, are as a rule drawn twice. */
export const nearlyDoubled = ({ items, arrangement }: AssemblySubject): Finding[] =>
  items.flatMap(({ item, form }, i): Finding[] => {
    const nearly = form.artwork?.closing.nearly.filter(({ left }) => !left) ?? [];
    if (item.kind !== 'artwork' || nearly.length === 0) return [];
    const origin = arrangement.items[i]?.letters[0]?.origin ?? { x: 0, y: 0 };
    const points = nearly.map(({ at }) => ({ x: at.x + origin.x, y: at.y + origin.y }));
    const off = nearly.reduce((most, each) => Math.max(most, each.off), 0);
    const length = nearly.reduce((sum, each) => sum + each.length, 0);
    const within = roundUp(off, STEP);
    const isOne = nearly.length === 1;
    return [
      {
        id: `nearly doubled:${item.id}`,
        rule: 'nearly doubled',
        severity: 'attention',
        where: growBounds(boundsOfPoints(points), 0.5),
        title: `${itemName(item)}: ${isOne ? 'a line runs' : `${nearly.length} lines run`} beside another`,
        detail:
          `${Number(off.toFixed(3))} mm off at most, along ${Number(length.toFixed(1))} mm in all: ` +
          'as good as on it, and drawn twice.',
        mends:
          within <= LIMITS.doubled.most
            ? [
                {
                  label: `Lines within ${within} mm of others count once`,
                  patch: inArtwork(item.id, { path: ['doubled'], value: within }),
                },
              ]
            : [],
      },
    ];
  });
