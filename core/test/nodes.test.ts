import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contourLength, regionArea } from '../src/geometry/contour-facts.ts';
import { chamfered, rounded } from '../src/geometry/nodes/corners.ts';
import { broken, joined, reversedPath } from '../src/geometry/nodes/ends.ts';
import { isSmooth, movedHandle, movedNodes } from '../src/geometry/nodes/handles.ts';
import { nearestOn, withNodeOn } from '../src/geometry/nodes/insert.ts';
import { marksOf } from '../src/geometry/nodes/marks.ts';
import { contourOfPath, pathOfContour, runCount, runKind, type NodePath } from '../src/geometry/nodes/node-path.ts';
import { changesBetween, redraw } from '../src/geometry/nodes/redraw.ts';
import { canLose, withoutNodes } from '../src/geometry/nodes/remove.ts';
import { straightened, withRun } from '../src/geometry/nodes/runs.ts';
import { cornered, smoothed } from '../src/geometry/nodes/smooth.ts';
import { pathThrough } from '../src/geometry/nodes/through-points.ts';
import { flatten } from '../src/geometry/contour.ts';
import { pointAt, segmentBounds, tangentAt } from '../src/geometry/segment.ts';
import { circle } from '../src/geometry/shapes.ts';

const mm = fc.integer({ min: -60, max: 60 });
const run = fc.oneof(
  fc.constant('line' as const),
  fc.record({ arc: fc.integer({ min: -170, max: 170 }) }),
  fc.record({ c1: fc.record({ x: mm, y: mm }), c2: fc.record({ x: mm, y: mm }) }),
);
const anyPath: fc.Arbitrary<NodePath> = fc.record({
  nodes: fc.uniqueArray(fc.record({ x: mm, y: mm, to: run }), {
    minLength: 3,
    maxLength: 7,
    selector: ({ x, y }) => `${x} ${y}`,
  }),
  closed: fc.boolean(),
});

const lineOf = (path: NodePath) => contourOfPath(path, 'it');

const polygon = (...points: readonly (readonly [number, number])[]): NodePath => ({
  nodes: points.map(([x, y]) => ({ x, y, to: 'line' })),
  closed: true,
});

const without = (path: NodePath, n: number) => withoutNodes(path, (i) => i === n);

/** A path by its nodes and runs from a node on that does not hang on where it begins. */
const canon = ({ nodes, closed }: NodePath): string => {
  const told = nodes.map((node, i) => JSON.stringify(closed || i < nodes.length - 1 ? node : { x: node.x, y: node.y }));
  const turns = closed ? told.map((_, i) => [...told.slice(i), ...told.slice(0, i)].join()) : [told.join()];
  return `${closed} ${turns.sort()[0]}`;
};

describe('a line drawn through points', () => {
  const corner = (x: number, y: number) => ({ x, y, smooth: false });
  const smooth = (x: number, y: number) => ({ x, y, smooth: true });

  it('is straight between corners, and passes smooth points without a bend', () => {
    const { nodes } = pathThrough([corner(0, 0), corner(10, 0), corner(10, 10)], true);
    expect(nodes.map(({ to }) => to)).toEqual(['line', 'line', 'line']);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 90 }), fc.integer({ min: 0, max: 90 })), {
          minLength: 4,
          maxLength: 9,
        }),
        (points) => {
          const apart = points.filter(
            ([x, y], i) => i === 0 || Math.hypot(x - points[i - 1]![0], y - points[i - 1]![1]) > 2,
          );
          fc.pre(apart.length > 3);
          const path = pathThrough(
            apart.map(([x, y]) => smooth(x, y)),
            false,
          );
          const { segments } = contourOfPath(path, '');
          segments.slice(1).forEach((next, i) => {
            const [a, b] = [tangentAt(segments[i]!, 1), tangentAt(next, 0)];
            const turn = Math.abs(Math.atan2(a.x * b.y - a.y * b.x, a.x * b.x + a.y * b.y));
            // Points that turn straight back have no way on.
            if (segments[i]!.kind === 'cubic' && next.kind === 'cubic') expect(turn).toBeLessThan(1e-6);
          });
        },
      ),
    );
  });

  it('through points of a circle lies near it', () => {
    const points = Array.from({ length: 8 }, (_, i) =>
      smooth(50 * Math.cos((i * Math.PI) / 4), 50 * Math.sin((i * Math.PI) / 4)),
    );
    const round = contourOfPath(pathThrough(points, true), '');
    for (const { x, y } of flatten(round, 0.01)) expect(Math.abs(Math.hypot(x, y) - 50)).toBeLessThan(1.2);
  });
});

