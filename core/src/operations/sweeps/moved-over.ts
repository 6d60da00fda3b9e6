import type { RowSpans } from '../../motion/row-spans.ts';
import type { CostOf } from './cost-of.ts';
import { JoinedSpans } from './joined-spans.ts';

/** Beyond this a division is left as the joins made it: things among so many matter little by themselves. */
const MOST_MOVED = 150;

/** Single things go to another group where that costs less. */
export function movedOver(
  divided: readonly (readonly number[])[],
  things: readonly RowSpans[],
  costOf: CostOf,
): (readonly number[])[] {
  const groups = divided.map((own) => new OwnGroup(own, things, costOf));
  if (groups.length === 1 || things.length > MOST_MOVED) return groups.map(({ own }) => own);
  for (let isMoved = true, round = 0; isMoved && round < 4; round++) {
    isMoved = false;
    for (let i = 0; i < groups.length; i++)
      for (const thing of [...groups[i]!.own]) {
        const from = groups[i]!;
        if (from.own.length === 1) continue;
        const saved = from.savedWithout(thing);
        let [to, least] = [i, saved - 1e-9];
        // What is on no edge of its group saves nothing, and is not looked for elsewhere.
        if (least <= 0) continue;
        groups.forEach((group, k) => {
          const more = k === i ? Infinity : group.addedBy(thing);
          if (more < least) [to, least] = [k, more];
        });
        if (to === i) continue;
        groups[i] = from.with(from.own.filter((each) => each !== thing));
        groups[to] = groups[to]!.with([...groups[to]!.own, thing]);
        isMoved = true;
      }
  }
  return groups.map(({ own }) => own);
}

function toldOnce(known: Map<number, number>, thing: number, tell: () => number): number {
  let told = known.get(thing);
  if (told === undefined) known.set(thing, (told = tell()));
  return told;
}

/** Things that are together, and what one more or one less of them costs: told once, as long as the group is this. */
class OwnGroup {
  private readonly joined: JoinedSpans;
  private readonly cost: number;
  private readonly saved = new Map<number, number>();
  private readonly added = new Map<number, number>();

  constructor(
    readonly own: readonly number[],
    private readonly things: readonly RowSpans[],
    private readonly costOf: CostOf,
  ) {
    this.joined = new JoinedSpans(own.map((i) => things[i]!));
    this.cost = costOf(this.joined.spans, this.joined.spans);
  }

  with(own: readonly number[]): OwnGroup {
    return new OwnGroup(own, this.things, this.costOf);
  }

  savedWithout(thing: number): number {
    return toldOnce(this.saved, thing, () => {
      const at = this.own.indexOf(thing);
      if (!this.joined.isOnEdge(at)) return 0;
      const left = this.joined.without(at);
      return this.cost - this.costOf(left, left);
    });
  }

  addedBy(thing: number): number {
    return toldOnce(this.added, thing, () => this.costOf(this.joined.spans, this.things[thing]!) - this.cost);
  }
}
