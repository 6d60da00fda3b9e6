import { isUnder } from '../shop/limits.ts';
import { boundsOfPoints, centreOf, type Bounds } from '../geometry/bounds.ts';
import { sourceOf } from '../geometry/edge-samples.ts';
import type { MedialAxis } from '../geometry/medial-axis.ts';
import { exactPassage, type Passage } from '../geometry/passage.ts';
import { distance } from '../geometry/point.ts';
import type { SourceId } from '../geometry/segment.ts';
import { FACING, isPinch, otherEnd, trimAxis, type TrimmedAxis } from './trim-axis.ts';

/** A disc of the local thickness map: mm. */
export interface ThicknessDisc {
  readonly x: number;
  readonly y: number;
  readonly radius: number;
}

/**
 * Area by local thickness: bar n holds what is from n to n + 1 times `width` mm thick, mm²; the last holds all above.
 */
export interface Histogram {
  readonly width: number;
  readonly area: readonly number[];
}

/** A place thinner than its limit. */
export interface Pinch {
  /** A neck widens again at both ends soon; a wall is thin for longer. */
  readonly kind: 'neck' | 'wall';
  /** Least width, mm. */
  readonly width: number;
  /** How far it runs below the limit, mm. */
  readonly length: number;
  readonly where: Bounds;
  /** Whose edges face each other there. */
  readonly between: readonly SourceId[];
}

export interface Thickness {
  readonly discs: readonly ThicknessDisc[];
  readonly histogram: Histogram;
  readonly thin: readonly Pinch[];
  /** The thinnest of all, over or under the limit; null where nothing is anywhere near it. */
  readonly least: Pinch | null;
}

/** Bars of the histogram, and how far they reach at least, in times the limit. */
const BARS = 40;
const REACH = 4;

/** One side of one medial axis, measured: what the whole is put together from. */
export interface SideMeasure {
  readonly discs: readonly ThicknessDisc[];
  /** Thickness and area at each node: two numbers each, mm and mm². */
  readonly spread: Float64Array;
  /** Narrowest first. */
  readonly thin: readonly Pinch[];
  /** The thinnest where none is under the limit. */
  readonly least: Pinch | null;
}

/**
 * Local thickness along one side of the medial axis: a map of discs, a histogram by area, and the places below the
 * limit.
 * @param limit mm; what is thinner becomes a thin place
 */
export const thicknessOf = (axis: MedialAxis, side: 1 | 2, limit: number): Thickness =>
  thicknessFrom([measureSide(axis, side, limit)], limit);

/**
 * Measures one side of an axis. Branches that run out into corners and points are left out: every corner would be thin.
 */
export function measureSide(axis: MedialAxis, side: 1 | 2, limit: number): SideMeasure {
  const graph = trimAxis(axis, side, limit);
  const thin = withoutEchoes(
    thinGroups(axis, graph, limit)
      .map((members) => pinchOf(axis, graph, members, limit))
      .filter((pinch) => pinch !== null)
      .filter(({ width }) => isUnder(width, limit))
      .sort(narrowestFirst),
  );
  return { discs: discsOf(axis, graph), spread: spreadOf(axis, graph), thin, least: thin[0] ?? leastOf(axis, graph) };
}

/**
 * Puts what was measured apart together.
 * @param told up to where the least is sure, mm: between what was measured apart something else may be
 * @param beyond area that is thicker than that, mm²
 */
export function thicknessFrom(sides: readonly SideMeasure[], limit: number, told = Infinity, beyond = 0): Thickness {
  const thin = sides.flatMap((side) => side.thin).sort(narrowestFirst);
  const least = sides.reduce<Pinch | null>(
    (best, side) => (side.least && (!best || side.least.width < best.width) ? side.least : best),
    null,
  );
  // Where all is much thicker than the limit, the thinnest of it should still be on the chart.
  const reach = Math.max(REACH * limit, 2 * (least?.width ?? 0));
  return {
    discs: sides.flatMap(({ discs }) => discs),
    histogram: histogramOf(sides, reach, beyond),
    thin,
    least: least && least.width <= told ? least : null,
  };
}

const narrowestFirst = (a: Pinch, b: Pinch): number => a.width - b.width;

/** Two places nearer than this to each other, mm or in half widths, are one. */
const SAME_PLACE = 0.05;

