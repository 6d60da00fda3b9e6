import type { Region } from '../geometry/contour.ts';
import { regionArea } from '../geometry/contour-facts.ts';
import { growRegion, growRings } from '../geometry/kernel/ring-offset.ts';
import type { Fill } from './fill.ts';
import type { HatchPlan } from './hatch.ts';
import { pocket } from './pocket.ts';
import { closedLine, contoursOf, nearFor } from './polyline.ts';
import { stayOf, usualStay } from './tool-path.ts';

/**
 * Fills an area with lines that follow its edge, and so its strokes: one inside the other, a spacing apart. Where lines
 * overlap nothing that the tool reaches stays uncovered, as middle lines go where rings do not; open ones are rings
 * alone.
 */
export function rings(
  region: Region,
  plan: Pick<HatchPlan, 'width' | 'spacing' | 'inset' | 'joins'>,
  stay = usualStay(plan.width),
): Fill {
  const { width, spacing, inset } = plan;
  if (spacing <= width) {
    const clearing = { tool: width, overlap: 1 - spacing / width, inset, way: 'climb' } as const;
    return pocket(region, clearing, stayOf(plan, stay));
  }
  const levels: Fill['strokes'][number][] = [];
  const reach = growRegion(region, -(width / 2 + inset));
  for (let level = reach; level.length > 0; level = growRings(level, -spacing))
    levels.push(...level.map((ring) => ({ kind: 'ring' as const, contour: closedLine(ring, nearFor(width)) })));
  return {
    strokes: levels.reverse(),
    area: regionArea(region),
    reached: () => regionArea(contoursOf(growRings(reach, width / 2))),
  };
}
