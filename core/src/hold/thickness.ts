import type { Bounds } from '../geometry/bounds.ts';
import type { MedialAxis } from '../geometry/medial-axis.ts';
import { exactPassage } from '../geometry/passage.ts';
import type { Region } from '../geometry/contour.ts';
import type { SourceId } from '../geometry/segment.ts';

/** A disc of the local thickness map: mm. */
export interface ThicknessDisc {
  readonly x: number;
  readonly y: number;
  readonly radius: number;
}

/** Area by local thickness: bar n holds what is from n to n + 1 times `width` mm thick, mm²; the last holds all above. */
export interface Histogram {
  readonly width: number;
  readonly area: readonly number[];
}

/** A place thinner than its limit. */
export interface ThinPlace {
  /** A neck widens again at both ends soon; a wall is thin for longer. */
  readonly kind: 'neck' | 'wall';
  /** Least width, mm. */
  readonly width: number;
  /** How far it runs below the limit, mm. */
  readonly length: number;
  readonly place: Bounds;
  /** Whose edges face each other there. */
  readonly between: readonly SourceId[];
}

export interface Thickness {
  readonly discs: readonly ThicknessDisc[];
  readonly histogram: Histogram;
  readonly thin: readonly ThinPlace[];
  /** The thinnest of all, over or under the limit; null where there is nothing to measure. */
  readonly least: ThinPlace | null;
}

/** Discs through three points are told to measure two walls that face each other when their widest side is this near their diameter. */
const FACING = 0.9;

/** A branch that narrows faster than this to its end is the point of a serif or a corner, not a thin place. */
const TAPER = 0.1;

/** What a branch may waver, against the limit. */
const SLACK = 0.02;

/** Discs of a smaller radius, mm, are the end of a cusp, whatever they do. */
const HAIR = 0.05;

/** Bars of the histogram, and how far they reach at least, in times the limit. */
const BARS = 40;
const REACH = 4;

/**
 * Local thickness along one side of the medial axis: a map of discs, a histogram by area, and the places below the limit.
 * Branches that run out into corners and points are left out: every corner would be thin.
 * @param limit mm; what is thinner becomes a thin place
 */
export function thicknessOf(region: Region, axis: MedialAxis, side: 1 | 2, limit: number): Thickness {
  const graph = trimmed(axis, side, limit);
  const kept = (t: number) => graph.alive[t] === 1 && axis.facing[t]! >= FACING;
  const groups = thinGroups(axis, graph, limit);
  const thin = groups
    .map((members) => thinPlace(region, axis, graph, members, limit))
    .filter(({ width }) => width < limit - 0.005)
    .sort((a, b) => a.width - b.width);
  const least = thin[0] ?? leastOf(region, axis, graph);
  // Where all is much thicker than the limit, the thinnest of it should still be on the chart.
  const reach = Math.max(REACH * limit, 2 * (least?.width ?? 0));
  return { discs: discsOf(axis, graph), histogram: histogramOf(axis, graph, kept, reach), thin, least };
}

interface Graph {
  readonly alive: Uint8Array;
  /** Links of each node: `first[t]` to `first[t + 1]` in `around`, as link numbers. */
  readonly first: Uint32Array;
  readonly around: Uint32Array;
}

function other({ links }: MedialAxis, link: number, t: number): number {
  return links[2 * link] === t ? links[2 * link + 1]! : links[2 * link]!;
}

