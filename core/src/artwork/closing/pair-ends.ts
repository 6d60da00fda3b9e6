import type { GapMend } from '../../recipe/parts.ts';
import { groupsThatMeet } from '../../geometry/box-groups.ts';
import { groupBy } from '../../geometry/group-by.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { boxesOf, neighboursOf } from './neighbours.ts';

/** An end of a line: where it is, and which way the line goes on beyond it (a unit vector). */
export interface LineEnd {
  readonly at: Point;
  readonly out: Point;
}

/** Two ends that belong together, by their numbers. */
export interface EndPair {
  readonly a: number;
  readonly b: number;
  readonly width: number;
  /** How their gap is closed, where that was said; left out: as suits the lines. */
  readonly how?: GapMend;
}

/** Whether two ends, by their numbers, may pair across a gap so wide, mm. */
export type MayPair = (a: number, b: number, width: number) => boolean;

interface Candidate extends EndPair {
  readonly cost: number;
}

/** Of more ends that could pair with each other the cheapest pairs are taken, one after the other. */
const MOST_EXACT = 14;

/**
 * Pairs ends of lines across gaps: as many as there can be, and of those ways the cheapest. A gap costs its width, and
 * up to three times that where the lines would have to turn back. Ends that could pair are looked at group by group;
 * exactly, by dynamic programming over the sets of a group, where it is small.
 * @param join the widest gap, mm
 * @param mayPair whether two of them may pair at all
 */
export function pairEnds(ends: readonly LineEnd[], join: number, mayPair: MayPair = () => true): EndPair[] {
  const points = ends.map(({ at }) => at);
  const near = Math.max(join, 1e-6);
  const candidates = neighboursOf(points, near).flatMap((others, a) =>
    others.flatMap((b): Candidate[] => {
      const width = distance(points[a]!, points[b]!);
      if (b <= a || !mayPair(a, b, width)) return [];
      return [{ a, b, width, cost: (width + LEAST) * (1 + turnBetween(ends[a]!, ends[b]!, width)) }];
    }),
  );
  const groups = groupsThatMeet(boxesOf(points), near, (a, b) => {
    const width = distance(points[a]!, points[b]!);
    return width <= near && mayPair(a, b, width);
  });
  const groupOf = new Int32Array(ends.length);
  groups.forEach((members, group) => members.forEach((end) => (groupOf[end] = group)));
  return [...groupBy(candidates, ({ a }) => groupOf[a]).values()].flatMap(pairGroup);
}

/** Ends that lie on each other are told apart by how much they bend. */
const LEAST = 1e-6;

/** How much the way from one line across a gap into another turns, in half turns. */
function turnBetween(a: LineEnd, b: LineEnd, width: number): number {
  const into = { x: -b.out.x, y: -b.out.y };
  if (width < 1e-4) return angle(a.out, into) / Math.PI;
  const across = { x: (b.at.x - a.at.x) / width, y: (b.at.y - a.at.y) / width };
  return (angle(a.out, across) + angle(across, into)) / Math.PI;
}

const angle = (a: Point, b: Point): number => Math.acos(Math.max(-1, Math.min(1, a.x * b.x + a.y * b.y)));

function pairGroup(candidates: readonly Candidate[]): readonly EndPair[] {
  const ends = [...new Set(candidates.flatMap(({ a, b }) => [a, b]))];
  return ends.length > MOST_EXACT ? cheapestFirst(candidates) : bestPairs(candidates, ends);
}

function cheapestFirst(candidates: readonly Candidate[]): EndPair[] {
  const taken = new Set<number>();
  return [...candidates]
    .sort((p, q) => p.cost - q.cost)
    .filter(({ a, b }) => {
      if (taken.has(a) || taken.has(b)) return false;
      taken.add(a).add(b);
      return true;
    });
}

interface Best {
  readonly count: number;
  readonly cost: number;
  readonly pairs: readonly Candidate[];
}

/** The best way to pair what is left of a group, for each set of ends that are left. */
function bestPairs(candidates: readonly Candidate[], ends: readonly number[]): readonly EndPair[] {
  const number = new Map(ends.map((end, i) => [end, i]));
  const of = ends.map((end) =>
    candidates
      .filter(({ a, b }) => a === end || b === end)
      .map((pair) => ({ pair, mask: (1 << number.get(pair.a)!) | (1 << number.get(pair.b)!) })),
  );
  const known = new Map<number, Best>([[0, { count: 0, cost: 0, pairs: [] }]]);
  const best = (left: number): Best => {
    const found = known.get(left);
    if (found) return found;
    const first = 31 - Math.clz32(left & -left);
    // Alone, or with any of those it could pair with.
    let chosen = best(left & ~(1 << first));
    for (const { pair, mask } of of[first]!) {
      if ((left & mask) !== mask) continue;
      const rest = best(left & ~mask);
      const [count, cost] = [rest.count + 1, rest.cost + pair.cost];
      if (count > chosen.count || (count === chosen.count && cost < chosen.cost))
        chosen = { count, cost, pairs: [...rest.pairs, pair] };
    }
    known.set(left, chosen);
    return chosen;
  };
  return best((1 << ends.length) - 1).pairs;
}
