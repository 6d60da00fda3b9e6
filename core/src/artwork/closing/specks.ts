import { centreOf, heightOf, widthOf } from '../../geometry/bounds.ts';
import type { Contour } from '../../geometry/contour.ts';
import { contourBounds } from '../../geometry/contour-facts.ts';
import type { Point } from '../../geometry/point.ts';
import type { Gap } from './close-lines.ts';
import { decidedAs, type Decided } from './decided.ts';
import { saidAt } from './said-at.ts';

/** A closed outline or an open line that is very small. */
export interface FileSpeck {
  readonly at: Point;
  /** Its longer side, mm. */
  readonly size: number;
  /** It stays. */
  readonly left: boolean;
}

/** Outlines this small, and lines, are told as specks, though they stay where nobody says otherwise, mm. */
const [TOLD, TOLD_OPEN] = [0.5, 0.1];

/**
 * Outlines and open lines without those that are too small to be meant.
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
    if (size > Math.max(longest, contour.closed ? TOLD : TOLD_OPEN)) return true;
    const at = centreOf(box);
    const kind = said.take([at])?.kind ?? (size <= longest ? 'dropped' : 'kept');
    specks.push({ at, size, left: kind === 'kept' });
    return kind === 'kept';
  });
  return { contours: large, specks, lost: said.lost() };
}

/** Gaps at whose both ends there still is a line. */
export function gapsBetween(gaps: readonly Gap[], lines: readonly Contour[]): readonly Gap[] {
  const at = ({ x, y }: Point) => `${x} ${y}`;
  const ends = new Set(lines.flatMap(({ segments }) => [at(segments[0]!.from), at(segments.at(-1)!.to)]));
  return gaps.filter(({ from, to }) => ends.has(at(from)) && ends.has(at(to)));
}
