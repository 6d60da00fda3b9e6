import { distance, mix, type Point } from '../point.ts';
import { movedHandle } from './handles.ts';
import { isCurve, type NodePath, type PathNode, type Run } from './node-path.ts';

/** A node of one of several paths. */
export interface NodeRef {
  readonly path: number;
  readonly node: number;
}

/** Broken at a node: a closed path is open there, an open one is two. */
export function broken({ nodes, closed }: NodePath, n: number): NodePath[] {
  const ending = ({ x, y }: PathNode): PathNode => ({ x, y, to: 'line' });
  if (closed) return [{ nodes: [...nodes.slice(n), ...nodes.slice(0, n), ending(nodes[n]!)], closed: false }];
  if (n === 0 || n === nodes.length - 1) return [{ nodes, closed }];
  return [
    { nodes: [...nodes.slice(0, n), ending(nodes[n]!)], closed: false },
    { nodes: nodes.slice(n), closed: false },
  ];
}

export const isEnd = ({ nodes, closed }: NodePath, n: number): boolean =>
  !closed && (n === 0 || n === nodes.length - 1);

/**
 * Two ends joined: brought together in their middle where they are near, by a line else. Both of one path close it.
 * @param near ends this near to each other come together
 * @returns the paths as they are then; null where these are not two ends
 */
export function joined(paths: readonly NodePath[], one: NodeRef, other: NodeRef, near: number): NodePath[] | null {
  const [a, b] = [paths[one.path], paths[other.path]];
  if (!a || !b || !isEnd(a, one.node) || !isEnd(b, other.node)) return null;
  if (one.path === other.path && one.node === other.node) return null;
  if (one.path === other.path) return paths.map((path, i) => (i === one.path ? closedUp(path, near) : path));
  const first = one.node === 0 ? reversedPath(a) : a;
  const second = other.node === 0 ? b : reversedPath(b);
  const whole = chained(first, second, near);
  return paths.flatMap((path, i) => (i === one.path ? [whole] : i === other.path ? [] : [path]));
}

/** One path after the other. */
function chained(first: NodePath, second: NodePath, near: number): NodePath {
  const [end, start] = [first.nodes.at(-1)!, second.nodes[0]!];
  if (distance(end, start) > near)
    return { nodes: [...first.nodes.slice(0, -1), { ...end, to: 'line' }, ...second.nodes], closed: false };
  const middle = mix(end, start, 0.5);
  const [a, b] = [movedEnd(first, middle), movedHandle(second, 0, 'node', middle)];
  return { nodes: [...a.nodes.slice(0, -1), ...b.nodes], closed: false };
}

function closedUp(path: NodePath, near: number): NodePath {
  const [start, end] = [path.nodes[0]!, path.nodes.at(-1)!];
  if (distance(start, end) > near || path.nodes.length < 3) return { ...path, closed: true };
  const middle = mix(end, start, 0.5);
  const met = movedHandle(movedEnd(path, middle), 0, 'node', middle);
  return { nodes: met.nodes.slice(0, -1), closed: true };
}

const movedEnd = (path: NodePath, to: Point): NodePath => movedHandle(path, path.nodes.length - 1, 'node', to);

/** The same path the other way. */
export function reversedPath({ nodes, closed }: NodePath): NodePath {
  const count = nodes.length;
  const back = (run: Run): Run =>
    run === 'line' ? run : isCurve(run) ? { c1: run.c2, c2: run.c1 } : { arc: -run.arc };
  const turned = nodes.map((_, i): PathNode => {
    const { x, y } = nodes[count - 1 - i]!;
    const from = closed ? (2 * count - 2 - i) % count : count - 2 - i;
    return { x, y, to: from < 0 ? 'line' : back(nodes[from]!.to) };
  });
  return { nodes: turned, closed };
}
