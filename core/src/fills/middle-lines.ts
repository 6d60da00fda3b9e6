import { runsOf } from '../centerline/runs.ts';
import { skeletonOf, type Skeleton } from '../centerline/skeleton.ts';
import { distance, mix, type Point } from '../geometry/point.ts';
import type { Rings } from '../geometry/kernel/polygon-boolean.ts';
import { nearStrokes } from './near-strokes.ts';
import { contoursOf, evened, stepped } from './polyline.ts';

/** How much of what one stroke's end covers its lines are cut back by: less where something would stay. */
const CUT_BACK = [0.97, 0.85, 0.65, 0.4, 0.1];
/** A piece that is thinner than this share of the tool's radius is followed along its side. */
const SLIVER = 0.35;
/** A touch of the tool is a line of this length, mm. */
const TOUCH = 0.02;
/** A middle that is a little off is as good, where what is to be covered is narrower than the tool. */
const FINENESS = { finer: 0.5, widest: 0.2 };
/** Edges are looked at at steps of this share of the tool's radius, and lie on a line's reach within that. */
const [STEP, SLACK] = [0.15, 1.0005];

/**
 * Lines along the middle of a piece nowhere wider than the tool, so that the tool covers all of it: cut back at tips by
 * what its end reaches. Slivers are followed along one of their sides. Where that leaves some of the edge, the edge
 * itself.
 * @param piece one connected area, mm
 * @param radius of the tool
 */
export function middleLines(piece: Rings, radius: number): Point[][] {
  const [outer] = piece;
  if (!outer || outer.length < 3) return [];
  const middle = middleOf(outer);
  if (outer.every((point) => distance(point, middle) <= 0.97 * radius)) return [touchAt(middle)];
  const edge = piece.flatMap((ring) => stepped([...ring, ring[0]!], STEP * radius));
  const side = usualWidth(piece) < SLIVER * radius ? sideOf(piece, radius) : null;
  if (side && covers([side], edge, radius)) return [side];
  const scale = 1 / radius;
  const scaled = ({ x, y }: Point): Point => ({ x: (x - middle.x) * scale, y: (y - middle.y) * scale });
  const skeleton = skeletonOf(contoursOf(piece.map((ring) => ring.map(scaled))), FINENESS);
  const back = ({ x, y }: Point): Point => ({ x: x / scale + middle.x, y: y / scale + middle.y });
  for (const share of CUT_BACK) {
    const lines = linesOf(skeleton, share).map((points) => evened(points).map(back));
    if (lines.length === 0) continue;
    if (covers(lines, edge, radius)) return lines;
  }
  return piece.map((ring) => [...ring, ring[0]!]);
}

const covers = (lines: readonly (readonly Point[])[], edge: readonly Point[], radius: number): boolean =>
  edge.every(nearStrokes(lines, SLACK * radius));

/** As wide as a band of a piece's area and edge is. */
function usualWidth(piece: Rings): number {
  const sums = piece.map((ring) =>
    ring.reduce(
      (sum, from, i) => {
        const to = ring[(i + 1) % ring.length]!;
        return { area: sum.area + from.x * to.y - to.x * from.y, edge: sum.edge + distance(from, to) };
      },
      { area: 0, edge: 0 },
    ),
  );
  return sums.reduce((sum, { area }) => sum + area, 0) / sums.reduce((sum, { edge }) => sum + edge, 0);
}

/**
 * One side of a sliver, from tip to tip, less what the tool's end reaches: its middle is dear to find, and the tool is
 * so much wider that it covers the other side from there. Of a closed one the way round.
 */
function sideOf(piece: Rings, radius: number): Point[] {
  const [outer] = piece;
  if (piece.length > 1) return [...outer!, outer![0]!];
  const first = farthestFrom(middleOf(outer!), outer!);
  const second = farthestFrom(outer![first]!, outer!);
  const way = [...outer!.slice(first), ...outer!.slice(0, first)].slice(
    0,
    ((second - first + outer!.length) % outer!.length) + 1,
  );
  return cutBack(way, 0.9 * radius);
}

function farthestFrom(from: Point, points: readonly Point[]): number {
  let [best, far] = [0, -1];
  points.forEach((point, i) => {
    const away = distance(from, point);
    if (away > far) [best, far] = [i, away];
  });
  return best;
}

/** A line without so much of it at each end; a touch at its middle where nothing would be left. */
function cutBack(points: readonly Point[], by: number): Point[] {
  const lengths = points.map((point, i) => (i === 0 ? 0 : distance(points[i - 1]!, point)));
  const whole = lengths.reduce((sum, each) => sum + each, 0);
  const at = (far: number): { readonly point: Point; readonly next: number } => {
    let gone = 0;
    for (let i = 1; i < points.length; i++) {
      if (gone + lengths[i]! >= far)
        return { point: mix(points[i - 1]!, points[i]!, (far - gone) / (lengths[i]! || 1)), next: i };
      gone += lengths[i]!;
    }
    return { point: points.at(-1)!, next: points.length };
  };
  if (whole <= 2 * by) return touchAt(at(whole / 2).point);
  const [from, to] = [at(by), at(whole - by)];
  return [from.point, ...points.slice(from.next, to.next), to.point];
}

const touchAt = ({ x, y }: Point): Point[] => [
  { x: x - TOUCH / 2, y },
  { x: x + TOUCH / 2, y },
];

/** The middle of a ring's box. */
function middleOf(ring: readonly Point[]): Point {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { x, y } of ring) {
    [minX, maxX] = [Math.min(minX, x), Math.max(maxX, x)];
    [minY, maxY] = [Math.min(minY, y), Math.max(maxY, y)];
  }
  return { x: (minX + maxX) / 2, y: (minY + maxY) / 2 };
}

/** Runs of the skeleton that are further from every tip than what an end covers; lengths in radii of the tool. */
function linesOf(skeleton: Skeleton, share: number): Point[][] {
  const { x, y, burnt, axis } = skeleton;
  const isKept = Uint8Array.from(burnt, (way, t) => (axis.side[t] === 1 && way >= share ? 1 : 0));
  const runs = runsOf(skeleton, isKept).map(({ nodes, closed }) => {
    const points = nodes.map((t): Point => ({ x: x[t]!, y: y[t]! }));
    return closed ? [...points, points[0]!] : points;
  });
  if (runs.length > 0) return runs;
  // Less than two discs are left: a touch where the fire met.
  let last = -1;
  for (let t = 0; t < burnt.length; t++)
    if (axis.side[t] === 1 && Number.isFinite(burnt[t]!) && (last < 0 || burnt[t]! > burnt[last]!)) last = t;
  return last < 0 ? [] : [touchAt({ x: x[last]!, y: y[last]! })];
}
