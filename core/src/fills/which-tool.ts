import type { Region } from '../geometry/contour.ts';
import { offsetPoints, offsetRings } from '../geometry/kernel/polygon-offset.ts';
import { ringsWithout, type Rings } from '../geometry/kernel/polygon-boolean.ts';
import { distance, type Point } from '../geometry/point.ts';
import type { Tool } from '../shop/shop.ts';

/** What a cutter of the rack does for an area. */
export interface ToolChoice {
  readonly tool: Tool;
  /** How much of the area it gets into, 0 to 1. */
  readonly share: number;
  /** About so long, with all its passes, s. */
  readonly seconds: number;
  /** What of the area stays. */
  readonly missed: Rings;
}

/** How areas are cleared, whichever the tool: see PocketPlan. mm, s. */
export interface ClearingPlan {
  readonly overlap: number;
  readonly inset: number;
  readonly passes: number;
  /** To lift, go on and come down again. */
  readonly lift: number;
}

/** Scraps narrower than this are the grid's, mm. */
const HAIR = 0.01;

/**
 * What each flat cutter would do: how far it gets in, by shrinking the area by its radius and growing that again; and
 * how long it takes, by the area its middle goes over at a step from pass to pass, and half of that area's edge. That
 * length is true by the co-area formula for rings without waste; of the paths that pocket() makes it is .8 to 1.1.
 * @param area letters as they stand, their own edges; mm
 */
export function toolChoices(area: Region, tools: readonly Tool[], plan: ClearingPlan): ToolChoice[] {
  const edge = offsetRings(area, -plan.inset, 'round');
  const whole = areaOf(edge);
  if (whole <= 0) return [];
  return tools
    .filter(({ kind }) => kind === 'flat')
    .map((tool): ToolChoice => {
      const radius = tool.diameter / 2;
      const middle = offsetPoints(edge, -radius);
      const reached = offsetPoints(middle, radius);
      // What is thinner than a hair is what growing an offset again leaves of a curve.
      const missed = offsetPoints(offsetPoints(ringsWithout(edge, reached), -HAIR / 2), HAIR / 2);
      const length = areaOf(middle) / (tool.diameter * (1 - plan.overlap)) + lengthOf(middle) / 2;
      const lifts = middle.filter((ring) => areaOf([ring]) > 0).length;
      const seconds = plan.passes * (length / tool.feed + lifts * plan.lift);
      return { tool, share: Math.max(0, 1 - areaOf(missed) / whole), seconds, missed };
    });
}

const areaOf = (rings: Rings): number =>
  rings.reduce(
    (sum, ring) =>
      sum +
      ring.reduce((own, p, i) => {
        const q = ring[(i + 1) % ring.length]!;
        return own + (p.x * q.y - q.x * p.y) / 2;
      }, 0),
    0,
  );

const lengthOf = (rings: Rings): number =>
  rings.reduce((sum, ring) => sum + ring.reduce((own, p, i) => own + distance(p, nextOf(ring, i)), 0), 0);

const nextOf = (ring: readonly Point[], i: number): Point => ring[(i + 1) % ring.length]!;
