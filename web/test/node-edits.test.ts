import { contourArea, contourLength } from '@needlefile/core/geometry/contour-facts';
import type { NodeRef } from '@needlefile/core/geometry/nodes/ends';
import { contourOfPath, runCount, runKind, type NodePath } from '@needlefile/core/geometry/nodes/node-path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nodeEdits, type NodeEdits } from '../src/job/node-edits';
import type { Outline } from '../src/job/outline';

/** What a hand does to nodes, on a square of 10 whose figures are known, twice as large on the sheet. */

const SCALE = 2;
const corners = [
  [0, 0],
  [10, 0],
  [10, 10],
  [0, 10],
] as const;
const square: NodePath = { nodes: corners.map(([x, y]) => ({ x, y, to: 'line' })), closed: true };
const stroke: NodePath = { nodes: [20, 30, 40].map((x) => ({ x, y: 0, to: 'line' })), closed: false };

interface Changed {
  readonly label: string;
  readonly paths: readonly NodePath[];
  readonly chosen: readonly NodeRef[];
}

/** Does something to nodes, and tells what became of the paths. */
function edited(
  paths: readonly NodePath[],
  wanted: readonly NodeRef[],
  act: (edits: NodeEdits) => unknown,
  isOne = false,
): Changed | undefined {
  let changed: Changed | undefined;
  const matrix = { a: SCALE, b: 0, c: 0, d: SCALE, e: 5, f: 7 };
  const outline: Outline = {
    ...{ paths, toSheet: matrix, toOwn: matrix, isOne },
    change: (label, next, chosen) => void (changed = { label, paths: next, chosen }),
  };
  act(nodeEdits(outline, wanted));
  return changed;
}

const node = (n: number, path = 0): NodeRef => ({ path, node: n });
const areaOf = (path: NodePath): number => Math.abs(contourArea(contourOfPath(path, 'own')));

describe('nodes', () => {
  it('move by millimetres of the sheet, and nothing else moves', () => {
    const { paths, chosen } = edited([square, stroke], [node(2)], ({ move }) => move({ x: 4, y: -2 }))!;
    expect(paths[0]!.nodes.map(({ x, y }) => [x, y])).toEqual([
      [0, 0],
      [10, 0],
      [12, 9],
      [0, 10],
    ]);
    expect(paths[1]).toEqual(stroke);
    expect(chosen).toEqual([node(2)]);
  });

  it('are put in the middle of the run behind each, and taken in hand', () => {
    const { paths, chosen } = edited([square], [node(0), node(2)], ({ insert }) => insert())!;
    expect(paths[0]!.nodes.map(({ x, y }) => [x, y])).toEqual([
      [0, 0],
      [5, 0],
      [10, 0],
      [10, 10],
      [5, 10],
      [0, 10],
    ]);
    expect(chosen).toEqual([node(1), node(4)]);
    expect(areaOf(paths[0]!)).toBeCloseTo(100, 9);
    // Behind the last of an open one there is no run.
    expect(edited([stroke], [node(2)], ({ insert }) => insert())).toBeUndefined();
  });

  it('are taken out with what is left of the line; a path of none is gone, but for the only one', () => {
    const { paths } = edited([square], [node(1)], ({ remove }) => remove())!;
    expect(paths[0]!.nodes).toHaveLength(3);
    expect(areaOf(paths[0]!)).toBeCloseTo(50, 9);
    const all = [0, 1, 2, 3].map((n) => node(n));
    expect(edited([square, stroke], all, ({ remove }) => remove())!.paths).toEqual([stroke]);
    expect(edited([square], all, ({ remove }) => remove(), true)!.paths).toEqual([square]);
  });

  it('put in and taken out again leave the outline as it was', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 3 }), (n) => {
        const put = edited([square], [node(n)], ({ insert }) => insert())!;
        const back = edited(put.paths, put.chosen, ({ remove }) => remove())!;
        expect(areaOf(back.paths[0]!)).toBeCloseTo(100, 6);
        expect(back.paths[0]!.nodes).toHaveLength(4);
      }),
    );
  });

  it('that are no longer there are not in hand', () => {
    let chosen: readonly NodeRef[] = [];
    edited([square], [node(9), node(1), node(0, 4)], (edits) => (chosen = edits.chosen));
    expect(chosen).toEqual([node(1)]);
  });

  it('are gone through one by one, from path to path and round', () => {
    const step = (from: NodeRef[], by: 1 | -1): NodeRef[] => {
      let next: NodeRef[] = [];
      edited([square, stroke], from, (edits) => (next = edits.step(by)));
      return next;
    };
    const seen = [...Array(7)].reduce<NodeRef[][]>((all) => [...all, step(all.at(-1)!, 1)], [step([], 1)]);
    expect(seen.map(([one]) => [one!.path, one!.node])).toEqual([
      [0, 0],
      [0, 1],
      [0, 2],
      [0, 3],
      [1, 0],
      [1, 1],
      [1, 2],
      [0, 0],
    ]);
    expect(step([node(0)], -1)).toEqual([node(2, 1)]);
  });
});

