import { centreOf, heightOf, widthOf } from '../../geometry/bounds.ts';
import type { Contour } from '../../geometry/contour.ts';
import { contourBounds } from '../../geometry/contour-facts.ts';
import type { Point } from '../../geometry/point.ts';
import { decidedAs, type Decided } from './decided.ts';
import { saidAt } from './said-at.ts';

/** A closed outline that is very small. */
export interface FileSpeck {
  readonly at: Point;
  /** Its longer side, mm. */
  readonly size: number;
  /** It stays. */
  readonly left: boolean;
}

/** Outlines this small are told as specks, though they stay where nobody says otherwise, mm. */
const TOLD = 0.5;

/**
 * Outlines without those that are too small to be meant.
 * @param longest longer sides up to this are left out, where no hand decided, mm
 * @param near what moved no further is the same, mm
 */
export function withoutSpecks(
  contours: readonly Contour[],
  longest: number,
  decided: readonly Decided[],
  near: number,
): { readonly contours: readonly Contour[]; readonly specks: readonly FileSpeck[]; readonly lost: readonly Decided[] } {
  const said = saidAt(decidedAs(decided, 'kept', 'dropped'), near);
  const specks: FileSpeck[] = [];
  const large = contours.filter((contour) => {
    const box = contourBounds(contour);
    const size = Math.max(widthOf(box), heightOf(box));
    if (size > Math.max(longest, TOLD)) return true;
    const at = centreOf(box);
    const kind = said.take([at])?.kind ?? (size <= longest ? 'dropped' : 'kept');
    specks.push({ at, size, left: kind === 'kept' });
    return kind === 'kept';
  });
  return { contours: large, specks, lost: said.lost() };
}
