import { distance, type Point } from '../../geometry/point.ts';
import type { Decided } from './decided.ts';

/** Decisions by the places that they are of; each is of one. */
export interface SaidAt {
  /** What was decided of what lies at one of these places; null: nothing. */
  readonly take: (places: readonly Point[]) => Decided | null;
  /** Whether anything was. */
  readonly isSaid: (at: Point) => boolean;
  /** Decisions that nothing was found for. */
  readonly lost: () => readonly Decided[];
}

/** @param near what moved no further is the same, mm */
export function saidAt(decided: readonly Decided[], near: number): SaidAt {
  const waiting = new Set(decided);
  const take = (places: readonly Point[]): Decided | null => {
    let [found, least]: [Decided | null, number] = [null, near];
    for (const one of waiting)
      for (const place of places) {
        const away = distance(one.from, place);
        if (away <= least) [found, least] = [one, away];
      }
    if (found) waiting.delete(found);
    return found;
  };
  return { take, isSaid: (at) => take([at]) !== null, lost: () => [...waiting] };
}
