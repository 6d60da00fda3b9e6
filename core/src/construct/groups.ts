import { inGroup, outOfGroup } from '../recipe/identity.ts';
import { growBounds, joinBounds, type Bounds } from '../geometry/bounds.ts';
import { groupsThatMeet } from '../geometry/box-groups.ts';
import { comeWithin } from '../geometry/come-within.ts';
import { allNamed, moveRegion, type Contour, type Region } from '../geometry/contour.ts';
import { contourArea, sourcesOf } from '../geometry/contour-facts.ts';
import { weldRegions } from '../geometry/kernel/boolean.ts';
import type { Memo } from '../geometry/memo.ts';
import type { SourceId } from '../geometry/segment.ts';
import type { Letter } from '../lettering/layout.ts';
import type { PlacedItem } from './arrangement.ts';
import { withOwnWeight, type OwnWeights } from './own-weight.ts';
import type { Role } from '../recipe/parts.ts';
import { thicken, type ThickenPlan, type Thickened } from './thicken.ts';

/**
 * Letters that meet, welded. A group is computed about the origin of its first letter and under the names `#0`, `#1`
 * …, so that it is computed once for all places and words it stands in.
 */
export interface LetterGroup {
  readonly letters: readonly Letter[];
  /** A box on the sheet that surely holds it. */
  readonly bounds: Bounds;
  /**
   * What tells it from others': how it is made, and of which letters. Kept apart, as all groups of a job share the
   * first.
   */
  readonly kind: string;
  readonly form: string;
  /** From the group's own place to the sheet, mm. */
  readonly dx: number;
  readonly dy: number;
  /** From the group's own names to the letters'. */
  readonly rename: <T extends SourceId>(source: T) => T;
  /** In the group's own place, under its own names. */
  readonly local: Thickened;
  /** On the sheet, under the letters' names. */
  readonly region: Region;
}

/** Letters of one item, which all have its role. */
export interface ItemGroup extends LetterGroup {
  readonly item: string;
  readonly role: Role;
}

/** Parts an item's letters into groups and welds each. */
export function groupLetters(
  { id: item, role, letters }: Pick<PlacedItem, 'id' | 'role' | 'letters'>,
  { letters: own, counters, ...plan }: ThickenPlan & OwnWeights,
  memo: Memo,
): ItemGroup[] {
  const isWeighted = Object.keys(own).length + Object.keys(counters).length > 0;
  const drawn = letters.filter(({ contours }) => contours.length > 0);
  const outlined = isWeighted ? drawn.map((letter) => withOwnWeight(letter, { letters: own, counters }, memo)) : drawn;
  const near = 2 * Math.max(0, plan.by) + 0.01;
  const kind = `letter group ${JSON.stringify(plan)}`;
  return groupsThatMeet(
    outlined.map(({ bounds }) => bounds),
    near,
    (a, b) => meet(outlined[a]!, outlined[b]!, near, memo),
  ).map((members) => {
    const group = members.map((i) => outlined[i]!);
    const { x: dx, y: dy } = group[0]!.origin;
    const places = group.map(({ shape, origin }, i) =>
      i === 0 ? shape : `${shape}@${(origin.x - dx).toFixed(4)},${(origin.y - dy).toFixed(4)}`,
    );
    const form = places.length === 1 ? places[0]! : places.join(' ');
    const local = memo(kind, form, () =>
      thicken(
        withoutPinholes(
          weldRegions(group.map(({ contours }, i) => moveRegion(contours, -dx, -dy, allNamed(inGroup(i))))),
        ),
        plan,
      ),
    );
    const rename = groupNames(group);
    return {
      item,
      role,
      letters: group,
      bounds: growBounds(joinBounds(group.map(({ bounds }) => bounds)), Math.max(0, plan.by)),
      kind,
      form,
      dx,
      dy,
      rename,
      local,
      region: toSheet(local.region, { dx, dy, rename }),
    };
  });
}

/** What two letters leave open between them where they overlap is no counter when it is smaller than this, mm². */
const PINHOLE = 0.05;

const withoutPinholes = (region: Region): Region =>
  region.filter(
    (contour) => contourArea(contour) > 0 || contourArea(contour) < -PINHOLE || sourcesOf([contour]).size < 2,
  );

/** Whether two letters whose boxes meet do so themselves: a V leans over an A without touching it. */
function meet(a: Letter, b: Letter, near: number, memo: Memo): boolean {
  const key = [
    a.shape,
    b.shape,
    (b.origin.x - a.origin.x).toFixed(4),
    (b.origin.y - a.origin.y).toFixed(4),
    near,
  ].join();
  return memo('letters meet', key, () => comeWithin(a.contours, b.contours, near));
}

/** What is called so in the group, as it is called in the job. */
export function groupNames(letters: readonly Letter[]): LetterGroup['rename'] {
  const known = new Map<SourceId, SourceId>();
  return <T extends SourceId>(source: T): T => {
    let name = known.get(source) as T | undefined;
    if (name === undefined) known.set(source, (name = outOfGroup(source, letters)));
    return name;
  };
}

/** Carries what was computed in a group's own place onto the sheet. */
export const toSheet = (region: Region, { dx, dy, rename }: Pick<LetterGroup, 'dx' | 'dy' | 'rename'>): Contour[] =>
  moveRegion(region, dx, dy, rename);

/** Letters that thickening closed a counter of, thinned counters kept open, and letters it parted. */
export interface ThickenOutcome {
  readonly closed: readonly { readonly letters: readonly Letter[]; readonly counters: number }[];
  readonly kept: number;
  readonly parted: readonly { readonly letters: readonly Letter[]; readonly before: number; readonly after: number }[];
}

export function thickenOutcome(groups: readonly LetterGroup[]): ThickenOutcome {
  return {
    closed: groups
      .filter(({ local }) => local.closed.length > 0)
      .map(({ letters, local }) => ({ letters, counters: local.closed.length })),
    kept: groups.reduce((sum, { local }) => sum + local.kept.length, 0),
    parted: groups
      .filter(({ local }) => local.parts.after > local.parts.before || local.parts.after === 0)
      .map(({ letters, local }) => ({ letters, ...local.parts })),
  };
}