describe('corners', () => {
  it('are counted, made round and cut off as far as there is room', () => {
    let count = 0;
    edited([square, stroke], [node(0), node(1), node(1, 1)], (edits) => (count = edits.corners));
    expect(count).toBe(2);
    // A radius of 4 mm on the sheet is of 2 here.
    const round = edited([square], [node(0)], ({ round: make }) => expect(make(4)).toBe(true))!;
    expect(areaOf(round.paths[0]!)).toBeCloseTo(100 - (1 - Math.PI / 4) * 4, 6);
    const all = [0, 1, 2, 3].map((n) => node(n));
    const cut = edited([square], all, ({ chamfer }) => expect(chamfer(4)).toBe(true))!;
    expect(cut.paths[0]!.nodes).toHaveLength(8);
    expect(areaOf(cut.paths[0]!)).toBeCloseTo(100 - 4 * 2, 6);
    expect(edited([square], [node(0)], ({ chamfer }) => expect(chamfer(50)).toBe(false))).toBeUndefined();
  });

  it('become smooth, and corners again', () => {
    const smooth = edited([square], [node(1)], (edits) => edits.smooth())!;
    expect(areaOf(smooth.paths[0]!)).toBeGreaterThan(100);
    const back = edited(smooth.paths, [node(1)], (edits) => edits.corner())!;
    expect(back.paths[0]!.nodes).toHaveLength(4);
  });
});

describe('runs', () => {
  it.each(['arc', 'curve', 'line'] as const)('become of the kind that is asked: %s', (kind) => {
    const { paths } = edited([square], [node(1)], (edits) => edits.run(kind))!;
    expect(runKind(paths[0]!.nodes[1]!)).toBe(kind);
    expect(paths[0]!.nodes.filter((_, i) => i !== 1)).toEqual(square.nodes.filter((_, i) => i !== 1));
  });

  it('are made one straight line from the first of the nodes to the last', () => {
    const bent: NodePath = {
      nodes: [0, 10, 20, 30].map((x, i) => ({ x, y: i % 2, to: 'line' as const })),
      closed: false,
    };
    const { paths } = edited([bent], [node(0), node(3)], (edits) => edits.straighten())!;
    expect(contourLength(contourOfPath(paths[0]!, 'own'))).toBeCloseTo(Math.hypot(30, 1), 6);
  });
});

describe('lines', () => {
  it('are broken at nodes: a closed one opens, an open one is parted', () => {
    const open = edited([square], [node(1)], (edits) => edits.breakApart())!;
    expect(open.paths.map(({ closed }) => closed)).toEqual([false]);
    expect(runCount(open.paths[0]!)).toBe(4);
    const parted = edited([square], [node(0), node(2)], (edits) => edits.breakApart())!;
    expect(parted.paths.map((path) => runCount(path))).toEqual([2, 2]);
    expect(edited([stroke], [node(1)], (edits) => edits.breakApart())!.paths).toHaveLength(2);
    // What is one path stays one.
    expect(edited([stroke], [node(1)], (edits) => edits.breakApart(), true)).toBeUndefined();
  });

  it('are joined at two ends, and at nothing else', () => {
    const canJoin = (wanted: readonly NodeRef[], isOne = false): boolean => {
      let can = false;
      edited(
        [stroke, { ...stroke, nodes: stroke.nodes.map((own) => ({ ...own, y: 5 })) }],
        wanted,
        ({ join }) => (can = join !== null),
        isOne,
      );
      return can;
    };
    expect(canJoin([node(0), node(2)])).toBe(true);
    expect(canJoin([node(0), node(0, 1)])).toBe(true);
    expect(canJoin([node(0), node(0, 1)], true)).toBe(false);
    expect(canJoin([node(0), node(1)])).toBe(false);
    expect(canJoin([node(0)])).toBe(false);
    const closed = edited([stroke], [node(0), node(2)], ({ join }) => join!())!;
    expect(closed.paths[0]!.closed).toBe(true);
  });
});