/** The axis of one side without the branches that run out into corners and points. */
function trimmed(axis: MedialAxis, side: 1 | 2, limit: number): Graph {
  const count = axis.x.length;
  const first = new Uint32Array(count + 1);
  for (const t of axis.links) first[t]!++;
  let total = 0;
  for (let t = 0; t <= count; t++) first[t] = total += first[t]!;
  const around = new Uint32Array(total);
  for (let link = axis.passage.length - 1; link >= 0; link--) {
    around[--first[axis.links[2 * link]!]!] = link;
    around[--first[axis.links[2 * link + 1]!]!] = link;
  }
  const alive = new Uint8Array(count);
  for (let t = 0; t < count; t++) alive[t] = axis.side[t] === side ? 1 : 0;
  const graph: Graph = { alive, first, around };
  const degree = (t: number): number => {
    let n = 0;
    for (let k = first[t]!; k < first[t + 1]!; k++) if (alive[other(axis, around[k]!, t)] === 1) n++;
    return n;
  };
  const leaves: number[] = [];
  const isJunction = new Uint8Array(count);
  for (let t = 0; t < count; t++) {
    if (alive[t] === 0) continue;
    const n = degree(t);
    if (n <= 1) leaves.push(t);
    if (n >= 3) isJunction[t] = 1;
  }
  const slack = SLACK * limit;
  for (let leaf = leaves.pop(); leaf !== undefined; leaf = leaves.pop()) {
    // Goes inward as long as the branch widens as a corner or a point does, up to where another branch joins.
    let [at, started, gone, widest] = [leaf, axis.radius[leaf]!, 0, 0];
    for (;;) {
      if (alive[at] === 0 || degree(at) > 1) break;
      if (isJunction[at] === 1) [started, gone, widest] = [axis.radius[at]!, 0, 0];
      let link = -1;
      for (let k = first[at]!; k < first[at + 1]!; k++) if (alive[other(axis, around[k]!, at)] === 1) link = around[k]!;
      if (link < 0) break;
      const onward = other(axis, link, at);
      gone += Math.hypot(axis.x[onward]! - axis.x[at]!, axis.y[onward]! - axis.y[at]!);
      const grown = axis.radius[onward]! - started;
      // From nothing, a branch may widen as slowly as it likes: it is the cusp between a curve and what it touches.
      widest = Math.max(widest, axis.radius[at]!);
      const cusp = 2 * started < limit / 4 && (axis.radius[onward]! >= 0.7 * widest || widest < HAIR);
      if (!cusp && grown < TAPER * gone - slack) break;
      alive[at] = 0;
      at = onward;
    }
  }
  return graph;
}

/** Length of the axis that belongs to a node: half of each of its links. */
function lengthAt(axis: MedialAxis, { alive, first, around }: Graph, t: number): number {
  let length = 0;
  for (let k = first[t]!; k < first[t + 1]!; k++) {
    const next = other(axis, around[k]!, t);
    if (alive[next] === 1) length += Math.hypot(axis.x[next]! - axis.x[t]!, axis.y[next]! - axis.y[t]!) / 2;
  }
  return length;
}

function histogramOf(axis: MedialAxis, graph: Graph, kept: (t: number) => boolean, reach: number): Histogram {
  const width = reach / BARS;
  const area = new Array<number>(BARS).fill(0);
  for (let t = 0; t < axis.x.length; t++) {
    if (!kept(t)) continue;
    const thickness = 2 * axis.radius[t]!;
    area[Math.min(BARS - 1, Math.floor(thickness / width))]! += lengthAt(axis, graph, t) * thickness;
  }
  return { width, area };
}

/** Nodes below the limit, by how they hang together. */
function thinGroups(axis: MedialAxis, { alive, first, around }: Graph, limit: number): number[][] {
  const isThin = (t: number) => alive[t] === 1 && 2 * axis.radius[t]! < limit && axis.facing[t]! >= FACING;
  const seen = new Uint8Array(axis.x.length);
  const groups: number[][] = [];
  const begin = (t: number) => {
    const members: number[] = [];
    const waiting = [t];
    seen[t] = 1;
    for (let at = waiting.pop(); at !== undefined; at = waiting.pop()) {
      members.push(at);
      for (let k = first[at]!; k < first[at + 1]!; k++) {
        const next = other(axis, around[k]!, at);
        if (seen[next] === 1 || !isThin(next)) continue;
        seen[next] = 1;
        waiting.push(next);
      }
    }
    groups.push(members);
  };
  for (let t = 0; t < axis.x.length; t++) if (seen[t] === 0 && isThin(t)) begin(t);
  // Where two wide discs meet through a pinch between them, no node is thin: the link is.
  for (let link = 0; link < axis.passage.length; link++) {
    const [s, t] = [axis.links[2 * link]!, axis.links[2 * link + 1]!];
    if (2 * axis.passage[link]! < limit && alive[s] === 1 && alive[t] === 1 && seen[s] === 0 && seen[t] === 0) begin(s);
  }
  return groups;
}

