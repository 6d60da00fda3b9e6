import { boundsContain, type Bounds } from '../geometry/bounds.ts';
import { probePoint } from '../geometry/components.ts';
import { flatten, type Contour, type Region } from '../geometry/contour.ts';
import { contourArea, contourBounds, contourContains, contourLength } from '../geometry/contour-facts.ts';
import { offsetRegion } from '../geometry/kernel/offset.ts';
import { outlineOf, pointAtShare, shareNear } from '../geometry/outline.ts';
import { distance } from '../geometry/point.ts';
import type { Stretch } from '../geometry/stretches.ts';
import { withoutScraps } from '../geometry/without-scraps.ts';
import type { Tab } from '../hold/tabs.ts';

/** The lines that the middle of a cut follows: edges of material set off into the waste by half the kerf, mm. */
export const cutLines = (material: Region, kerf: number): Region =>
  kerf > 0 ? withoutScraps(offsetRegion(material, kerf / 2)) : material;

/** Openings of a material that no cut line goes round: the cut is wider than they are. */
export function openingsTooNarrow(material: Region, lines: Region): Bounds[] {
  if (lines === material) return [];
  const isHole = (contour: Contour): boolean => contourArea(contour) < 0;
  const cut = lines.filter(isHole).map((line) => ({ box: contourBounds(line), probe: probePoint(line) }));
  return material
    .filter(isHole)
    .filter((hole) => {
      const box = contourBounds(hole);
      return !cut.some((line) => boundsContain(box, line.box, 1e-3) && contourContains(hole, line.probe));
    })
    .map(contourBounds);
}

/** Lines are told so nearly for finding places on them, mm. */
const FINE = 0.002;
/** By how much more than half the kerf the middle of a tab may lie off its line, mm. */
const ASIDE = 0.05;

/** Where a cut line is interrupted by tabs: on the edge itself, or beside it where the line is set off. */
export function gapsOn(line: Contour, tabs: readonly Tab[], kerf: number): Stretch[] {
  if (kerf === 0) return tabs.filter((tab) => tab.contour === line).map(({ gap }) => gap);
  if (tabs.length === 0 || contourArea(line) <= 0) return [];
  const outline = outlineOf(flatten(line, FINE), 0);
  const whole = contourLength(line);
  const start = shareNear(outline, line.segments[0]!.from);
  return tabs
    .flatMap(({ middle, gap }): Stretch[] => {
      const share = shareNear(outline, middle);
      if (distance(pointAtShare(outline, share).at, middle) > kerf / 2 + ASIDE) return [];
      const along = ((((share - start) % 1) + 1) % 1) * whole;
      const half = (gap.to - gap.from) / 2;
      return [{ from: along - half, to: along + half }];
    })
    .sort((a, b) => a.from - b.from);
}