describe('nodes', () => {
  it('one more anywhere on a run leaves the drawing as it is, and taken out again leaves it near', () => {
    fc.assert(
      fc.property(anyPath, fc.nat(20), fc.double({ min: 0.1, max: 0.9, noNaN: true }), (path, n, t) => {
        const at = n % runCount(path);
        const more = withNodeOn(path, at, t);
        expect(more.nodes).toHaveLength(path.nodes.length + 1);
        const [before, after] = [lineOf(path), lineOf(more)];
        expect(contourLength(after)).toBeCloseTo(contourLength(before), 1);
        if (path.closed) expect(regionArea([after])).toBeCloseTo(regionArea([before]), 3);
        const less = without(more, at + 1)!;
        expect(less.nodes.map(({ x, y }) => [x, y])).toEqual(path.nodes.map(({ x, y }) => [x, y]));
        if (path.nodes[at]!.to === 'line') expect(less).toEqual(path);
      }),
    );
  });

  it('a gentle curve that lost a node is fitted anew', () => {
    const arch: NodePath = {
      nodes: [
        { x: 0, y: 0, to: { c1: { x: 0, y: 5.523 }, c2: { x: 4.477, y: 10 } } },
        { x: 10, y: 10, to: { c1: { x: 15.523, y: 10 }, c2: { x: 20, y: 5.523 } } },
        { x: 20, y: 0, to: 'line' },
      ],
      closed: false,
    };
    const [only] = contourOfPath(without(arch, 1)!, '').segments;
    // Half a circle of radius 10 by one curve is off by less than 2 % of it.
    for (const t of [0.2, 0.4, 0.5, 0.7]) expect(nearestOn(arch, pointAt(only!, t)).away).toBeLessThan(0.2);
    const { minX, maxY } = segmentBounds(only!);
    expect(minX).toBeGreaterThan(-0.2);
    expect(Math.abs(maxY - 10)).toBeLessThan(0.2);
  });

  it('moved to and fro are what they were, and take the ends of their curves along', () => {
    fc.assert(
      fc.property(anyPath, fc.nat(20), mm, mm, (path, i, x, y) => {
        const n = i % path.nodes.length;
        const node = path.nodes[n]!;
        const there = movedHandle(path, n, 'node', { x, y });
        expect(movedHandle(there, n, 'node', node)).toEqual(path);
        const next = there.nodes[n]!;
        if (next.to !== 'line' && 'c1' in next.to && node.to !== 'line' && 'c1' in node.to)
          expect(next.to.c1.x - next.x).toBe(node.to.c1.x - node.x);
        const all = movedNodes(path, () => true, { x, y });
        expect(contourLength(lineOf(all))).toBeCloseTo(contourLength(lineOf(path)), 6);
      }),
    );
  });

  it('a handle takes the one across along where the two are one tangent, unless it is free', () => {
    const wave: NodePath = {
      nodes: [
        { x: 0, y: 0, to: { c1: { x: 0, y: 3 }, c2: { x: 7, y: 0 } } },
        { x: 10, y: 0, to: { c1: { x: 16, y: 0 }, c2: { x: 20, y: -3 } } },
        { x: 20, y: 0, to: 'line' },
      ],
      closed: false,
    };
    expect(isSmooth(wave, 1)).toBe(true);
    const turned = movedHandle(wave, 1, 'c1', { x: 10, y: 4 });
    expect(turned.nodes[0]!.to).toEqual({ c1: { x: 0, y: 3 }, c2: { x: 10, y: -3 } });
    const free = movedHandle(wave, 1, 'c1', { x: 10, y: 4 }, true);
    expect(free.nodes[0]!.to).toEqual(wave.nodes[0]!.to);
    expect(isSmooth(free, 1)).toBe(false);
    expect(isSmooth(smoothed(free, 1), 1)).toBe(true);
    const bent = smoothed(movedHandle(wave, 2, 'node', { x: 10, y: 10 }), 1);
    expect(isSmooth(bent, 1)).toBe(true);
    expect(isSmooth(cornered(bent, 1), 1)).toBe(false);
  });

  it('runs become lines, arcs and curves between the same nodes', () => {
    const path = polygon([0, 0], [30, 0], [30, 30]);
    const bent = withRun(path, 0, 'arc');
    expect(runKind(bent.nodes[0]!)).toBe('arc');
    // A quarter of a circle over a chord of 30 mm bulges out.
    const radius = 30 / Math.SQRT2;
    const bulged = 450 + (radius ** 2 * (Math.PI / 2 - 1)) / 2;
    expect(regionArea([lineOf(bent)])).toBeCloseTo(bulged, 3);
    expect(regionArea([lineOf(withRun(bent, 1, 'curve'))])).toBeCloseTo(bulged, 6);
    // As a curve an arc stays as round as one curve can be.
    expect(Math.abs(regionArea([lineOf(withRun(bent, 0, 'curve'))]) - bulged)).toBeLessThan(0.1);
    expect(withRun(bent, 0, 'line')).toEqual(path);
  });

  it('a row of nodes is made straight, the shorter way round', () => {
    const path = polygon([0, 0], [10, 1], [20, -1], [30, 0], [30, 20], [0, 20]);
    const straight = straightened(path, [3, 0]);
    expect(straight.nodes.map(({ x, y }) => [x, y])).toEqual([
      [0, 0],
      [30, 0],
      [30, 20],
      [0, 20],
    ]);
    expect(regionArea([lineOf(straight)])).toBeCloseTo(600, 9);
    // Over the node that it begins with, too.
    const over = straightened(polygon([15, -1], [30, 0], [30, 9], [30, 20], [0, 20], [0, 0], [10, 1]), [1, 5]);
    expect(over.nodes).toHaveLength(5);
    expect(regionArea([lineOf(over)])).toBeCloseTo(600, 9);
  });

  it('the last that make a drawing cannot be taken out', () => {
    const line: NodePath = { ...polygon([0, 0], [9, 0]), closed: false };
    expect(canLose(line)).toBe(false);
    expect(without(line, 0)).toBeNull();
    expect(without(polygon([0, 0], [9, 0], [0, 9]), 0)).toBeNull();
  });
});

