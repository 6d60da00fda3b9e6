import { joinBounds, moveBounds, type Bounds } from './bounds.ts';
import { formOf, PlacedContour, type Contour, type Region } from './contour.ts';
import type { Point } from './point.ts';
import {
  flatteningSteps,
  hullBoundsOf,
  pointAt,
  reverseSegment,
  segmentBounds,
  segmentLength,
  sweptArea,
  type Segment,
  type SourceId,
} from './segment.ts';

/**
 * What is asked of contours again and again: it is found once, kept with the contour, and holds for it wherever it is
 * placed.
 */

/** Tolerance of asking what lies where, mm: finer than anything released. */
const MEASURE_TOLERANCE = 0.002;

/** What is known of a contour so far. Moved, it holds for the same contour elsewhere. */
interface Facts {
  area: number | undefined;
  length: number | undefined;
  box: Bounds | undefined;
  hull: Bounds | undefined;
  segmentHulls: Float64Array | undefined;
  sources: readonly SourceId[] | undefined;
  clear: Uint8Array | undefined;
  reverse: Contour | undefined;
}

const facts = new WeakMap<Contour, Facts>();

function factsOf(form: Contour): Facts {
  let known = facts.get(form);
  if (!known)
    facts.set(
      form,
      (known = {
        area: undefined,
        length: undefined,
        box: undefined,
        hull: undefined,
        segmentHulls: undefined,
        sources: undefined,
        clear: undefined,
        reverse: undefined,
      }),
    );
  return known;
}

/** Area within a closed contour, mm², exact: positive counter-clockwise. */
export function contourArea(contour: Contour): number {
  const { form } = formOf(contour);
  const known = factsOf(form);
  return (known.area ??= form.segments.reduce((sum, segment) => sum + sweptArea(segment), 0));
}

/** Area of a region, mm²: its holes count against it. */
export const regionArea = (region: Region): number => region.reduce((sum, contour) => sum + contourArea(contour), 0);

/** The box round a contour, exact. */
export function contourBounds(contour: Contour): Bounds {
  const { form, dx, dy } = formOf(contour);
  const known = factsOf(form);
  known.box ??= joinBounds(form.segments.map(segmentBounds));
  return form === contour ? known.box : moveBounds(known.box, dx, dy);
}

/** A box that surely holds the contour, and is quickly had: round its control points. */
export function hullBounds(contour: Contour): Bounds {
  const { form, dx, dy } = formOf(contour);
  const known = factsOf(form);
  known.hull ??= known.segmentHulls ? roundHulls(known.segmentHulls) : joinBounds(form.segments.map(hullBoundsOf));
  return form === contour ? known.hull : moveBounds(known.hull, dx, dy);
}

/**
 * Boxes round the control points of a contour's segments, four sides each (left, bottom, right, top), and how far they
 * are to be moved.
 */
export function segmentHulls(contour: Contour): {
  readonly hulls: Float64Array;
  readonly dx: number;
  readonly dy: number;
} {
  const { form, dx, dy } = formOf(contour);
  const known = factsOf(form);
  return { hulls: (known.segmentHulls ??= hullsOf(form)), dx, dy };
}

function hullsOf({ segments }: Contour): Float64Array {
  const hulls = new Float64Array(segments.length * 4);
  segments.forEach((segment, i) => {
    const { minX, minY, maxX, maxY } = hullBoundsOf(segment);
    hulls[4 * i] = minX;
    hulls[4 * i + 1] = minY;
    hulls[4 * i + 2] = maxX;
    hulls[4 * i + 3] = maxY;
  });
  return hulls;
}

/** The box round the boxes of segments. */
function roundHulls(hulls: Float64Array): Bounds {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < hulls.length; i += 4) {
    minX = Math.min(minX, hulls[i]!);
    minY = Math.min(minY, hulls[i + 1]!);
    maxX = Math.max(maxX, hulls[i + 2]!);
    maxY = Math.max(maxY, hulls[i + 3]!);
  }
  return { minX, minY, maxX, maxY };
}

