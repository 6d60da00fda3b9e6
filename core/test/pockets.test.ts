import { describe, expect, it } from 'vitest';
import { clipLine } from '../src/fills/clip-lines.ts';
import { cone } from '../src/fills/cone.ts';
import { dots } from '../src/fills/dots.ts';
import type { Fill } from '../src/fills/fill.ts';
import { pocket, type PocketPlan } from '../src/fills/pocket.ts';
import { restPocket } from '../src/fills/rest.ts';
import { boundsOfPoints } from '../src/geometry/bounds.ts';
import { flatten, type Region } from '../src/geometry/contour.ts';
import { contourBounds, contourLength, regionContains, reverseContour } from '../src/geometry/contour-facts.ts';
import { depthsOf } from '../src/geometry/depths.ts';
import { weldRegions } from '../src/geometry/kernel/boolean.ts';
import { distance, distanceToSpan, type Point } from '../src/geometry/point.ts';
import { segmentLength } from '../src/geometry/segment.ts';
import { circle, roundedRectangle } from '../src/geometry/shapes.ts';
import { reportOf } from '../src/job/report.ts';
import { layOut, PLAIN } from '../src/lettering/layout.ts';
import { stayOf } from '../src/operations/stay.ts';
import { plainFill, plainOperation } from '../src/recipe/schema.ts';
import { houseShop } from '../src/shop/house.ts';
import type { Machine } from '../src/shop/shop.ts';
import { faceOf, jobOf } from './workshop.ts';

const box = (width: number, height: number): Region => [
  roundedRectangle({ minX: 0, minY: 0, maxX: width, maxY: height }, 0, 'it'),
];
const PLAN: PocketPlan = { tool: 2, overlap: 0.4, inset: 0, way: 'climb' };

const linesOf = ({ strokes }: Fill): Point[][] =>
  strokes.map(({ contour }) => {
    const points = flatten(contour, 0.001);
    return contour.closed ? [...points, points[0]!] : points;
  });
const away = (point: Point, lines: readonly (readonly Point[])[]): number => {
  let least = Infinity;
  for (const line of lines)
    for (let i = 0; i + 1 < line.length; i++) least = Math.min(least, distanceToSpan(point, line[i]!, line[i + 1]!));
  return least;
};
const edgesOf = (region: Region): Point[][] =>
  region.map((contour) => {
    const points = flatten(contour, 0.0005);
    return [...points, points[0]!];
  });
const grid = (width: number, height: number, step: number): Point[] =>
  Array.from({ length: Math.floor(width / step) * Math.floor(height / step) }, (_, i) => ({
    x: (i % Math.floor(width / step)) * step + step / 2,
    y: Math.floor(i / Math.floor(width / step)) * step + step / 2,
  }));
const letters = (words: string, capHeight: number, face = 'vollkorn-bold'): Region =>
  weldRegions(
    layOut({ ...PLAIN, words, size: { by: 'cap height', value: capHeight } }, faceOf(face)).letters.map(
      ({ contours }) => contours,
    ),
  );

describe('a tool that fills areas', () => {
  const engraver = houseShop.machines.find(({ id }) => id === 'engraver')!;
  const stayOn = (machine: Partial<Machine>) =>
    stayOf(
      { ...plainOperation('it', 'engrave'), fill: { ...plainFill('pocket'), tool: 1 }, speed: 12 },
      {
        ...engraver,
        ...machine,
      },
    );

  it('stays down as long as that takes no longer than a lift, but twice its width at least', () => {
    // A second at 12 mm/s, and what the same way takes at 50 mm/s besides.
    expect(stayOn({ pierceTime: 1, travelSpeed: 50 })).toBe(20);
    expect(stayOn({ pierceTime: 0 })).toBe(2);
    expect(stayOn({ pierces: 'cuts' })).toBe(2);
    // Lifted it is no faster.
    expect(stayOn({ travelSpeed: 10 })).toBeGreaterThan(1e4);
    const lifts = (stay: number) => pocket(letters('RB', 20), { ...PLAN, tool: 1 }, stay).strokes.length;
    expect(lifts(20)).toBeLessThan(lifts(2));
    expect(lifts(2)).toBeLessThan(lifts(0));
    // One for each letter, and none more: there is always a way.
    expect(lifts(1e5)).toBe(2);
  });
});

