import { boundsContain, type Bounds } from '../bounds.ts';
import { boxTable, visitPairs } from '../box-pairs.ts';
import { closedContour, startOf, type Contour, type Region } from '../contour.ts';
import { contourContains, hullBounds, reverseContour, segmentHulls } from '../contour-facts.ts';
import { distance, type Point } from '../point.ts';
import { portion, reverseSegment, tangentAt, type Segment } from '../segment.ts';
import { findCrossings, NEAR, stretchOf, type Approach, type CurveCrossing, type Stretch } from './curve-crossings.ts';
import { moveEnds } from './restore.ts';
import { isSliver } from './slivers.ts';

export type Combining = 'union' | 'difference' | 'intersection';

/** Regions with the crossings between them found. */
export interface Crossed {
  readonly contours: readonly Contour[];
  readonly owners: readonly number[];
  readonly crossings: readonly Crossing[];
  /** The crossings along each contour, in order. */
  readonly places: readonly (readonly Place[])[];
  /** How many other regions hold each contour's start. */
  readonly depths: readonly number[];
}

/** A crossing nearer than this to a joint, mm, is set on the joint: no run of curve is as short. */
const HAIR = 0.002;

/** Where the lines of two regions cross. */
interface Crossing {
  readonly at: Point;
  /** Its places along the two contours. */
  readonly first: Place;
  readonly second: Place;
}

interface Place {
  readonly contour: number;
  readonly segment: number;
  readonly t: number;
  /** The region whose edge is crossed there, and whether the contour goes into it. */
  readonly other: number;
  readonly enters: boolean;
  readonly crossing: number;
}

/** A stretch of a contour from one crossing to the next, as the result has it. */
interface Run {
  readonly contour: number;
  readonly from: Place;
  readonly to: Place;
  readonly backwards: boolean;
}

/**
 * Combines regions on their curves themselves: finds where the curves of one cross those of another, and splices the
 * runs between the crossings that bound the result (Weiler and Atherton's way, for curves). Nothing is flattened, and what
 * has no part in a crossing is not looked at twice: a word's letters meet in two or three places each.
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
  const crossings = crossingsOf(contours, owners);
  if (!crossings) return null;
  const places: Place[][] = contours.map(() => []);
  for (const { first, second } of crossings) {
    places[first.contour]!.push(first);
    places[second.contour]!.push(second);
  }
  for (const own of places) {
    own.sort((a, b) => a.segment - b.segment || a.t - b.t);
    if (!alternate(own) || !spaced(own, crossings)) return null;
  }
  return { contours, owners, crossings, places, depths: contours.map((_, i) => depthAtStart(i, places[i]!, contours, owners)) };
}

/** Combines regions whose crossings are known; null where their runs do not fit together. */
export function combine(combining: Combining, { contours, owners, crossings, places, depths }: Crossed): Region | null {
  const runs: Run[] = [];
  const result: Contour[] = [];
  contours.forEach((contour, i) => {
    const [own, owner] = [places[i]!, owners[i]!];
    const backwards = combining === 'difference' && owner > 0;
    let depth = depths[i]!;
    // What bounds a tool from within bounds what it leaves from without.
    if (own.length === 0 && isKept(combining, owner, depth)) result.push(backwards ? reverseContour(contour) : contour);
    own.forEach((from, k) => {
      depth += from.enters ? 1 : -1;
      if (isKept(combining, owner, depth)) runs.push({ contour: i, from, to: own[(k + 1) % own.length]!, backwards });
    });
  });
  const spliced = rings(runs, contours, crossings);
  return spliced && [...result, ...spliced];
}

/** Whether a line of one region bounds the result where `depth` other regions hold it. */
function isKept(combining: Combining, owner: number, depth: number): boolean {
  if (combining === 'union') return depth === 0;
  return combining === 'intersection' || owner > 0 ? depth === 1 : depth === 0;
}

