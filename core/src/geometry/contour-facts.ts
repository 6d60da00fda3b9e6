import { joinBounds, moveBounds, type Bounds } from './bounds.ts';
import { formOf, PlacedContour, type Contour, type Region } from './contour.ts';
import type { Point } from './point.ts';
import { flatteningSteps, hullBoundsOf, pointAt, reverseSegment, segmentBounds, segmentLength, sweptArea, type Segment, type SourceId } from './segment.ts';

/** What is asked of contours again and again: it is found once, kept with the contour, and holds for it wherever it is placed. */

/** Tolerance of asking what lies where, mm: finer than anything released. */
const MEASURE_TOLERANCE = 0.002;

const areas = new WeakMap<Contour, number>();

/** Area within a closed contour, mm², exact: positive counter-clockwise. Kept with the contour. */
export function contourArea(contour: Contour): number {
  if (contour instanceof PlacedContour) return contourArea(contour.original);
  let area = areas.get(contour);
  if (area === undefined) {
    area = contour.segments.reduce((sum, segment) => sum + sweptArea(segment), 0);
    areas.set(contour, area);
  }
  return area;
}

/** Area of a region, mm²: its holes count against it. */
export const regionArea = (region: Region): number => region.reduce((sum, contour) => sum + contourArea(contour), 0);

const boxes = new WeakMap<Contour, Bounds>();

/** The box round a contour, exact. Kept with the contour. */
export function contourBounds(contour: Contour): Bounds {
  if (contour instanceof PlacedContour) return moveBounds(contourBounds(contour.original), contour.dx, contour.dy);
  let box = boxes.get(contour);
  if (!box) {
    box = joinBounds(contour.segments.map(segmentBounds));
    boxes.set(contour, box);
  }
  return box;
}

const hulls = new WeakMap<Contour, Bounds>();

/** A box that surely holds the contour, and is quickly had: round its control points. Kept with the contour. */
export function hullBounds(contour: Contour): Bounds {
  if (contour instanceof PlacedContour) return moveBounds(hullBounds(contour.original), contour.dx, contour.dy);
  let box = hulls.get(contour);
  if (!box) {
    box = joinBounds(contour.segments.map(hullBoundsOf));
    hulls.set(contour, box);
  }
  return box;
}

const hullsOfSegments = new WeakMap<Contour, Float64Array>();

/** Boxes round the control points of a contour's segments, four sides each (left, bottom, right, top), and how far they are to be moved. */
export function segmentHulls(contour: Contour): { readonly hulls: Float64Array; readonly dx: number; readonly dy: number } {
  const { form, dx, dy } = formOf(contour);
  let hulls = hullsOfSegments.get(form);
  if (!hulls) {
    hulls = new Float64Array(form.segments.length * 4);
    form.segments.forEach((segment, i) => {
      const { minX, minY, maxX, maxY } = hullBoundsOf(segment);
      hulls!.set([minX, minY, maxX, maxY], 4 * i);
    });
    hullsOfSegments.set(form, hulls);
  }
  return { hulls, dx, dy };
}

const lengths = new WeakMap<Contour, number>();

/** Length along the contour, mm. Kept with the contour. */
export function contourLength(contour: Contour): number {
  if (contour instanceof PlacedContour) return contourLength(contour.original);
  let length = lengths.get(contour);
  if (length === undefined) {
    length = contour.segments.reduce((sum, segment) => sum + segmentLength(segment), 0);
    lengths.set(contour, length);
  }
  return length;
}

const reverses = new WeakMap<Contour, Contour>();

/** The contour run the other way. Kept with the contour, so that what is kept with its reverse is found again too. */
export function reverseContour(contour: Contour): Contour {
  if (contour instanceof PlacedContour) return reversePlaced(contour);
  let reversed = reverses.get(contour);
  if (!reversed) {
    reversed = reversedOriginal(contour);
    reverses.set(contour, reversed);
    reverses.set(reversed, contour);
  }
  return reversed;
}

