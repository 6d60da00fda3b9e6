import { componentsOf } from '../geometry/components.ts';
import type { Contour, Region } from '../geometry/contour.ts';
import { contourArea, reverseContour } from '../geometry/contour-facts.ts';
import { knockOut, weld } from '../geometry/kernel/boolean.ts';
import { offsetRegion } from '../geometry/kernel/offset.ts';
import { widestDisc } from '../geometry/widest-disc.ts';

/** A bold by millimetres, for any face. */
export interface ThickenPlan {
  /** Added all round, mm; less than 0 thins. */
  readonly by: number;
  /** Counters are closed no further than to this width, mm; those that begin narrower are left as they are. */
  readonly keepCounters: number;
}

/** What became of the lettering. */
export interface Thickened {
  readonly region: Region;
  /** Counters that are gone. */
  readonly closed: readonly Contour[];
  /** Counters that were kept open to their least width. */
  readonly kept: readonly Contour[];
  /** Separate parts before and after: thinning can part a letter or lose it. */
  readonly parts: { readonly before: number; readonly after: number };
}

/** Thickens or thins a welded region. Each counter shrinks by itself, so that it can be held open. */
export function thicken(region: Region, { by, keepCounters }: ThickenPlan): Thickened {
  const parts = (of: Region) => of.filter((contour) => contourArea(contour) > 0).length;
  if (Math.abs(by) < 1e-6)
    return { region, closed: [], kept: [], parts: { before: parts(region), after: parts(region) } };
  if (by < 0) {
    const thinned = offsetRegion(region, by);
    return { region: thinned, closed: [], kept: [], parts: { before: parts(region), after: parts(thinned) } };
  }
  const closed: Contour[] = [];
  const kept: Contour[] = [];
  const grown: Contour[] = [];
  for (const { outer, holes } of componentsOf(region)) {
    const counters = holes.flatMap((hole) => {
      const counter = [reverseContour(hole)];
      const room = keepCounters > 0 ? Math.max(0, (widestDisc(counter).diameter - keepCounters) / 2) : by;
      if (room < by) kept.push(hole);
      const left = offsetRegion(counter, -Math.min(by, room));
      if (left.length === 0) closed.push(hole);
      return left;
    });
    grown.push(...knockOut(offsetRegion([outer], by), counters));
  }
  const result = weld(grown);
  return { region: result, closed, kept, parts: { before: parts(region), after: parts(result) } };
}
