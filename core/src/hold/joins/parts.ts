import { partId, RAIL } from '../../recipe/identity.ts';
import { centreOf, type Bounds } from '../../geometry/bounds.ts';
import { componentRegion, componentsOf } from '../../geometry/components.ts';
import type { Memo } from '../../geometry/memo.ts';
import type { Point } from '../../geometry/point.ts';
import { widestDisc } from '../../geometry/widest-disc.ts';
import type { Letter } from '../../lettering/layout.ts';
import type { Part } from '../../measure/necks.ts';

/** The middle of a part is told this finely, mm: any place well inside will do. */
const CORE_PRECISION = 0.1;

/**
 * A letter's parts: one for most, two for an i. A part is named `<letter id>`, the smaller ones `<letter id>~1` … by
 * size.
 */
export function partsOfLetter({ id, shape, origin, contours }: Letter, memo: Memo): Part[] {
  const own = memo('parts', shape, () =>
    componentsOf(contours)
      .sort((a, b) => b.area - a.area)
      .map((component) => ({
        core: away(widestDisc(componentRegion(component), CORE_PRECISION).centre, origin),
        bounds: awayBox(component.bounds, origin),
      })),
  );
  return own.map(({ core, bounds }, n) => ({
    id: partId(id, n),
    core: { x: core.x + origin.x, y: core.y + origin.y },
    bounds: awayBox(bounds, { x: -origin.x, y: -origin.y }),
  }));
}

export const partsOf = (letters: readonly Letter[], rails: readonly Bounds[], memo: Memo): Part[] => [
  ...letters.filter(({ contours }) => contours.length > 0).flatMap((letter) => partsOfLetter(letter, memo)),
  ...rails.map((bounds): Part => ({ id: RAIL, core: centreOf(bounds), bounds })),
];

const away = (p: Point, { x, y }: Point): Point => ({ x: p.x - x, y: p.y - y });
const awayBox = (box: Bounds, { x, y }: Point): Bounds => ({
  minX: box.minX - x,
  maxX: box.maxX - x,
  minY: box.minY - y,
  maxY: box.maxY - y,
});
