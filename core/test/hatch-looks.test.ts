import { describe, expect, it } from 'vitest';
import { alongMiddle } from '../src/fills/along-middle.ts';
import { openLine } from '../src/fills/polyline.ts';
import { rings } from '../src/fills/rings.ts';
import { flatten, type Contour, type Region } from '../src/geometry/contour.ts';
import { contourBounds, contourLength, reverseContour } from '../src/geometry/contour-facts.ts';
import { distanceToSpan, type Point } from '../src/geometry/point.ts';
import { line } from '../src/geometry/segment.ts';
import { circle, roundedRectangle } from '../src/geometry/shapes.ts';
import { layOut, PLAIN } from '../src/lettering/layout.ts';
import { plainFill, type Recipe } from '../src/recipe/schema.ts';
import { spacingChartOf } from '../src/screen/spacing-chart.ts';
import { faceOf, jobOf, operationOn, recipeOf } from './workshop.ts';

const box = (width: number, height: number): Region => [
  roundedRectangle({ minX: 0, minY: 0, maxX: width, maxY: height }, 0, 'it'),
];
const linesThrough = (points: readonly (readonly [number, number])[]) =>
  points.map(([x, y], i) => {
    const [toX, toY] = points[(i + 1) % points.length]!;
    return line({ x, y }, { x: toX, y: toY }, 'it');
  });
const fromEdge = ({ x, y }: Point, width: number, height: number): number => Math.min(x, y, width - x, height - y);
const pointsOf = (contour: Contour): Point[] => flatten(contour, 0.001);

const plate = (fill: object, words = 'HUT'): Recipe =>
  recipeOf({
    ...{ machine: 'engraver', material: 'brass', thickness: 1.5 },
    operations: [
      { id: 'area', work: 'engrave', fill },
      { id: 'outer', work: 'cut' },
    ],
    assignment: { line: 'outer', inner: 'outer' },
    assemblies: [
      {
        make: 'engraved',
        items: [{ words, face: 'saira-stencil', size: { by: 'cap height', value: 12 } }],
        plate: { holes: null, border: null },
      },
    ],
  } as never);

describe('lines along the edge', () => {
  it('lie one inside the other, a spacing apart, where they are open', () => {
    const { strokes } = rings(box(20, 10), { width: 0.5, spacing: 2, inset: 0, joins: 'edge' });
    expect(strokes.map(({ contour }) => contour.closed)).toEqual([true, true, true]);
    // From the inside out: 0.25, 2.25 and 4.25 from the edge.
    strokes.forEach(({ contour }, i) => {
      for (const point of pointsOf(contour)) expect(fromEdge(point, 20, 10)).toBeCloseTo(4.25 - 2 * i, 2);
    });
  });

  it.each(['edge', 'any'] as const)('leave nothing uncovered where they overlap, joined by %s', (joins) => {
    const { strokes } = rings(box(9, 5), { width: 0.8, spacing: 0.6, inset: 0, joins });
    const ways = strokes.map(({ contour }) => {
      const points = pointsOf(contour);
      return contour.closed ? [...points, points[0]!] : points;
    });
    for (let x = 0.4; x < 8.6; x += 0.13)
      for (let y = 0.4; y < 4.6; y += 0.13) {
        const away = Math.min(
          ...ways.flatMap((way) => way.slice(1).map((to, i) => distanceToSpan({ x, y }, way[i]!, to))),
        );
        expect(away).toBeLessThan(0.402);
      }
    // What lies between a ring and the next is burned anyway: a beam goes on to it as a pen does.
    expect(strokes).toHaveLength(1);
  });

  it('are lines wherever the tool is set down, if only to touch', () => {
    const [w] = layOut({ ...PLAIN, words: 'w', size: { by: 'cap height', value: 40 } }, faceOf('bungee')).letters;
    for (const spacing of [0.27, 0.45]) {
      const { strokes } = rings(w!.contours, { width: 0.3, spacing, inset: 0, joins: 'edge' });
      expect(strokes.length).toBeGreaterThan(20);
      expect(strokes.filter(({ contour }) => contour.segments.length === 0)).toEqual([]);
    }
    const touch = openLine([{ x: 3, y: 4 }], 0.002, 'it');
    expect(contourLength(touch)).toBeCloseTo(0.004, 9);
    expect(contourBounds(touch)).toMatchObject({ minX: 2.998, maxX: 3.002, minY: 4, maxY: 4 });
  });

  it('are a fill of a job', () => {
    const job = jobOf(plate({ kind: 'hatch', width: 0.2, spacing: 0.6, lines: 'rings' }));
    const { contours } = operationOn(job, 'area')!;
    expect(contours.length).toBeGreaterThan(4);
    expect(contours.every(({ closed }) => closed)).toBe(true);
  });
});

