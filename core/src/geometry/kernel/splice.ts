import { boundsContain, type Bounds } from '../bounds.ts';
import { boxTableOf, visitPairs } from '../box-pairs.ts';
import { closedContour, startOf, type Contour, type Region } from '../contour.ts';
import { contourContains, hullBounds, reverseContour } from '../contour-facts.ts';
import { distance } from '../point.ts';
import { moveEnds, portion, reverseSegment, type Segment } from '../segment.ts';
import { crossingsOf, HAIR, type Crossing, type ContourCrossing } from './region-crossings.ts';
import { isSliver } from './slivers.ts';

export type Combining = 'union' | 'difference' | 'intersection';

/** Regions with the crossings between them found. */
export interface Crossed {
  readonly contours: readonly Contour[];
  readonly owners: readonly number[];
  readonly crossings: readonly Crossing[];
  /** The crossings along each contour, in order. */
  readonly crossed: readonly (readonly ContourCrossing[])[];
  /** How many other regions hold each contour's start. */
  readonly depths: readonly number[];
}

/** A stretch of a contour from one crossing to the next, as the result has it. */
interface Run {
  readonly contour: number;
  readonly from: ContourCrossing;
  readonly to: ContourCrossing;
  readonly backwards: boolean;
}

/**
 * Combines regions on their curves themselves: finds where the curves of one cross those of another, and splices the
 * runs between the crossings that bound the result (Weiler and Atherton's way, for curves). Nothing is flattened, and
 * what has no part in a crossing is not looked at twice: a word's letters meet in two or three places each.
 * @param regions each clean by itself, such as `weld` gives; subject and tool where the combining is not a union
 * @returns null where two lines touch, graze or run along each other, so that it takes a sweep on a grid to decide
 */
export function splice(combining: Combining, regions: readonly Region[]): Region | null {
  const crossed = cross(regions);
  return crossed && combine(combining, crossed);
}

/** Finds all crossings between regions, for `combine`; null where that takes a sweep. */
export function cross(regions: readonly Region[]): Crossed | null {
  const contours = regions.flat();
  const owners = regions.flatMap((region, owner) => region.map(() => owner));
  const boxes = contours.map(hullBounds);
  const crossings = crossingsOf(contours, owners, boxes);
  if (!crossings) return null;
  const crossed = crossingsAlong(contours, crossings);
  if (!crossed.every((own) => alternate(own) && spaced(own, crossings))) return null;
  return {
    contours,
    owners,
    crossings,
    crossed,
    depths: depthsAtStarts(contours, owners, crossed, boxes),
  };
}

/**
 * Combines regions whose crossings are known; null where their runs do not fit together.
 * @param cut is told the segments that were made by cutting others
 */
export function combine(
  combining: Combining,
  { contours, owners, crossings, crossed, depths }: Crossed,
  cut?: Set<Segment>,
): Region | null {
  const runs: Run[] = [];
  const result: Contour[] = [];
  contours.forEach((contour, i) => {
    const [own, owner] = [crossed[i]!, owners[i]!];
    const backwards = combining === 'difference' && owner > 0;
    let depth = depths[i]!;
    // What bounds a tool from within bounds what it leaves from without.
    if (own.length === 0 && isKept(combining, owner, depth)) result.push(backwards ? reverseContour(contour) : contour);
    own.forEach((from, k) => {
      depth += from.enters ? 1 : -1;
      if (isKept(combining, owner, depth)) runs.push({ contour: i, from, to: own[(k + 1) % own.length]!, backwards });
    });
  });
  const spliced = rings(runs, contours, crossings, cut);
  return spliced && [...result, ...spliced];
}

/** Whether a line of one region bounds the result where `depth` other regions hold it. */
function isKept(combining: Combining, owner: number, depth: number): boolean {
  if (combining === 'union') return depth === 0;
  return combining === 'intersection' || owner > 0 ? depth === 1 : depth === 0;
}

/** Along a contour, each other region is entered and left by turns: else a crossing was missed. */
function alternate(crossed: readonly ContourCrossing[]): boolean {
  const inside = new Map<number, boolean>();
  // Once round to come to know, and once more to check.
  for (let turn = 0; turn < 2; turn++)
    for (const { other, enters } of crossed) {
      if (inside.get(other) === enters) return false;
      inside.set(other, enters);
    }
  return true;
}