/** Every crossing between contours of different regions; null where one cannot be told for sure. */
function crossingsOf(contours: readonly Contour[], owners: readonly number[]): Crossing[] | null {
  const boxes = contours.map(hullBounds);
  const stretches = new Map<Segment, Stretch>();
  const whole = (segment: Segment): Stretch => {
    let known = stretches.get(segment);
    if (!known) stretches.set(segment, (known = stretchOf(segment)));
    return known;
  };
  const found: Crossing[] = [];
  let certain = true;
  const table = boxTable(contours.length);
  boxes.forEach(({ minX, minY, maxX, maxY }, i) => ([table.minX[i], table.minY[i], table.maxX[i], table.maxY[i]] = [minX, minY, maxX, maxY]));
  visitPairs(table, NEAR, (i, j) => {
    if (!certain || owners[i] === owners[j]) return;
    const first = found.length;
    const approaches: Approach[] = [];
    const overlap: Bounds = { minX: Math.max(boxes[i]!.minX, boxes[j]!.minX) - NEAR, minY: Math.max(boxes[i]!.minY, boxes[j]!.minY) - NEAR, maxX: Math.min(boxes[i]!.maxX, boxes[j]!.maxX) + NEAR, maxY: Math.min(boxes[i]!.maxY, boxes[j]!.maxY) + NEAR };
    visitNear(contours[i]!, contours[j]!, overlap, (m, n) => {
      if (!certain) return;
      const [a, b] = [contours[i]!.segments[m]!, contours[j]!.segments[n]!];
      const own: CurveCrossing[] = [];
      certain = findCrossings(whole(a), whole(b), own, approaches);
      for (const { t, u, at } of own) {
        const [da, db] = [tangentAt(a, t), tangentAt(b, u)];
        // Material lies to the left of both.
        const enters = da.x * db.y - da.y * db.x < 0;
        const [p, q] = [onJoint(contours[i]!, m, t, at), onJoint(contours[j]!, n, u, at)];
        // At a joint the same crossing is found on both its segments.
        const known = found.slice(first).find(({ first: one, second: two }) => isSame(one, p) && isSame(two, q));
        if (known && known.first.enters !== enters) certain = false;
        if (known) continue;
        const crossing = found.length;
        found.push({ at: p.joint ?? q.joint ?? at, first: { contour: i, segment: p.segment, t: p.t, other: owners[j]!, enters, crossing }, second: { contour: j, segment: q.segment, t: q.t, other: owners[i]!, enters: !enters, crossing } });
      }
    });
    // What comes near without crossing is meant to touch, unless the two cross close by.
    if (approaches.some(({ at, reach }) => !found.slice(first).some((crossing) => distance(crossing.at, at) <= reach))) certain = false;
  });
  return certain ? found : null;
}

/** A place along a contour, set on the joint that it all but is at: the beginning of a segment. */
function onJoint({ segments }: Contour, segment: number, t: number, at: Point): { segment: number; t: number; joint?: Point } {
  const { from, to } = segments[segment]!;
  if (distance(from, at) < HAIR) return { segment, t: 0, joint: from };
  if (distance(to, at) < HAIR) return { segment: segment + 1 < segments.length ? segment + 1 : 0, t: 0, joint: to };
  return { segment, t };
}

const isSame = (a: { segment: number; t: number }, b: { segment: number; t: number }): boolean => a.segment === b.segment && Math.abs(a.t - b.t) < 1e-6;

/** More pairs of segments than this are not compared one by one. */
const MANY = 4000;

/** Calls `visit` for segments of two contours whose hulls' boxes come near each other within a box. */
function visitNear(a: Contour, b: Contour, overlap: Bounds, visit: (m: number, n: number) => void): void {
  const [first, second] = [hullsWithin(a, overlap), hullsWithin(b, overlap)];
  if (first.number.length * second.number.length > MANY) {
    const count = first.number.length;
    const table = boxTable(count + second.number.length);
    [...first.number.keys(), ...second.number.keys()].forEach((k, i) => {
      const of = i < count ? first : second;
      [table.minX[i], table.minY[i], table.maxX[i], table.maxY[i]] = [of.box[4 * k]!, of.box[4 * k + 1]!, of.box[4 * k + 2]!, of.box[4 * k + 3]!];
    });
    visitPairs(table, NEAR, (i, j) => {
      const [low, high] = i < j ? [i, j] : [j, i];
      if (low < count && high >= count) visit(first.number[low]!, second.number[high - count]!);
    });
    return;
  }
  for (let i = 0; i < first.number.length; i++) {
    const [minX, minY, maxX, maxY] = [first.box[4 * i]! - NEAR, first.box[4 * i + 1]! - NEAR, first.box[4 * i + 2]! + NEAR, first.box[4 * i + 3]! + NEAR];
    for (let j = 0; j < second.number.length; j++) {
      if (second.box[4 * j]! > maxX || second.box[4 * j + 2]! < minX || second.box[4 * j + 1]! > maxY || second.box[4 * j + 3]! < minY) continue;
      visit(first.number[i]!, second.number[j]!);
    }
  }
}