describe('what is measured between', () => {
  it('is each node, and the middle of each arc, of open lines and closed ones', () => {
    const disc = pathOfContour(circle({ x: 20, y: 5 }, 3, ''));
    const stroke: NodePath = {
      nodes: [
        { x: 0, y: 0, to: 'line' },
        { x: 9, y: 0, to: 'line' },
      ],
      closed: false,
    };
    const marks = marksOf([disc, stroke]);
    expect(marks.filter(({ x, y }) => Math.hypot(x - 20, y - 5) < 1e-9)).toHaveLength(2);
    expect(marks).toEqual(
      expect.arrayContaining([
        { x: 0, y: 0 },
        { x: 9, y: 0 },
      ]),
    );
    expect(marks).toHaveLength(6);
  });
});

describe('corners', () => {
  it('are made round to a radius, touching both runs, whichever way they turn', () => {
    const square = polygon([0, 0], [20, 0], [20, 20], [0, 20]);
    const round = rounded(square, 1, 5)!;
    expect(regionArea([lineOf(round)])).toBeCloseTo(400 - 25 + (25 * Math.PI) / 4, 6);
    const [arc] = lineOf(round).segments.filter(({ kind }) => kind === 'arc');
    expect(arc!.kind === 'arc' && arc!.radius).toBeCloseTo(5, 6);
    expect(arc!.from.x).toBeCloseTo(15, 6);
    expect(arc!.to.y).toBeCloseTo(5, 6);
    const inside = rounded(reversedPath(square), 1, 5)!;
    expect(Math.abs(regionArea([lineOf(inside)]))).toBeCloseTo(400 - 25 + (25 * Math.PI) / 4, 6);
    expect(rounded(square, 1, 21)).toBeNull();
    expect(rounded(round, 1, 2), 'what is round is no corner').toBeNull();
  });

  it('between an arc and a line are round too', () => {
    const half: NodePath = {
      nodes: [
        { x: -20, y: 0, to: 'line' },
        { x: 20, y: 0, to: { arc: 180 } },
      ],
      closed: true,
    };
    const [arc] = lineOf(rounded(half, 1, 4)!).segments.filter((each) => each.kind === 'arc' && each.radius < 10);
    // Its middle lies 4 above the line and 4 inside the half circle of 20.
    expect(arc!.kind === 'arc' && arc!.centre.y).toBeCloseTo(4, 5);
    expect(arc!.kind === 'arc' && Math.hypot(arc!.centre.x, arc!.centre.y)).toBeCloseTo(16, 5);
  });

  it('are cut off straight, so far along each run', () => {
    const cut = chamfered(polygon([0, 0], [20, 0], [20, 20]), 1, 3)!;
    expect(cut.nodes.map(({ x, y }) => [x, y])).toEqual([
      [0, 0],
      [17, 0],
      [20, 3],
      [20, 20],
    ]);
    expect(chamfered(polygon([0, 0], [20, 0], [20, 20]), 1, 20)).toBeNull();
  });
});

