import { boundsContain, boundsOfPoints, type Bounds } from '../geometry/bounds.ts';
import { regionContains, type Region } from '../geometry/contour.ts';
import type { MedialAxis } from '../geometry/medial-axis.ts';
import { exactPassage } from '../geometry/passage.ts';
import type { SourceId } from '../geometry/segment.ts';

/** A part that must hang together with others: a letter, a rail. */
export interface Part {
  readonly id: SourceId;
  readonly region: Region;
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
 * The necks between parts of welded material, widest way first: the widest discs of the parts are their cores, and joining
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

/** The node of each part's widest disc; -1 where it has none. */
function coresOf(axis: MedialAxis, parts: readonly Part[]): number[] {
  return parts.map(({ region, bounds }) => {
    let [best, widest] = [-1, 0];
    for (let t = 0; t < axis.x.length; t++) {
      const [x, y] = [axis.x[t]!, axis.y[t]!];
      if (axis.side[t] !== 1 || axis.radius[t]! <= widest || !boundsContain(bounds, { minX: x, maxX: x, minY: y, maxY: y })) continue;
      if (regionContains(region, { x, y })) [best, widest] = [t, axis.radius[t]!];
    }
    return best;
  });
}

function awayFrom({ minX, minY, maxX, maxY }: Bounds, { x, y }: { x: number; y: number }): number {
  return Math.hypot(Math.max(minX - x, x - maxX, 0), Math.max(minY - y, y - maxY, 0)) + Math.hypot((minX + maxX) / 2 - x, (minY + maxY) / 2 - y) * 1e-3;
}
