import { distance, type Point } from '../../geometry/point.ts';
import type { Decided } from './decided.ts';

/** Places where a hand left lines as they are drawn. */
export interface LeftAsDrawn {
  /** Whether what lies there is left; each decision is of one. */
  readonly isLeft: (at: Point) => boolean;
  /** Decisions that nothing was found for. */
  readonly lost: () => readonly Decided[];
}

/** @param near what moved no further is the same, mm */
export function leftAsDrawn(decided: readonly Decided[], near: number): LeftAsDrawn {
  const waiting = new Set(decided);
  const isLeft = (at: Point): boolean => {
    const found = [...waiting]
      .filter(({ from }) => distance(from, at) <= near)
      .sort((a, b) => distance(a.from, at) - distance(b.from, at))[0];
    return found !== undefined && waiting.delete(found);
  };
  return { isLeft, lost: () => [...waiting] };
}
