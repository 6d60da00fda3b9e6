import { describe, expect, it } from 'vitest';
import type { Finding, RuleName } from '../src/check/finding.ts';
import { measure } from '../src/job/measure-job.ts';
import type { RecipeInput } from '../src/recipe/read.ts';
import { houseShop } from '../src/shop/house.ts';
import { limitAt, limitsFor } from '../src/shop/limits.ts';
import type { Shop } from '../src/shop/shop.ts';
import { jobOf, recipeOf } from './workshop.ts';

/** Each rule that goes by a figure, on things whose figure is known: silent at the limit, and not beyond it. */

const STOCK = { machine: 'co2-laser', material: 'plywood', thickness: 4 } as const;
const laser = houseShop.machines.find(({ id }) => id === STOCK.machine)!;
const plywood = houseShop.materials.find(({ id }) => id === STOCK.material)!;
const limits = limitsFor(laser, plywood);
const limit = (name: keyof typeof limits): number => limitAt(limits[name], STOCK.thickness);

/** On true edges: what is measured is what was drawn. */
const shop: Shop = {
  ...houseShop,
  machines: houseShop.machines.map((machine) => ({ ...machine, kerfBy: 'controller' })),
};

function found(rule: RuleName, input: RecipeInput, own = shop): Finding[] {
  const recipe = recipeOf(input);
  const job = jobOf(recipe, undefined, own);
  return [...job.findings, ...measure(job).findings].filter((finding) => finding.rule === rule);
}

interface Rectangle {
  readonly width: number;
  readonly height: number;
  readonly x: number;
  readonly y: number;
}

const box = ({ width, height, x, y }: Rectangle, i: number) => ({
  id: `box-${i}`,
  kind: 'shape',
  outline: { by: 'rectangle', width, height },
  place: { x, y },
});

/** A plate with openings. */
const plateWith = (openings: readonly Rectangle[]): RecipeInput => ({
  ...STOCK,
  assemblies: [
    {
      make: 'cut-through',
      plate: { width: 200, height: 120, cornerRadius: 0, holes: null },
      items: openings.map((each, i) => ({ ...box(each, i), role: 'opening' })),
    },
  ] as never,
});

/** Material that is put together of rectangles. */
const pieceOf = (parts: readonly Rectangle[]): RecipeInput => ({
  ...STOCK,
  assemblies: [{ make: 'stand-alone', items: parts.map((each, i) => box(each, i)) }] as never,
});

/** Two plates side by side, so far apart. */
const apart = (gap: number): RecipeInput => ({
  ...STOCK,
  sheet: { width: 300, height: 100 },
  assemblies: [0, 1].map((i) => ({
    make: 'engraved',
    plate: { width: 60, height: 40, cornerRadius: 0, holes: null, border: null },
    items: [{ words: 'I', size: { by: 'cap height', value: 12 } }],
    place: { x: 20 + i * (60 + gap), y: 20 },
  })) as never,
});

const STEP = 0.05;

