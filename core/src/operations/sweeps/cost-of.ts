import { KnownPairs } from '../../geometry/known-pairs.ts';
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
let lastly: readonly { readonly plan: CostPlan; readonly costOf: CostOf }[] = [];

/** Costs, each told once: where one thing of many is edited, what the others cost is known. */
export function costsKnown(plan: CostPlan): CostOf {
  const { rows, height, between } = plan;
  const before = lastly.find(
    (each) => each.plan.height === height && each.plan.between === between && areAlike(each.plan.rows, rows),
  );
  if (before) return before.costOf;
  const known = new KnownPairs<number>();
  const costOf: CostOf = (one, other) => known.of(one, other, () => timeTogether(one, other, rows, height) + between);
  lastly = [{ plan, costOf }, ...lastly.slice(0, KEPT - 1)];
  return costOf;
}
