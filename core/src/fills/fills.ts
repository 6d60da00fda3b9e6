import type { Region } from '../geometry/contour.ts';
import type { FillKind, FillOf, FillPlan } from '../recipe/schema.ts';
import { dots } from './dots.ts';
import type { Fill } from './fill.ts';
import { hatch } from './hatch.ts';
import { pocket } from './pocket.ts';

/** Every way to fill an area that an operation may have, and how wide its tool is. */
const FILLS: {
  readonly [K in FillKind]: {
    readonly fill: (region: Region, plan: FillOf<K>) => Fill;
    readonly width: (plan: FillOf<K>) => number;
  };
} = {
  hatch: { fill: hatch, width: ({ width }) => width },
  pocket: { fill: pocket, width: ({ tool }) => tool },
  dots: { fill: dots, width: ({ diameter }) => diameter },
};

/** An area filled as an operation says. */
export const fillArea = <K extends FillKind>(region: Region, plan: FillOf<K>): Fill =>
  FILLS[plan.kind as K].fill(region, plan);

/** How wide the tool of a fill is, mm. */
export const toolWidth = <K extends FillKind>(plan: FillOf<K>): number => FILLS[plan.kind as K].width(plan);

/** A fill with a narrower tool, all else in proportion. */
export function withTool(plan: FillPlan, width: number): FillPlan {
  const share = width / toolWidth(plan);
  const inProportion = (mm: number): number => Number((mm * share).toFixed(3));
  if (plan.kind === 'hatch') return { ...plan, width, spacing: inProportion(plan.spacing) };
  if (plan.kind === 'pocket') return { ...plan, tool: width };
  return { ...plan, diameter: width, pitch: inProportion(plan.pitch) };
}
