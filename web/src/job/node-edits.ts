'use client';

import { chamfered, rounded } from '@needlefile/core/geometry/nodes/corners';
import { broken, isEnd, joined, type NodeRef } from '@needlefile/core/geometry/nodes/ends';
import { movedNodes } from '@needlefile/core/geometry/nodes/handles';
import { withNodeOn } from '@needlefile/core/geometry/nodes/insert';
import { runCount, type NodePath, type RunKind } from '@needlefile/core/geometry/nodes/node-path';
import { withoutNodes } from '@needlefile/core/geometry/nodes/remove';
import { straightened, withRun } from '@needlefile/core/geometry/nodes/runs';
import { cornered, smoothed, turnAt } from '@needlefile/core/geometry/nodes/smooth';
import { determinant, inverse, transformPoint } from '@needlefile/core/geometry/matrix';
import type { Point } from '@needlefile/core/geometry/point';
import type { Outline } from './outline';

/** What a hand does to nodes in hand: by buttons, by keys and in figures alike. Lengths in mm. */
export interface NodeEdits {
  readonly chosen: readonly NodeRef[];
  /** By so much on the sheet, y up. */
  readonly move: (by: Point) => void;
  readonly insert: () => void;
  readonly remove: () => void;
  readonly smooth: () => void;
  readonly corner: () => void;
  readonly run: (kind: RunKind) => void;
  readonly straighten: () => void;
  readonly breakApart: () => void;
  /** null where the nodes in hand are not two ends. */
  readonly join: (() => void) | null;
  /** Corners that are made round to a radius, or cut off by a length; false where none had room for it. */
  readonly round: (radius: number) => boolean;
  readonly chamfer: (by: number) => boolean;
  /** How many of the nodes in hand are corners. */
  readonly corners: number;
  /** Nodes beside those in hand, for going through them by keys. */
  readonly step: (by: 1 | -1) => NodeRef[];
}

/** Ends this near to each other come together when they are joined, mm. */
const NEAR = 0.5;

/** A corner turns by this at least, degrees. */
const LEAST_TURN = 2;

/** What can be done to some nodes of an outline. */
export function nodeEdits(outline: Outline, wanted: readonly NodeRef[]): NodeEdits {
  const { paths, toSheet } = outline;
  const chosen = wanted.filter(({ path, node }) => node < (paths[path]?.nodes.length ?? 0));
  const mmPerUnit = Math.sqrt(Math.abs(determinant(toSheet)));
  const numbersIn = (path: number) => chosen.flatMap((each) => (each.path === path ? [each.node] : []));
  const isIn = (path: number) => {
    const numbers = new Set(numbersIn(path));
    return (n: number): boolean => numbers.has(n);
  };
  const each = (change: (path: NodePath, numbers: readonly number[], p: number) => NodePath): NodePath[] =>
    paths.map((path, p) => {
      const numbers = numbersIn(p);
      return numbers.length > 0 ? change(path, numbers, p) : path;
    });
  /** Changes that leave the count of nodes before a node as it is. */
  const one = (change: (path: NodePath, n: number) => NodePath) => (path: NodePath, numbers: readonly number[]) =>
    numbers.reduce(change, path);
  /** Corners from the last back, since each becomes two nodes. @returns whether there was one */
  const cutAll = (label: string, cut: (path: NodePath, n: number) => NodePath | null): boolean => {
    let count = 0;
    const now = each((path, numbers) =>
      [...numbers]
        .sort((a, b) => b - a)
        .reduce((own, n) => {
          const next = cut(own, n);
          if (next) count++;
          return next ?? own;
        }, path),
    );
    if (count > 0) outline.change(label, now, []);
    return count > 0;
  };
  const [first, second, third] = chosen;
  const ends = first && second && !third ? ([first, second] as const) : null;
  const isTwoEnds = ends !== null && ends.every(({ path, node }) => isEnd(paths[path]!, node));
  const canJoin = isTwoEnds && (!outline.isOne || ends[0].path === ends[1].path);
  return {
    chosen,
    move: (by) => {
      const back = inverse({ ...toSheet, e: 0, f: 0 });
      outline.change(
        'Move nodes',
        paths.map((path, p) => movedNodes(path, isIn(p), transformPoint(back, by))),
        chosen,
      );
    },
    insert: () => {
      const runs = chosen.filter(({ path, node }) => node < runCount(paths[path]!));
      if (runs.length === 0) return;
      const now = each((path, numbers) =>
        [...numbers].sort((a, b) => b - a).reduce((own, n) => (n < runCount(own) ? withNodeOn(own, n) : own), path),
      );
      const added = runs.map(({ path, node }) => ({
        path,
        node: node + 1 + numbersIn(path).filter((n) => n < node).length,
      }));
      outline.change('Put a node in', now, added);
    },
    remove: () => {
      const now = paths.flatMap((path, p) => {
        if (numbersIn(p).length === 0) return [path];
        const left = withoutNodes(path, isIn(p));
        return left ? [left] : outline.isOne ? [path] : [];
      });
      outline.change('Take nodes out', now, []);
    },
    smooth: () => outline.change('Smooth nodes', each(one(smoothed)), chosen),
    corner: () => outline.change('Corners', each(one(cornered)), chosen),
    run: (kind) =>
      outline.change(
        'Kind of run',
        each(one((path, n) => (n < runCount(path) ? withRun(path, n, kind) : path))),
        chosen,
      ),
    straighten: () => outline.change('Straighten', each(straightened), []),
    breakApart: () => {
      const now = paths.flatMap((path, p) => brokenAt(path, numbersIn(p)));
      if (!outline.isOne || now.length === 1) outline.change('Break', now, []);
    },
    join: canJoin
      ? () => {
          const now = joined(paths, ...ends, NEAR / mmPerUnit);
          if (now) outline.change('Join ends', now, []);
        }
      : null,
    round: (radius) => cutAll('Round corners', (path, n) => rounded(path, n, radius / mmPerUnit)),
    chamfer: (by) => cutAll('Chamfer corners', (path, n) => chamfered(path, n, by / mmPerUnit)),
    corners: chosen.filter(({ path, node }) => Math.abs(turnAt(paths[path]!, node)) > LEAST_TURN).length,
    step: (by) => {
      const last = chosen.at(-1) ?? { path: 0, node: by > 0 ? -1 : 0 };
      const { nodes } = paths[last.path] ?? { nodes: [] };
      if (nodes.length === 0) return [];
      const next = last.node + by;
      if (next >= 0 && next < nodes.length) return [{ path: last.path, node: next }];
      const path = (last.path + by + paths.length) % paths.length;
      return [{ path, node: by > 0 ? 0 : paths[path]!.nodes.length - 1 }];
    },
  };
}

/** Broken at several nodes: a closed path opens at the first of them, and is parted at the others. */
function brokenAt(path: NodePath, numbers: readonly number[]): NodePath[] {
  const sorted = [...numbers].sort((a, b) => a - b);
  const [first] = sorted;
  if (first === undefined) return [path];
  const open = path.closed ? broken(path, first)[0]! : path;
  const rest = path.closed ? sorted.slice(1).map((n) => n - first) : sorted;
  // From the last back, so that numbers before it hold for the first of two.
  return rest.reverse().reduce<NodePath[]>(([head, ...tail], n) => [...broken(head!, n), ...tail], [open]);
}