function reversePlaced(contour: PlacedContour): PlacedContour {
  let { reverse } = contour;
  if (!reverse) {
    reverse = contour.reverse = new PlacedContour(reverseContour(contour.original), contour.dx, contour.dy, contour.rename);
    reverse.reverse = contour;
  }
  return reverse;
}

function reversedOriginal(contour: Contour): Contour {
  const reversed: Contour = { segments: contour.segments.map(reverseSegment).reverse(), closed: contour.closed };
  const [area, length, box, hull, clear] = [areas.get(contour), lengths.get(contour), boxes.get(contour), hulls.get(contour), clearances.get(contour)];
  if (area !== undefined) areas.set(reversed, -area);
  if (length !== undefined) lengths.set(reversed, length);
  if (box) boxes.set(reversed, box);
  if (hull) hulls.set(reversed, hull);
  if (clear) clearances.set(reversed, clear.slice().reverse());
  return reversed;
}

const clearances = new WeakMap<Contour, Uint8Array>();

/** Which segments of a contour stand clear of its others, 1 or 0 for each, where the kernel has found out. */
export const knownClearance = (contour: Contour): Uint8Array | undefined => clearances.get(formOf(contour).form);
export const keepClearance = (contour: Contour, clear: Uint8Array): void => void clearances.set(formOf(contour).form, clear);

const sources = new WeakMap<Contour, readonly SourceId[]>();

function contourSources(contour: Contour): readonly SourceId[] {
  if (contour instanceof PlacedContour) {
    const { original, rename } = contour;
    return rename ? contourSources(original).map(rename) : contourSources(original);
  }
  let own = sources.get(contour);
  if (!own) {
    own = [...new Set(contour.segments.map(({ source }) => source))];
    sources.set(contour, own);
  }
  return own;
}

/** Who has a share in these contours. */
export const sourcesOf = (contours: Iterable<Contour>): Set<SourceId> => {
  const all = new Set<SourceId>();
  for (const contour of contours) for (const source of contourSources(contour)) all.add(source);
  return all;
};

/** Whether a point lies within a closed contour, by the number of crossings to its right. */
export function contourContains(contour: Contour, p: Point): boolean {
  if (contour instanceof PlacedContour) return contourContains(contour.original, { x: p.x - contour.dx, y: p.y - contour.dy });
  const box = hullBounds(contour);
  if (p.x < box.minX || p.x > box.maxX || p.y < box.minY || p.y > box.maxY) return false;
  const { hulls } = segmentHulls(contour);
  let inside = false;
  for (let i = 0; i < contour.segments.length; i++) {
    // Left, below and above, no ray to the right comes by; wholly to the right it crosses if the ends lie on its two sides.
    if (hulls[4 * i + 1]! > p.y || hulls[4 * i + 3]! < p.y || hulls[4 * i + 2]! < p.x) continue;
    const segment = contour.segments[i]!;
    if (hulls[4 * i]! > p.x ? segment.from.y > p.y !== segment.to.y > p.y : crossesRightOf(segment, p)) inside = !inside;
  }
  return inside;
}

/** Whether the level ray to the right of a point crosses a segment an odd number of times. */
function crossesRightOf(segment: Segment, { x, y }: Point): boolean {
  const steps = flatteningSteps(segment, MEASURE_TOLERANCE);
  let odd = false;
  let last = segment.from;
  for (let i = 1; i <= steps; i++) {
    const next = i === steps ? segment.to : pointAt(segment, i / steps);
    if (next.y > y !== last.y > y && x < ((last.x - next.x) * (y - next.y)) / (last.y - next.y) + next.x) odd = !odd;
    last = next;
  }
  return odd;
}

/** Whether a point lies in the material of a region, holes taken off. */
export function regionContains(region: Region, p: Point): boolean {
  let inside = false;
  for (const contour of region) if (contourContains(contour, p)) inside = !inside;
  return inside;
}
