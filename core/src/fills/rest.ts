import { flatten, flattenRound, type Region } from '../geometry/contour.ts';
import { regionArea } from '../geometry/contour-facts.ts';
import { growRings, growRegion } from '../geometry/kernel/ring-offset.ts';
import { ringsCommon, ringsWithout } from '../geometry/kernel/polygon-boolean.ts';
import type { Point } from '../geometry/point.ts';
import { clipLine } from './clip-lines.ts';
import type { Fill } from './fill.ts';
import { pocket, type PocketPlan } from './pocket.ts';
import { contoursOf, simplified } from './polyline.ts';
import { ToolPath, usualStay, type Pass } from './tool-path.ts';

/** What a first cutter leaves, cleared by a smaller one. Lengths in mm. */
export interface RestPlan extends PocketPlan {
  /** Diameter of the one that went before. */
  readonly before: number;
}

/** Slits thinner than this lie between two roundings of one edge, mm. */
const SLIT = 0.004;
/** Lines go on past what is to be cleared by this, mm. */
const PAST = 0.01;
/** What lines go past is told so nearly, and what lies round it so roughly, mm. */
const [NEARLY, ROUGHLY] = [0.002, 0.02];
/** Curves are followed so nearly, mm. */
const FINE = 0.001;

/**
 * Clears only what a larger cutter did not reach: the pocket of the small one round there, of which the lines near it
 * are kept. Every place that the small one can reach and the first could not is covered.
 */
export function restPocket(region: Region, plan: RestPlan, stay = usualStay(plan.tool)): Fill {
  const radius = plan.tool / 2;
  const target = leftBy(region, plan);
  const rings = region.map((contour) => flatten(contour, FINE));
  if (target.length === 0) return { strokes: [], area: regionArea(region), reached: () => 0 };
  const told = (tolerance: number) => target.map((ring) => simplified([...ring, ring[0]!], tolerance).slice(1));
  const around = ringsCommon(rings, growRings(told(ROUGHLY), 2 * plan.tool + ROUGHLY, ROUGHLY));
  const { strokes } = pocket(contoursOf(around), plan);
  const wanted = growRings(told(NEARLY), radius + PAST, NEARLY);
  const passes = strokes.flatMap(({ kind, contour }) => {
    return clipLine(flattenRound(contour, FINE), wanted, FINE).map((part): Pass => ({
      kind,
      points: part,
      closed: false,
    }));
  });
  const tool = new ToolPath(growRegion(region, -(radius + plan.inset)), plan.tool, stay);
  tool.run(passes);
  const source = region[0]?.segments[0]?.source ?? '';
  return { strokes: tool.strokes(source), area: regionArea(region), reached: () => regionArea(contoursOf(target)) };
}

/** What the small cutter reaches and the large one does not. */
function leftBy(region: Region, { tool, before, inset }: RestPlan): Point[][] {
  const reachOf = (diameter: number): Point[][] => growRings(growRegion(region, -(diameter / 2 + inset)), diameter / 2);
  const rest = ringsWithout(reachOf(tool), reachOf(before));
  return growRings(growRings(rest, -SLIT), SLIT);
}