describe('a rule that goes by a figure', () => {
  it.each<[rule: RuleName, least: number, job: (mm: number) => RecipeInput]>([
    [
      'thin wall',
      limit('wall'),
      (mm) =>
        plateWith([
          { width: 30, height: 30, x: -15 - mm / 2, y: 0 },
          { width: 30, height: 30, x: 15 + mm / 2, y: 0 },
        ]),
    ],
    ['narrow gap', limit('gap'), (mm) => plateWith([{ width: 60, height: mm, x: 0, y: 0 }])],
    [
      'thin neck',
      limit('neck'),
      (mm) =>
        pieceOf([
          { width: 30, height: 30, x: -25, y: 0 },
          { width: 30, height: 30, x: 25, y: 0 },
          { width: 30, height: mm, x: 0, y: 0 },
        ]),
    ],
  ])('“%s” is silent at %d mm, and tells what is less with its figure', (rule, least, job) => {
    expect(found(rule, job(least + STEP))).toEqual([]);
    const told = found(rule, job(least - STEP));
    expect(told).toHaveLength(1);
    const [{ measure: measured }] = told as [Finding];
    expect(measured!.value).toBeCloseTo(least - STEP, 2);
    expect(measured).toMatchObject({ limit: expect.closeTo(least, 6) as number, wants: 'at least' });
  });

  it('“narrow bridge” goes by thickness: 1.7 times in steel on the plasma table', () => {
    const stencil = (width: number, thickness: number): RecipeInput => ({
      make: 'cut-through',
      machine: 'plasma',
      material: 'mild-steel',
      thickness,
      lettering: { words: 'O', size: { by: 'cap height', value: 150 } },
      hold: { bridges: { width } },
    });
    for (const [thickness, least] of [
      [1.5, 3],
      [3, 5.1],
      [6, 10.2],
    ] as const) {
      expect(found('narrow bridge', stencil(least, thickness)), `${thickness}`).toEqual([]);
      const told = found('narrow bridge', stencil(least - STEP, thickness));
      expect(told.length, `${thickness}`).toBeGreaterThan(0);
      expect(told[0]!.measure).toMatchObject({ value: expect.closeTo(least - STEP, 3) as number });
    }
  });

  it('“off the sheet” is silent where a plate just fits', () => {
    const on = (width: number): RecipeInput => ({
      ...STOCK,
      sheet: { width, height: 100 },
      assemblies: [
        {
          make: 'engraved',
          plate: { width: 80, height: 40, cornerRadius: 0, holes: null, border: null },
          items: [{ words: 'I', size: { by: 'cap height', value: 12 } }],
        },
      ] as never,
    });
    expect(found('off the sheet', on(80))).toEqual([]);
    expect(found('off the sheet', on(79.9))[0]!.title).toBe('Reaches off the sheet by 0.1 mm');
  });

  it('“overlap” is silent where two just touch, “too near” where the cut has room', () => {
    expect(found('overlap', apart(0.01))).toEqual([]);
    expect(found('overlap', apart(-1))).toHaveLength(1);
    const { kerf } = laser;
    expect(found('too near', apart(kerf + 0.02))).toEqual([]);
    const told = found('too near', apart(kerf - 0.05));
    expect(told).toHaveLength(1);
  });

  it('“cut too wide” goes by the cut, where the file sets it off', () => {
    const { id, kerf } = houseShop.machines.find((each) => each.id === 'router')!;
    const slot = (mm: number) => ({ ...plateWith([{ width: 40, height: mm, x: 0, y: 0 }]), machine: id });
    expect(found('cut too wide', slot(kerf + 0.02), houseShop)).toEqual([]);
    expect(found('cut too wide', slot(kerf - 0.02), houseShop)).toHaveLength(1);
    // The controller knows what it does.
    expect(found('cut too wide', slot(kerf - 0.02))).toEqual([]);
  });

  it('“speck” goes by the longer side', () => {
    const least = limit('speck');
    const hole = (mm: number) => plateWith([{ width: mm, height: mm / 2, x: 0, y: 0 }]);
    expect(found('speck', hole(least + 0.02))).toEqual([]);
    expect(found('speck', hole(least - 0.1))).toHaveLength(1);
  });

  it('“loose piece” counts what hangs on nothing', () => {
    const parts = (count: number) =>
      pieceOf(Array.from({ length: count }, (_, i) => ({ width: 20, height: 20, x: i * 30, y: 0 })));
    expect(found('loose piece', parts(1))).toEqual([]);
    for (const count of [2, 4]) {
      const told = found('loose piece', parts(count));
      expect(told).toHaveLength(1);
      expect(told[0]!.measure).toMatchObject({ value: count, limit: 1, wants: 'at most' });
    }
  });

  it('“short stroke” is silent at the width of the tool, and of dots that stand by themselves', () => {
    const single = (words: string, value: number): RecipeInput => ({
      machine: 'router',
      material: 'oak',
      assemblies: [
        {
          make: 'single-line',
          items: [{ words, face: 'overpass-bold', size: { by: 'cap height', value }, centerline: {} }],
        },
      ] as never,
    });
    const [told] = found('short stroke', single('F', 6));
    const { value, limit } = told!.measure!;
    expect(limit).toBe(3);
    expect(found('short stroke', single('F', (6 * limit) / value + 0.1))).toEqual([]);
    expect(found('short stroke', single('F', (6 * limit) / value - 0.1))).toHaveLength(1);
    expect(found('short stroke', single('I.:', 20))).toEqual([]);
  });

  it('“colliding dots” is silent where dots lie apart, and tells of two in one place', () => {
    const dotted = (far: number): RecipeInput => ({
      machine: 'engraver',
      material: 'brass',
      operations: [
        { id: 'area', work: 'engrave', fill: { kind: 'dots', diameter: 1, pitch: 8 } },
        { id: 'outer', work: 'cut' },
      ],
      assignment: { inner: 'outer', line: null },
      assemblies: [
        {
          make: 'engraved',
          items: [
            {
              words: 'I',
              size: { by: 'cap height', value: 40 },
              // In shares of the letter’s em: told in mm by how far the two that are put in lie from each other.
              dots: {
                'letter:0.0.0': {
                  in: [
                    [0.15, 0.35],
                    [0.15, 0.35 + far],
                  ],
                  out: [],
                },
              },
            },
          ],
        },
      ] as never,
    });
    expect(found('colliding dots', dotted(0.3))).toEqual([]);
    expect(found('colliding dots', dotted(0.001)).length).toBeGreaterThan(0);
  });
});

describe('limits', () => {
  it('are the larger of a least and a share of the thickness, in any thickness', () => {
    for (const machine of houseShop.machines)
      for (const id of machine.materials) {
        const own = limitsFor(
          machine,
          houseShop.materials.find((each) => each.id === id)!,
        );
        for (const { least, perThickness } of Object.values(own))
          for (const thickness of [0.1, 1, 3, 12, 40]) {
            const at = limitAt({ least, perThickness }, thickness);
            expect(at).toBeCloseTo(Math.max(least, perThickness * thickness), 9);
          }
      }
  });

  it('of a material on a machine go before those of the machine', () => {
    const machine = { ...laser, materialLimits: { plywood: { wall: { least: 9, perThickness: 0 } } } };
    expect(limitAt(limitsFor(machine, plywood).wall, 4)).toBe(9);
    const acrylic = houseShop.materials.find(({ id }) => id === 'acrylic')!;
    expect(limitsFor(machine, acrylic).wall).toEqual(laser.limits.wall);
    expect(limitsFor(machine, plywood).neck).toEqual(limits.neck);
  });
});
