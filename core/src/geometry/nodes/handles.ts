import { add, distance, dot, length, scale, subtract, type Point } from '../point.ts';
import { isCurve, mapPoints, type NodePath, type PathNode } from './node-path.ts';

/** A node, or one of the two points that draw the curve of its run. */
export type Handle = 'node' | 'c1' | 'c2';

/** Handles of a node that lie within this of one line are one tangent. */
const SMOOTH = Math.cos((1 * Math.PI) / 180);

export const before = ({ nodes, closed }: NodePath, n: number): number =>
  n > 0 ? n - 1 : closed ? nodes.length - 1 : -1;

/** The two points beside a node that draw the curves which meet there; null where no curve does. */
function besides(path: NodePath, n: number): { readonly into: Point | null; readonly out: Point | null } {
  const [own, last] = [path.nodes[n]!, path.nodes[before(path, n)]];
  return {
    into: last && isCurve(last.to) ? last.to.c2 : null,
    out: isCurve(own.to) ? own.to.c1 : null,
  };
}

/** Whether two curves go on into each other at a node. */
export function isSmooth(path: NodePath, n: number): boolean {
  const { into, out } = besides(path, n);
  if (!into || !out) return false;
  const [a, b] = [subtract(path.nodes[n]!, into), subtract(out, path.nodes[n]!)];
  return dot(a, b) > SMOOTH * length(a) * length(b);
}

/** The path with the points beside a node elsewhere; what is null stays. */
export function withBesides<P extends NodePath>(path: P, n: number, into: Point | null, out: Point | null): P {
  const last = before(path, n);
  const nodes = path.nodes.map((node, i): PathNode => {
    let { to } = node;
    if (i === last && into && isCurve(to)) to = { ...to, c2: into };
    if (i === n && out && isCurve(to)) to = { ...to, c1: out };
    return to === node.to ? node : { ...node, to };
  });
  return { ...path, nodes };
}

/** Nodes elsewhere, and with each the ends of the curves that meet there. @param isMoved by number */
export function movedNodes<P extends NodePath>(path: P, isMoved: (n: number) => boolean, by: Point): P {
  const { nodes } = path;
  return {
    ...path,
    nodes: nodes.map((node, n): PathNode => {
      const [own, next] = [isMoved(n), isMoved((n + 1) % nodes.length)];
      const moved = own ? add(node, by) : node;
      if (!isCurve(node.to) || (!own && !next)) return own ? { ...moved, to: node.to } : node;
      const { c1, c2 } = node.to;
      return { x: moved.x, y: moved.y, to: { c1: own ? add(c1, by) : c1, c2: next ? add(c2, by) : c2 } };
    }),
  };
}

/**
 * A node or a handle elsewhere. A handle takes the one across its node along where the two are one tangent, which keeps
 * its length.
 * @param isFree the handle across stays all the same
 */
export function movedHandle<P extends NodePath>(path: P, n: number, handle: Handle, to: Point, isFree = false): P {
  if (handle === 'node') return movedNodes(path, (i) => i === n, subtract(to, path.nodes[n]!));
  const node = handle === 'c1' ? n : (n + 1) % path.nodes.length;
  const own = path.nodes[node]!;
  const { into, out } = besides(path, node);
  const across = handle === 'c1' ? into : out;
  const away = distance(own, to);
  const turned =
    !isFree && across && away > 0 && isSmooth(path, node)
      ? add(own, scale(subtract(own, to), distance(own, across) / away))
      : null;
  return handle === 'c1' ? withBesides(path, node, turned, to) : withBesides(path, node, to, turned);
}

/** Figures of a path to so many digits behind the point. */
export function tidied<P extends NodePath>(path: P, digits: number): P {
  const per = 10 ** digits;
  const tidy = (value: number): number => Math.round(value * per) / per || 0;
  return mapPoints(path, ({ x, y }) => ({ x: tidy(x), y: tidy(y) }));
}
