import { growBounds, joinBounds, type Bounds } from '../geometry/bounds.ts';
import { groupsThatMeet } from '../geometry/box-groups.ts';
import { comeWithin } from '../geometry/come-within.ts';
import type { Contour, Region } from '../geometry/contour.ts';
import { weldRegions } from '../geometry/kernel/boolean.ts';
import type { Memo } from '../geometry/memo.ts';
import { moveRegion } from '../geometry/relabel.ts';
import type { SourceId } from '../geometry/segment.ts';
import type { Letter } from '../lettering/layout.ts';
import { withOwnWeight, type OwnWeights } from './own-weight.ts';
import { thicken, type ThickenPlan, type Thickened } from './thicken.ts';

/**
 * Letters that meet, welded. A group is computed about the origin of its first letter and under the names `#0`, `#1`
 * …, so that it is computed once for all places and words it stands in.
 */
export interface LetterGroup {
  readonly letters: readonly Letter[];
  /** A box on the sheet that surely holds it. */
  readonly bounds: Bounds;
  /** What tells this group's form from others'. */
  readonly key: string;
  /** From the group's own place to the sheet, mm. */
  readonly dx: number;
  readonly dy: number;
  /** In the group's own place, under its own names. */
  readonly local: Thickened;
  /** On the sheet, under the letters' names. */
  readonly region: Region;
}

/** Parts letters into groups and welds each. */
export function groupLetters(letters: readonly Letter[], { letters: own, counters, ...plan }: ThickenPlan & OwnWeights, memo: Memo): LetterGroup[] {
  const outlined = letters.filter(({ contours }) => contours.length > 0).map((letter) => withOwnWeight(letter, { letters: own, counters }, memo));
  const near = 2 * Math.max(0, plan.by) + 0.01;
  return groupsThatMeet(outlined.map(({ bounds }) => bounds), near, (a, b) => meet(outlined[a]!, outlined[b]!, near, memo)).map((members) => {
    const group = members.map((i) => outlined[i]!);
    const { x: dx, y: dy } = group[0]!.origin;
    const places = group.map(({ shape, origin }) => `${shape}@${(origin.x - dx).toFixed(4)},${(origin.y - dy).toFixed(4)}`);
    const key = JSON.stringify([places, plan]);
    const local = memo('letter group', key, () => thicken(weldRegions(group.map(({ contours }, i) => moveRegion(contours, -dx, -dy, () => `#${i}`))), plan));
    const plain = group.length === 1 && plan.by === 0;
    return { letters: group, bounds: growBounds(joinBounds(group.map(({ bounds }) => bounds)), Math.max(0, plan.by)), key, dx, dy, local, region: plain ? group[0]!.contours : memo('group on the sheet', placeKey(key, group, dx, dy), () => toSheet(local.region, { letters: group, dx, dy })) };
  });
}

/** Whether two letters whose boxes meet do so themselves: a V leans over an A without touching it. */
function meet(a: Letter, b: Letter, near: number, memo: Memo): boolean {
  const key = [a.shape, b.shape, (b.origin.x - a.origin.x).toFixed(4), (b.origin.y - a.origin.y).toFixed(4), near].join();
  return memo('letters meet', key, () => comeWithin(a.contours, b.contours, near));
}

/** Tells a group's form, its place and its letters' names from others'. */
export const placeKey = (key: string, letters: readonly Letter[], dx: number, dy: number): string => [key, dx.toFixed(5), dy.toFixed(5), ...letters.map(({ id }) => id)].join();

/** Carries what was computed in a group's own place onto the sheet. */
export function toSheet(region: Region, group: Pick<LetterGroup, 'letters' | 'dx' | 'dy'>): Contour[] {
  const names = new Map<SourceId, SourceId>();
  return moveRegion(region, group.dx, group.dy, (source) => {
    let name = names.get(source);
    if (name === undefined) names.set(source, (name = sheetName(source, group.letters)));
    return name;
  });
}

/** `#<n>` at the beginning of a name or after `bridge:` stands for the group's nth letter. */
export const sheetName = (name: SourceId, letters: readonly Letter[]): SourceId => name.replace(/^(bridge:)?#(\d+)/, (_, kind: string | undefined, n: string) => `${kind ?? ''}${letters[Number(n)]!.id}`);

/** Letters that thickening closed a counter of, thinned counters kept open, and letters it parted. */
export interface ThickenOutcome {
  readonly closed: readonly { readonly letters: readonly Letter[]; readonly counters: number }[];
  readonly kept: number;
  readonly parted: readonly { readonly letters: readonly Letter[]; readonly before: number; readonly after: number }[];
}

export function thickenOutcome(groups: readonly LetterGroup[]): ThickenOutcome {
  return {
    closed: groups.filter(({ local }) => local.closed.length > 0).map(({ letters, local }) => ({ letters, counters: local.closed.length })),
    kept: groups.reduce((sum, { local }) => sum + local.kept.length, 0),
    parted: groups.filter(({ local }) => local.parts.after > local.parts.before || local.parts.after === 0).map(({ letters, local }) => ({ letters, ...local.parts })),
  };
}
