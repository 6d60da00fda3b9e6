import type { Region } from '../geometry/contour.ts';
import type { FillOf } from '../recipe/schema.ts';
import { alongMiddle } from './along-middle.ts';
import type { Fill } from './fill.ts';
import { hatch, type HatchPlan } from './hatch.ts';
import { rings } from './rings.ts';

/** How lines of a hatch may lie: straight across, along the edge, along the middle of strokes. */
export const LOOKS: Readonly<
  Record<FillOf<'hatch'>['lines'], (region: Region, plan: HatchPlan, stay?: number) => Fill>
> = {
  straight: hatch,
  rings,
  middle: alongMiddle,
};
