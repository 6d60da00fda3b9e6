import type { IslandId, PartId } from '../recipe/identity.ts';
import { boundsOfPoints, type Bounds } from '../geometry/bounds.ts';
import { sourceOf } from '../geometry/edge-samples.ts';
import { groupBy } from '../geometry/group-by.ts';
import type { MedialAxis } from '../geometry/medial-axis.ts';
import { exactPassage, type Passage } from '../geometry/passage.ts';
import type { Point } from '../geometry/point.ts';
import type { SourceId } from '../geometry/segment.ts';

/** A part that must hang together with others: a letter, a rail. */
export interface Part {
  readonly id: PartId | IslandId;
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
  readonly where: Bounds;
  /** The two edges that face each other there. */
  readonly from: Point;
  readonly to: Point;
}

/**
 * The necks between parts of welded material, widest way first: the middles of the parts' widest discs are their cores,
 * and joining cores along the widest passages of the medial axis (its maximum spanning tree) gives for each join the
 * width that the widest disc can pass from one to the other. Parts that nothing joins are in no neck.
 */
export function findNecks(axis: MedialAxis, parts: readonly Part[]): Neck[] {
  const necks: Neck[] = [];
  joinAlongWidest(axis, coresOf(axis, parts), (own, others, link) => {
    const passage = passageAt(axis, link);
    const middle = { x: (passage.from.x + passage.to.x) / 2, y: (passage.from.y + passage.to.y) / 2 };
    const nearest = (list: readonly number[]) =>
      parts[
        list.reduce((best, part) =>
          awayFrom(parts[part]!.bounds, middle) < awayFrom(parts[best]!.bounds, middle) ? part : best,
        )
      ]!.id;
    necks.push({ a: nearest(own), b: nearest(others), ...passage, where: boundsOfPoints([passage.from, passage.to]) });
  });
  return necks;
}

/**
 * How wide the widest way is from each part to the frame: what a disc must squeeze through on its way there, at the
 * worst place of the best way. The frame's core is where material that touches `frame` is thickest.
 * @returns by part, in the order given; null where a part does not hang on the frame
 */
export function waysToFrame(axis: MedialAxis, parts: readonly Part[], frame: SourceId): (Neck | null)[] {
  const root = parts.length;
  const ways: (Neck | null)[] = parts.map(() => null);
  joinAlongWidest(axis, [...coresOf(axis, parts), thickestOf(axis, frame)], (own, others, link) => {
    const joined = own.includes(root) ? others : others.includes(root) ? own : [];
    if (joined.length === 0) return;
    const passage = passageAt(axis, link);
    for (const part of joined)
      ways[part] = { a: parts[part]!.id, b: frame, ...passage, where: boundsOfPoints([passage.from, passage.to]) };
  });
  return ways;
}

/** Joins the nodes of the material by their widest passages first, and tells each time that two sets of cores meet. */
function joinAlongWidest(
  axis: MedialAxis,
  cores: readonly number[],
  meet: (own: readonly number[], others: readonly number[], link: number) => void,
): void {
  const leader = new Uint32Array(axis.x.length).map((_, i) => i);
  const find = (t: number): number => {
    let at = t;
    while (leader[at] !== at) at = leader[at] = leader[leader[at]!]!;
    return at;
  };
  const members = new Map<number, number[]>();
  cores.forEach((node, part) => {
    if (node >= 0) members.set(node, [...(members.get(node) ?? []), part]);
  });
  for (const link of widestFirst(axis)) {
    const [s, t] = [find(axis.links[2 * link]!), find(axis.links[2 * link + 1]!)];
    if (s === t) continue;
    const [own, others] = [members.get(s), members.get(t)];
    leader[s] = t;
    members.delete(s);
    if (own && others) meet(own, others, link);
    if (own && others) {
      // The fewer join the more: on a plate all come to the frame one by one.
      const [more, fewer] = own.length > others.length ? [own, others] : [others, own];
      more.push(...fewer);
      members.set(t, more);
    } else if (own) members.set(t, own);
  }
}

/** Passages wider than this, mm, are as good as each other. */
const WIDEST = 2000;

/** Links of an axis at most: what is left of a double's whole numbers beside the widths. */
const LINKS = 2 ** 22;

/**
 * The links of the material by their passages. Width and number are sorted as one number each: there are hundreds of
 * thousands.
 */
function* widestFirst({ passage, side, links }: MedialAxis): Generator<number> {
  const keys = new Float64Array(passage.length);
  let count = 0;
  for (let link = 0; link < passage.length; link++) {
    if (side[links[2 * link]!] === 1) keys[count++] = Math.floor(Math.min(WIDEST, passage[link]!) * 1e6) * LINKS + link;
  }
  const order = keys.subarray(0, count).sort();
  for (let i = count - 1; i >= 0; i--) yield order[i]! % LINKS;
}

/** The exact way across between the two edges that a link passes between. */
function passageAt(axis: MedialAxis, link: number): Passage {
  const [p, q] = [axis.ends[2 * link]!, axis.ends[2 * link + 1]!];
  return exactPassage(axis.samples, p, q);
}

/** The widest disc of the material that touches an edge of the source; -1 where none does. */
function thickestOf(axis: MedialAxis, source: SourceId): number {
  let best = -1;
  for (let t = 0; t < axis.x.length; t++) {
    if (axis.side[t] !== 1 || (best >= 0 && axis.radius[t]! <= axis.radius[best]!)) continue;
    if ([0, 1, 2].some((k) => sourceOf(axis.samples, axis.contacts[3 * t + k]!) === source)) best = t;
  }
  return best;
}

/** Nodes are filed by upright strips so wide, mm. */
const STRIP = 1;

/** The node of the material nearest to each part's core; -1 where it lies in no disc. */
function coresOf(axis: MedialAxis, parts: readonly Part[]): number[] {
  const material = Array.from(axis.x.keys()).filter((t) => axis.side[t] === 1);
  const strips = groupBy(material, (t) => Math.floor(axis.x[t]! / STRIP));
  const numbers = [...strips.keys()].sort((a, b) => a - b);
  return parts.map(({ core }) => {
    let best = -1;
    let nearest = Infinity;
    const gapTo = (strip: number | undefined) =>
      strip === undefined ? Infinity : Math.max(strip * STRIP - core.x, core.x - (strip + 1) * STRIP, 0);
    // Outward from the core, until all that is left is further away than what was found.
    let right = numbers.findIndex((strip) => (strip + 1) * STRIP > core.x);
    if (right < 0) right = numbers.length;
    for (let left = right - 1; ;) {
      const [before, after] = [gapTo(numbers[left]), gapTo(numbers[right])];
      if (Math.min(before, after) >= nearest) return best;
      for (const t of strips.get(before < after ? numbers[left--]! : numbers[right++]!)!) {
        const dx = axis.x[t]! - core.x;
        const dy = axis.y[t]! - core.y;
        const away = Math.sqrt(dx * dx + dy * dy);
        if (away >= nearest || away >= axis.radius[t]!) continue;
        best = t;
        nearest = away;
      }
    }
  });
}

function awayFrom({ minX, minY, maxX, maxY }: Bounds, { x, y }: { x: number; y: number }): number {
  return (
    Math.hypot(Math.max(minX - x, x - maxX, 0), Math.max(minY - y, y - maxY, 0)) +
    Math.hypot((minX + maxX) / 2 - x, (minY + maxY) / 2 - y) * 1e-3
  );
}