/** Length along the contour, mm. */
export function contourLength(contour: Contour): number {
  const { form } = formOf(contour);
  const known = factsOf(form);
  return (known.length ??= form.segments.reduce((sum, segment) => sum + segmentLength(segment), 0));
}

/** The contour run the other way: the same one each time, so that what is known of it is found again. */
export function reverseContour(contour: Contour): Contour {
  if (contour instanceof PlacedContour) {
    contour.reverse ??= new PlacedContour(reverseContour(contour.original), contour.dx, contour.dy, contour.rename);
    contour.reverse.reverse = contour;
    return contour.reverse;
  }
  const known = factsOf(contour);
  known.reverse ??= reversed(contour, known);
  return known.reverse;
}

function reversed(contour: Contour, { area, length, box, hull, clear }: Facts): Contour {
  const reverse: Contour = { segments: contour.segments.map(reverseSegment).reverse(), closed: contour.closed };
  facts.set(reverse, {
    area: area && -area,
    length,
    box,
    hull,
    segmentHulls: undefined,
    sources: undefined,
    clear: clear?.slice().reverse(),
    reverse: contour,
  });
  return reverse;
}

/** Which segments of a contour stand clear of its others, 1 or 0 for each, where the kernel has found out. */
export const knownClearance = (contour: Contour): Uint8Array | undefined => factsOf(formOf(contour).form).clear;
export const keepClearance = (contour: Contour, clear: Uint8Array): void =>
  void (factsOf(formOf(contour).form).clear = clear);

function contourSources(contour: Contour): readonly SourceId[] {
  const { form } = formOf(contour);
  const known = factsOf(form);
  known.sources ??= [...new Set(form.segments.map(({ source }) => source))];
  return contour instanceof PlacedContour && contour.rename ? known.sources.map(contour.rename) : known.sources;
}

/** Who has a share in these contours. */
export const sourcesOf = (contours: Iterable<Contour>): Set<SourceId> => {
  const all = new Set<SourceId>();
  for (const contour of contours) for (const source of contourSources(contour)) all.add(source);
  return all;
};

/** Whether a point lies within a closed contour, by the number of crossings to its right. */
export function contourContains(contour: Contour, p: Point): boolean {
  if (contour instanceof PlacedContour)
    return contourContains(contour.original, { x: p.x - contour.dx, y: p.y - contour.dy });
  const box = hullBounds(contour);
  if (p.x < box.minX || p.x > box.maxX || p.y < box.minY || p.y > box.maxY) return false;
  const { hulls } = segmentHulls(contour);
  let inside = false;
  for (let i = 0; i < contour.segments.length; i++) {
    // Left, below and above, no ray to the right comes by; wholly to the right it crosses if the ends lie on its two
    // sides.
    if (hulls[4 * i + 1]! > p.y || hulls[4 * i + 3]! < p.y || hulls[4 * i + 2]! < p.x) continue;
    const segment = contour.segments[i]!;
    if (hulls[4 * i]! > p.x ? segment.from.y > p.y !== segment.to.y > p.y : turnsRightOf(segment, p) % 2 !== 0)
      inside = !inside;
  }
  return inside;
}

/** How often a segment crosses the level ray to the right of a point, upwards less downwards. */
export function turnsRightOf(segment: Segment, { x, y }: Point): number {
  const steps = flatteningSteps(segment, MEASURE_TOLERANCE);
  let turns = 0;
  let last = segment.from;
  for (let i = 1; i <= steps; i++) {
    const next = i === steps ? segment.to : pointAt(segment, i / steps);
    if (next.y > y !== last.y > y && x < ((last.x - next.x) * (y - next.y)) / (last.y - next.y) + next.x)
      turns += next.y > last.y ? 1 : -1;
    last = next;
  }
  return turns;
}

/** Whether a point lies in the material of a region, holes taken off. */
export function regionContains(region: Region, p: Point): boolean {
  let inside = false;
  for (const contour of region) if (contourContains(contour, p)) inside = !inside;
  return inside;
}
