import type { ItemGroup } from '../../construct/groups.ts';
import { boundsContain, boundsMeet, joinBounds, type Bounds } from '../../geometry/bounds.ts';
import { regionContains } from '../../geometry/contour-facts.ts';
import { pointsJustInside } from '../../geometry/just-inside.ts';
import type { Point } from '../../geometry/point.ts';
import { itemName } from '../../items/kinds.ts';
import { inItem } from '../../recipe/patch.ts';
import type { Role } from '../../recipe/schema.ts';
import type { Finding } from '../finding.ts';
import type { AssemblySubject } from '../subjects.ts';
import { namesOf } from '../wording.ts';

/** Why a change may be none, and what would be seen in its place. */
interface Change {
  readonly why: string;
  readonly mend: string;
  readonly role: Role;
}

/** Roles that change what is there. */
const CHANGES: Partial<Record<Role, Change>> = {
  opening: { why: 'It is cut out of what is cut away already.', mend: 'Make it material', role: 'material' },
  material: { why: 'It is laid on material, and adds nothing to it.', mend: 'Cut it through', role: 'opening' },
  engraved: { why: 'It is engraved where all is engraved already.', mend: 'Leave it standing', role: 'standing' },
  standing: { why: 'Nothing round it is engraved.', mend: 'Engrave it', role: 'engraved' },
};

const IN_THE_AIR: Change = {
  why: 'It is engraved where all is cut away.',
  mend: 'Make it material',
  role: 'material',
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
    const isInTheAir = role === 'engraved' && own.every((group) => isOverNothing(group, groups, arrangement.plate));
    const change = isInTheAir ? IN_THE_AIR : CHANGES[role];
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
  return pointsJustInside(group.region).some((point) => lookAt(point, near, plate) !== lookAt(point, others, plate));
}

const isOverNothing = (group: ItemGroup, all: readonly ItemGroup[], plate: Bounds | null): boolean =>
  pointsJustInside(group.region).every((point) => lookAt(point, all, plate) === 'nothing');

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
