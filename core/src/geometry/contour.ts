import { distance, type Point } from './point.ts';
import { flatteningSteps, moveSegment, placeSegment, pointAt, type Segment, type SourceId } from './segment.ts';

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

export const closedContour = (segments: readonly Segment[]): Contour => ({ segments, closed: true });

/** Gives a run of curve the name of whom it belongs to in its new place. */
export type Rename = (source: SourceId) => SourceId;

/**
 * A contour that is another one elsewhere, and under other names. Its segments are made when they are first asked for:
 * what is known of the original (area, box, what lies in it) holds for it too, so that a line of letters that moves a
 * hair, as it does whenever one of them is changed, need not be made anew. It does not cross a worker's border.
 */
export class PlacedContour implements Contour {
  private made: readonly Segment[] | undefined;
  readonly closed: boolean;
  /** The same run the other way, once it was asked for. */
  reverse: PlacedContour | undefined;

  constructor(
    readonly original: Contour,
    readonly dx: number,
    readonly dy: number,
    readonly rename: Rename | null,
  ) {
    this.closed = original.closed;
  }

  get segments(): readonly Segment[] {
    const { dx, dy, rename } = this;
    return (this.made ??= this.original.segments.map((segment) =>
      moveSegment(segment, dx, dy, rename ? rename(segment.source) : segment.source),
    ));
  }
}

/**
 * A region elsewhere, by (dx, dy) mm, and as others' own: what was computed once for alike letters, set in each one's
 * place.
 */
export function moveRegion(region: Region, dx: number, dy: number, rename: Rename | null = null): Contour[] {
  return region.map((contour) => {
    if (!(contour instanceof PlacedContour)) return new PlacedContour(contour, dx, dy, rename);
    return new PlacedContour(contour.original, contour.dx + dx, contour.dy + dy, chained(contour.rename, rename));
  });
}

/** Renames that ask for no name that was before: nothing that is chained before one matters. */
const plain = new WeakSet<Rename>();

/** Gives everything one name. */
export function allNamed(name: SourceId): Rename {
  const rename = () => name;
  plain.add(rename);
  return rename;
}

function chained(first: Rename | null, second: Rename | null): Rename | null {
  if (!first || !second || plain.has(second)) return second ?? first;
  return (source) => second(first(source));
}

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

/** The contour as points within `tolerance` of it from its start to its end: a closed one comes home. */
export function flattenRound(contour: Contour, tolerance: number): Point[] {
  const points = flatten(contour, tolerance);
  if (contour.closed && points.length > 0) points.push(points[0]!);
  return points;
}

/** The contour that this one is, in a place of its own, and how far that is moved. */
export function formOf(contour: Contour): { readonly form: Contour; readonly dx: number; readonly dy: number } {
  return contour instanceof PlacedContour
    ? { form: contour.original, dx: contour.dx, dy: contour.dy }
    : { form: contour, dx: 0, dy: 0 };
}

/** Nodes of a contour: where its segments begin. */
export const nodeCount = (contour: Contour): number => formOf(contour).form.segments.length;

/** Where a contour begins. */
export function startOf(contour: Contour): Point {
  const { form, dx, dy } = formOf(contour);
  const { x, y } = form.segments[0]!.from;
  return { x: x + dx, y: y + dy };
}

/** Where a contour ends: where it began, when closed. */
export const endOf = (contour: Contour): Point => (contour.closed ? startOf(contour) : contour.segments.at(-1)!.to);

export const placeContour = (contour: Contour, factor: number, dx: number, dy: number): Contour => ({
  ...contour,
  segments: contour.segments.map((segment) => placeSegment(segment, factor, dx, dy)),
});

/** Whether a point lies within a ring, by the number of crossings to its right. */
export function ringContains(ring: readonly Point[], { x, y }: Point): boolean {
  let inside = false;
  let last = ring.at(-1);
  for (const next of ring) {
    if (last && next.y > y !== last.y > y && x < ((last.x - next.x) * (y - next.y)) / (last.y - next.y) + next.x)
      inside = !inside;
    last = next;
  }
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
