import { toolChoices } from '../fills/which-tool.ts';
import { joinBounds, type Bounds } from '../geometry/bounds.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
import type { Point } from '../geometry/point.ts';
import type { Build } from '../job/build-job.ts';
import { operationProfile } from '../job/operation-profile.ts';
import { areaFilledBy } from '../operations/lines.ts';
import type { Tool } from '../shop/shop.ts';
import { downFrom } from './down.ts';
import { screenPath } from './path.ts';

/** What a tool of the rack would do for all that an operation clears, alone or after a wider one. */
export interface ToolRow {
  readonly tool: Tool;
  /** null: it is alone. */
  readonly before: Tool | null;
  /** Of the whole area, 0 to 1. */
  readonly share: number;
  /** s. */
  readonly seconds: number;
  /** What stays of the first thing, y down. */
  readonly missed: string;
}

export interface ToolChart {
  readonly rows: readonly ToolRow[];
  /** Of the first thing, y down, in its own frame. */
  readonly area: string;
  readonly bounds: Bounds;
}

/**
 * Compares the flat cutters of a rack for what an operation clears.
 * @returns null where it clears nothing
 */
export function toolChartOf(build: Build, operation: string, tools: readonly Tool[]): ToolChart | null {
  const plan = build.recipe.operations.find(({ id }) => id === operation);
  const done = build.operations.find(({ id }) => id === operation);
  if (plan?.fill?.kind !== 'pocket' || !done) return null;
  const { overlap, inset } = plan.fill;
  const clearing = {
    overlap,
    inset,
    passes: done.settings.passes,
    lift: operationProfile(plan, build.machine).pierce[plan.work],
  };
  const lots = build.assemblies.flatMap(({ built, placements }) => {
    const area = areaFilledBy(built.lines, operation);
    return area.length === 0 ? [] : [{ area, copies: placements.length }];
  });
  const [first] = lots;
  if (!first) return null;
  const rows = toolChoices(lots, tools, clearing).map(({ missed, ...told }): ToolRow => ({
    ...told,
    missed: missed.map(ringPath).join(''),
  }));
  return { rows, area: screenPath(first.area, 0), bounds: downFrom(0)(joinBounds(first.area.map(contourBounds))) };
}

const ringPath = (ring: readonly Point[]): string =>
  `${ring.map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(3)} ${(-y).toFixed(3)}`).join('')}z`;
