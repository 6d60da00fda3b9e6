import { boundsOfPoints, type Bounds } from '../geometry/bounds.ts';
import type { Region } from '../geometry/contour.ts';
import type { MedialAxis } from '../geometry/medial-axis.ts';
import { exactPassage } from '../geometry/passage.ts';
import type { Point } from '../geometry/point.ts';
import type { SourceId } from '../geometry/segment.ts';

/** A part that must hang together with others: a letter, a rail. */
export interface Part {
  readonly id: SourceId;
  /** Middle of the widest disc that fits in the part by itself. */
  readonly core: Point;
  readonly bounds: Bounds;
}

/** Where one part joins the others: the widest disc that passes from its core to another's is so wide. */
export interface Neck {
  readonly a: SourceId;
  readonly b: SourceId;
  /** mm. */
  readonly width: number;
  readonly place: Bounds;
}

/**
 * The necks between parts of welded material, widest way first: the middles of the parts' widest discs are their cores, and joining
 * cores along the widest passages of the medial axis (its maximum spanning tree) gives for each join the width that the
 * widest disc can pass from one to the other. Parts that nothing joins are in no neck.
 */
export function findNecks(region: Region, axis: MedialAxis, parts: readonly Part[]): Neck[] {
  const core = coresOf(axis, parts);
  const leader = new Uint32Array(axis.x.length).map((_, i) => i);
  const find = (t: number): number => {
    let at = t;
    while (leader[at] !== at) at = leader[at] = leader[leader[at]!]!;
    return at;
  };
  const members = new Map<number, number[]>();
  core.forEach((node, part) => {
    if (node >= 0) members.set(node, [...(members.get(node) ?? []), part]);
  });
  const order = Array.from(axis.passage, (_, link) => link)
    .filter((link) => axis.side[axis.links[2 * link]!] === 1)
    .sort((a, b) => axis.passage[b]! - axis.passage[a]!);
  const necks: Neck[] = [];
  for (const link of order) {
    const [s, t] = [find(axis.links[2 * link]!), find(axis.links[2 * link + 1]!)];
    if (s === t) continue;
    const [own, others] = [members.get(s), members.get(t)];
    leader[s] = t;
    members.delete(s);
    if (own && others) {
      const [p, q] = [axis.ends[2 * link]!, axis.ends[2 * link + 1]!];
      const passage = exactPassage(region, { x: axis.sampleX[p]!, y: axis.sampleY[p]! }, { x: axis.sampleX[q]!, y: axis.sampleY[q]! });
      const middle = { x: (passage.from.x + passage.to.x) / 2, y: (passage.from.y + passage.to.y) / 2 };
      const nearest = (list: readonly number[]) => parts[list.reduce((best, part) => (awayFrom(parts[part]!.bounds, middle) < awayFrom(parts[best]!.bounds, middle) ? part : best))]!.id;
      necks.push({ a: nearest(own), b: nearest(others), width: passage.width, place: boundsOfPoints([passage.from, passage.to]) });
    }
    if (own) members.set(t, [...(others ?? []), ...own]);
  }
  return necks;
}

/** The node of the material nearest to each part's core; -1 where it lies in no disc. */
function coresOf(axis: MedialAxis, parts: readonly Part[]): number[] {
  return parts.map(({ core }) => {
    let [best, nearest] = [-1, Infinity];
    for (let t = 0; t < axis.x.length; t++) {
      if (axis.side[t] !== 1) continue;
      const away = Math.hypot(axis.x[t]! - core.x, axis.y[t]! - core.y);
      if (away < nearest && away < axis.radius[t]!) [best, nearest] = [t, away];
    }
    return best;
  });
}

function awayFrom({ minX, minY, maxX, maxY }: Bounds, { x, y }: { x: number; y: number }): number {
  return Math.hypot(Math.max(minX - x, x - maxX, 0), Math.max(minY - y, y - maxY, 0)) + Math.hypot((minX + maxX) / 2 - x, (minY + maxY) / 2 - y) * 1e-3;
}
