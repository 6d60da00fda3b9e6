import type { Contour } from '../geometry/contour.ts';
import { arcOfTurn } from '../geometry/arc-from-ends.ts';
import { distance, type Point } from '../geometry/point.ts';
import { cubic, line, type Segment, type SourceId } from '../geometry/segment.ts';

/** A node of an own drawing, and how it goes on to the next. */
export interface DrawnNode extends Point {
  readonly to: 'line' | { readonly arc: number } | { readonly c1: Point; readonly c2: Point };
}

/** The lines of an own drawing from node to node, and home where it is closed; nodes in one place are one. */
export function drawnLine(nodes: readonly DrawnNode[], closed: boolean, source: SourceId): Contour {
  const last = closed ? nodes.length : nodes.length - 1;
  const segments = nodes.slice(0, last).flatMap((node, i) => runOf(node, nodes[(i + 1) % nodes.length]!, source));
  return { segments, closed: closed && segments.length > 0 };
}

function runOf({ to, ...from }: DrawnNode, next: Point, source: SourceId): Segment[] {
  const [start, end] = [
    { x: from.x, y: from.y },
    { x: next.x, y: next.y },
  ];
  if (to !== 'line' && 'c1' in to) return [cubic(start, to.c1, to.c2, end, source)];
  if (distance(start, end) < 1e-6) return [];
  const arc = to === 'line' ? null : arcOfTurn(start, end, to.arc, source);
  return [arc ?? line(start, end, source)];
}
