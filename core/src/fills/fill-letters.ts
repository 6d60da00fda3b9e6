import { componentsOf, componentRegion, type Component } from '../geometry/components.ts';
import { allNamed, formOf, moveRegion, type Contour, type Region } from '../geometry/contour.ts';
import type { Bounds } from '../geometry/bounds.ts';
import { contourLength } from '../geometry/contour-facts.ts';
import type { SourceId } from '../geometry/segment.ts';
import type { FillPlan } from '../recipe/schema.ts';
import { fillArea } from './fills.ts';

/** Strokes of what was filled before, by its outer contour: a letter is filled once for all places it stands in. */
const filled = new WeakMap<Contour, { readonly key: string; readonly strokes: readonly Contour[] }>();

/** A part that the tool does not get into: it stays bare. */
export interface Missed {
  readonly bounds: Bounds;
  /** As wide as a band of its area and edge is, mm. */
  readonly width: number;
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
  const filled = parts.map((part) => ({ part, strokes: fillPart(part, plan) }));
  return {
    strokes: filled.flatMap(({ strokes }) => strokes),
    missed: filled.filter(({ strokes }) => strokes.length === 0).map(({ part }) => missedOf(part)),
  };
}

function missedOf(part: Component): Missed {
  const edge = componentRegion(part).reduce((sum, contour) => sum + contourLength(contour), 0);
  return { bounds: part.bounds, width: (2 * part.area) / edge, source: part.outer.segments[0]?.source ?? '' };
}

function fillPart(part: Component, plan: FillPlan): Contour[] {
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
    filled.set(form, (known = { key, strokes: fillArea(own, plan).strokes.map(({ contour }) => contour) }));
  }
  const [source] = part.outer.segments;
  return moveRegion(known.strokes, dx, dy, allNamed(source?.source ?? ''));
}

const round = (mm: number): number => Number(mm.toFixed(6));

/** Tells contours in one place apart. */
const sizeOf = ({ segments }: Contour): readonly number[] => [
  segments.length,
  segments[0]!.from.x,
  segments[0]!.from.y,
];
