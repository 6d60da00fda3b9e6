import { componentsOf, componentRegion, type Component } from '../geometry/components.ts';
import { allNamed, formOf, moveRegion, type Contour, type Region } from '../geometry/contour.ts';
import type { Bounds } from '../geometry/bounds.ts';
import { contourLength, regionArea } from '../geometry/contour-facts.ts';
import type { SourceId } from '../geometry/segment.ts';
import type { FillOf, FillPlan } from '../recipe/schema.ts';
import type { Fill } from './fill.ts';
import { fillArea } from './fills.ts';
import { contoursOf, pointsOf, simplified } from './polyline.ts';

/** Strokes of what was filled before, by its outer contour: a letter is filled once for all places it stands in. */
const filled = new WeakMap<Contour, Map<string, FilledPart>>();
/** What is cleared is shown so nearly, mm. */
const SEEN = 0.005;
/** A form is filled in so many ways at most: by several operations, turned from letter to letter. */
const MOST_WAYS = 24;

/** Strokes of a part, and how much of it they leave bare, 0 to 1. */
interface FilledPart {
  readonly strokes: readonly Contour[];
  readonly bare: number;
  /** What of it a cutter clears; of other tools nothing is told. */
  readonly reach: Region;
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
  /** What of it a cutter clears, as a screen shows it; of other tools nothing is told. */
  readonly reach: Region;
}

/**
 * Fills an area part by part, as letters are: what is alike is filled alike, and once.
 * @param first the fill of the operation whose leavings this one clears; null: it has the area by itself
 * @param stay how far the tool goes from line to line without being lifted, where it may, mm
 */
export function fillParts(area: Region, plan: FillPlan, first: FillPlan | null, stay: number): FilledParts {
  const found = componentsOf(area);
  const letters = [...new Set(found.map(ownerOf))];
  const parts = found.sort((a, b) => a.bounds.minX - b.bounds.minX);
  const filled = parts.map((part) => {
    const own = plan.kind === 'hatch' ? turnedFor(plan, letters.indexOf(ownerOf(part))) : plan;
    return { part, ...fillPart(part, own, first, stay) };
  });
  return {
    strokes: filled.flatMap(({ strokes }) => strokes),
    reach: filled.flatMap(({ reach }) => reach),
    missed: filled.filter(({ bare }) => bare > BARE).map(({ part, bare }) => missedOf(part, bare)),
  };
}

/** Whose a part is. */
const ownerOf = ({ outer }: Component): SourceId => outer.segments[0]?.source ?? '';

/** Lines that turn from letter to letter, as they lie in one of them. */
function turnedFor(plan: FillOf<'hatch'>, letter: number): FillOf<'hatch'> {
  const { angle, turn } = plan;
  return turn === 0 ? plan : { ...plan, angle: (angle + letter * turn) % 360, turn: 0 };
}

/** What stays bare of letters in corners is no more than this share of them. */
const BARE = 0.05;

function missedOf(part: Component, bare: number): Missed {
  const edge = componentRegion(part).reduce((sum, contour) => sum + contourLength(contour), 0);
  return { bounds: part.bounds, width: (2 * part.area) / edge, bare, source: ownerOf(part) };
}

function fillPart(part: Component, plan: FillPlan, first: FillPlan | null, stay: number): FilledPart {
  const { form, dx: formX, dy: formY } = formOf(part.outer);
  // From where its edge begins: so that it is filled alike wherever it was computed.
  const begin = form.segments[0]!.from;
  const [dx, dy] = [formX + begin.x, formY + begin.y];
  const holes = part.holes.map(formOf);
  // What moved in itself is another form.
  const key = JSON.stringify([
    plan,
    first,
    stay,
    holes.map((hole) => [round(hole.dx - dx), round(hole.dy - dy), sizeOf(hole.form)]),
  ]);
  let ways = filled.get(form);
  if (!ways) filled.set(form, (ways = new Map()));
  let known = ways.get(key);
  if (!known) {
    const own = moveRegion(componentRegion(part), -dx, -dy, null);
    const fill = fillArea(own, plan, first, stay);
    const reach = (plan.kind === 'pocket' && fill.reach?.()) || null;
    known = {
      strokes: fill.strokes.map(({ contour }) => contour),
      bare: bareShare(fill, plan, first, reach),
      reach: reach ? contoursOf(reach.map(pointsOf).map((ring) => simplified([...ring, ring[0]!], SEEN).slice(1))) : [],
    };
    if (ways.size >= MOST_WAYS) ways.clear();
    ways.set(key, known);
  }
  const moved = (region: Region) => moveRegion(region, dx, dy, allNamed(ownerOf(part)));
  return { strokes: moved(known.strokes), bare: known.bare, reach: moved(known.reach) };
}

/** Dots cover nothing by themselves, an inset is left bare on purpose, and a first cutter may have left nothing. */
function bareShare(
  { strokes, area, reached }: Fill,
  plan: FillPlan,
  first: FillPlan | null,
  reach: Region | null,
): number {
  if (plan.kind === 'dots' || ('inset' in plan && plan.inset > 0)) return strokes.length === 0 ? 1 : 0;
  return strokes.length === 0 && !first ? 1 : Math.max(0, 1 - (reach ? regionArea(reach) : reached()) / area);
}

const round = (mm: number): number => Number(mm.toFixed(6));

/** Tells contours in one place apart. */
const sizeOf = ({ segments }: Contour): readonly number[] => [
  segments.length,
  segments[0]!.from.x,
  segments[0]!.from.y,
];