describe('ends', () => {
  it('broken and joined again is what it was', () => {
    fc.assert(
      fc.property(anyPath, fc.nat(20), (path, i) => {
        const n = i % path.nodes.length;
        const parts = broken(path, n);
        if (!path.closed) {
          const inside = n > 0 && n < path.nodes.length - 1;
          expect(parts).toHaveLength(inside ? 2 : 1);
          if (!inside) return;
          const [whole] = joined(parts, { path: 0, node: n }, { path: 1, node: 0 }, 0.1)!;
          expect(canon(whole!)).toBe(canon(path));
          return;
        }
        const last = parts[0]!.nodes.length - 1;
        const [whole] = joined(parts, { path: 0, node: 0 }, { path: 0, node: last }, 0.1)!;
        expect(canon(whole!)).toBe(canon(path));
      }),
    );
  });

  it('of a path the other way are the other way about, and its runs bend as they did', () => {
    fc.assert(
      fc.property(anyPath, (path) => {
        const back = reversedPath(path);
        expect(canon(reversedPath(back))).toBe(canon(path));
        if (path.closed) expect(regionArea([lineOf(back)])).toBeCloseTo(-regionArea([lineOf(path)]), 6);
        else expect(contourLength(lineOf(back))).toBeCloseTo(contourLength(lineOf(path)), 6);
      }),
    );
  });

  it('that are apart are joined by a line, near ones in their middle', () => {
    const [a, b] = [
      { ...polygon([0, 0], [10, 0]), closed: false },
      { ...polygon([20, 0], [10.2, 0]), closed: false },
    ];
    const [near] = joined([a, b], { path: 0, node: 1 }, { path: 1, node: 1 }, 0.5)!;
    expect(near!.nodes.map(({ x }) => x)).toEqual([0, 10.1, 20]);
    const [far] = joined([a, b], { path: 0, node: 1 }, { path: 1, node: 1 }, 0.1)!;
    expect(far!.nodes.map(({ x }) => x)).toEqual([0, 10, 10.2, 20]);
    expect(joined([a, b], { path: 0, node: 1 }, { path: 0, node: 1 }, 1)).toBeNull();
  });
});

