import type { Point } from '../geometry/point.ts';
import { pointAt, portion } from '../geometry/segment.ts';
import type { ShapeItem } from '../recipe/parts.ts';
import { drawnLine, type DrawnNode } from './own-drawing.ts';

/** An own drawing, whose nodes are moved, put in and taken out by hand. Lengths in mm, in the item's own frame. */
export type PathOutline = Extract<ShapeItem['outline'], { by: 'path' }>;

/** How a run goes from its node to the next. */
export type RunKind = 'line' | 'arc' | 'curve';

/** A node, or one of the two points that draw the curve of its run. */
export type Handle = 'node' | 'c1' | 'c2';

const tidy = (mm: number): number => Number(mm.toFixed(3));
const tidyPoint = ({ x, y }: Point): Point => ({ x: tidy(x), y: tidy(y) });
const movedBy = (point: Point, by: Point): Point => tidyPoint({ x: point.x + by.x, y: point.y + by.y });

const isCurve = (to: DrawnNode['to']): to is { readonly c1: Point; readonly c2: Point } => to !== 'line' && 'c1' in to;

export const runKind = ({ to }: DrawnNode): RunKind => (to === 'line' ? 'line' : isCurve(to) ? 'curve' : 'arc');

/** How many runs it has: an open one ends at its last node. */
export const runCount = ({ nodes, closed }: PathOutline): number => (closed ? nodes.length : nodes.length - 1);

const withNodes = (outline: PathOutline, nodes: readonly DrawnNode[]): PathOutline => ({
  ...outline,
  nodes: nodes as PathOutline['nodes'],
});

/** A node elsewhere, and with it the ends of the curves that meet there; or one of the points of its curve. */
export function movedHandle(outline: PathOutline, n: number, handle: Handle, to: Point): PathOutline {
  const { nodes } = outline;
  const own = nodes[n]!;
  const place = tidyPoint(to);
  if (handle !== 'node')
    return withNodes(
      outline,
      nodes.map((node, i) => (i === n && isCurve(node.to) ? { ...node, to: { ...node.to, [handle]: place } } : node)),
    );
  const by = { x: place.x - own.x, y: place.y - own.y };
  const before = (n + nodes.length - 1) % nodes.length;
  return withNodes(
    outline,
    nodes.map((node, i) => {
      let run = node.to;
      if (i === before && isCurve(run)) run = { ...run, c2: movedBy(run.c2, by) };
      if (i === n && isCurve(run)) run = { ...run, c1: movedBy(run.c1, by) };
      return i === n ? { ...place, to: run } : run === node.to ? node : { ...node, to: run };
    }),
  );
}

/** A node more, in the middle of a run: the drawing stays as it is. */
export function withNodeOn(outline: PathOutline, run: number): PathOutline {
  const { nodes } = outline;
  const [segment] = segmentsOf(outline, run);
  if (!segment) return outline;
  const node = nodes[run]!;
  const middle = tidyPoint(pointAt(segment, 0.5));
  const halves = [portion(segment, 0, 0.5), portion(segment, 0.5, 1)].map((half): DrawnNode['to'] => {
    if (half.kind === 'line') return 'line';
    return half.kind === 'arc' ? { arc: half.sweep } : { c1: tidyPoint(half.c1), c2: tidyPoint(half.c2) };
  });
  const [first, second] = [
    { ...node, to: halves[0]! },
    { ...middle, to: halves[1]! },
  ];
  return withNodes(outline, [...nodes.slice(0, run), first, second, ...nodes.slice(run + 1)]);
}

/** Whether a drawing would still be one without a node. */
export const canLose = ({ nodes, closed }: PathOutline): boolean => nodes.length > (closed ? 3 : 2);

/** A node less: what went to it goes straight on to the next. */
export function withoutNode(outline: PathOutline, n: number): PathOutline {
  const { nodes } = outline;
  if (!canLose(outline)) return outline;
  const before = (n + nodes.length - 1) % nodes.length;
  return withNodes(
    outline,
    nodes.flatMap((node, i) => (i === n ? [] : [i === before ? { ...node, to: 'line' as const } : node])),
  );
}

/** Degrees that a new arc turns. */
const USUAL_ARC = 90;

/** A run of another kind between the same nodes: an arc keeps to the turn of what it was, a curve to its shape. */
export function withRun(outline: PathOutline, n: number, kind: RunKind): PathOutline {
  const node = outline.nodes[n]!;
  if (runKind(node) === kind) return outline;
  const next = outline.nodes[(n + 1) % outline.nodes.length]!;
  const between = (t: number): Point =>
    tidyPoint({ x: node.x + (next.x - node.x) * t, y: node.y + (next.y - node.y) * t });
  const to: DrawnNode['to'] =
    kind === 'line' ? 'line' : kind === 'arc' ? { arc: USUAL_ARC } : { c1: between(1 / 3), c2: between(2 / 3) };
  return withNodes(
    outline,
    outline.nodes.map((each, i) => (i === n ? { ...each, to } : each)),
  );
}

/** The lines of a run, and of the whole. */
const segmentsOf = (outline: PathOutline, run: number) => {
  const { nodes } = outline;
  return drawnLine([nodes[run]!, nodes[(run + 1) % nodes.length]!], false, 'run').segments;
};

/** The middle of each run. */
export const runMiddles = (outline: PathOutline): (Point | null)[] =>
  Array.from({ length: runCount(outline) }, (_, run) => {
    const [segment] = segmentsOf(outline, run);
    return segment ? pointAt(segment, 0.5) : null;
  });
