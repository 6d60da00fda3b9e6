import type { Region } from '../geometry/contour.ts';
import { contourLength, regionArea } from '../geometry/contour-facts.ts';
import type { FillKind, FillOf, FillPlan } from '../recipe/schema.ts';
import { cone, floorOf, reachedByCone } from './cone.ts';
import { dots } from './dots.ts';
import type { Fill } from './fill.ts';
import { LOOKS } from './looks.ts';
import { pocket, reachedBy } from './pocket.ts';
import { restPocket } from './rest.ts';

/** Every way to fill an area that an operation may have. */
const FILLS: {
  readonly [K in FillKind]: {
    /**
     * @param first the fill of the operation that it clears after; null: it has the area by itself
     * @param stay how far the tool goes without being lifted, mm
     */
    readonly fill: (region: Region, plan: FillOf<K>, first: FillPlan | null, stay: number) => Fill;
    /** How wide its tool is: of a cone, its tip. */
    readonly width: (plan: FillOf<K>) => number;
    /** The same with a narrower tool, all else in proportion. */
    readonly narrower: (plan: FillOf<K>, width: number, inProportion: (mm: number) => number) => FillOf<K>;
  };
} = {
  hatch: {
    fill: (region, plan, _first, stay) => withoutShort(LOOKS[plan.lines](region, plan, stay), plan.shortest),
    width: ({ width }) => width,
    narrower: (plan, width, inProportion) => ({ ...plan, width, spacing: inProportion(plan.spacing) }),
  },
  pocket: {
    fill: clear,
    width: ({ tool }) => tool,
    narrower: (plan, tool) => ({ ...plan, tool }),
  },
  cone: {
    fill: (region, plan, _first, stay) => cone(region, plan, stay),
    width: ({ tip }) => tip,
    narrower: (plan, tip) => ({ ...plan, tip }),
  },
  dots: {
    fill: (region, plan) => dots(region, plan),
    width: ({ diameter }) => diameter,
    narrower: (plan, diameter, inProportion) => ({ ...plan, diameter, pitch: inProportion(plan.pitch) }),
  },
};

const withoutShort = (fill: Fill, shortest: number): Fill =>
  shortest === 0
    ? fill
    : { ...fill, strokes: fill.strokes.filter(({ contour }) => contourLength(contour) >= shortest) };

/** What is left is told by what both of them reach. */
function clear(region: Region, plan: FillOf<'pocket'>, first: FillPlan | null, stay: number): Fill {
  if (first?.kind === 'cone') {
    const floor = pocket(floorOf(region, first), plan, stay);
    const area = regionArea(region);
    const { strokes } = floor;
    return { strokes, area, reached: () => reachedByCone(region, first) + floor.reached() };
  }
  if (first?.kind !== 'pocket') return pocket(region, plan, stay);
  const { strokes, area } = restPocket(region, { ...plan, before: first.tool }, stay);
  return { strokes, area, ...reachedBy(region, plan) };
}

/**
 * An area filled as an operation says.
 * @param first the fill of the operation whose leavings it clears; null: it has the area by itself
 * @param stay how far the tool goes from line to line without being lifted, where it may, mm
 */
export const fillArea = <K extends FillKind>(
  region: Region,
  plan: FillOf<K>,
  first: FillPlan | null,
  stay: number,
): Fill => FILLS[plan.kind as K].fill(region, plan, first, stay);

/** How wide the tool of a fill is, mm: of a cone, its tip. */
export const toolWidth = <K extends FillKind>(plan: FillOf<K>): number => FILLS[plan.kind as K].width(plan);

/** A fill with a narrower tool, all else in proportion. */
export function withTool<K extends FillKind>(plan: FillOf<K>, width: number): FillOf<K> {
  const share = width / toolWidth(plan);
  return FILLS[plan.kind as K].narrower(plan, width, (mm) => Number((mm * share).toFixed(3)));
}