describe('a pocket', () => {
  it.each([0.1, 0.4, 0.6])('clears a rectangle with an overlap of %d, and its wall last', (overlap) => {
    const fill = pocket(box(20, 10), { ...PLAN, overlap });
    const lines = linesOf(fill);
    const edges = edgesOf(box(20, 10));
    for (const line of lines) for (const point of line) expect(away(point, edges)).toBeGreaterThan(1 - 0.002);
    for (const point of grid(20, 10, 0.25)) {
      // What a round tool cannot reach is in the corners.
      const [dx, dy] = [Math.min(point.x, 20 - point.x), Math.min(point.y, 10 - point.y)];
      const isReached = dx >= 1 || dy >= 1 || Math.hypot(1 - dx, 1 - dy) <= 1;
      if (isReached) expect(away(point, lines)).toBeLessThan(1.003);
    }
    const last = lines.at(-1)!;
    for (const point of last.slice(-4)) expect(away(point, edges)).toBeCloseTo(1, 2);
    expect(lines).toHaveLength(1);
  });

  it('goes round climbing, or against that', () => {
    const turn = (way: PocketPlan['way']) => {
      const [line] = linesOf(pocket(box(3, 3), { ...PLAN, way }));
      return line!.reduce((sum, { x, y }, i, all) => {
        const next = all[(i + 1) % all.length]!;
        return sum + x * next.y - next.x * y;
      }, 0);
    };
    expect(turn('climb')).toBeGreaterThan(0);
    expect(turn('against')).toBeLessThan(0);
  });

  it('leaves nothing of letters that it reaches, and never their areas', () => {
    const region = letters('R8', 20);
    const fill = pocket(region, { ...PLAN, tool: 1 });
    const [lines, edges] = [linesOf(fill), edgesOf(region)];
    for (const line of lines)
      for (const point of line) {
        expect(regionContains(region, point)).toBe(true);
        expect(away(point, edges)).toBeGreaterThan(0.5 - 0.003);
      }
    const inside = grid(30, 20, 0.4).filter((point) => regionContains(region, point) && away(point, edges) >= 0.5);
    expect(inside.length).toBeGreaterThan(100);
    for (const point of inside) expect(away(point, lines)).toBeLessThan(0.503);
  });

  it('does nothing where the tool does not fit', () => {
    expect(pocket(box(20, 1.5), PLAN).strokes).toEqual([]);
    expect(pocket([], PLAN).strokes).toEqual([]);
  });

  it('of the rest clears only what a larger tool left', () => {
    const fill = restPocket(box(10, 10), { ...PLAN, tool: 1, before: 4 });
    // Four corners between a radius of 2 and one of 0.5.
    expect(fill.reached()).toBeCloseTo((4 - Math.PI) * (2 ** 2 - 0.5 ** 2), 1);
    const lines = linesOf(fill);
    for (const point of lines.flat())
      expect(Math.min(...[0, 10].flatMap((x) => [0, 10].map((y) => distance(point, { x, y }))))).toBeLessThan(2.7);
    // All that lies beyond the one's arc and within the other's, right to both of them.
    for (let x = 0.01; x < 2; x += 0.07)
      for (let y = 0.01; y < 2; y += 0.07) {
        const beyond = distance({ x, y }, { x: 2, y: 2 }) > 2;
        const within = Math.max(x, y) > 0.5 || distance({ x, y }, { x: 0.5, y: 0.5 }) < 0.5;
        if (beyond && within)
          for (const point of [
            { x, y },
            { x: 10 - x, y: 10 - y },
          ])
            expect(away(point, lines)).toBeLessThan(0.503);
      }
    expect(restPocket([circle({ x: 0, y: 0 }, 5, 'it')], { ...PLAN, tool: 1, before: 4 }).strokes).toEqual([]);
    // On its ways too it leaves standing what is to be left.
    const region = letters('R', 20);
    for (const point of linesOf(restPocket(region, { ...PLAN, tool: 0.8, before: 2, inset: 0.3 }, 1e5)).flat())
      expect(away(point, edgesOf(region))).toBeGreaterThan(0.4 + 0.3 - 0.005);
  });
});