describe('lines along the middle', () => {
  const plan = (more: object) => ({ ...plainFill('hatch'), width: 0.5, spacing: 1, outline: 'none' as const, ...more });

  it('lie side by side from end to end of a bar, as far as there is room', () => {
    const { strokes } = alongMiddle(box(40, 6), plan({}));
    const levels = strokes.map(({ contour }) => contourBounds(contour)).sort((a, b) => a.minY - b.minY);
    expect(levels.map(({ minY }) => minY)).toEqual([1, 2, 3, 4, 5].map((y) => expect.closeTo(y, 1)));
    for (const { minX, maxX, minY, maxY } of levels) {
      expect(maxY - minY).toBeLessThan(0.05);
      expect(minX).toBeLessThan(0.35);
      expect(maxX).toBeGreaterThan(39.65);
    }
  });

  it('go round where a stroke does, and stop at the edge where that comes near', () => {
    const ring = [circle({ x: 0, y: 0 }, 10, 'it'), reverseContour(circle({ x: 0, y: 0 }, 7, 'it'))];
    const { strokes } = alongMiddle(ring, plan({}));
    const radii = strokes.map(({ contour }) => contourBounds(contour).maxX).sort((a, b) => a - b);
    expect(strokes.every(({ contour }) => contour.closed)).toBe(true);
    expect(radii).toEqual([7.5, 8.5, 9.5].map((radius) => expect.closeTo(radius, 1)));
    // A wedge: its lines run out one by one.
    const wedge = [
      {
        closed: true,
        segments: linesThrough([
          [0, 0],
          [60, 0],
          [60, 12],
        ]),
      },
    ];
    const ends = alongMiddle(wedge, plan({})).strokes.map(({ contour }) => contourBounds(contour).minX);
    expect(Math.max(...ends) - Math.min(...ends)).toBeGreaterThan(30);
  });

  it('cover letters with an edge, and are joined where the tool may stay down', () => {
    const lift = (joins: string) =>
      operationOn(jobOf(plate({ width: 0.4, spacing: 0.4, lines: 'middle', outline: 'after', joins }, 'R')), 'area')!
        .contours.length;
    expect(lift('any')).toBeLessThan(lift('edge'));
    // 24 where a beam was lifted from each line to the one beside it.
    expect(lift('edge')).toBeLessThan(12);
  });
});

describe('lines across', () => {
  /** The direction that most of the lines of each letter have, from left to right, degrees from 0 to 180. */
  const directions = (recipe: Recipe): number[] => {
    const bySource = new Map<string, Map<number, number>>();
    for (const { from, to, source } of operationOn(jobOf(recipe), 'area')!.contours.flatMap(
      ({ segments }) => segments,
    )) {
      const angle = Math.round(((Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI + 360) % 180) % 180;
      const lengths = bySource.get(source) ?? new Map<number, number>();
      bySource.set(source, lengths.set(angle, (lengths.get(angle) ?? 0) + Math.hypot(to.x - from.x, to.y - from.y)));
    }
    return [...bySource.values()].map((lengths) => [...lengths].sort((a, b) => b[1] - a[1])[0]![0]);
  };

  it('turn from letter to letter, of equal letters too', () => {
    const fill = { kind: 'hatch', width: 0.2, spacing: 0.5, outline: 'none', angle: 10, turn: 40 };
    expect(directions(plate(fill, 'OOO'))).toEqual([10, 50, 90]);
    expect(directions(plate({ ...fill, turn: 0 }, 'OOO'))).toEqual([10, 10, 10]);
  });
});

describe('the shortest stroke of a fill', () => {
  it('is as long as is said: shorter ones are left out', () => {
    const lengths = (shortest: number) =>
      operationOn(jobOf(plate({ width: 0.4, spacing: 0.32, outline: 'none', angle: 30, shortest }, 'SR')), 'area')!
        .contours.map(contourLength)
        .sort((a, b) => a - b);
    const all = lengths(0);
    expect(all[0]).toBeLessThan(0.4);
    expect(lengths(1)).toEqual(all.filter((length) => length >= 1));
  });
});

describe('what another spacing costs', () => {
  it.each([
    ['straight', { kind: 'hatch', width: 0.3, spacing: 0.24 }],
    ['across too', { kind: 'hatch', width: 0.3, spacing: 0.3, cross: true, outline: 'none' }],
    ['along', { kind: 'hatch', width: 0.3, spacing: 0.24, lines: 'rings', joins: 'any' }],
  ])('is told about as it comes out: %s', (_name, fill) => {
    const lengthOf = (own: object) =>
      operationOn(jobOf(plate(own)), 'area')!.contours.reduce((sum, contour) => sum + contourLength(contour), 0);
    const chart = spacingChartOf(jobOf(plate(fill)), 'area')!;
    const now = chart.find(({ spacing }) => spacing === fill.spacing)!;
    expect(now.length).toBeCloseTo(lengthOf(fill), 6);
    expect(chart.map(({ spacing }) => spacing)).toEqual([...chart.map(({ spacing }) => spacing)].sort((a, b) => a - b));
    for (const spacing of [0.15, 0.6]) {
      const told = chart.find((row) => row.spacing === spacing)!;
      const real = lengthOf({ ...fill, spacing });
      expect(told.length / real).toBeGreaterThan(0.8);
      expect(told.length / real).toBeLessThan(1.25);
    }
    // Twice as far apart as they are wide covers half, or three quarters where they cross.
    const open = chart.find(({ spacing }) => spacing === 0.6)!;
    const whole = chart[0]!.covered;
    expect(whole).toBeGreaterThan(0.97);
    expect(open.covered / whole).toBeCloseTo('cross' in fill ? 0.75 : 0.5, 6);
  });

  it('is not told of what is not hatched', () => {
    expect(spacingChartOf(jobOf(plate({ kind: 'pocket', tool: 0.5 })), 'area')).toBeNull();
    expect(spacingChartOf(jobOf(plate({ kind: 'hatch' })), 'outer')).toBeNull();
    expect(spacingChartOf(jobOf(plate({ kind: 'hatch', width: 20, spacing: 20 })), 'area')).toBeNull();
  });
});
