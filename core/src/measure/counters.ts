import type { Bounds } from '../geometry/bounds.ts';
import { contourArea, contourBounds, reverseContour } from '../geometry/contour-facts.ts';
import { widestDisc } from '../geometry/widest-disc.ts';
import { leastWidth } from '../geometry/least-width.ts';
import type { Memo } from '../geometry/memo.ts';
import type { LetterGroup } from '../construct/groups.ts';
import type { Letter } from '../lettering/layout.ts';
import { letterName } from '../lettering/naming.ts';

/** The inside of a letter such as O. Lengths in mm. */
export interface Counter {
  readonly letter: string;
  readonly name: string;
  /** Of the widest disc that fits in it. */
  readonly disc: number;
  /** Between two parallel lines that just hold it, turned to be as near as they can. */
  readonly width: number;
  readonly area: number;
  readonly where: Bounds;
}

/** Every counter of the lettering with its widths, letter by letter. */
export function findCounters(groups: readonly LetterGroup[], letters: readonly Letter[], memo: Memo): Counter[] {
  return groups.flatMap((group) => {
    const widths = memo(`counters of ${group.kind}`, group.form, () =>
      group.local.region
        .filter((contour) => contourArea(contour) < 0)
        .map((hole) => ({
          disc: widestDisc([reverseContour(hole)]).diameter,
          width: leastWidth(hole),
          area: -contourArea(hole),
        })),
    );
    return group.region
      .filter((contour) => contourArea(contour) < 0)
      .map((hole, i) => {
        const letter = hole.segments[0]!.source;
        return { letter, name: letterName(letter, letters), ...widths[i]!, where: contourBounds(hole) };
      });
  });
}
