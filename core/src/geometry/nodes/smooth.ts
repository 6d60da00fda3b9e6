import { directionAt } from '../fit-offset.ts';
import { add, distance, length, mix, scale, type Point } from '../point.ts';
import { before, withBesides } from './handles.ts';
import { isCurve, segmentOfRun, type NodePath } from './node-path.ts';
import { withRun } from './runs.ts';

/**
 * What meets at a node goes on into each other there: a curve turns into the direction of the line or arc beside it,
 * two curves into the middle of theirs, and of two lines both become curves.
 */
export function smoothed<P extends NodePath>(path: P, n: number): P {
  const last = before(path, n);
  if (last < 0 || (!path.closed && n === path.nodes.length - 1)) return path;
  const [into, out] = [path.nodes[last]!.to, path.nodes[n]!.to];
  if (into !== 'line' && !isCurve(into) && out !== 'line' && !isCurve(out)) return path;
  const curved = into === 'line' && out === 'line' ? withRun(withRun(path, last, 'curve'), n, 'curve') : path;
  const way = tangentOf(path, last, n);
  const own = path.nodes[n]!;
  const [first, second] = [curved.nodes[last]!.to, curved.nodes[n]!.to];
  return withBesides(
    curved,
    n,
    isCurve(first) ? add(own, scale(way, -distance(own, first.c2))) : null,
    isCurve(second) ? add(own, scale(way, distance(own, second.c1))) : null,
  );
}

/** The direction in which a path passes a node. */
function tangentOf(path: NodePath, last: number, n: number): Point {
  const [a, b] = [segmentOfRun(path, last), segmentOfRun(path, n)];
  if (!a || !b) return { x: 1, y: 0 };
  const [into, out] = [directionAt(a, 1), directionAt(b, 0)];
  if (a.kind !== 'cubic' && b.kind === 'cubic') return into;
  if (b.kind !== 'cubic' && a.kind === 'cubic') return out;
  const middle = add(into, out);
  return length(middle) > 1e-9 ? scale(middle, 1 / length(middle)) : { x: -into.y, y: into.x };
}

/** What meets at a node meets at an angle: curves leave for the other ends of their runs. */
export function cornered<P extends NodePath>(path: P, n: number): P {
  const last = before(path, n);
  const own = path.nodes[n]!;
  const towards = (far: Point): Point => mix(own, far, 1 / 3);
  const next = path.nodes[(n + 1) % path.nodes.length]!;
  return withBesides(path, n, last < 0 ? null : towards(path.nodes[last]!), towards(next));
}

/** How sharply a path turns at a node, degrees, to the left when positive; 0 at its ends. */
export function turnAt(path: NodePath, n: number): number {
  const last = before(path, n);
  if (last < 0 || (!path.closed && n === path.nodes.length - 1)) return 0;
  const [a, b] = [segmentOfRun(path, last), segmentOfRun(path, n)];
  if (!a || !b) return 0;
  const [into, out] = [directionAt(a, 1), directionAt(b, 0)];
  return (Math.atan2(into.x * out.y - into.y * out.x, into.x * out.x + into.y * out.y) * 180) / Math.PI;
}
