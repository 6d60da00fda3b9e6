import type { ItemGroup } from '../../construct/groups.ts';
import { boundsContain, boundsMeet, joinBounds, type Bounds } from '../../geometry/bounds.ts';
import type { Region } from '../../geometry/contour.ts';
import { regionContains } from '../../geometry/contour-facts.ts';
import { unit, type Point } from '../../geometry/point.ts';
import { pointAt, tangentAt } from '../../geometry/segment.ts';
import { itemName } from '../../items/kinds.ts';
import { inItem } from '../../recipe/patch.ts';
import type { Role } from '../../recipe/schema.ts';
import type { Finding } from '../finding.ts';
import type { AssemblySubject } from '../subjects.ts';
import { namesOf } from '../wording.ts';

/** So far within its edge a letter is looked at, mm, and at these shares of each piece of it. */
const WITHIN = 0.02;
const SHARES = [0.25, 0.5, 0.75];

/** Roles that change what is there, why a change may be none, and what would be seen in its place. */
const CHANGES: Partial<Record<Role, { readonly why: string; readonly mend: string; readonly role: Role }>> = {
  opening: { why: 'It is cut out of what is cut away already.', mend: 'Make it material', role: 'material' },
  material: { why: 'It is laid on material, and adds nothing to it.', mend: 'Cut it through', role: 'opening' },
  engraved: {
    why: 'It is engraved where all is engraved or cut away already.',
    mend: 'Leave it standing',
    role: 'standing',
  },
  standing: { why: 'Nothing round it is engraved.', mend: 'Engrave it', role: 'engraved' },
};

/**
 * Whatever is made of an item must be seen: letters without which all would be as it is with them lie in an opening,
 * on material as they are themselves, or where all is engraved.
 */
export function nothingSeen({ construction: { groups }, arrangement, items, thing }: AssemblySubject): Finding[] {
  // Letters on a backer are parts by themselves, and those in a ground stand in it.
  if (arrangement.backer || thing.make === 'relief') return [];
  const lost = groups.filter((group) => group.role in CHANGES && !isSeen(group, groups, arrangement.plate));
  return items.flatMap(({ item, role }): Finding[] => {
    const own = lost.filter((group) => group.item === item.id);
    const change = CHANGES[role];
    if (own.length === 0 || !change) return [];
    const isWhole = own.length === groups.filter((group) => group.item === item.id).length;
    return [
      {
        id: `nothing seen:${item.id}`,
        rule: 'nothing seen',
        severity: 'attention',
        title: `Nothing is seen of ${isWhole ? itemName(item) : namesOf(own, arrangement.letters)}`,
        detail: change.why,
        where: joinBounds(own.map(({ bounds }) => bounds)),
        mends: isWhole ? [{ label: change.mend, patch: inItem(item.id, { path: ['role'], value: change.role }) }] : [],
      },
    ];
  });
}

/** Whether anything would be otherwise without a group. What lies off the plate is another rule's affair. */
function isSeen(group: ItemGroup, all: readonly ItemGroup[], plate: Bounds | null): boolean {
  if (plate && !boundsContain(plate, group.bounds)) return true;
  const near = all.filter(({ bounds }) => boundsMeet(bounds, group.bounds));
  const others = near.filter((each) => each !== group);
  return edgesOf(group.region).some((point) => lookAt(point, near, plate) !== lookAt(point, others, plate));
}

/** What is there when each of some groups has acted on what was there before it. */
function lookAt(point: Point, groups: readonly ItemGroup[], plate: Bounds | null): 'nothing' | 'engraved' | 'plain' {
  let [isMaterial, isEngraved] = [plate !== null, false];
  for (const { role, region } of groups) {
    if (!regionContains(region, point)) continue;
    if (role === 'material' || role === 'opening') isMaterial = role === 'material';
    else if (role === 'engraved' || role === 'standing') isEngraved = role === 'engraved';
  }
  return !isMaterial ? 'nothing' : isEngraved ? 'engraved' : 'plain';
}

/** Points of a region close to its edges; it lies to their left. */
const edgesOf = (region: Region): Point[] =>
  region.flatMap(({ segments }) =>
    segments.flatMap((segment) =>
      SHARES.map((t) => {
        const [at, along] = [pointAt(segment, t), unit(tangentAt(segment, t))];
        return { x: at.x - WITHIN * along.y, y: at.y + WITHIN * along.x };
      }),
    ),
  );
