import { joinBounds, moveBounds, type Bounds } from './bounds.ts';
import { distance, type Point } from './point.ts';
import { flatteningSteps, hullBoundsOf, placeSegment, pointAt, reverseSegment, segmentBounds, segmentLength, sweptArea, type Segment, type SourceId } from './segment.ts';

/** A chain of segments, each beginning where the last ended. A closed one ends where it began. */
export interface Contour {
  readonly segments: readonly Segment[];
  readonly closed: boolean;
}

/**
 * Material, or any area: closed contours that do not cross, outer ones counter-clockwise, holes clockwise.
 * What the kernel gives back is always of this form.
 */
export type Region = readonly Contour[];

/** Tolerance of asking what lies where, mm: finer than anything released. */
const MEASURE_TOLERANCE = 0.002;

export const closedContour = (segments: readonly Segment[]): Contour => ({ segments, closed: true });

/** The contour as points within `tolerance` of it, its first not repeated at the end when closed. */
export function flatten(contour: Contour, tolerance: number): Point[] {
  const points: Point[] = [];
  for (const segment of contour.segments) {
    const steps = flatteningSteps(segment, tolerance);
    points.push(segment.from);
    for (let i = 1; i < steps; i++) points.push(pointAt(segment, i / steps));
  }
  const last = contour.segments.at(-1);
  if (last && !contour.closed) points.push(last.to);
  return points;
}

const areas = new WeakMap<Contour, number>();

/** Area within a closed contour, mm², exact: positive counter-clockwise. Kept with the contour. */
export function contourArea(contour: Contour): number {
  let area = areas.get(contour);
  if (area === undefined) {
    area = contour.segments.reduce((sum, segment) => sum + sweptArea(segment), 0);
    areas.set(contour, area);
  }
  return area;
}

/** Area of a region, mm²: its holes count against it. */
export const regionArea = (region: Region): number => region.reduce((sum, contour) => sum + contourArea(contour), 0);

/** The box round a contour, exact. Kept with the contour. */
export function contourBounds(contour: Contour): Bounds {
  let box = boxes.get(contour);
  if (!box) {
    box = joinBounds(contour.segments.map(segmentBounds));
    boxes.set(contour, box);
  }
  return box;
}

const boxes = new WeakMap<Contour, Bounds>();

/** A box that surely holds the contour, and is quickly had: round its control points. Kept with the contour. */
export function hullBounds(contour: Contour): Bounds {
  let box = hulls.get(contour);
  if (!box) {
    box = joinBounds(contour.segments.map(hullBoundsOf));
    hulls.set(contour, box);
  }
  return box;
}

const hulls = new WeakMap<Contour, Bounds>();

/** Length along the contour, mm. Kept with the contour. */
export function contourLength(contour: Contour): number {
  let length = lengths.get(contour);
  if (length === undefined) {
    length = contour.segments.reduce((sum, segment) => sum + segmentLength(segment), 0);
    lengths.set(contour, length);
  }
  return length;
}

const lengths = new WeakMap<Contour, number>();

/** The contour run the other way. Kept with the contour, so that what is kept with its reverse is found again too. */
export function reverseContour(contour: Contour): Contour {
  let reversed = reverses.get(contour);
  if (!reversed) {
    reversed = { segments: contour.segments.map(reverseSegment).reverse(), closed: contour.closed };
    reverses.set(contour, reversed);
    reverses.set(reversed, contour);
    keepMeasures(contour, reversed, 0, 0, -1);
  }
  return reversed;
}

const reverses = new WeakMap<Contour, Contour>();

const clearances = new WeakMap<Contour, Uint8Array>();

/** Which segments of a contour stand clear of its others, 1 or 0 for each, where the kernel has found out. */
export const knownClearance = (contour: Contour): Uint8Array | undefined => clearances.get(contour);
export const keepClearance = (contour: Contour, clear: Uint8Array): void => void clearances.set(contour, clear);

/** What is known of a contour holds, moved, for the same contour elsewhere: it need not be measured again. */
export function keepMeasures(known: Contour, moved: Contour, dx: number, dy: number, turns: 1 | -1 = 1): void {
  const [area, length, box, hull, clear] = [areas.get(known), lengths.get(known), boxes.get(known), hulls.get(known), clearances.get(known)];
  if (area !== undefined) areas.set(moved, turns * area);
  if (length !== undefined) lengths.set(moved, length);
  if (box) boxes.set(moved, moveBounds(box, dx, dy));
  if (hull) hulls.set(moved, moveBounds(hull, dx, dy));
  if (clear) clearances.set(moved, turns === 1 ? clear : clear.slice().reverse());
}

export const placeContour = (contour: Contour, factor: number, dx: number, dy: number): Contour => ({
  ...contour,
  segments: contour.segments.map((segment) => placeSegment(segment, factor, dx, dy)),
});

/** Who has a share in this contour. */
export const sourcesOf = (contours: Iterable<Contour>): Set<SourceId> => {
  const sources = new Set<SourceId>();
  for (const contour of contours) for (const segment of contour.segments) sources.add(segment.source);
  return sources;
};

/** Whether a point lies within a ring, by the number of crossings to its right. */
export function ringContains(ring: readonly Point[], { x, y }: Point): boolean {
  let inside = false;
  let last = ring.at(-1);
  for (const next of ring) {
    if (last && next.y > y !== last.y > y && x < ((last.x - next.x) * (y - next.y)) / (last.y - next.y) + next.x) inside = !inside;
    last = next;
  }
  return inside;
}

/** Whether a point lies within a closed contour, by the number of crossings to its right. */
export function contourContains(contour: Contour, p: Point): boolean {
  const box = hullBounds(contour);
  if (p.x < box.minX || p.x > box.maxX || p.y < box.minY || p.y > box.maxY) return false;
  let inside = false;
  for (const segment of contour.segments) if (crossesRightOf(segment, p)) inside = !inside;
  return inside;
}

/** Whether the level ray to the right of a point crosses a segment an odd number of times. */
function crossesRightOf(segment: Segment, { x, y }: Point): boolean {
  const { from, to } = segment;
  if (segment.kind !== 'line') {
    const box = hullBoundsOf(segment);
    if (box.minY > y || box.maxY < y || box.maxX < x) return false;
    if (box.minX <= x) {
      let odd = false;
      let last = from;
      const steps = flatteningSteps(segment, MEASURE_TOLERANCE);
      for (let i = 1; i <= steps; i++) {
        const next = i === steps ? to : pointAt(segment, i / steps);
        if (next.y > y !== last.y > y && x < ((last.x - next.x) * (y - next.y)) / (last.y - next.y) + next.x) odd = !odd;
        last = next;
      }
      return odd;
    }
    return from.y > y !== to.y > y;
  }
  return to.y > y !== from.y > y && x < ((from.x - to.x) * (y - to.y)) / (from.y - to.y) + to.x;
}

/** Whether a point lies in the material of a region, holes taken off. */
export function regionContains(region: Region, p: Point): boolean {
  let inside = false;
  for (const contour of region) if (contourContains(contour, p)) inside = !inside;
  return inside;
}

/** True where every segment begins where the last ended, within `slack` mm, and a closed contour comes home. */
export function isConnected({ segments, closed }: Contour, slack = 1e-6): boolean {
  const first = segments[0];
  if (!first) return false;
  let last = closed ? segments.at(-1)! : undefined;
  for (const segment of segments) {
    if (last && distance(last.to, segment.from) > slack) return false;
    last = segment;
  }
  return true;
}
