import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { measure } from '../src/build/measure.ts';
import type { Region } from '../src/geometry/contour.ts';
import { contourBounds, reverseContour } from '../src/geometry/contour-facts.ts';
import { medialAxis } from '../src/geometry/medial-axis.ts';
import { weld } from '../src/geometry/kernel/boolean.ts';
import { circle, polygon, roundedRectangle } from '../src/geometry/shapes.ts';
import { leastWidth } from '../src/geometry/least-width.ts';
import { widestDisc } from '../src/geometry/widest-disc.ts';
import { findNecks } from '../src/hold/necks.ts';
import { thicknessOf } from '../src/hold/thickness.ts';
import { buildOf } from './workshop.ts';

const turned = (points: readonly { x: number; y: number }[], angle: number) =>
  points.map(({ x, y }) => ({
    x: x * Math.cos(angle) - y * Math.sin(angle),
    y: x * Math.sin(angle) + y * Math.cos(angle),
  }));
const box = (minX: number, minY: number, maxX: number, maxY: number) => [
  { x: minX, y: minY },
  { x: maxX, y: minY },
  { x: maxX, y: maxY },
  { x: minX, y: maxY },
];

describe('thickness', () => {
  it('finds the neck of a dumbbell, however wide and however it lies', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 6, noNaN: true }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        (neck, angle) => {
          const [left, right] = turned(
            [
              { x: 0, y: 0 },
              { x: 30, y: 0 },
            ],
            angle,
          ) as [{ x: number; y: number }, { x: number; y: number }];
          const ends = [circle(left, 8, 'a'), circle(right, 8, 'b')] as const;
          const dumbbell = weld([...ends, polygon(turned(box(0, -neck / 2, 30, neck / 2), angle), 'bar')]);
          const axis = medialAxis(dumbbell, 0.8, 12);
          const part = (id: string, core: { x: number; y: number }, contour: (typeof ends)[number]) => ({
            id,
            core,
            bounds: contourBounds(contour),
          });
          const necks = findNecks(dumbbell, axis, [part('a', left, ends[0]), part('b', right, ends[1])]);
          expect(necks).toHaveLength(1);
          expect(necks[0]!.width).toBeCloseTo(neck, 2);
          const { thin, least } = thicknessOf(dumbbell, axis, 1, neck + 0.5);
          expect(thin).toHaveLength(1);
          expect(least!.width).toBeCloseTo(neck, 2);
        },
      ),
      { numRuns: 25 },
    );
  });

  it('takes corners and points for what they are, and finds a slot in its width', () => {
    const star = Array.from({ length: 10 }, (_, i) => ({
      x: Math.cos((i * Math.PI) / 5) * (i % 2 ? 9 : 24),
      y: Math.sin((i * Math.PI) / 5) * (i % 2 ? 9 : 24),
    }));
    expect(thicknessOf([polygon(star, 's')], medialAxis([polygon(star, 's')], 0.5, 4), 1, 3).thin).toEqual([]);
    const slotted: Region = weld([
      polygon(box(0, 0, 40, 10), 'a'),
      polygon(box(0, 10.7, 40, 20), 'b'),
      polygon(box(0, 0, 5, 20), 'c'),
    ]);
    const gaps = thicknessOf(slotted, medialAxis(slotted, 0.6, 3), 2, 1.2);
    expect(gaps.thin).toHaveLength(1);
    expect(gaps.thin[0]!.width).toBeCloseTo(0.7, 3);
    expect(thicknessOf(slotted, medialAxis(slotted, 0.6, 3), 2, 0.65).thin).toEqual([]);
  });

  it('measures discs and widths of counters', () => {
    const rectangle = roundedRectangle({ minX: 0, minY: 0, maxX: 12, maxY: 5 }, 0, 'r');
    expect(widestDisc([rectangle]).diameter).toBeCloseTo(5, 1);
    expect(leastWidth(rectangle)).toBeCloseTo(5, 6);
    expect(
      widestDisc([circle({ x: 3, y: 4 }, 7, 'o'), reverseContour(circle({ x: 3, y: 4 }, 1, 'i'))]).diameter,
    ).toBeCloseTo(6, 1);
  });
});

describe('measured findings', () => {
  const rules = (input: Parameters<typeof buildOf>[0]) => measure(buildOf(input)).findings;

  it.each([
    [
      'thin neck',
      {
        make: 'stand-alone',
        machine: 'co2-laser',
        material: 'plywood',
        lettering: { words: 'on', face: 'sacramento', size: { by: 'cap height', value: 30 } },
      },
    ],
    [
      'thin wall',
      {
        make: 'stand-alone',
        machine: 'plasma',
        lettering: { words: 'n', face: 'marcellus', size: { by: 'cap height', value: 20 } },
      },
    ],
    [
      'narrow gap',
      {
        make: 'stand-alone',
        machine: 'router',
        material: 'plywood',
        lettering: { words: 'ii', face: 'overpass-bold', size: { by: 'cap height', value: 12 } },
      },
    ],
    [
      'filled counter',
      {
        make: 'stand-alone',
        machine: 'router',
        material: 'plywood',
        lettering: { words: 'e', face: 'overpass-bold', size: { by: 'cap height', value: 12 } },
      },
    ],
    [
      'speck',
      {
        make: 'stand-alone',
        machine: 'plasma',
        lettering: { words: 'i', face: 'marcellus', size: { by: 'cap height', value: 12 } },
      },
    ],
    [
      'narrow gap',
      {
        make: 'engraved',
        machine: 'router',
        material: 'oak',
        lettering: { words: 'n', face: 'marcellus', size: { by: 'cap height', value: 12 } },
      },
    ],
  ] as const)('tells a %s, under its limit and in its place', (rule, input) => {
    const own = rules(input).filter((finding) => finding.rule === rule);
    expect(own.length).toBeGreaterThan(0);
    for (const { measure: measured, place } of own) {
      expect(measured!.value).toBeLessThan(measured!.limit);
      expect(place!.maxX).toBeGreaterThan(place!.minX);
    }
  });

  it('is silent on sturdy letters', () => {
    expect(
      rules({
        make: 'cut-through',
        lettering: { words: 'LOAD 8', size: { by: 'cap height', value: 120 }, letterSpacing: 6 },
      }),
    ).toEqual([]);
  });
});