/** The segments of a contour that may reach into a box, by number, and the boxes of their hulls. */
function hullsWithin(contour: Contour, within: Bounds): { number: number[]; box: number[] } {
  const { hulls, dx, dy } = segmentHulls(contour);
  const [number, box]: [number[], number[]] = [[], []];
  for (let i = 0; 4 * i < hulls.length; i++) {
    const [minX, minY, maxX, maxY] = [hulls[4 * i]! + dx, hulls[4 * i + 1]! + dy, hulls[4 * i + 2]! + dx, hulls[4 * i + 3]! + dy];
    if (minX > within.maxX || maxX < within.minX || minY > within.maxY || maxY < within.minY) continue;
    number.push(i);
    box.push(minX, minY, maxX, maxY);
  }
  return { number, box };
}

/** Along a contour, each other region is entered and left by turns: else a crossing was missed. */
function alternate(places: readonly Place[]): boolean {
  const inside = new Map<number, boolean>();
  // Once round to come to know, and once more to check.
  for (let turn = 0; turn < 2; turn++)
    for (const { other, enters } of places) {
      if (inside.get(other) === enters) return false;
      inside.set(other, enters);
    }
  return true;
}

/** Crossings that all but coincide would leave runs of no length. */
function spaced(places: readonly Place[], crossings: readonly Crossing[]): boolean {
  if (places.length < 2) return places.length === 0;
  return places.every(({ crossing }, k) => distance(crossings[crossing]!.at, crossings[places[(k + 1) % places.length]!.crossing]!.at) >= HAIR);
}

/** How many other regions hold the start of a contour. */
function depthAtStart(i: number, places: readonly Place[], contours: readonly Contour[], owners: readonly number[]): number {
  const first = new Map<number, boolean>();
  for (const { other, enters } of places) if (!first.has(other)) first.set(other, enters);
  let depth = 0;
  for (const enters of first.values()) if (!enters) depth++;
  const start = startOf(contours[i]!);
  const probe: Bounds = { minX: start.x, minY: start.y, maxX: start.x, maxY: start.y };
  const holding = new Set<number>();
  contours.forEach((other, j) => {
    const owner = owners[j]!;
    if (owner === owners[i] || first.has(owner) || !boundsContain(hullBounds(other), probe) || !contourContains(other, start)) return;
    if (!holding.delete(owner)) holding.add(owner);
  });
  return depth + holding.size;
}

/** Joins runs end to end; null where they do not fit together. */
function rings(runs: readonly Run[], contours: readonly Contour[], crossings: readonly Crossing[]): Contour[] | null {
  const leaving = new Map<number, Run>();
  for (const run of runs) {
    const start = beginOf(run);
    if (leaving.has(start)) return null;
    leaving.set(start, run);
  }
  const result: Contour[] = [];
  while (leaving.size > 0) {
    const [first] = leaving.keys();
    const segments: Segment[] = [];
    let at = first!;
    do {
      const run = leaving.get(at);
      if (!run) return null;
      leaving.delete(at);
      emit(run, contours[run.contour]!.segments, crossings, segments);
      at = endOfRun(run);
    } while (at !== first);
    const contour = closedContour(segments);
    if (!isSliver(contour)) result.push(contour);
  }
  return result;
}

const beginOf = ({ from, to, backwards }: Run): number => (backwards ? to : from).crossing;
const endOfRun = ({ from, to, backwards }: Run): number => (backwards ? from : to).crossing;

function emit({ from, to, backwards }: Run, segments: readonly Segment[], crossings: readonly Crossing[], out: Segment[]): void {
  const run: Segment[] = [];
  if (from.segment === to.segment && from.t < to.t) run.push(portion(segments[from.segment]!, from.t, to.t));
  else {
    run.push(portion(segments[from.segment]!, from.t, 1));
    for (let k = (from.segment + 1) % segments.length; k !== to.segment; k = (k + 1) % segments.length) run.push(segments[k]!);
    if (to.t > 0) run.push(portion(segments[to.segment]!, 0, to.t));
  }
  run[0] = moveEnds(run[0]!, crossings[from.crossing]!.at, run[0]!.to);
  const last = run.length - 1;
  run[last] = moveEnds(run[last]!, run[last]!.from, crossings[to.crossing]!.at);
  if (backwards) for (let k = run.length - 1; k >= 0; k--) out.push(reverseSegment(run[k]!));
  else out.push(...run);
}