const allDepths = (strokes: Fill['strokes']): number[] => strokes.flatMap(({ contour }) => depthsOf(contour)!);

describe('a cone', () => {
  it('goes along the diagonals of a square, as deep as it is far from the edge', () => {
    const { strokes } = cone(box(10, 10), { angle: 90, tip: 0, deepest: null });
    // From one corner to the middle, to two others and back, and to the last: the cutter is not lifted between.
    expect(strokes).toHaveLength(1);
    expect(contourLength(strokes[0]!.contour)).toBeCloseTo(6 * Math.hypot(5, 5), 0);
    for (const x of [0, 10])
      for (const y of [0, 10])
        expect(
          strokes[0]!.contour.segments.some(({ from, to }) => [from, to].some((at) => distance(at, { x, y }) < 0.1)),
        ).toBe(true);
    for (const { contour } of strokes)
      [contour.segments[0]!.from, ...contour.segments.map(({ to }) => to)].forEach(({ x, y }, i) =>
        expect(depthsOf(contour)![i]!).toBeCloseTo(Math.min(x, y, 10 - x, 10 - y), 1),
      );
    const depths = allDepths(strokes);
    expect(Math.max(...depths)).toBeCloseTo(5, 1);
    expect(Math.min(...depths)).toBeCloseTo(0, 1);
  });

  it('is as deep as its angle and tip make it, and no deeper than it may, with a ring there', () => {
    // Half a width of 2 less half a tip of 0.5, by a slope of 30 degrees.
    const deep = allDepths(cone(box(20, 4), { angle: 60, tip: 0.5, deepest: null }).strokes);
    expect(Math.max(...deep)).toBeCloseTo((2 - 0.25) / Math.tan(Math.PI / 6), 2);
    const { strokes } = cone(box(20, 20), { angle: 90, tip: 0, deepest: 3 });
    expect(Math.max(...allDepths(strokes))).toBeCloseTo(3, 6);
    const atFloor = strokes.flatMap(({ contour }) =>
      contour.segments.filter((_, i) =>
        depthsOf(contour)!
          .slice(i, i + 2)
          .every((depth) => depth > 2.999),
      ),
    );
    expect(boundsOfPoints(atFloor.flatMap(({ from, to }) => [from, to]))).toEqual({
      ...{ minX: expect.closeTo(3, 6), minY: expect.closeTo(3, 6) },
      ...{ maxX: expect.closeTo(17, 6), maxY: expect.closeTo(17, 6) },
    });
    // Out to the corners from the ring as it goes by.
    expect(strokes).toHaveLength(1);
    expect(atFloor.reduce((sum, segment) => sum + segmentLength(segment), 0)).toBeCloseTo(4 * 14, 1);
  });
});

