import { componentsOf, componentRegion, type Component } from '../geometry/components.ts';
import { allNamed, formOf, moveRegion, type Contour, type Region } from '../geometry/contour.ts';
import type { Bounds } from '../geometry/bounds.ts';
import { contourLength } from '../geometry/contour-facts.ts';
import type { SourceId } from '../geometry/segment.ts';
import type { FillPlan } from '../recipe/schema.ts';
import type { Fill } from './fill.ts';
import { fillArea } from './fills.ts';

/** Strokes of what was filled before, by its outer contour: a letter is filled once for all places it stands in. */
const filled = new WeakMap<Contour, FilledPart & { readonly key: string }>();

/** Strokes of a part, and how much of it they leave bare, 0 to 1. */
interface FilledPart {
  readonly strokes: readonly Contour[];
  readonly bare: number;
}

/** A part that the tool does not get into, or not into all of it. */
export interface Missed {
  readonly bounds: Bounds;
  /** As wide as a band of its area and edge is, mm. */
  readonly width: number;
  /** How much of it stays bare, 0 to 1. */
  readonly bare: number;
  /** Whose it is. */
  readonly source: SourceId;
}

/** Strokes that fill an area, in running order, and what of it stays bare. */
export interface FilledParts {
  readonly strokes: readonly Contour[];
  readonly missed: readonly Missed[];
}

/** Fills an area part by part, as letters are: what is alike is filled alike, and once. */
export function fillParts(area: Region, plan: FillPlan): FilledParts {
  const parts = componentsOf(area).sort((a, b) => a.bounds.minX - b.bounds.minX);
  const filled = parts.map((part) => ({ part, ...fillPart(part, plan) }));
  return {
    strokes: filled.flatMap(({ strokes }) => strokes),
    missed: filled.filter(({ bare }) => bare > BARE).map(({ part, bare }) => missedOf(part, bare)),
  };
}

/** What stays bare of letters in corners is no more than this share of them. */
const BARE = 0.05;

function missedOf(part: Component, bare: number): Missed {
  const edge = componentRegion(part).reduce((sum, contour) => sum + contourLength(contour), 0);
  return { bounds: part.bounds, width: (2 * part.area) / edge, bare, source: part.outer.segments[0]?.source ?? '' };
}

function fillPart(part: Component, plan: FillPlan): FilledPart {
  const { form, dx, dy } = formOf(part.outer);
  const holes = part.holes.map(formOf);
  // What moved in itself is another form.
  const key = JSON.stringify([
    plan,
    holes.map((hole) => [round(hole.dx - dx), round(hole.dy - dy), sizeOf(hole.form)]),
  ]);
  let known = filled.get(form);
  if (known?.key !== key) {
    const own = moveRegion(componentRegion(part), -dx, -dy, null);
    const fill = fillArea(own, plan);
    filled.set(
      form,
      (known = { key, strokes: fill.strokes.map(({ contour }) => contour), bare: bareShare(fill, plan) }),
    );
  }
  const [source] = part.outer.segments;
  return { strokes: moveRegion(known.strokes, dx, dy, allNamed(source?.source ?? '')), bare: known.bare };
}

/** Dots cover nothing by themselves, and an inset is left bare on purpose. */
function bareShare({ strokes, area, reached }: Fill, plan: FillPlan): number {
  if (strokes.length === 0) return 1;
  return plan.kind === 'dots' || plan.inset > 0 ? 0 : Math.max(0, 1 - reached() / area);
}

const round = (mm: number): number => Number(mm.toFixed(6));

/** Tells contours in one place apart. */
const sizeOf = ({ segments }: Contour): readonly number[] => [
  segments.length,
  segments[0]!.from.x,
  segments[0]!.from.y,
];