/** One pinch, one place: of several round the same middle the narrowest is told. Narrowest first. */
function withoutEchoes(pinches: readonly Pinch[]): Pinch[] {
  const told: Pinch[] = [];
  for (const pinch of pinches) {
    const middle = centreOf(pinch.where);
    const near = Math.max(SAME_PLACE, pinch.width / 2);
    if (!told.some((other) => distance(centreOf(other.where), middle) < near)) told.push(pinch);
  }
  return told;
}

/** Length of the axis that belongs to a node: half of each of its links. */
function lengthAt(axis: MedialAxis, { alive, first, around }: TrimmedAxis, t: number): number {
  let length = 0;
  for (let k = first[t]!; k < first[t + 1]!; k++) {
    const next = otherEnd(axis, around[k]!, t);
    if (alive[next] === 1) length += Math.hypot(axis.x[next]! - axis.x[t]!, axis.y[next]! - axis.y[t]!) / 2;
  }
  return length;
}

function spreadOf(axis: MedialAxis, graph: TrimmedAxis): Float64Array {
  const spread = new Float64Array(2 * axis.x.length);
  let count = 0;
  for (let t = 0; t < axis.x.length; t++) {
    if (graph.alive[t] !== 1 || axis.facing[t]! < FACING) continue;
    const thickness = 2 * axis.half[t]!;
    spread[count++] = thickness;
    spread[count++] = lengthAt(axis, graph, t) * thickness;
  }
  return spread.slice(0, count);
}

function histogramOf(sides: readonly SideMeasure[], reach: number, beyond: number): Histogram {
  const width = reach / BARS;
  const area = new Array<number>(BARS).fill(0);
  for (const { spread } of sides)
    for (let i = 0; i < spread.length; i += 2)
      area[Math.min(BARS - 1, Math.floor(spread[i]! / width))]! += spread[i + 1]!;
  area[BARS - 1]! += beyond;
  return { width, area };
}

/** Passages up to this, in times the limit, hang the nodes of one pinch together. */
const ONE_PINCH = 1.03;

/** Nodes round places below the limit, by how they hang together through what is hardly wider. */
function thinGroups(axis: MedialAxis, { alive, first, around }: TrimmedAxis, limit: number): number[][] {
  const seen = new Uint8Array(axis.x.length);
  const groups: number[][] = [];
  const begin = (t: number) => {
    const members: number[] = [];
    const waiting = [t];
    seen[t] = 1;
    for (let at = waiting.pop(); at !== undefined; at = waiting.pop()) {
      members.push(at);
      for (let k = first[at]!; k < first[at + 1]!; k++) {
        const link = around[k]!;
        const next = otherEnd(axis, link, at);
        if (seen[next] === 1 || alive[next] === 0 || 2 * axis.passage[link]! >= ONE_PINCH * limit) continue;
        seen[next] = 1;
        waiting.push(next);
      }
    }
    groups.push(members);
  };
  const isThin = (t: number) => alive[t] === 1 && 2 * axis.half[t]! < limit && axis.facing[t]! >= FACING;
  for (let t = 0; t < axis.x.length; t++) if (seen[t] === 0 && isThin(t)) begin(t);
  // Where two wide discs meet through a pinch between them, no node is thin: the link is.
  for (let link = 0; link < axis.passage.length; link++) {
    const [s, t] = [axis.links[2 * link]!, axis.links[2 * link + 1]!];
    if (2 * axis.passage[link]! >= limit || alive[s] === 0 || alive[t] === 0 || seen[s] === 1 || seen[t] === 1)
      continue;
    // Elsewhere a link is as thin as the nodes at its ends: where those are turned, they are the sides of a corner.
    if (isPinch(axis, link)) begin(s);
  }
  return groups;
}

/** The narrowest place of a group, exact; null where no passage of it stands in the graph. */
function pinchOf(axis: MedialAxis, graph: TrimmedAxis, members: readonly number[], limit: number): Pinch | null {
  let [length, widening] = [0, 0];
  const own = new Set(members);
  const between = new Set<SourceId>();
  const links = new Set<number>();
  for (const t of members) {
    const thin = 2 * axis.half[t]! < limit;
    if (thin) length += lengthAt(axis, graph, t);
    for (let k = graph.first[t]!; k < graph.first[t + 1]!; k++) {
      const link = graph.around[k]!;
      const next = otherEnd(axis, link, t);
      if (graph.alive[next] === 0) continue;
      links.add(link);
      if (!own.has(next) && 2 * axis.half[next]! >= limit) widening++;
    }
    if (thin || members.length <= 2)
      for (const sample of [0, 1, 2]) between.add(sourceOf(axis.samples, axis.contacts[3 * t + sample]!));
  }
  const exact = narrowestOf(axis, [...links]);
  return (
    exact && { ...exact, kind: widening >= 2 && length < 2 * limit ? 'neck' : 'wall', length, between: [...between] }
  );
}

