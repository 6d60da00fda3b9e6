import type { Point } from '../point.ts';
import { contourOfPath, type NodePath } from './node-path.ts';

/** Points of a drawing that distances are measured between: its nodes, and the centres of its arcs. */
export const marksOf = (paths: readonly NodePath[]): Point[] =>
  paths.flatMap((path) => {
    const centres = contourOfPath(path, '').segments.flatMap((each) => (each.kind === 'arc' ? [each.centre] : []));
    return [...path.nodes.map(({ x, y }) => ({ x, y })), ...centres];
  });