/** The crossings along each contour, in order. */
export function crossingsAlong(contours: readonly Contour[], crossings: readonly Crossing[]): ContourCrossing[][] {
  const crossed: ContourCrossing[][] = contours.map(() => []);
  for (const { first, second } of crossings) {
    crossed[first.contour]!.push(first);
    crossed[second.contour]!.push(second);
  }
  for (const own of crossed) own.sort((a, b) => a.segment - b.segment || a.t - b.t);
  return crossed;
}

/** Crossings that all but coincide would leave runs of no length; a loop begins and ends at the same one. */
export function spaced(own: readonly ContourCrossing[], crossings: readonly Crossing[]): boolean {
  return own.every(({ crossing }, k) => {
    const next = own[(k + 1) % own.length]!.crossing;
    return next === crossing || distance(crossings[crossing]!.at, crossings[next]!.at) >= HAIR;
  });
}

/** How many other regions hold the start of each contour. */
function depthsAtStarts(
  contours: readonly Contour[],
  owners: readonly number[],
  crossed: readonly (readonly ContourCrossing[])[],
  boxes: readonly Bounds[],
): number[] {
  // Of those that are crossed, the first crossing tells.
  const first = crossed.map((own) => {
    const entered = new Map<number, boolean>();
    for (const { other, enters } of own) if (!entered.has(other)) entered.set(other, enters);
    return entered;
  });
  const holding = contours.map(() => new Set<number>());
  const look = (i: number, j: number): void => {
    const [owner, start] = [owners[j]!, startOf(contours[i]!)];
    const probe: Bounds = { minX: start.x, minY: start.y, maxX: start.x, maxY: start.y };
    if (first[i]!.has(owner) || !boundsContain(boxes[j]!, probe) || !contourContains(contours[j]!, start)) return;
    // In one of its holes it is outside again.
    if (!holding[i]!.delete(owner)) holding[i]!.add(owner);
  };
  visitPairs(boxTableOf(boxes), 0, (i, j) => {
    if (owners[i] === owners[j]) return;
    look(i, j);
    look(j, i);
  });
  return first.map((own, i) => [...own.values()].filter((enters) => !enters).length + holding[i]!.size);
}

/** Joins runs end to end; null where they do not fit together. */
function rings(
  runs: readonly Run[],
  contours: readonly Contour[],
  crossings: readonly Crossing[],
  cut: Set<Segment> | undefined,
): Contour[] | null {
  const leaving = new Map<number, Run>();
  for (const run of runs) {
    const start = beginOf(run);
    if (leaving.has(start)) return null;
    leaving.set(start, run);
  }
  const result: Contour[] = [];
  // What a ring has taken is no longer among them.
  for (const first of leaving.keys()) {
    const segments: Segment[] = [];
    let at = first;
    do {
      const run = leaving.get(at);
      if (!run) return null;
      leaving.delete(at);
      const own = segmentsOf(run, contours[run.contour]!.segments, crossings);
      cut?.add(own[0]!).add(own.at(-1)!);
      for (const segment of own) segments.push(segment);
      at = endOfRun(run);
    } while (at !== first);
    const contour = closedContour(segments);
    if (!isSliver(contour)) result.push(contour);
  }
  return result;
}

const beginOf = ({ from, to, backwards }: Run): number => (backwards ? to : from).crossing;
const endOfRun = ({ from, to, backwards }: Run): number => (backwards ? from : to).crossing;

/** The segments of a run, the way it is run, from crossing to crossing. */
function segmentsOf(
  { from, to, backwards }: Run,
  segments: readonly Segment[],
  crossings: readonly Crossing[],
): Segment[] {
  const run: Segment[] = [];
  if (from.segment === to.segment && from.t < to.t) run.push(portion(segments[from.segment]!, from.t, to.t));
  else {
    run.push(portion(segments[from.segment]!, from.t, 1));
    for (let k = (from.segment + 1) % segments.length; k !== to.segment; k = (k + 1) % segments.length)
      run.push(segments[k]!);
    if (to.t > 0) run.push(portion(segments[to.segment]!, 0, to.t));
  }
  run[0] = moveEnds(run[0]!, crossings[from.crossing]!.at, run[0]!.to);
  const last = run.length - 1;
  run[last] = moveEnds(run[last]!, run[last]!.from, crossings[to.crossing]!.at);
  return backwards ? run.map(reverseSegment).reverse() : run;
}
