import { KnownLists } from '../../geometry/known-lists.ts';
import type { RowSpans } from '../../motion/row-spans.ts';
import type { CostOf } from './cost-of.ts';
import { JoinedSpans } from './joined-spans.ts';

/** Beyond this a division is left as the joins made it: things among so many matter little by themselves. */
const MOST_MOVED = 150;

interface Group {
  readonly own: readonly number[];
  readonly costs: GroupCosts;
}

/** Single things go to another group where that costs less. */
export function movedOver(
  divided: readonly (readonly number[])[],
  things: readonly RowSpans[],
  costOf: CostOf,
): (readonly number[])[] {
  const groupOf = (own: readonly number[]): Group => ({
    own,
    costs: costsOf(
      own.map((i) => things[i]!),
      costOf,
    ),
  });
  if (divided.length === 1 || things.length > MOST_MOVED) return [...divided];
  const groups = divided.map(groupOf);
  for (let isMoved = true, round = 0; isMoved && round < 4; round++) {
    isMoved = false;
    for (let i = 0; i < groups.length; i++)
      for (const thing of groups[i]!.own) {
        const { own, costs } = groups[i]!;
        if (own.length === 1) continue;
        const saved = costs.savedWithout(own.indexOf(thing));
        let [to, least] = [i, saved - 1e-9];
        // What is on no edge of its group saves nothing, and is not looked for elsewhere.
        if (least <= 0) continue;
        groups.forEach((group, k) => {
          const more = k === i ? Infinity : group.costs.addedBy(things[thing]!);
          if (more < least) [to, least] = [k, more];
        });
        if (to === i) continue;
        groups[i] = groupOf(own.filter((each) => each !== thing));
        groups[to] = groupOf([...groups[to]!.own, thing]);
        isMoved = true;
      }
  }
  return groups.map(({ own }) => own);
}

/** Groups by how their costs are told: those without the thing that is edited are known again. */
const groupsKnown = new WeakMap<CostOf, KnownLists<GroupCosts>>();

function costsOf(own: readonly RowSpans[], costOf: CostOf): GroupCosts {
  let known = groupsKnown.get(costOf);
  if (!known) groupsKnown.set(costOf, (known = new KnownLists()));
  return known.of(own, () => new GroupCosts(own, costOf));
}

/** Things that are together, and what one more or one less of them costs: told once, as long as the group is this. */
class GroupCosts {
  private readonly joined: JoinedSpans;
  private readonly cost: number;
  private readonly saved: (number | undefined)[] = [];
  private readonly added = new WeakMap<RowSpans, number>();

  constructor(
    own: readonly RowSpans[],
    private readonly costOf: CostOf,
  ) {
    this.joined = new JoinedSpans(own);
    this.cost = costOf(this.joined.spans, this.joined.spans);
  }

  /** @param at which of the things, by its number in the group */
  savedWithout(at: number): number {
    return (this.saved[at] ??= this.toldWithout(at));
  }

  addedBy(thing: RowSpans): number {
    let added = this.added.get(thing);
    if (added === undefined) this.added.set(thing, (added = this.costOf(this.joined.spans, thing) - this.cost));
    return added;
  }

  private toldWithout(at: number): number {
    if (!this.joined.isOnEdge(at)) return 0;
    const left = this.joined.without(at);
    return this.cost - this.costOf(left, left);
  }
}
