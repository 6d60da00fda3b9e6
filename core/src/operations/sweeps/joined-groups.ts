import { KnownPairs } from '../../geometry/known-pairs.ts';
import { joinAllSpans, joinSpans, type RowSpans } from '../../motion/row-spans.ts';
import type { CostOf } from './cost-of.ts';
import { movedOver } from './moved-over.ts';

/** How a number of groups came to be, and what all of them cost together. */
export interface JoinStep {
  readonly count: number;
  readonly cost: number;
}

export interface Joined {
  /** The things of each group of the cheapest division. */
  readonly groups: readonly (readonly number[])[];
  /** From each thing (or clump) alone to all in one. */
  readonly steps: readonly JoinStep[];
}

interface Boxed {
  readonly spans: RowSpans;
  readonly box: SpanBox;
}

interface Group extends Boxed {
  readonly cost: number;
  /** Groups near it, each once, and what became of them. */
  readonly near: number[];
}

/** Fewer groups, each of which somebody has to see to, are worth so much of the time. */
export const ENOUGH = 1.002;

/** Of two that were joined before. */
const joined = new KnownPairs<Boxed>();

const boxed = (spans: RowSpans): Boxed => ({ spans, box: boxOf(spans) });

/** Each group is compared with so many near it. */
const NEAR = 10;

/**
 * Joins the two groups that save most, again and again, until all are one; and takes the division that cost least on
 * the way. Then single things go where they cost less.
 * @param most groups at most
 * @param clumps things that are together from the first; null: none
 */
export function joinedGroups(
  things: readonly RowSpans[],
  costOf: CostOf,
  most: number,
  clumps: readonly (readonly number[])[] | null = null,
): Joined {
  const begun = clumps ?? things.map((_, i) => [i]);
  const groups: (Group | null)[] = begun.map((own) => {
    const spans = joinAllSpans(own.map((i) => things[i]!));
    return { ...boxed(spans), cost: costOf(spans, spans), near: [] };
  });
  const queue = new Savings();
  const offer = (a: number, b: number): void => {
    const [one, other] = [groups[a]!, groups[b]!];
    queue.push(one.cost + other.cost - costOf(one.spans, other.spans), a, b);
  };
  let count = begun.length;
  let cost = groups.reduce((sum, group) => sum + group!.cost, 0);
  const steps = [{ count, cost }];
  const joins: (readonly [number, number])[] = [];
  while (count > 1) {
    let next = queue.pop();
    while (next && !(groups[next.a] && groups[next.b])) next = queue.pop();
    if (!next) {
      meet(groups, offer);
      continue;
    }
    const { a, b, saving } = next;
    const [one, other] = [groups[a]!, groups[b]!];
    const both = joined.of(one.spans, other.spans, () => boxed(joinSpans(one.spans, other.spans)));
    groups[a] = groups[b] = null;
    const near = nearest(both.box, groups, leftOf(one.near.concat(other.near), groups));
    const made = groups.push({ ...both, cost: one.cost + other.cost - saving, near }) - 1;
    joins.push([a, b]);
    for (const each of near) {
      groups[each]!.near.push(made);
      offer(each, made);
    }
    count--;
    cost -= saving;
    steps.push({ count, cost });
  }
  const possible = steps.filter((step) => step.count <= most);
  const least = Math.min(...possible.map((step) => step.cost));
  const best = possible.filter((step) => step.cost <= ENOUGH * least).at(-1)!;
  const divided = divisionAfter(joins.slice(0, begun.length - best.count), begun);
  return { groups: movedOver(divided, things, costOf), steps };
}

/** Lets each group know those near it: the first time, and again where those that are left know none of each other. */
function meet(groups: readonly (Group | null)[], offer: (a: number, b: number) => void): void {
  const here = groups.flatMap((group, i) => (group ? [i] : []));
  for (const i of here)
    for (const other of nearest(groups[i]!.box, groups, here)) {
      const group = groups[i]!;
      if (group.near.includes(other)) continue;
      group.near.push(other);
      groups[other]!.near.push(i);
      offer(i, other);
    }
}

/** Those that are still there, each once. */
const leftOf = (near: readonly number[], groups: readonly (Group | null)[]): number[] =>
  near.filter((each, i) => groups[each] && near.indexOf(each) === i);

/** The few whose boxes are nearest to one that is not theirs, by their numbers. */
function nearest(box: SpanBox, groups: readonly (Group | null)[], among: readonly number[]): number[] {
  const found: number[] = [];
  const fars: number[] = [];
  for (const i of among) {
    const other = groups[i]!.box;
    if (other === box) continue;
    const far = apart(box, other);
    let at = Math.min(found.length, NEAR);
    while (at > 0 && fars[at - 1]! > far) at--;
    if (at === NEAR) continue;
    for (let k = Math.min(found.length, NEAR - 1); k > at; k--) {
      fars[k] = fars[k - 1]!;
      found[k] = found[k - 1]!;
    }
    fars[at] = far;
    found[at] = i;
  }
  return found;
}

/** Along and across, in mm and rows. */
export interface SpanBox {
  readonly least: number;
  readonly most: number;
  readonly first: number;
  readonly last: number;
}

export function boxOf({ first, least, most }: RowSpans): SpanBox {
  let [from, to] = [Infinity, -Infinity];
  for (let i = 0; i < least.length; i++) {
    if (least[i]! < from) from = least[i]!;
    if (most[i]! > to) to = most[i]!;
  }
  return { least: from, most: to, first, last: first + least.length };
}

/** What lies in the same rows is nearest, whatever lies between: turns are saved there. */
function apart(a: SpanBox, b: SpanBox): number {
  const along = Math.max(0, a.least - b.most, b.least - a.most);
  const across = Math.max(0, a.first - b.last, b.first - a.last);
  return along + 4 * across;
}

/** The groups after so many joins, each of which made the next number from two. */
function divisionAfter(
  joins: readonly (readonly [number, number])[],
  begun: readonly (readonly number[])[],
): (readonly number[])[] {
  const groups: (readonly number[] | null)[] = [...begun];
  for (const [a, b] of joins) {
    groups.push([...groups[a]!, ...groups[b]!]);
    groups[a] = groups[b] = null;
  }
  return groups.filter((group) => group !== null);
}

interface Saving {
  readonly saving: number;
  readonly a: number;
  readonly b: number;
}

/** Pairs by what joining them saves, the most first: a binary heap. */
class Savings {
  private readonly heap: Saving[] = [];

  push(saving: number, a: number, b: number): void {
    const { heap } = this;
    let at = heap.push({ saving, a, b }) - 1;
    while (at > 0) {
      const up = (at - 1) >> 1;
      if (heap[up]!.saving >= saving) break;
      [heap[at], heap[up]] = [heap[up]!, heap[at]!];
      at = up;
    }
  }

  pop(): Saving | undefined {
    const { heap } = this;
    const [top, last] = [heap[0], heap.pop()];
    if (heap.length === 0 || !last) return top;
    heap[0] = last;
    for (let at = 0; ;) {
      const [left, right] = [2 * at + 1, 2 * at + 2];
      let most = at;
      if (left < heap.length && heap[left]!.saving > heap[most]!.saving) most = left;
      if (right < heap.length && heap[right]!.saving > heap[most]!.saving) most = right;
      if (most === at) return top;
      [heap[at], heap[most]] = [heap[most]!, heap[at]!];
      at = most;
    }
  }
}
