import { boundsOfPoints, growBounds, joinBounds } from '../../geometry/bounds.ts';
import type { Closing } from '../../artwork/closing/closing.ts';
import { itemName } from '../../items/kinds.ts';
import { inArtwork } from '../../recipe/patch.ts';
import { LIMITS, type ArtworkItem, type Role } from '../../recipe/schema.ts';
import { roundUp } from '../../units/round-up.ts';
import type { Finding, Mend } from '../finding.ts';
import type { AssemblySubject } from '../subjects.ts';

/** Of what is to be an area every line must close: the tool does not follow an open one. */
export function openLine({ items, arrangement }: AssemblySubject): Finding[] {
  return items.flatMap(({ item, role, form }, i): Finding[] => {
    const closing = form.artwork?.closing;
    if (item.kind !== 'artwork' || !closing || closing.open === 0 || isFollowed(role)) return [];
    const origin = arrangement.items[i]?.letters[0]?.origin ?? { x: 0, y: 0 };
    const boxes = closing.gaps.map(({ from, to }) => growBounds(boundsOfPoints([from, to]), 0.5));
    const all = joinBounds(boxes);
    return [
      {
        id: `open line:${item.id}`,
        rule: 'open line',
        severity: 'attention',
        title: `${itemName(item)}: ${closing.open === 1 ? 'a line stays' : `${closing.open} lines stay`} open`,
        detail: detailOf(closing),
        where:
          boxes.length === 0
            ? null
            : {
                minX: all.minX + origin.x,
                minY: all.minY + origin.y,
                maxX: all.maxX + origin.x,
                maxY: all.maxY + origin.y,
              },
        mends: mendsOf(item, closing),
      },
    ];
  });
}

/** Whether a tool follows lines of this role, be they open or not. */
export const isFollowed = (role: Role): boolean => role === 'line' || role === 'engraved' || role === 'guide';

const detailOf = ({ gaps }: Closing): string =>
  gaps.length === 0
    ? 'No other end is near enough to close to. What stays open is not cut.'
    : `Gaps of ${gaps
        .map(({ width }) => Number(width.toFixed(2)))
        .sort((a, b) => a - b)
        .slice(0, 5)
        .join(', ')} mm. What stays open is not cut.`;

/** Gaps told so are closed by a little more than they are wide. */
const STEP = 0.05;

function mendsOf(item: ArtworkItem, { gaps }: Closing): Mend[] {
  // Narrower ones are kept open by hand: another width changes nothing for them.
  const widest = Math.max(0, ...gaps.map(({ width }) => width).filter((width) => width > item.join));
  const join = roundUp(widest + 1e-9, STEP);
  const close: Mend[] =
    widest > 0 && join <= LIMITS.join.most
      ? [{ label: `Close gaps up to ${join} mm`, patch: inArtwork(item.id, { path: ['join'], value: join }) }]
      : [];
  return [...close, { label: 'Follow it as lines', patch: inArtwork(item.id, { path: ['role'], value: 'line' }) }];
}
