import { centerline, USUAL_CENTERLINE } from '../centerline/centerline.ts';
import { flattenRound, type Region } from '../geometry/contour.ts';
import { regionArea } from '../geometry/contour-facts.ts';
import type { Rings } from '../geometry/kernel/polygon-boolean.ts';
import { FLATTENED, growRegion, growRings } from '../geometry/kernel/ring-offset.ts';
import { distance, mix, type Point } from '../geometry/point.ts';
import { clipLine } from './clip-lines.ts';
import type { Fill } from './fill.ts';
import { outlineOf, type HatchPlan } from './hatch.ts';
import { contoursOf, lengthOf } from './polyline.ts';
import { stayOf, ToolPath, usualStay, type Pass } from './tool-path.ts';

/** Lines are followed so nearly, mm; pieces of them shorter than so many widths are scraps of their neighbours. */
const [FINE, SCRAP] = [0.005, 0.5];
/** More lines than these beside one middle are no look, but a mistake. */
const MOST = 500;

/**
 * Fills an area with lines that follow the middle of its strokes: one down each, then side by side to both sides of it
 * until they run out at the edge. Where strokes change their width lines end at the edge, rather than bend with it.
 */
export function alongMiddle(region: Region, plan: HatchPlan, stay = usualStay(plan.width)): Fill {
  const { width, spacing, inset, outline } = plan;
  const reach = growRegion(region, -(width / 2 + inset));
  const source = region[0]?.segments[0]?.source ?? '';
  const edges = outline === 'none' ? [] : outlineOf(region, contoursOf(reach), width / 2 + inset);
  const path = new ToolPath(reach, width, stayOf(plan, stay));
  path.run(linesIn(region, reach, spacing, SCRAP * width));
  const lines = path.strokes(source);
  const outlines = edges.map((contour) => ({ kind: 'outline' as const, contour }));
  return {
    strokes: outline === 'before' ? [...outlines, ...lines] : [...lines, ...outlines],
    area: regionArea(region),
    reached: () => regionArea(contoursOf(growRings(reach, width / 2 - FLATTENED))),
  };
}

/** @param area what the tool's middle may reach @param least shorter lines are left out, mm */
function linesIn(region: Region, area: Rings, spacing: number, least: number): Pass[] {
  const middles = centerline(region, USUAL_CENTERLINE).map(({ contour }) => flattenRound(contour, FINE));
  const passes = middles.flatMap((points) => within(points, area, least));
  const round = middles.flatMap(thinRings);
  for (let beside = spacing, n = 1; n < MOST; beside += spacing, n++) {
    const next = growRings(round, beside, FINE).flatMap((ring) => within([...ring, ring[0]!], area, least));
    if (next.length === 0) break;
    passes.push(...next);
  }
  return passes;
}

/** A line as an area of no width, which is grown to a band: there and back, or round outside and inside. */
function thinRings(points: readonly Point[]): Point[][] {
  const back = [...points].reverse();
  const isClosed = distance(points[0]!, back[0]!) < 1e-9;
  if (isClosed) return [points.slice(1), back.slice(1)];
  // A straight one has too few points to be an area.
  const there = points.length > 2 ? points : [points[0]!, mix(points[0]!, points[1]!, 0.5), points[1]!];
  return [[...there, ...[...there].reverse().slice(1, -1)]];
}

/** What of a line lies within an area. */
function within(points: readonly Point[], area: Rings, least: number): Pass[] {
  const parts = clipLine(points, area, 0);
  const isRing = distance(points[0]!, points.at(-1)!) < FINE;
  const meets = (a: readonly Point[], b: readonly Point[]) => isRing && distance(a.at(-1)!, b[0]!) < FINE;
  const [first, last] = [parts[0], parts.at(-1)];
  // What is clipped where a ring was begun is one.
  if (first && last && first !== last && meets(last, first))
    parts.splice(0, parts.length, ...parts.slice(1, -1), [...last, ...first.slice(1)]);
  return parts
    .filter((part) => lengthOf(part) >= least)
    .map((part): Pass => {
      const closed = meets(part, part);
      return { kind: 'line', points: closed ? part.slice(0, -1) : part, closed };
    });
}
