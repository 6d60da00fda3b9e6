import { cubicBetween, lengthShares, placesNearer } from '../fit-cubic.ts';
import { directionAt } from '../fit-offset.ts';
import { pointAt, type Segment } from '../segment.ts';
import { contourOfPath, type NodePath, type PathNode, type Run } from './node-path.ts';

/** A drawing of fewer nodes is none. */
const LEAST = { closed: 2, open: 2 };

/** Whether a path would still be one with so many nodes fewer. */
export const canLose = (path: NodePath, count = 1): boolean =>
  path.nodes.length - count >= (path.closed ? LEAST.closed : LEAST.open) &&
  // Two nodes go round something only by a bent run.
  (!path.closed || path.nodes.length - count > 2 || path.nodes.some(({ to }) => to !== 'line'));

/** Points of each segment that the curve in their place is fitted to. */
const SAMPLES = 12;
const ROUNDS = 6;

/**
 * Nodes less: what went over them goes straight on where it was straight, and is fitted by one curve where it was not.
 * null where too few would be left.
 * @param isOut by number
 */
export function withoutNodes<P extends NodePath>(path: P, isOut: (n: number) => boolean): P | null {
  const { nodes, closed } = path;
  const kept = nodes.flatMap((_, n) => (isOut(n) ? [] : [n]));
  if (kept.length === nodes.length) return path;
  if (!canLose(path, nodes.length - kept.length)) return null;
  const left = kept.map((n, i): PathNode => {
    const next = kept[i + 1] ?? (closed ? kept[0]! + nodes.length : n + 1);
    return next === n + 1 ? nodes[n]! : { ...nodes[n]!, to: runOver(path, n, next) };
  });
  return { ...path, nodes: left };
}

/** One run in place of those from one node to another; `to` may lie a turn further. */
function runOver({ nodes }: NodePath, from: number, to: number): Run {
  const own = Array.from({ length: to - from + 1 }, (_, i) => nodes[(from + i) % nodes.length]!);
  if (own.slice(0, -1).every((node) => node.to === 'line')) return 'line';
  return curveAlong(contourOfPath({ nodes: own, closed: false }, '').segments);
}

/** One curve in place of several segments, leaving and arriving as they do. */
function curveAlong(segments: readonly Segment[]): Run {
  const points = segments.flatMap((segment, i) =>
    Array.from({ length: SAMPLES + (i === 0 ? 1 : 0) }, (_, k) => pointAt(segment, (k + (i === 0 ? 0 : 1)) / SAMPLES)),
  );
  const [first, last] = [segments[0]!, segments.at(-1)!];
  const start = [first.from, directionAt(first, 0)] as const;
  const end = [last.to, directionAt(last, 1)] as const;
  const places = lengthShares(points);
  let run: Run = 'line';
  for (let round = 0; round < ROUNDS; round++) {
    const curve = cubicBetween(points, places, start, end);
    if (!curve) return run;
    run = { c1: curve.c1, c2: curve.c2 };
    placesNearer(curve, points, places);
  }
  return run;
}
