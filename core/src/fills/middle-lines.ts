import { runsOf } from '../centerline/runs.ts';
import { skeletonOf, type Skeleton } from '../centerline/skeleton.ts';
import { distance, type Point } from '../geometry/point.ts';
import type { Rings } from '../geometry/kernel/polygon-boolean.ts';
import { nearStrokes } from './near-strokes.ts';
import { contoursOf, stepped } from './polyline.ts';

/** How much of what one stroke's end covers its lines are cut back by: less where something would stay. */
const CUT_BACK = [0.97, 0.85, 0.65, 0.4, 0.1];
/** A touch of the tool is a line of this length, mm. */
const TOUCH = 0.02;
/** Edges are looked at at steps of this share of the tool's radius, and lie on a line's reach within that. */
const [STEP, SLACK] = [0.15, 1.0005];

/**
 * Lines along the middle of a piece nowhere wider than the tool, so that the tool covers all of it: cut back at tips by
 * what its end reaches. Where that leaves some of the edge, the edge itself.
 * @param piece one connected area, mm
 * @param radius of the tool
 */
export function middleLines(piece: Rings, radius: number): Point[][] {
  const [outer] = piece;
  if (!outer || outer.length < 3) return [];
  const middle = middleOf(outer);
  if (outer.every((point) => distance(point, middle) <= 0.97 * radius)) return [touchAt(middle)];
  const scale = 1 / radius;
  const scaled = ({ x, y }: Point): Point => ({ x: (x - middle.x) * scale, y: (y - middle.y) * scale });
  const skeleton = skeletonOf(contoursOf(piece.map((ring) => ring.map(scaled))));
  const back = ({ x, y }: Point): Point => ({ x: x / scale + middle.x, y: y / scale + middle.y });
  const edge = piece.flatMap((ring) => stepped([...ring, ring[0]!], STEP * radius));
  for (const share of CUT_BACK) {
    const lines = linesOf(skeleton, share).map((points) => points.map(back));
    if (lines.length === 0) continue;
    const isNear = nearStrokes(lines, SLACK * radius);
    if (edge.every(isNear)) return lines;
  }
  return piece.map((ring) => [...ring, ring[0]!]);
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
