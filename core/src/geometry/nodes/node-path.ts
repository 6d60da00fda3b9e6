import { arcOfTurn } from '../arc-from-ends.ts';
import type { Contour } from '../contour.ts';
import { distance, type Point } from '../point.ts';
import { cubic, line, portion, type Segment, type SourceId } from '../segment.ts';

/** How a node goes on to the next: straight, by an arc that turns so many degrees counter-clockwise, by a curve. */
export type Run = 'line' | { readonly arc: number } | { readonly c1: Point; readonly c2: Point };

/** A node of a drawing, and how it goes on to the next. */
export interface PathNode extends Point {
  readonly to: Run;
}

/** A contour by its nodes: what a hand works on. The last of an open one goes on to nowhere. */
export interface NodePath {
  readonly nodes: readonly PathNode[];
  readonly closed: boolean;
}

/** How a run goes from its node to the next, in a word. */
export type RunKind = 'line' | 'arc' | 'curve';

export const isCurve = (to: Run): to is { readonly c1: Point; readonly c2: Point } => to !== 'line' && 'c1' in to;

export const runKind = ({ to }: PathNode): RunKind => (to === 'line' ? 'line' : isCurve(to) ? 'curve' : 'arc');

/** How many runs it has: an open one ends at its last node. */
export const runCount = ({ nodes, closed }: NodePath): number => (closed ? nodes.length : nodes.length - 1);

/** The lines from node to node, and home where it is closed; nodes in one place are one. */
export function contourOfPath({ nodes, closed }: NodePath, source: SourceId): Contour {
  const last = closed ? nodes.length : nodes.length - 1;
  const segments = nodes.slice(0, last).flatMap((node, i) => segmentOf(node, nodes[(i + 1) % nodes.length]!, source));
  return { segments, closed: closed && segments.length > 0 };
}

/** The lines of one run. Empty where both its nodes are in one place. */
export const segmentOfRun = ({ nodes }: NodePath, run: number): Segment | null =>
  segmentOf(nodes[run]!, nodes[(run + 1) % nodes.length]!, '')[0] ?? null;

function segmentOf({ to, ...from }: PathNode, next: Point, source: SourceId): Segment[] {
  const [start, end] = [
    { x: from.x, y: from.y },
    { x: next.x, y: next.y },
  ];
  if (isCurve(to)) return [cubic(start, to.c1, to.c2, end, source)];
  if (distance(start, end) < 1e-6) return [];
  const arc = to === 'line' ? null : arcOfTurn(start, end, to.arc, source);
  return [arc ?? line(start, end, source)];
}

export const runOf = (segment: Segment): Run =>
  segment.kind === 'line'
    ? 'line'
    : segment.kind === 'arc'
      ? { arc: segment.sweep }
      : { c1: segment.c1, c2: segment.c2 };

/** Segments, each beginning where the last ended, by their nodes. */
export function pathOfSegments(segments: readonly Segment[], closed: boolean): NodePath {
  const nodes = segments.map((segment): PathNode => ({ ...segment.from, to: runOf(segment) }));
  return { nodes: closed ? nodes : [...nodes, { ...segments.at(-1)!.to, to: 'line' }], closed };
}

/** A contour by its nodes. A closed one of a single segment is parted in two, since a run needs two nodes. */
export function pathOfContour({ segments, closed }: Contour): NodePath {
  const [only] = segments;
  const parted = closed && segments.length === 1 ? [portion(only!, 0, 0.5), portion(only!, 0.5, 1)] : segments;
  return pathOfSegments(parted, closed);
}

/** Each point of a path elsewhere: nodes, and the points that draw its curves. */
export function mapPoints<P extends NodePath>(path: P, place: (point: Point) => Point): P {
  const nodes = path.nodes.map((node): PathNode => ({
    ...place({ x: node.x, y: node.y }),
    to: isCurve(node.to) ? { c1: place(node.to.c1), c2: place(node.to.c2) } : node.to,
  }));
  return { ...path, nodes };
}
