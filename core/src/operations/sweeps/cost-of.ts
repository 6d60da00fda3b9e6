import { KnownPairs } from '../../geometry/known-pairs.ts';
import { LastFew } from '../../geometry/last-few.ts';
import { areAlike, type Rows } from '../../motion/profile.ts';
import type { RowSpans } from '../../motion/row-spans.ts';
import { timeTogether } from '../../motion/sweep.ts';

/** What two cost that are swept together; the same twice: what it costs alone. s. */
export type CostOf = (one: RowSpans, other: RowSpans) => number;

/** What costs go by. */
interface CostPlan {
  readonly rows: Rows;
  /** From span to span, mm. */
  readonly height: number;
  /** From one group to the next, s. */
  readonly between: number;
}

/** So many kinds of costs are remembered: as many operations of a job may sweep. */
const KEPT = 4;
const lastly = new LastFew<{ readonly plan: CostPlan; readonly costOf: CostOf }>(KEPT);

/** Costs, each told once: where one thing of many is edited, what the others cost is known. */
export function costsKnown(plan: CostPlan): CostOf {
  const { rows, height, between } = plan;
  return lastly.of(
    (each) => each.plan.height === height && each.plan.between === between && areAlike(each.plan.rows, rows),
    () => {
      const known = new KnownPairs<number>();
      const costOf: CostOf = (one, other) =>
        known.of(one, other, () => timeTogether(one, other, rows, height) + between);
      return { plan, costOf };
    },
  ).costOf;
}
