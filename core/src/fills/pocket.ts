import { componentRegion, componentsOf } from '../geometry/components.ts';
import type { Region } from '../geometry/contour.ts';
import { regionArea } from '../geometry/contour-facts.ts';
import { FLATTENED, growRegion, growRings } from '../geometry/kernel/ring-offset.ts';
import { ringsCommon, ringsWithout, type Rings } from '../geometry/kernel/polygon-boolean.ts';
import type { Point } from '../geometry/point.ts';
import type { Fill } from './fill.ts';
import { middleLines } from './middle-lines.ts';
import { contoursOf, nearFor, openLine, pointsOf, simplified } from './polyline.ts';
import { ToolPath, usualStay, type Pass } from './tool-path.ts';

/** How an area is cleared by a cutter. Lengths in mm. */
export interface PocketPlan {
  /** Diameter of the cutter. */
  readonly tool: number;
  /** Share of its diameter by which a pass goes over the one before. */
  readonly overlap: number;
  /** Left standing along the edge. */
  readonly inset: number;
  /** Which way the cutter goes round: climb, with the wall to its right; or against that. */
  readonly way: 'climb' | 'against';
}

/** Areas thinner than this are the grid's, mm. */
const HAIR = 0.0008;
/** A stem gets one pass down its middle where it is no deeper than this, in radii. */
const ONE_PASS = 1.92;

/**
 * Clears an area with a round cutter: rings from the inside out, lines down the middle of what rings leave in corners
 * and in narrow stems, and last the wall all round. Nothing is cut outside the area, nothing stays that the cutter
 * reaches.
 * @param stay how far the tool goes from ring to ring without being lifted, over what it has cleared, mm
 */
export function pocket(region: Region, plan: PocketPlan, stay = usualStay(plan.tool)): Fill {
  const found = whereTheToolGoes(region, plan).map((ring) => simplified([...ring, ring[0]!], HAIR).slice(0, -1));
  const reach = found.filter((ring) => ring.length >= 3);
  const source = region[0]?.segments[0]?.source ?? '';
  const strokes = lobesOf(reach).flatMap((rings) => {
    const tool = new ToolPath(rings, plan.tool, stay);
    clear(rings, 0, plan, tool);
    return tool.strokes(source);
  });
  // Where the tool only just gets in its middle has a line to go along, and no ring.
  for (const points of found.filter((ring) => ring.length === 2))
    strokes.push({ kind: 'middle', contour: openLine(points, nearFor(plan.tool), source) });
  return { strokes, area: regionArea(region), ...reachedBy(region, plan) };
}

/** Where a cutter's middle may be. */
const whereTheToolGoes = (region: Region, { tool, inset }: PocketPlan): Point[][] =>
  growRegion(region, FLATTENED - tool / 2 - inset);

/** What of an area a cutter gets into, found when it is asked for. */
export function reachedBy(region: Region, plan: PocketPlan): Required<Pick<Fill, 'reached' | 'reach'>> {
  const reach = () => contoursOf(growRings(whereTheToolGoes(region, plan), plan.tool / 2 - FLATTENED));
  return { reach, reached: () => regionArea(reach()) };
}

/**
 * Clears what lies within a wall, what lies innermost first: the lobes of the rings one step further in, then lines
 * down the middle of what those leave, then the rings themselves.
 */
function clear(rings: Rings, depth: number, plan: PocketPlan, tool: ToolPath): void {
  const radius = plan.tool / 2;
  const left = offset(rings, -radius);
  const next = left.length === 0 ? [] : insideOf(rings, left, radius, plan.tool * (1 - plan.overlap));
  tool.eachNearest(lobesOf(next), (lobe) => clear(lobe, depth + 1, plan, tool));
  const uncleared = left.length === 0 ? [] : ringsWithout(left, offset(next, radius));
  tool.run(
    piecesOf(uncleared).flatMap((piece) =>
      middleLines(piece, radius).map((points): Pass => ({ kind: 'middle', points, closed: false })),
    ),
  );
  tool.run(
    rings.map((ring): Pass => ({
      kind: depth === 0 ? 'wall' : 'ring',
      points: plan.way === 'climb' ? ring : [...ring].reverse(),
      closed: true,
    })),
  );
}

const lobesOf = (rings: Rings): Point[][][] =>
  rings.length === 0 ? [] : componentsOf(contoursOf(rings)).map((lobe) => componentRegion(lobe).map(pointsOf));

/** Rings grown or shrunk, of no more points than tell them: the kernel's arcs have hundreds. */
const offset = (rings: Rings, by: number): Point[][] =>
  growRings(rings, by)
    .map((ring) => simplified([...ring, ring[0]!], HAIR).slice(0, -1))
    .filter((ring) => ring.length >= 3);

/**
 * Rings one step further in, where one pass down the middle would not do.
 * @param left the rings shrunk by the radius: what is further in is had from those, with less that turns inside out
 */
function insideOf(rings: Rings, left: Rings, radius: number, step: number): Point[][] {
  const core = offset(left, (1 - ONE_PASS) * radius);
  if (core.length === 0) return [];
  const whole = step >= radius ? offset(left, radius - step) : offset(rings, -step);
  const wide = ringsCommon(whole, offset(core, ONE_PASS * radius - step + 0.3 * radius));
  return wide.filter((ring) => ring.length >= 3);
}

/** Connected pieces, those of the grid's rounding left out. */
function piecesOf(rings: Rings): Point[][][] {
  const solid = growRings(rings, -HAIR);
  if (solid.length === 0) return [];
  return componentsOf(contoursOf(growRings(solid, HAIR)))
    .map((piece) =>
      componentRegion(piece).map(({ segments }) =>
        simplified([...segments.map(({ from }) => from), segments[0]!.from], HAIR).slice(0, -1),
      ),
    )
    .filter((piece) => piece[0]!.length >= 3);
}
