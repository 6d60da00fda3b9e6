import type { GapMend, RepairKind } from '../../recipe/parts.ts';
import { distance, type Point } from '../../geometry/point.ts';
import type { EndPair, LineEnd } from './pair-ends.ts';

/** What was decided by hand. */
export interface Decided {
  readonly kind: RepairKind;
  readonly from: Point;
  readonly to: Point;
}

/** Those of some kinds. */
export const decidedAs = (decided: readonly Decided[], ...kinds: readonly RepairKind[]): Decided[] =>
  decided.filter(({ kind }) => kinds.includes(kind));

/** A gap that was: closed in some way, however wide, or kept open, however narrow. */
export interface DecidedGap extends Decided {
  readonly kind: GapMend;
}

/** Decisions as pairs of ends. */
export interface DecidedPairs {
  readonly joins: readonly EndPair[];
  readonly isOpen: (a: number, b: number) => boolean;
  /** Decisions of gaps that are not there. */
  readonly lost: readonly Decided[];
}

/**
 * Finds the ends that decisions are of: the nearest to where they were, in a new version of a file too.
 * @param near ends that moved no further are the same, mm
 */
export function decidedPairs(ends: readonly LineEnd[], decided: readonly DecidedGap[], near: number): DecidedPairs {
  const joins: EndPair[] = [];
  const open = new Set<string>();
  const taken = new Set<number>();
  const lost: Decided[] = [];
  const nearest = (place: Point, but: number): number => {
    let [found, least] = [-1, near];
    ends.forEach(({ at }, i) => {
      const apart = distance(at, place);
      if (i !== but && apart <= least && !taken.has(i)) [found, least] = [i, apart];
    });
    return found;
  };
  for (const one of decided) {
    const { kind, from, to } = one;
    const a = nearest(from, -1);
    const b = nearest(to, a);
    if (a < 0 || b < 0) {
      lost.push(one);
      continue;
    }
    if (kind === 'open') open.add(keyOf(a, b));
    else {
      joins.push({ a, b, width: distance(ends[a]!.at, ends[b]!.at), how: kind });
      taken.add(a).add(b);
    }
  }
  return { joins, isOpen: (a, b) => open.has(keyOf(a, b)), lost };
}

const keyOf = (a: number, b: number): string => (a < b ? `${a} ${b}` : `${b} ${a}`);