function thinPlace(
  region: Region,
  axis: MedialAxis,
  graph: Graph,
  members: readonly number[],
  limit: number,
): ThinPlace {
  let [narrowest, best, length] = [-1, Infinity, 0];
  let widening = 0;
  const own = new Set(members);
  const between = new Set<SourceId>();
  for (const t of members) {
    length += lengthAt(axis, graph, t);
    for (let k = graph.first[t]!; k < graph.first[t + 1]!; k++) {
      const link = graph.around[k]!;
      const next = other(axis, link, t);
      if (graph.alive[next] === 0) continue;
      if (axis.passage[link]! < best) [best, narrowest] = [axis.passage[link]!, link];
      if (!own.has(next) && 2 * axis.radius[next]! >= limit) widening++;
    }
    for (const sample of [0, 1, 2]) between.add(axis.source[axis.contacts[3 * t + sample]!]!);
  }
  if (narrowest < 0) {
    const t = members[0]!;
    const r = axis.radius[t]!;
    return {
      kind: 'wall',
      width: 2 * r,
      length,
      place: { minX: axis.x[t]! - r, maxX: axis.x[t]! + r, minY: axis.y[t]! - r, maxY: axis.y[t]! + r },
      between: [...between],
    };
  }
  return {
    ...placeAt(region, axis, narrowest),
    kind: widening >= 2 && length < 2 * limit ? 'neck' : 'wall',
    length,
    between: [...between],
  };
}

/** The exact least width between the two edges that a link passes between, and the box round it. */
function placeAt(region: Region, axis: MedialAxis, link: number): { width: number; place: Bounds } {
  const [p, q] = [axis.ends[2 * link]!, axis.ends[2 * link + 1]!];
  const { from, to, width } = exactPassage(
    region,
    { x: axis.sampleX[p]!, y: axis.sampleY[p]! },
    { x: axis.sampleX[q]!, y: axis.sampleY[q]! },
  );
  return {
    width,
    place: {
      minX: Math.min(from.x, to.x),
      maxX: Math.max(from.x, to.x),
      minY: Math.min(from.y, to.y),
      maxY: Math.max(from.y, to.y),
    },
  };
}

function leastOf(region: Region, axis: MedialAxis, graph: Graph): ThinPlace | null {
  let [narrowest, best] = [-1, Infinity];
  for (let link = 0; link < axis.passage.length; link++) {
    const [s, t] = [axis.links[2 * link]!, axis.links[2 * link + 1]!];
    if (graph.alive[s] === 0 || graph.alive[t] === 0 || (axis.facing[s]! < FACING && axis.facing[t]! < FACING))
      continue;
    if (axis.passage[link]! < best) [best, narrowest] = [axis.passage[link]!, link];
  }
  if (narrowest < 0) return null;
  const t = axis.links[2 * narrowest]!;
  return {
    ...placeAt(region, axis, narrowest),
    kind: 'wall',
    length: 0,
    between: [...new Set([0, 1, 2].map((k) => axis.source[axis.contacts[3 * t + k]!]!))],
  };
}

/** The discs that make the map: thinned out, as each lies over most of the next. */
function discsOf(axis: MedialAxis, graph: Graph): ThicknessDisc[] {
  const discs: ThicknessDisc[] = [];
  const covered = new Uint8Array(axis.x.length);
  for (let t = 0; t < axis.x.length; t++) {
    if (graph.alive[t] === 0 || covered[t] === 1) continue;
    const [x, y, radius] = [axis.x[t]!, axis.y[t]!, axis.radius[t]!];
    discs.push({ x, y, radius });
    const waiting = [t];
    for (let at = waiting.pop(); at !== undefined; at = waiting.pop()) {
      for (let k = graph.first[at]!; k < graph.first[at + 1]!; k++) {
        const next = other(axis, graph.around[k]!, at);
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
