import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { noMemo, type Memo } from '../src/geometry/memo.ts';
import { measureRegion } from '../src/measure/measure-region.ts';
import { StageCache } from '../src/assembly/stages.ts';
import { measure } from '../src/job/measure-job.ts';
import type { Version1Input } from '../src/recipe/migrate/version-1.ts';
import { moveRegion, type Region } from '../src/geometry/contour.ts';
import { contourBounds, reverseContour } from '../src/geometry/contour-facts.ts';
import { medialAxis } from '../src/geometry/medial-axis.ts';
import { weld } from '../src/geometry/kernel/boolean.ts';
import { circle, polygon, roundedRectangle } from '../src/geometry/shapes.ts';
import { leastWidth } from '../src/geometry/least-width.ts';
import { widestDisc } from '../src/geometry/widest-disc.ts';
import { findNecks } from '../src/measure/necks.ts';
import { thicknessOf, type Thickness } from '../src/measure/thickness.ts';
import { letterId, type LetterId } from '../src/recipe/identity.ts';
import { buildOf, measuresOf } from './workshop.ts';

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

const [FIRST, SECOND] = [0, 1].map((cluster) => letterId({ line: 0, cluster, index: 0 })) as [LetterId, LetterId];

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
          const ends = [circle(left, 8, FIRST), circle(right, 8, SECOND)] as const;
          const dumbbell = weld([...ends, polygon(turned(box(0, -neck / 2, 30, neck / 2), angle), 'bar')]);
          const axis = medialAxis(dumbbell, { material: neck + 0.5, gaps: 1 });
          const part = (id: LetterId, core: { x: number; y: number }, contour: (typeof ends)[number]) => ({
            id,
            core,
            bounds: contourBounds(contour),
          });
          const necks = findNecks(axis, [part(FIRST, left, ends[0]), part(SECOND, right, ends[1])]);
          expect(necks).toHaveLength(1);
          expect(necks[0]!.width).toBeCloseTo(neck, 2);
          const { thin, least } = thicknessOf(axis, 1, neck + 0.5);
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
    expect(thicknessOf(medialAxis([polygon(star, 's')], { material: 3, gaps: 3 }), 1, 3).thin).toEqual([]);
    const slotted: Region = weld([
      polygon(box(0, 0, 40, 10), 'a'),
      polygon(box(0, 10.7, 40, 20), 'b'),
      polygon(box(0, 0, 5, 20), 'c'),
    ]);
    const gaps = thicknessOf(medialAxis(slotted, { material: 1.2, gaps: 1.2 }), 2, 1.2);
    expect(gaps.thin).toHaveLength(1);
    expect(gaps.thin[0]!.width).toBeCloseTo(0.7, 3);
    expect(thicknessOf(medialAxis(slotted, { material: 1.2, gaps: 1.2 }), 2, 0.65).thin).toEqual([]);
  });

  it('tells one pinch as one place, and each of several', () => {
    // A bar with three notches from both sides, each leaving 1 mm; a fourth leaves 3.
    const notch = (x: number, left: number) => [
      { x: x - 2, y: 5 },
      { x, y: left / 2 },
      { x: x + 2, y: 5 },
    ];
    const upper = [notch(60, 3), notch(45, 1), notch(30, 1), notch(15, 1)].flatMap((points) => points.reverse());
    const lower = upper.map(({ x, y }) => ({ x, y: -y })).reverse();
    const bar = polygon(
      [{ x: 0, y: -5 }, ...lower, { x: 75, y: -5 }, { x: 75, y: 5 }, ...upper, { x: 0, y: 5 }],
      'bar',
    );
    const { thin } = thicknessOf(medialAxis([bar], { material: 2.5, gaps: 2 }), 1, 2.5);
    expect(thin.map(({ width }) => Number(width.toFixed(3)))).toEqual([1, 1, 1]);
    expect(thin.map(({ where }) => Math.round((where.minX + where.maxX) / 2)).sort()).toEqual([15, 30, 45]);
  });

  it.each(['overpass-bold', 'yellowtail', 'pinyon-script'])('of %s agrees with a run four times as fine', (face) => {
    const { hold } = buildOf({
      make: 'stand-alone',
      hold: { pieces: 'separate' },
      lettering: { words: 'Guard 8', face, size: { by: 'cap height', value: 30 } },
    });
    const care = { material: 3, gaps: 2 };
    const [usual, fine] = [1, 4].map((finer) => thicknessOf(medialAxis(hold.material, care, finer), 1, 3)) as [
      Thickness,
      Thickness,
    ];
    expect(Math.abs(usual.thin.length - fine.thin.length)).toBeLessThanOrEqual(1);
    expect(usual.least!.width).toBeCloseTo(fine.least!.width, 2);
  });

  it('takes as many points for letters of any size, and finds widths in proportion', () => {
    const at = (value: number) => {
      const lettering = { words: '8@B', size: { by: 'cap height', value } } as const;
      const { material } = buildOf({ make: 'stand-alone', hold: { pieces: 'separate' }, lettering }).hold;
      const limit = value / 20;
      const axis = medialAxis(material, { material: limit, gaps: limit });
      return { points: axis.samples.x.length, least: thicknessOf(axis, 1, limit).least!.width / value };
    };
    const [small, usual, large] = [at(12), at(60), at(3000)];
    expect(large.points).toBeLessThan(1.5 * usual.points);
    expect(large.least).toBeCloseTo(usual.least, 4);
    expect(small.least).toBeCloseTo(usual.least, 4);
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
    for (const { measure: measured, where } of own) {
      expect(measured!.value).toBeLessThan(measured!.limit);
      expect(where!.maxX).toBeGreaterThan(where!.minX);
    }
  });

  it('are known by their letters: the same at another size, and no two alike', () => {
    const idsAt = (value: number) => {
      const lettering = { words: 'Hallo', face: 'marcellus', size: { by: 'cap height', value } } as const;
      return rules({ make: 'stand-alone', hold: { pieces: 'separate' }, lettering }).map(({ id }) => id);
    };
    const [small, larger] = [idsAt(20), idsAt(21)];
    expect(small.length).toBeGreaterThan(3);
    expect(new Set(small).size).toBe(small.length);
    expect(larger.filter((id) => !small.includes(id)).length).toBeLessThanOrEqual(small.length / 5);
    for (const id of small) expect(id).toMatch(/^thing-1\/[a-z ]+:item-1\/letter:0\.\d/);
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

describe('measuring', () => {
  const job = (more: Partial<Version1Input> = {}): Version1Input => ({
    make: 'cut-through',
    machine: 'co2-laser',
    material: 'plywood',
    lettering: { words: 'BOARD', size: { by: 'cap height', value: 30 } },
    ...more,
  });
  const cache = new StageCache();
  const measured = (more?: Partial<Version1Input>) => measuresOf(buildOf(job(more), cache), cache.memo);

  it('is done anew for other shapes and other limits, and for nothing else', () => {
    const before = measured();
    for (const same of [
      { name: 'Another name' },
      { tags: ['lamp hut'] },
      { workOrder: { outline: { work: 'cut' as const, speed: 9 } } },
      { release: { tolerance: 0.05 } },
    ])
      expect(measured(same).thickness, JSON.stringify(same)).toBe(before.thickness);
    for (const other of [
      { thickness: 6 },
      { machine: 'router' },
      { hold: { bridges: { width: 3 } } },
      { lettering: { words: 'BOARDS', size: { by: 'cap height' as const, value: 30 } } },
      { plate: { margin: 30 } },
    ])
      expect(measured(other).thickness, JSON.stringify(other)).not.toBe(before.thickness);
  });
});

describe('a plate is measured lot by lot', () => {
  const limits = { wall: 2, gap: 1, reach: 2.3 };
  const slot = (x: number, y: number, width: number, height: number, source: string) =>
    reverseContour(roundedRectangle({ minX: x, minY: y, maxX: x + width, maxY: y + height }, 0, source));
  const plate = roundedRectangle({ minX: 0, minY: 0, maxX: 200, maxY: 80 }, 0, 'plate');
  /** How often each kind of thing was computed. */
  const counted = () => {
    const counts = new Map<string, number>();
    const memo = new StageCache().memo;
    const counting: Memo = (name, key, compute) =>
      memo(name, key, () => {
        counts.set(name.split(' ')[0]!, (counts.get(name.split(' ')[0]!) ?? 0) + 1);
        return compute();
      });
    return { counts, memo: counting };
  };

  it('finds walls between outlines that come near each other, and tells whose they are', () => {
    const region = [plate, slot(20, 20, 30, 20, 'a'), slot(51.5, 20, 30, 20, 'b'), slot(120, 79, 10, 0.5, 'c')];
    const { thickness, gaps } = measureRegion(region, 'plate', [], limits, noMemo);
    expect(thickness.thin.map(({ width, between }) => [width.toFixed(3), [...between].sort()])).toEqual([
      ['0.500', ['c', 'plate']],
      ['1.500', ['a', 'b']],
    ]);
    expect(gaps.thin.map(({ width, between }) => [width.toFixed(3), between])).toEqual([['0.500', ['c']]]);
    const area = thickness.histogram.area.reduce((sum, each) => sum + each, 0);
    expect(Math.abs(area - (200 * 80 - 2 * 600 - 5))).toBeLessThan(700);
  });

  it('measures alike lots once, wherever they stand', () => {
    const form = roundedRectangle({ minX: 0, minY: 0, maxX: 20, maxY: 30 }, 4, 'own');
    const standing = (x: number, name: string) => moveRegion([reverseContour(form)], x, 20, () => name);
    const { counts, memo } = counted();
    const apart = [plate, ...standing(20, 'a'), ...standing(60, 'b'), ...standing(100, 'c')];
    measureRegion(apart, 'plate', [], limits, memo);
    // The plate's edge, and one letter for all.
    expect(counts.get('cluster')).toBe(2);
    const [first] = measureRegion([...apart, ...standing(120.9, 'd')], 'plate', [], limits, memo).thickness.thin;
    expect(counts.get('cluster')).toBe(3);
    expect(first!.width).toBeCloseTo(0.9, 3);
    expect([...first!.between].sort()).toEqual(['c', 'd']);
  });

  it('after an edit measures what was edited, and nothing else', () => {
    const { counts, memo } = counted();
    const cache = new StageCache();
    const job = (words: string) =>
      buildOf({ make: 'cut-through', machine: 'co2-laser', material: 'plywood', lettering: { words } }, cache);
    measuresOf(job('BOARD'), memo);
    const before = counts.get('cluster')!;
    measuresOf(job('BOARB'), memo);
    // B is known; the plate is as wide as before or not.
    expect(counts.get('cluster')! - before).toBeLessThanOrEqual(1);
    measuresOf(job('BOAND'), memo);
    expect(counts.get('cluster')! - before).toBeLessThanOrEqual(3);
  });
});