describe('dots', () => {
  it('stand evenly in a narrow bar, one at each end', () => {
    const { strokes } = dots(box(40, 3), { diameter: 2, pitch: 4, edge: 0.2, lie: 'rows' });
    const middles = strokes
      .map(({ contour }) => contourBounds(contour))
      .map(({ minX, maxX, minY, maxY }) => ({ x: (minX + maxX) / 2, y: (minY + maxY) / 2 }))
      .sort((a, b) => a.x - b.x);
    // 37 mm between the ends, in nine steps.
    expect(middles).toHaveLength(10);
    middles.forEach(({ x, y }, i) => {
      expect(x).toBeCloseTo(1.5 + (37 / 9) * i, 1);
      expect(y).toBeCloseTo(1.5, 1);
    });
  });

  it.each([
    [2.2, 2],
    [2.8, 3],
    [3.4, 4],
    [6.6, 6],
  ])('lie in even rows across a bar of %d mm, %i of them', (wide, rows) => {
    const plan = { diameter: 0.6, pitch: 1.2, edge: 0.1, lie: 'rows' } as const;
    const { strokes } = dots(box(60, wide), plan);
    const across = strokes
      .map(({ contour }) => contourBounds(contour))
      .filter(({ minX, maxX }) => minX > 6 && maxX < 54)
      .map(({ minY, maxY }) => (minY + maxY) / 2);
    // A row down the middle goes up one side of it and down the other.
    const heights = [...new Set(across.map((y) => Math.round(y * 4) / 4))].sort((a, b) => a - b);
    expect(heights).toHaveLength(rows);
    const even = (wide - 0.8) / (rows - 1);
    for (const y of across) {
      const row = (y - 0.4) / even;
      expect(Math.abs(row - Math.round(row))).toBeLessThan(0.06);
    }
  });

  it.each(['rows', 'scattered'] as const)('never leave letters or touch each other, in %s', (lie) => {
    const region = letters('R8', 20);
    const { strokes } = dots(region, { diameter: 0.8, pitch: 1.2, edge: 0.15, lie });
    const edges = edgesOf(region);
    const middles = strokes.map(({ contour }): Point => {
      const { minX, minY, maxX, maxY } = contourBounds(contour);
      return { x: (minX + maxX) / 2, y: (minY + maxY) / 2 };
    });
    expect(middles.length).toBeGreaterThan(60);
    middles.forEach((point, i) => {
      expect(regionContains(region, point)).toBe(true);
      expect(away(point, edges)).toBeGreaterThan(0.4 + 0.15 - 0.01);
      const least = lie === 'rows' ? 0.8 : 1.2 - 1e-6;
      for (const other of middles.slice(i + 1)) expect(distance(point, other)).toBeGreaterThan(least);
    });
  });

  it('have room to the edge all along the middle of a stroke, not at its two ends alone', () => {
    // The foot of this 2 has less room in a corner than before it and after it.
    const region = letters('2', 30, 'graduate');
    const edges = edgesOf(region);
    const { strokes } = dots(region, { diameter: 1.2, pitch: 2, edge: 0.2, lie: 'rows' });
    expect(strokes.length).toBeGreaterThan(30);
    for (const { contour } of strokes) {
      const { minX, minY, maxX, maxY } = contourBounds(contour);
      expect(away({ x: (minX + maxX) / 2, y: (minY + maxY) / 2 }, edges)).toBeGreaterThan(0.6 + 0.2 - 0.01);
    }
  });

  it('scattered, leave little room for more, and lie the same each time', () => {
    const plan = { diameter: 0.5, pitch: 1, edge: 0, lie: 'scattered' } as const;
    const region = box(30, 20);
    const middlesOf = () =>
      dots(region, plan).strokes.map(({ contour }): Point => {
        const { minX, minY, maxX, maxY } = contourBounds(contour);
        return { x: (minX + maxX) / 2, y: (minY + maxY) / 2 };
      });
    const middles = middlesOf();
    expect(middlesOf()).toEqual(middles);
    let bare = 0;
    for (let x = 1; x < 29; x += 0.5)
      for (let y = 1; y < 19; y += 0.5) if (middles.every((each) => distance(each, { x, y }) > 1)) bare++;
    expect(bare / (56 * 36)).toBeLessThan(0.02);
    // In no rows: as many different heights as dots.
    expect(new Set(middles.map(({ y }) => y.toFixed(3))).size).toBeGreaterThan(0.95 * middles.length);
  });

  it('fill a dot by one as wide as it has room for, where that is asked, and keep their size elsewhere', () => {
    const part = (x: number, radius: number) => circle({ x, y: 0 }, radius, 'it');
    const sizes = (single: 'same' | 'filled', ...parts: Region) =>
      dots(parts, { diameter: 1, pitch: 1.5, edge: 0.2, lie: 'rows', single })
        .strokes.map(({ contour }) => contourBounds(contour))
        .map(({ minX, maxX }) => Number((maxX - minX).toFixed(1)));
    const bar = roundedRectangle({ minX: 10, minY: 0, maxX: 30, maxY: 2 }, 0, 'it');
    expect(sizes('filled', part(0, 3))).toEqual([5.6]);
    expect(new Set(sizes('same', part(0, 3)))).toEqual(new Set([1]));
    // With the others round it; a bar is no dot, and one that is narrower than the others stays as they are.
    expect(sizes('filled', bar, part(0, 3)).filter((size) => size > 1)).toEqual([5.6]);
    expect(new Set(sizes('filled', bar, part(0, 0.65)))).toEqual(new Set([1]));
  });

  it('are one in a dot, and none where there is no room', () => {
    expect(
      dots([circle({ x: 0, y: 0 }, 1.2, 'it')], { diameter: 2, pitch: 3, edge: 0, lie: 'rows' }).strokes,
    ).toHaveLength(1);
    expect(dots(box(10, 1), { diameter: 2, pitch: 3, edge: 0, lie: 'rows' }).strokes).toEqual([]);
  });
});

