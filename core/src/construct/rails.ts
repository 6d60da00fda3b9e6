import { heightOf, joinBounds, widthOf, type Bounds } from '../geometry/bounds.ts';
import type { Rail } from '../recipe/parts.ts';

/** A line that letters stand on: heights of its baseline and over that of its caps, mm. */
export interface Baseline {
  readonly y: number;
  readonly capHeight: number;
}

/** A rail, and the thickness of the sheet that it is cut from where a base has slots for it, mm. */
export interface RailPlan extends Rail {
  readonly sheet: number | null;
}

/** Bars that hold lines of letters, and what they stand in. */
export interface Railing {
  /** Rails, uprights and feet. */
  readonly bars: readonly Bounds[];
  readonly base: Base | null;
}

/** A board with a slot for each foot. */
export interface Base {
  readonly box: Bounds;
  readonly cornerRadius: number;
  readonly slots: readonly Bounds[];
}

const NONE: Railing = { bars: [], base: null };

/**
 * Rails by lines of letters, as long as all that stands; uprights from the lowest to the highest; feet below.
 * @param lines from the first down; several pieces of lettering one after the other
 * @param ink round all that stands
 */
export function railingOf(plan: RailPlan, lines: readonly Baseline[], ink: Bounds): Railing {
  const span = { minX: ink.minX - plan.extend, maxX: ink.maxX + plan.extend };
  if (lines.length === 0 || span.maxX <= span.minX) return NONE;
  const rails = railsBy(plan, lines).map((minY): Bounds => ({ ...span, minY, maxY: minY + plan.height }));
  const all = joinBounds(rails);
  const uprights = rails.length > 1 && plan.uprights ? uprightsIn(all, plan.uprights.width ?? plan.height, plan) : [];
  const feet = plan.feet
    ? feetBelow(all, Math.min(all.minY, ink.minY), plan.feet, Math.min(plan.height, plan.overlap || plan.height))
    : [];
  return { bars: [...rails, ...uprights, ...feet], base: baseFor(plan, all, feet) };
}

/** Heights of the lower edges of rails. */
function railsBy({ at, height, overlap }: Rail, lines: readonly Baseline[]): number[] {
  const under = ({ y }: Baseline) => y + overlap - height;
  const over = ({ y, capHeight }: Baseline) => y + capHeight - overlap;
  switch (at) {
    case 'under':
      return lines.map(under);
    case 'over':
      return lines.map(over);
    case 'both':
      return [...lines.map(under), over(lines.reduce((a, b) => (b.y + b.capHeight > a.y + a.capHeight ? b : a)))];
    case 'through':
      return lines.map(({ y, capHeight }) => y + capHeight / 2 - height / 2);
  }
}

function uprightsIn(all: Bounds, width: number, { uprights }: Rail): Bounds[] {
  const { count } = uprights!;
  const wide = Math.min(width, widthOf(all));
  return alongside(count, all.minX + wide / 2, all.maxX - wide / 2).map((x) => ({
    ...all,
    minX: x - wide / 2,
    maxX: x + wide / 2,
  }));
}

/** So many places from one to the other, or the one in the middle. */
const alongside = (count: number, from: number, to: number): number[] =>
  count === 1 ? [(from + to) / 2] : Array.from({ length: count }, (_, i) => from + ((to - from) * i) / (count - 1));

/**
 * Feet reach into the rail, so that they are one with it, and down past all that would stand on the base.
 * @param floor height of the top of the base
 */
function feetBelow(
  all: Bounds,
  floor: number,
  { count, width, depth }: NonNullable<Rail['feet']>,
  into: number,
): Bounds[] {
  const each = widthOf(all) / count;
  const wide = Math.min(width, each);
  return Array.from({ length: count }, (_, i) => {
    const middle = all.minX + each * (i + 0.5);
    return { minX: middle - wide / 2, maxX: middle + wide / 2, minY: floor - depth, maxY: all.minY + into };
  });
}

function baseFor({ feet, sheet }: RailPlan, all: Bounds, under: readonly Bounds[]): Base | null {
  if (!feet?.base || sheet === null) return null;
  const { depth, past, gap } = feet.base;
  const maxY = Math.min(...under.map(({ minY }) => minY)) - gap;
  const box = { minX: all.minX - past, maxX: all.maxX + past, minY: maxY - depth, maxY };
  const middle = maxY - heightOf(box) / 2;
  const half = (sheet + feet.play) / 2;
  const slots = under.map(({ minX, maxX }) => ({
    minX: minX - feet.play / 2,
    maxX: maxX + feet.play / 2,
    minY: middle - half,
    maxY: middle + half,
  }));
  return { box, cornerRadius: feet.base.cornerRadius, slots };
}
