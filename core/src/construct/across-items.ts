import { joinBounds } from '../geometry/bounds.ts';
import { groupsThatMeet } from '../geometry/box-groups.ts';
import { comeWithin } from '../geometry/come-within.ts';
import { moveRegion, type Region } from '../geometry/contour.ts';
import { knockOut, weldRegions } from '../geometry/kernel/boolean.ts';
import type { Memo } from '../geometry/memo.ts';
import { inGroup, numberInGroup, ofGroupNumber } from '../recipe/identity.ts';
import type { Letter } from '../lettering/layout.ts';
import { groupNames, toSheet, type ItemGroup, type LetterGroup } from './groups.ts';

/** Nearer than this two groups are one, mm. */
const NEAR = 0.01;

/** Groups of several items that meet, each such lot as one group; the others as they are. */
export function joinAcrossItems(groups: readonly ItemGroup[], memo: Memo): readonly LetterGroup[] {
  if (groups.every(({ item }) => item === groups[0]!.item)) return groups;
  const meeting = groupsThatMeet(
    groups.map(({ bounds }) => bounds),
    NEAR,
    (a, b) => comeWithin(groups[a]!.region, groups[b]!.region, NEAR),
  );
  return meeting.map((members) => {
    const [first, ...others] = members.map((i) => groups[i]!);
    return others.length === 0 ? first! : combined(first!, others, ' and ', memo, (a, b) => weldRegions([a, ...b]));
  });
}

/** A group that is cut through, less the material that is laid over it afterwards. */
export const lessLater = (group: LetterGroup, later: readonly LetterGroup[], memo: Memo): LetterGroup => ({
  ...combined(group, later, ' less ', memo, (a, b) => knockOut(a, weldRegions(b))),
  bounds: group.bounds,
});

/** One group of several, in the place of the first and under names of its own, known again by how it is made. */
function combined(
  first: LetterGroup,
  others: readonly LetterGroup[],
  how: string,
  memo: Memo,
  combine: (first: Region, others: readonly Region[]) => Region,
): LetterGroup {
  const { dx, dy } = first;
  const all = [first, ...others];
  const letters: Letter[] = all.flatMap((group) => group.letters);
  const form = all
    .map((each) => `${each.kind} ${each.form}@${(each.dx - dx).toFixed(4)},${(each.dy - dy).toFixed(4)}`)
    .join(how);
  const kind = 'groups of several items';
  const local = memo(kind, form, () => {
    let before = 0;
    const regions = all.map((each) => {
      const from = before;
      before += each.letters.length;
      return moveRegion(each.local.region, each.dx - dx, each.dy - dy, (name) =>
        ofGroupNumber(name, inGroup(from + (numberInGroup(name) ?? 0))),
      );
    });
    const region = combine(regions[0]!, regions.slice(1));
    // What became of each by thickening is told of itself.
    return { region, closed: [], kept: [], parts: { before: 0, after: region.length } };
  });
  const rename = groupNames(letters);
  return {
    letters,
    bounds: joinBounds(all.map(({ bounds }) => bounds)),
    kind,
    form,
    dx,
    dy,
    rename,
    local,
    region: toSheet(local.region, { dx, dy, rename }),
  };
}
