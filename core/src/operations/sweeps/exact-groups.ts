import { joinSpans, type RowSpans } from '../../motion/row-spans.ts';
import type { CostOf } from './cost-of.ts';

/** More things than this have too many subsets to look at each. */
export const MOST_EXACT = 12;

/**
 * The division of things into groups that costs least, by what every subset costs.
 * @param most groups at most
 * @param enough fewer groups are taken where they cost so many times the least, or less
 */
export function exactGroups(things: readonly RowSpans[], costOf: CostOf, most: number, enough = 1): number[][] {
  const all = (1 << things.length) - 1;
  const costs = subsetCosts(things, costOf);
  // For so many groups at most and each subset: the least it costs, and the group that holds its first thing.
  let best = Float64Array.from(costs);
  const least = [best[all]!];
  const choices = [Int32Array.from(costs, (_, subset) => subset)];
  for (let groups = 2; groups <= Math.min(most, things.length); groups++) {
    const [next, choice] = [Float64Array.from(best), Int32Array.from(choices.at(-1)!)];
    let isBetter = false;
    for (let subset = 1; subset <= all; subset++) {
      const first = subset & -subset;
      const others = subset ^ first;
      for (let rest = others; rest > 0; rest = (rest - 1) & others) {
        const cost = costs[subset ^ rest]! + best[rest]!;
        if (cost >= next[subset]! - 1e-9) continue;
        next[subset] = cost;
        choice[subset] = subset ^ rest;
        isBetter = true;
      }
    }
    if (!isBetter) break;
    best = next;
    least.push(best[all]!);
    choices.push(choice);
  }
  const groups: number[][] = [];
  let [left, level] = [all, least.findIndex((cost) => cost <= enough * least.at(-1)! + 1e-9)];
  while (left > 0) {
    const group = choices[level]![left]!;
    groups.push(things.flatMap((_, i) => (group & (1 << i) ? [i] : [])));
    left ^= group;
    level = Math.max(0, level - 1);
  }
  return groups;
}

/** What each subset costs by itself, the empty one nothing. */
function subsetCosts(things: readonly RowSpans[], costOf: CostOf): Float64Array {
  const costs = new Float64Array(1 << things.length);
  const spans: RowSpans[] = [];
  for (let subset = 1; subset < costs.length; subset++) {
    const highest = 31 - Math.clz32(subset);
    const rest = subset ^ (1 << highest);
    const thing = things[highest]!;
    costs[subset] = costOf(thing, spans[rest] ?? thing);
    spans[subset] = rest > 0 ? joinSpans(spans[rest]!, thing) : thing;
  }
  return costs;
}
