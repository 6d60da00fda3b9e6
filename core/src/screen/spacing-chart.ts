import { contoursOf } from '../fills/polyline.ts';
import { componentRegion, componentsOf } from '../geometry/components.ts';
import { contourLength, regionArea } from '../geometry/contour-facts.ts';
import { growRegion } from '../geometry/kernel/ring-offset.ts';
import type { Build } from '../job/build-job.ts';
import { areaFilledBy } from '../operations/lines.ts';
import type { FillOf } from '../recipe/schema.ts';

/** What lines of an operation would come to at another spacing, mm and s. */
export interface SpacingRow {
  readonly spacing: number;
  /** Of the area, 0 to 1. */
  readonly covered: number;
  readonly length: number;
  readonly seconds: number;
}

/** Spacings that are told, as shares of how wide a line is. */
const SHARES = [0.25, 0.35, 0.5, 0.65, 0.8, 1, 1.25, 1.6, 2, 2.5, 3.2, 4];

/**
 * What density costs: lines and time are in proportion to the area that the tool's middle goes over, divided by the
 * spacing, and the edge that is followed once; both are those of the build at the spacing it has.
 * @returns null where an operation hatches nothing
 */
export function spacingChartOf(build: Build, operation: string): SpacingRow[] | null {
  const fill = build.recipe.operations.find(({ id }) => id === operation)?.fill;
  const done = build.operations.filter(({ id }) => id === operation);
  if (fill?.kind !== 'hatch' || done.length === 0) return null;
  const [length, seconds] = done.reduce(([mm, s], each) => [mm + each.length, s + each.time], [0, 0]);
  const under = areasUnder(build, operation, fill);
  if (under.whole === 0 || length === 0) return null;
  const lengthAt = (spacing: number): number => ((fill.cross ? 2 : 1) * under.middle) / spacing + under.edge;
  const coveredAt = (spacing: number): number => {
    const bare = Math.max(0, 1 - fill.width / spacing);
    return (under.reached / under.whole) * (1 - (fill.cross ? bare * bare : bare));
  };
  const now = lengthAt(fill.spacing);
  const spacings = [...SHARES.map((share) => share * fill.width), fill.spacing];
  return [...new Set(spacings.map((spacing) => Number(spacing.toFixed(4))))]
    .sort((a, b) => a - b)
    .map((spacing) => ({
      spacing,
      covered: coveredAt(spacing),
      length: (length * lengthAt(spacing)) / now,
      seconds: (seconds * lengthAt(spacing)) / now,
    }));
}

/** What is filled, what of it the tool reaches and its middle goes over, mm², and the edge that is followed, mm. */
function areasUnder(build: Build, operation: string, { width, inset, outline, lines }: FillOf<'hatch'>) {
  const sum = { whole: 0, reached: 0, middle: 0, edge: 0 };
  for (const { built, placements } of build.assemblies) {
    const area = areaFilledBy(built.lines, operation);
    if (area.length === 0) continue;
    const middle = componentsOf(area).flatMap((part) =>
      contoursOf(growRegion(componentRegion(part), -(width / 2 + inset))),
    );
    const edge = middle.reduce((all, contour) => all + contourLength(contour), 0);
    const times = placements.length;
    sum.whole += times * regionArea(area);
    sum.middle += times * regionArea(middle);
    sum.reached += times * Math.min(regionArea(area), regionArea(middle) + (edge * width) / 2);
    sum.edge += outline === 'none' || lines === 'rings' ? 0 : times * edge;
  }
  return sum;
}
