import { joinSpans, type RowSpans } from '../../motion/row-spans.ts';
import type { CostOf } from './cost-of.ts';
import { boxOf, type SpanBox } from './joined-groups.ts';

/** Things that surely are swept together, as the letters of a line are. */
interface Clump {
  readonly things: number[];
  spans: RowSpans;
  cost: number;
}

/** A thing in its clump. */
interface Clumped {
  readonly box: SpanBox;
  readonly clump: Clump;
}

/**
 * Things that stand side by side in the same rows, with less between them than a turn takes, are put together where the
 * clump gains by it: so there are few to choose from, where there are many letters.
 * @param reach greatest blank between two of them, mm
 * @param loss what may be lost by it, as a share of what a thing costs alone
 * @returns each thing in one clump
 */
export function clumpsOf(
  things: readonly RowSpans[],
  costOf: CostOf,
  { reach, loss }: { readonly reach: number; readonly loss: number },
): number[][] {
  const boxes = things.map(boxOf);
  const order = things.map((_, i) => i).sort((a, b) => boxes[a]!.least - boxes[b]!.least);
  const clumps: Clump[] = [];
  let near: Clumped[] = [];
  for (const i of order) {
    const [box, spans] = [boxes[i]!, things[i]!];
    near = near.filter((each) => each.box.most >= box.least - reach);
    const beside = near.filter((each) => isBeside(each.box, box));
    const next = beside.sort((a, b) => b.box.most - a.box.most)[0]?.clump;
    const alone = costOf(spans, spans);
    const together = next ? costOf(next.spans, spans) : Infinity;
    if (next && together < next.cost + (1 + loss) * alone) {
      next.things.push(i);
      next.spans = joinSpans(next.spans, spans);
      next.cost = together;
      near.push({ box, clump: next });
    } else {
      const clump = { things: [i], spans, cost: alone };
      clumps.push(clump);
      near.push({ box, clump });
    }
  }
  return clumps.map((clump) => clump.things);
}

/** Whether two share half the rows of the lower one. */
function isBeside(a: SpanBox, b: SpanBox): boolean {
  const shared = Math.min(a.last, b.last) - Math.max(a.first, b.first);
  return 2 * shared >= Math.min(a.last - a.first, b.last - b.first);
}