describe('a line clipped', () => {
  it('keeps what lies inside, part by part', () => {
    const ring = reverseContour(roundedRectangle({ minX: 2, minY: -1, maxX: 4, maxY: 1 }, 0, ''));
    const area = [...box(10, 10), ring].map((contour) => flatten(contour, 0.01));
    const parts = clipLine(
      [
        { x: -5, y: 0.5 },
        { x: 15, y: 0.5 },
      ],
      area,
      0.01,
    );
    expect(parts.map((part) => part.map(({ x }) => x))).toEqual([
      [0, 2],
      [4, 10],
    ]);
    expect(
      clipLine(
        [
          { x: -5, y: 0.5 },
          { x: 0.005, y: 0.5 },
        ],
        area,
        0.01,
      ),
    ).toEqual([]);
  });
});

describe('dots that are cut', () => {
  const punched = (work: 'cut' | 'mark', kerf: 'file' | 'controller' = 'controller') =>
    jobOf({
      ...{ machine: 'router', material: 'plywood', thickness: 3, release: { kerf } },
      operations: [
        { id: 'area', work, fill: { kind: 'dots', diameter: 4, pitch: 7, edge: 1 } },
        { id: 'outer', work: 'cut' },
      ],
      assignment: { inner: 'outer', line: 'outer' },
      assemblies: [
        {
          make: 'engraved',
          items: [{ words: 'LT', face: 'overpass-bold', size: { by: 'cap height', value: 60 } }],
          plate: { holes: null, border: null },
        },
      ],
    } as never);
  const widths = (job: ReturnType<typeof punched>) =>
    job.operations[0]!.contours.map((contour) => {
      const { minX, maxX } = contourBounds(contour);
      return maxX - minX;
    });

  it('are holes: each disc falls out on purpose, and is cut before the plate', () => {
    const job = punched('cut');
    const count = job.operations[0]!.contours.length;
    expect(count).toBeGreaterThan(20);
    for (const width of widths(job)) expect(width).toBeCloseTo(4, 6);
    const { pieces } = job.assemblies[0]!.built;
    expect(pieces.filter(({ status, intended }) => status === 'drop-out' && intended)).toHaveLength(count);
    expect(pieces.filter(({ status }) => status === 'kept')).toHaveLength(1);
    expect(job.findings.filter(({ severity }) => severity === 'stop')).toEqual([]);
    expect(job.operations.map(({ id }) => id)).toEqual(['area', 'outer']);
  });

  it('are set off by the kerf where the file sees to it, and nothing falls where they are only marked', () => {
    const job = punched('cut', 'file');
    for (const width of widths(job)) expect(width).toBeCloseTo(4 - job.machine.kerf, 3);
    // What is to be ordered is as wide as the holes are in the end.
    expect(reportOf(job).operations[0]!.circles).toEqual([{ diameter: 4, count: widths(job).length }]);
    const marked = punched('mark');
    expect(marked.operations[0]!.isFilled).toBe(true);
    expect(marked.assemblies[0]!.built.pieces).toHaveLength(1);
  });
});
