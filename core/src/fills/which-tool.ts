import { componentRegion, componentsOf } from '../geometry/components.ts';
import type { Region } from '../geometry/contour.ts';
import { growRings, growRegion } from '../geometry/kernel/ring-offset.ts';
import { ringsCommon, ringsWithout, type Rings } from '../geometry/kernel/polygon-boolean.ts';
import { distance, type Point } from '../geometry/point.ts';
import type { Tool } from '../shop/shop.ts';

/** What a cutter of the rack does for an area, alone or after a wider one. */
export interface ToolChoice {
  readonly tool: Tool;
  /** The wider one that goes before, so that this one clears no more than what that leaves; null: it does it all. */
  readonly before: Tool | null;
  /** How much of the area is cleared in the end, 0 to 1. */
  readonly share: number;
  /** About so long, with all passes, changing tools left out, s. */
  readonly seconds: number;
  /** What of the first lot stays. */
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

/** Curves are followed so nearly, mm: shares come within .002 so. */
const FINE = 0.01;
/** Scraps narrower than this lie between two roundings of one edge, mm. */
const HAIR = 0.03;

/** An area, as often as it is cleared. */
export interface Lot {
  /** Letters as they stand, their own edges; mm. */
  readonly area: Region;
  readonly copies: number;
}

/**
 * What each flat cutter would do, and each after the wider one that saves it most time, where one does. How far a
 * cutter gets in is told by shrinking the area by its radius and growing that again; how long it takes, by the area its
 * middle goes over at a step from pass to pass, and half of that area's edge. That length is true by the co-area
 * formula for rings without waste; of the paths that pocket() makes it is .8 to 1.1.
 */
export function toolChoices(lots: readonly Lot[], tools: readonly Tool[], plan: ClearingPlan): ToolChoice[] {
  // Letter by letter: the work of an offset grows faster than what is given to it.
  const edges = lots.flatMap(({ area, copies }, i) =>
    componentsOf(area).map((part) => ({
      edge: growRegion(componentRegion(part), -plan.inset, FINE),
      copies,
      isShown: i === 0,
    })),
  );
  const whole = edges.reduce((sum, { edge, copies }) => sum + copies * areaOf(edge), 0);
  if (whole <= 0) return [];
  const alone = tools
    .filter(({ kind }) => kind === 'flat')
    .map((tool): Alone => {
      const parts = edges.map(({ edge, ...told }) => ({ ...cleared(edge, tool.diameter / 2), ...told }));
      const share = Math.max(0, 1 - sumOver(parts, ({ missed }) => areaOf(missed)) / whole);
      return { tool, parts, share, seconds: sumOver(parts, ({ middle }) => secondsOver(middle, tool, plan)) };
    });
  const told = ({ tool, share, seconds, parts }: Alone, before: Tool | null, after = 0): ToolChoice => ({
    ...{ tool, before, share, seconds: before ? after : seconds },
    missed: parts.filter(({ isShown }) => isShown).flatMap(({ missed }) => missed),
  });
  const pairs = alone.flatMap((small): ToolChoice[] => {
    // No way is shorter than what it clears is long, as wide as the tool.
    const atLeast = ({ share, seconds }: Alone): number =>
      seconds + (plan.passes * (small.share - share) * whole) / small.tool.diameter / small.tool.feed;
    const wider = alone
      .filter(({ tool, share }) => tool.diameter > small.tool.diameter && share > 0 && small.share - share >= GAIN)
      .sort((a, b) => atLeast(a) - atLeast(b));
    let best: { readonly before: Tool | null; readonly seconds: number } = { before: null, seconds: small.seconds };
    for (const large of wider) {
      if (atLeast(large) >= best.seconds) break;
      const seconds = large.seconds + restSeconds(small, large, plan);
      if (seconds < best.seconds) best = { before: large.tool, seconds };
    }
    return best.before ? [told(small, best.before, best.seconds)] : [];
  });
  return [...alone.map((each) => told(each, null)), ...pairs];
}

/** A second cutter that clears less of the area than this is not worth putting in. */
const GAIN = 0.001;

/** What a cutter does by itself. */
interface Alone {
  readonly tool: Tool;
  readonly share: number;
  readonly seconds: number;
  readonly parts: readonly (Cleared & { readonly copies: number; readonly isShown: boolean })[];
}

/** Where a cutter's middle goes in an area, and what it leaves. */
interface Cleared {
  readonly middle: Rings;
  readonly missed: Rings;
}

function cleared(edge: Rings, radius: number): Cleared {
  const middle = growRings(edge, -radius, FINE);
  const reached = growRings(middle, radius, FINE);
  return { middle, missed: withoutHairs(ringsWithout(edge, reached)) };
}

/** What is thinner than a hair is what growing an offset again leaves of a curve. */
const withoutHairs = (rings: Rings): Rings => growRings(growRings(rings, -HAIR / 2, FINE), HAIR / 2, FINE);

/** Seconds of a small cutter over what a large one left. */
const restSeconds = ({ tool, parts }: Alone, large: Alone, plan: ClearingPlan): number =>
  sumOver(
    parts.map((part, i) => ({ ...part, rest: ringsWithout(large.parts[i]!.missed, part.missed) })),
    ({ middle, rest }) => secondsOver(ringsCommon(middle, growRings(rest, tool.diameter / 2, FINE)), tool, plan),
  );

const sumOver = <Part extends { readonly copies: number }>(
  parts: readonly Part[],
  value: (part: Part) => number,
): number => parts.reduce((sum, part) => sum + part.copies * value(part), 0);

/** Seconds to go over an area with the middle of a cutter. */
function secondsOver(middle: Rings, tool: Tool, { overlap, passes, lift }: ClearingPlan): number {
  const length = areaOf(middle) / (tool.diameter * (1 - overlap)) + lengthOf(middle) / 2;
  const lifts = middle.filter((ring) => areaOf([ring]) > 0).length;
  return passes * (length / tool.feed + lifts * lift);
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
