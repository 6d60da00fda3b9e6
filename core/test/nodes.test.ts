import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contourLength, regionArea } from '../src/geometry/contour-facts.ts';
import {
  canLose,
  movedHandle,
  runKind,
  runMiddles,
  withNodeOn,
  withoutNode,
  withRun,
  type PathOutline,
} from '../src/shapes/path-nodes.ts';
import { newItem } from '../src/recipe/edits/items.ts';
import type { ShapeItem } from '../src/recipe/schema.ts';
import { drawnLine } from '../src/shapes/own-drawing.ts';

const pathOf = (said: object): PathOutline =>
  (newItem({ kind: 'shape', outline: { by: 'path', ...said } }) as ShapeItem).outline as PathOutline;

const mm = fc.integer({ min: -60, max: 60 });
const run = fc.oneof(
  fc.constant('line' as const),
  fc.record({ arc: fc.integer({ min: -170, max: 170 }) }),
  fc.record({ c1: fc.record({ x: mm, y: mm }), c2: fc.record({ x: mm, y: mm }) }),
);
const anyPath = fc
  .record({
    nodes: fc.uniqueArray(fc.record({ x: mm, y: mm, to: run }), {
      minLength: 3,
      maxLength: 7,
      selector: ({ x, y }) => `${x} ${y}`,
    }),
    closed: fc.boolean(),
  })
  .map(pathOf);

const lineOf = (path: PathOutline) => drawnLine(path.nodes, path.closed, 'it');

describe('nodes of an own drawing', () => {
  it('one more on any run leaves the drawing as it is', () => {
    fc.assert(
      fc.property(anyPath, fc.nat(20), (path, n) => {
        const at = n % runMiddles(path).length;
        const more = withNodeOn(path, at);
        expect(more.nodes).toHaveLength(path.nodes.length + 1);
        const [before, after] = [lineOf(path), lineOf(more)];
        expect(contourLength(after)).toBeCloseTo(contourLength(before), 1);
        if (path.closed) expect(Math.abs(regionArea([after]) - regionArea([before]))).toBeLessThan(0.5);
        const middle = runMiddles(path)[at]!;
        expect(Math.hypot(more.nodes[at + 1]!.x - middle.x, more.nodes[at + 1]!.y - middle.y)).toBeLessThan(0.002);
        // Without it again the other nodes are where they were.
        expect(withoutNode(more, at + 1).nodes.map(({ x, y }) => [x, y])).toEqual(path.nodes.map(({ x, y }) => [x, y]));
      }),
    );
  });

  it('moved to and fro is what it was, and takes the ends of its curves along', () => {
    fc.assert(
      fc.property(anyPath, fc.nat(20), mm, mm, (path, i, x, y) => {
        const n = i % path.nodes.length;
        const node = path.nodes[n]!;
        const there = movedHandle(path, n, 'node', { x, y });
        expect(movedHandle(there, n, 'node', node)).toEqual(path);
        const own = there.nodes[n]!;
        const before = (n + path.nodes.length - 1) % path.nodes.length;
        const [into, was] = [there.nodes[before]!.to, path.nodes[before]!.to];
        if (into !== 'line' && 'c2' in into && was !== 'line' && 'c2' in was)
          expect([into.c2.x - own.x, into.c2.y - own.y]).toEqual([
            expect.closeTo(was.c2.x - node.x, 6),
            expect.closeTo(was.c2.y - node.y, 6),
          ]);
        if (own.to !== 'line' && 'c1' in own.to && node.to !== 'line' && 'c1' in node.to)
          expect(own.to.c1.x - own.x).toBeCloseTo(node.to.c1.x - node.x, 6);
      }),
    );
  });

  it('runs become lines, arcs and curves between the same nodes; a curve begins straight', () => {
    const path = pathOf({
      closed: true,
      nodes: [
        { x: 0, y: 0 },
        { x: 30, y: 0 },
        { x: 30, y: 30 },
      ],
    });
    const bent = withRun(path, 0, 'arc');
    expect(runKind(bent.nodes[0]!)).toBe('arc');
    // A quarter of a circle over a chord of 30 mm bulges out.
    const radius = 30 / Math.SQRT2;
    expect(regionArea([lineOf(bent)])).toBeCloseTo(450 + (radius ** 2 * (Math.PI / 2 - 1)) / 2, 3);
    const curved = withRun(bent, 1, 'curve');
    expect(regionArea([lineOf(curved)])).toBeCloseTo(regionArea([lineOf(bent)]), 6);
    const pulled = movedHandle(curved, 1, 'c1', { x: 50, y: 10 });
    expect(pulled.nodes[1]!.to).toEqual({ c1: { x: 50, y: 10 }, c2: { x: 30, y: 20 } });
    expect(withRun(pulled, 1, 'line').nodes[1]!.to).toBe('line');
  });

  it('the last that make a drawing cannot be taken out', () => {
    const line = pathOf({
      nodes: [
        { x: 0, y: 0 },
        { x: 9, y: 0 },
      ],
    });
    expect(canLose(line)).toBe(false);
    expect(withoutNode(line, 0)).toBe(line);
  });
});
