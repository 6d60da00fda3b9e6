import { mix } from '../point.ts';
import { cubicsOfArc } from '../arc-cubics.ts';
import { runKind, segmentOfRun, type NodePath, type PathNode, type Run, type RunKind } from './node-path.ts';
import { canLose } from './remove.ts';

/** Degrees that a new arc turns. */
const USUAL_ARC = 90;

/** A run of another kind between the same nodes; a curve begins as straight as a line, or as round as its arc. */
export function withRun<P extends NodePath>(path: P, n: number, kind: RunKind): P {
  const node = path.nodes[n]!;
  if (runKind(node) === kind) return path;
  const to: Run = kind === 'line' ? 'line' : kind === 'arc' ? { arc: USUAL_ARC } : asCurve(path, n);
  return { ...path, nodes: path.nodes.map((each, i) => (i === n ? { ...each, to } : each)) };
}

function asCurve(path: NodePath, n: number): Run {
  const [node, next] = [path.nodes[n]!, path.nodes[(n + 1) % path.nodes.length]!];
  const segment = segmentOfRun(path, n);
  const [one] = segment?.kind === 'arc' ? cubicsOfArc(segment, 360) : [];
  return one ? { c1: one.c1, c2: one.c2 } : { c1: mix(node, next, 1 / 3), c2: mix(node, next, 2 / 3) };
}

/**
 * A line in place of all that goes from the first of some nodes to the last; of one node, in place of its run. On a
 * closed path they begin behind the widest row of nodes that are not among them.
 */
export function straightened<P extends NodePath>(path: P, chosen: readonly number[]): P {
  const { nodes, closed } = path;
  if (chosen.length === 0) return path;
  if (chosen.length === 1) return withRun(path, chosen[0]!, 'line');
  const { from, count } = reachOf(chosen, nodes.length, closed);
  if (!canLose(path, count - 2)) return path;
  const turned = closed ? [...nodes.slice(from), ...nodes.slice(0, from)] : nodes;
  const start = closed ? 0 : from;
  const straight: PathNode = { ...turned[start]!, to: 'line' };
  return { ...path, nodes: [...turned.slice(0, start), straight, ...turned.slice(start + count - 1)] };
}

/** The row of nodes, from the first of some to the last of them. */
function reachOf(chosen: readonly number[], all: number, closed: boolean): { from: number; count: number } {
  const sorted = [...chosen].sort((a, b) => a - b);
  const [first, last] = [sorted[0]!, sorted.at(-1)!];
  if (!closed) return { from: first, count: last - first + 1 };
  let [widest, from] = [first + all - last, first];
  sorted.forEach((n, i) => {
    const gap = i === 0 ? 0 : n - sorted[i - 1]!;
    if (gap > widest) [widest, from] = [gap, n];
  });
  return { from, count: all - widest + 1 };
}
