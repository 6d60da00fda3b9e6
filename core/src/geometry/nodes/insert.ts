import { subtract, dot, distance, type Point } from '../point.ts';
import { pointAt, portion, tangentAt } from '../segment.ts';
import { runCount, runOf, segmentOfRun, type NodePath, type PathNode } from './node-path.ts';

/** A node more on a run, at t from 0 to 1 along it: the drawing stays as it is. */
export function withNodeOn<P extends NodePath>(path: P, run: number, t = 0.5): P {
  const { nodes } = path;
  const segment = segmentOfRun(path, run);
  if (!segment) return path;
  const at = pointAt(segment, t);
  const first: PathNode = { ...nodes[run]!, to: runOf(portion(segment, 0, t)) };
  const second: PathNode = { ...at, to: runOf(portion(segment, t, 1)) };
  return { ...path, nodes: [...nodes.slice(0, run), first, second, ...nodes.slice(run + 1)] };
}

/** The middle of a run; null where both its nodes are in one place, or there is none behind the last node. */
export function runMiddle(path: NodePath, run: number): Point | null {
  const segment = run < runCount(path) ? segmentOfRun(path, run) : null;
  return segment && pointAt(segment, 0.5);
}

/** Tries along a run before the nearest of them is made exact. */
const TRIES = 24;
const ROUNDS = 4;

/** Where a path comes nearest to a point: the run, where on it from 0 to 1, and how far away. */
export function nearestOn(
  path: NodePath,
  to: Point,
): { readonly run: number; readonly t: number; readonly away: number } {
  let best = { run: 0, t: 0, away: Infinity };
  for (let run = 0; run < runCount(path); run++) {
    const segment = segmentOfRun(path, run);
    if (!segment) continue;
    let [t, away] = [0, Infinity];
    for (let i = 0; i <= TRIES; i++) {
      const far = distance(pointAt(segment, i / TRIES), to);
      if (far < away) [t, away] = [i / TRIES, far];
    }
    for (let round = 0; round < ROUNDS; round++) {
      const way = tangentAt(segment, t);
      t = Math.max(0, Math.min(1, t + dot(subtract(to, pointAt(segment, t)), way) / (dot(way, way) || 1)));
    }
    away = distance(pointAt(segment, t), to);
    if (away < best.away) best = { run, t, away };
  }
  return best;
}