/**
 * Samples tell a width a few in a hundred too wide: passages within this of the narrowest are looked at, so many at
 * most, one for each quarter of the width along the way.
 */
const ALIKE = 1.1;
const MOST_LOOKED_AT = 60;

/** Where all is over the limit, its least need be no more exact than that of so many. */
const LOOKED_AT_FOR_LEAST = 12;

/** The exact narrowest of some links' passages, and the box round it; null for none. */
function narrowestOf(
  axis: MedialAxis,
  links: readonly number[],
  most = MOST_LOOKED_AT,
): { width: number; where: Bounds } | null {
  const least = links.reduce((best, link) => Math.min(best, axis.passage[link]!), Infinity);
  const looked = new Map<string, number>();
  const cell = Math.max(least / 2, 0.01);
  const alike = links.filter((link) => axis.passage[link]! <= ALIKE * least);
  for (const link of alike.sort((a, b) => axis.passage[a]! - axis.passage[b]!)) {
    if (looked.size >= most) break;
    const t = axis.links[2 * link]!;
    const key = `${Math.floor(axis.x[t]! / cell)} ${Math.floor(axis.y[t]! / cell)}`;
    if (!looked.has(key)) looked.set(key, link);
  }
  let best: Passage | null = null;
  for (const link of looked.values()) {
    const passage = exactPassage(axis.samples, axis.ends[2 * link]!, axis.ends[2 * link + 1]!);
    if (!best || passage.width < best.width) best = passage;
  }
  return best && { width: best.width, where: boundsOfPoints([best.from, best.to]) };
}

function leastOf(axis: MedialAxis, graph: TrimmedAxis): Pinch | null {
  const facing: number[] = [];
  for (let link = 0; link < axis.passage.length; link++) {
    const [s, t] = [axis.links[2 * link]!, axis.links[2 * link + 1]!];
    if (graph.alive[s] === 0 || graph.alive[t] === 0 || (axis.facing[s]! < FACING && axis.facing[t]! < FACING))
      continue;
    facing.push(link);
  }
  const exact = narrowestOf(axis, facing, LOOKED_AT_FOR_LEAST);
  if (!exact) return null;
  const narrowest = facing.reduce((best, link) => (axis.passage[link]! < axis.passage[best]! ? link : best));
  const contacts = [0, 1, 2].map((k) => axis.contacts[3 * axis.links[2 * narrowest]! + k]!);
  const between = [...new Set(contacts.map((sample) => sourceOf(axis.samples, sample)))];
  return { ...exact, kind: 'wall', length: 0, between };
}

/** The discs that make the map: thinned out, as each lies over most of the next. */
function discsOf(axis: MedialAxis, graph: TrimmedAxis): ThicknessDisc[] {
  const discs: ThicknessDisc[] = [];
  const covered = new Uint8Array(axis.x.length);
  for (let t = 0; t < axis.x.length; t++) {
    if (graph.alive[t] === 0 || covered[t] === 1) continue;
    const [x, y, radius] = [axis.x[t]!, axis.y[t]!, axis.radius[t]!];
    discs.push({ x, y, radius });
    const waiting = [t];
    for (let at = waiting.pop(); at !== undefined; at = waiting.pop()) {
      for (let k = graph.first[at]!; k < graph.first[at + 1]!; k++) {
        const next = otherEnd(axis, graph.around[k]!, at);
        if (
          covered[next] === 1 ||
          graph.alive[next] === 0 ||
          Math.hypot(axis.x[next]! - x, axis.y[next]! - y) > 0.25 * radius ||
          Math.abs(axis.radius[next]! - radius) > 0.05 * radius
        )
          continue;
        covered[next] = 1;
        waiting.push(next);
      }
    }
  }
  return discs;
}