/** Something that a hand does to a drawing. */
type Act = (paths: readonly NodePath[], p: number, n: number) => NodePath[];

const at =
  (change: (path: NodePath, n: number) => NodePath | null): Act =>
  (paths, p, n) =>
    paths.map((path, i) => (i === p ? (change(path, n % path.nodes.length) ?? path) : path));

const ACTS: Record<string, Act> = {
  move: at((path, n) => movedHandle(path, n, 'node', { x: path.nodes[n]!.x + 7, y: path.nodes[n]!.y - 3 })),
  insert: at((path, n) => withNodeOn(path, n % runCount(path), 0.3)),
  'take out': at((path, n) => without(path, n)),
  curve: at((path, n) => withRun(path, n % runCount(path), 'curve')),
  smooth: at((path, n) => smoothed(path, n)),
  round: at((path, n) => rounded(path, n, 2)),
  straighten: at((path, n) => straightened(path, [n, (n + 2) % path.nodes.length])),
  'take a contour out': (paths, p) => paths.filter((_, i) => i !== p),
  break: (paths, p, n) => paths.flatMap((path, i) => (i === p ? broken(path, n % path.nodes.length) : [path])),
};

const someDrawing = fc.array(anyPath, { minLength: 1, maxLength: 3 });
const someActs = fc.array(fc.record({ act: fc.constantFrom(...Object.keys(ACTS)), p: fc.nat(9), n: fc.nat(20) }), {
  maxLength: 6,
});

describe('changes by hand', () => {
  const worked = (drawing: readonly NodePath[], acts: readonly { act: string; p: number; n: number }[]) =>
    acts.reduce<readonly NodePath[]>(
      (paths, { act, p, n }) => (paths.length === 0 ? paths : ACTS[act]!(paths, p % paths.length, n)),
      drawing,
    );

  it('make of a drawing what was made of it, wherever its contours begin and in whatever order they come', () => {
    fc.assert(
      fc.property(someDrawing, someActs, fc.nat(6), (drawing, acts, turn) => {
        const now = worked(drawing, acts);
        const changes = changesBetween(drawing, now);
        const other = drawing
          .map((path) => {
            const k = path.closed ? turn % path.nodes.length : 0;
            return { ...path, nodes: [...path.nodes.slice(k), ...path.nodes.slice(0, k)] };
          })
          .reverse();
        const again = redraw(other, changes);
        expect(again.lost).toEqual([]);
        expect(again.paths.map(({ path }) => canon(path)).sort()).toEqual(now.map(canon).sort());
      }),
    );
  });

  it('tell only what changed: one node moved of many is one short change', () => {
    const path = polygon(...Array.from({ length: 60 }, (_, i) => [i * 3, (i * 7) % 11] as const), [90, -80]);
    const changes = changesBetween([path], [movedHandle(path, 20, 'node', { x: 61, y: 30 })]);
    expect(changes).toHaveLength(1);
    expect(changes[0]!.was).toHaveLength(3);
    expect(changesBetween([path], [path])).toEqual([]);
  });

  it('that find their nodes no more are told, and the others are made', () => {
    const [a, b] = [polygon([0, 0], [10, 0], [10, 10]), polygon([50, 0], [60, 0], [60, 10], [50, 10])];
    const now = [movedHandle(a, 1, 'node', { x: 12, y: 0 }), movedHandle(b, 2, 'node', { x: 65, y: 15 })];
    const changes = changesBetween([a, b], now);
    const other = polygon([0, 0], [11, 0], [10, 10]);
    const { paths, lost } = redraw([other, b], changes);
    expect(lost).toEqual([0]);
    expect(paths.map(({ path }) => canon(path))).toEqual([other, now[1]!].map(canon));
  });
});
