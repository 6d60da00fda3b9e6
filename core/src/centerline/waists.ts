import { cross, dot, type Point } from '../geometry/point.ts';
import type { Run } from './runs.ts';
import type { Skeleton } from './skeleton.ts';

/** Loops of an 8 come to each other within so many radii of both their joints: what is longer is the bar of a B. */
const WAIST = 1.3;
/** Sides go straight by a joint that turn by less there, told so far from it: radians, half-widths. */
const [STRAIGHT, SIDE] = [0.17, 2.5];

/** The two runs from one end of a short run round to its other, as the loops of an 8 go; null where there are none. */
export function loopsAt(
  skeleton: Skeleton,
  runs: readonly Run[],
  waist: number,
  length: number,
): readonly [number, number] | null {
  const [a, b] = [runs[waist]!.nodes[0]!, runs[waist]!.nodes.at(-1)!];
  if (length > WAIST * (skeleton.radius[a]! + skeleton.radius[b]!)) return null;
  const isAt = (t: number) => t === a || t === b;
  const others = runs.flatMap(({ nodes, closed }, i) =>
    i !== waist && !closed && (isAt(nodes[0]!) || isAt(nodes.at(-1)!)) ? [i] : [],
  );
  if (others.length !== 2) return null;
  const [one, other] = others as [number, number];
  const loops = [runs[one]!.nodes, runs[other]!.nodes];
  if (loops.some((nodes) => !isAt(nodes[0]!) || !isAt(nodes.at(-1)!) || nodes[0] === nodes.at(-1))) return null;
  const [atA, atB] = [a, b].map((joint) => isStraightAt(skeleton, joint, loops));
  // A B has a stem on one side.
  return atA === atB ? [one, other] : null;
}

/** Whether what two loops have on one side goes straight by a joint. */
function isStraightAt({ x, y }: Skeleton, joint: number, loops: readonly (readonly number[])[]): boolean {
  const [u, v] = loops.map((nodes) => {
    const outward = nodes[0] === joint ? nodes : [...nodes].reverse();
    const far = outward.find((t) => Math.hypot(x[t]! - x[joint]!, y[t]! - y[joint]!) > SIDE) ?? outward.at(-1)!;
    return { x: x[far]! - x[joint]!, y: y[far]! - y[joint]! };
  }) as [Point, Point];
  // The one comes in, the other goes out.
  return Math.abs(Math.atan2(cross(u, v), -dot(u, v))) < STRAIGHT;
}
