import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { costOf } from '../src/job/cost.ts';
import { fileName, type NameFacts } from '../src/job/file-name.ts';
import { NO_BOUNDS } from '../src/geometry/bounds.ts';
import { houseShop } from '../src/shop/house.ts';
import { keepTried, triedFor, withTried } from '../src/shop/tried.ts';
import { kerfInFile, sharedIn, type Machine, type Shop, type TriedSettings } from '../src/shop/shop.ts';
import { formatLength, lengthWithUnit, parseLength } from '../src/units/length.ts';
import { formatArea, formatTime, formatTravel, formatWeight } from '../src/units/quantity.ts';
import { recipeOf } from './workshop.ts';

/** Figures, names and prices as people read them, worked out by hand. */

describe('quantities', () => {
  it.each<[seconds: number, told: string]>([
    [0, '0:00'],
    [0.4, '0:00'],
    [59.5, '1:00'],
    [61, '1:01'],
    [3599, '59:59'],
    [3600, '1:00:00'],
    [3725, '1:02:05'],
    [-5, '0:00'],
    [90_000, '25:00:00'],
  ])('%d s is told as %s', (seconds, told) => {
    expect(formatTime(seconds)).toBe(told);
  });

  it.each<[mm2: number, mm: string, inch: string]>([
    [100, '1.00 cm²', '0.16 in²'],
    [645.16, '6.45 cm²', '1.00 in²'],
    [12_345, '123 cm²', '19.1 in²'],
    [1234, '12.3 cm²', '1.91 in²'],
  ])('%d mm2 is told as %s or %s', (area, mm, inch) => {
    expect([formatArea(area, 'mm'), formatArea(area, 'in')]).toEqual([mm, inch]);
  });

  it.each<[grams: number, mm: string, inch: string]>([
    [1, '1.00 g', '0.04 oz'],
    [42.66, '42.7 g', '1.50 oz'],
    [999, '999 g', '2.20 lb'],
    [1000, '1.00 kg', '2.20 lb'],
    [45_359.237, '45.4 kg', '100 lb'],
  ])('%d g is told as %s or %s', (grams, mm, inch) => {
    expect([formatWeight(grams, 'mm'), formatWeight(grams, 'in')]).toEqual([mm, inch]);
  });

  it('long ways are told in metres or feet', () => {
    expect([formatTravel(1234, 'mm'), formatTravel(304.8, 'in'), formatTravel(0, 'mm')]).toEqual([
      '1.23 m',
      '1.0 ft',
      '0.00 m',
    ]);
  });

  it('lengths that are told are read again as what they are', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 5000, noNaN: true }),
        fc.constantFrom('mm', 'in' as const),
        (mm, unit) => {
          const read = parseLength(lengthWithUnit(mm, unit), unit === 'mm' ? 'in' : 'mm');
          // With its unit it is that, whatever is counted in.
          expect(read.ok).toBe(true);
          if (read.ok) expect(Math.abs(read.mm - mm)).toBeLessThan(unit === 'mm' ? 0.051 : 0.02);
          const bare = parseLength(formatLength(mm, unit), unit);
          if (read.ok && bare.ok) expect(bare.mm).toBeCloseTo(read.mm, 9);
        },
      ),
    );
  });
});

describe('names of files', () => {
  const facts = (name: string, more: Partial<NameFacts> = {}): NameFacts => ({
    recipe: { ...recipeOf({ make: 'cut-through', lettering: { words: 'LOAD 8' } }), name },
    machine: 'CO₂ laser',
    material: 'Birch plywood',
    thickness: 1.5,
    width: 149.6,
    height: 80.2,
    revision: 7,
    date: '2026-05-31',
    ...more,
  });

  it('have the parts that are asked for, in that order', () => {
    expect(fileName(['job'], facts('Wagon stencil, 8 tons'))).toBe('wagon-stencil-8-tons');
    expect(fileName(['words', 'size'], facts('X'))).toBe('load-8-150x80');
    expect(fileName(['machine', 'material', 'thickness'], facts('X'))).toBe('co2-laser-birch-plywood-1.5mm');
    expect(fileName(['date', 'job', 'revision'], facts('Oil'))).toBe('2026-05-31-oil-r7');
    expect(fileName(['job'], facts('Oil', { only: 'backers' }))).toBe('oil-backers');
  });

  it.each([
    ['  ..hidden..  ', 'hidden'],
    ['a/b\\c:d*e?f"g<h>i|j', 'abcdefghij'],
    ['Ümläut Straße', 'umlaut-strae'],
    ['🚂', 'job'],
    ['', 'job'],
    ['CON', 'con-job'],
    ['com1', 'com1-job'],
    ['../../etc/passwd', 'etcpasswd'],
    ['a\u0000b\nc', 'ab-c'],
  ])('of %j is %s', (name, told) => {
    expect(fileName(['job'], facts(name))).toBe(told);
  });

  it('are ones that any file system takes, whatever the job is called', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 200 }), (name) => {
        const told = fileName(['job', 'revision'], facts(name));
        expect(told).toMatch(/^[a-z0-9][a-z0-9.-]*$/);
        expect(told.length).toBeLessThanOrEqual(100);
        expect(told).not.toMatch(/[-.]$|\.\.$/);
        expect(fileName(['job', 'revision'], facts(name))).toBe(told);
      }),
    );
  });
});

describe('costs', () => {
  const job = {
    time: 1800,
    bounds: { minX: 10, minY: 10, maxX: 110, maxY: 60 },
    sheet: { width: 400, height: 200 },
    margin: 10,
    thickness: 5,
  };

  it('are half an hour of the machine, and the material with its margin', () => {
    const cost = costOf(job, { hourlyRate: 40 }, { price: 30 }, '£');
    expect(cost.machine).toBe(20);
    // 120 by 70 by 5 mm: 0.042 l.
    expect(cost.material).toBeCloseTo(0.042 * 30, 9);
    expect(cost.share).toBeCloseTo((120 * 70) / (400 * 200), 12);
    expect(cost.currency).toBe('£');
  });

  it('are told by no more than the whole sheet, and as nothing where nothing is drawn', () => {
    const large = { ...job, bounds: { minX: 0, minY: 0, maxX: 399, maxY: 199 } };
    expect(costOf(large, { hourlyRate: 0 }, { price: 1 }, '').share).toBe(1);
    const none = costOf({ ...job, bounds: NO_BOUNDS }, { hourlyRate: 1 }, { price: 1 }, '');
    expect([none.material, none.share]).toEqual([0, 0]);
  });

  it('are not told where the shop has no price', () => {
    expect(costOf(job, { hourlyRate: 0 }, { price: 0 }, '£')).toMatchObject({ machine: null, material: null });
  });
});

describe('settings that were tried', () => {
  const tried = (more: Partial<TriedSettings> = {}): Omit<TriedSettings, 'id'> => ({
    machine: 'co2-laser',
    material: 'plywood',
    thickness: 4,
    work: 'cut',
    speed: 11,
    power: 70,
    passes: 2,
    note: '',
    date: '2026-01-05',
    ...more,
  });
  const stock = { machine: 'co2-laser', material: 'plywood', thickness: 4 };

  it('are kept once for a stock and a work, the newest, with the note that there was', () => {
    const once = keepTried(houseShop, tried({ note: 'Clean' }));
    const twice = keepTried(once, tried({ speed: 12, date: '2026-02-01' }));
    expect(twice.tried).toHaveLength(1);
    expect(twice.tried[0]).toMatchObject({ speed: 12, note: 'Clean', id: once.tried[0]!.id });
    expect(keepTried(twice, tried({ note: 'Charred' })).tried[0]!.note).toBe('Charred');
    expect(houseShop.tried).toEqual([]);
  });

  it('of another stock or work stand beside them, each under a name of its own', () => {
    const all = [{}, { thickness: 6 }, { material: 'oak' }, { work: 'score' as const }, { machine: 'router' }];
    const shop = all.reduce<Shop>((own, more) => keepTried(own, tried(more)), houseShop);
    expect(shop.tried).toHaveLength(5);
    expect(new Set(shop.tried.map(({ id }) => id)).size).toBe(5);
    expect(triedFor(shop, stock, 'cut')).toMatchObject({ thickness: 4, work: 'cut' });
    expect(triedFor(shop, { ...stock, thickness: 5 }, 'cut')).toBeUndefined();
    expect(triedFor(shop, stock, 'mark')).toBeUndefined();
  });

  it('are what jobs on that stock start from, and no others', () => {
    const laser = houseShop.machines.find(({ id }) => id === 'co2-laser')!;
    const shop = keepTried(houseShop, tried());
    const { settings } = withTried(laser, shop, stock);
    expect(settings.cut).toEqual({ speed: 11, power: 70, passes: 2 });
    expect(settings.score).toEqual(laser.settings.score);
    expect(withTried(laser, shop, { material: 'oak', thickness: 4 })).toBe(laser);
    // What a machine cannot do it does not learn.
    const plasma = houseShop.machines.find(({ id }) => id === 'plasma')!;
    const taught = keepTried(houseShop, tried({ machine: 'plasma', material: 'mild-steel', work: 'engrave' }));
    expect(withTried(plasma, taught, { material: 'mild-steel', thickness: 4 })).toBe(plasma);
  });
});

describe('an output map', () => {
  const laser = houseShop.machines.find(({ id }) => id === 'co2-laser')!;
  const withOutput = (work: 'score' | 'mark', values: object): Machine => ({
    ...laser,
    output: { ...laser.output, [work]: { ...laser.output[work], ...values } },
  });

  it('of the house tells every work by its layer, its colour and its number', () => {
    for (const machine of houseShop.machines) expect(sharedIn(machine), machine.id).toEqual([]);
  });

  it.each([
    ['layer', { layer: 'CUT' }],
    ['colour', { colour: laser.output.cut.colour }],
    ['colour number', { dxfColour: laser.output.cut.dxfColour }],
  ])('that gives two works one %s says which', (_, values) => {
    const shared = sharedIn(withOutput('score', values));
    expect(shared).toHaveLength(1);
    expect([...shared[0]!.works].sort()).toEqual(['cut', 'score']);
  });

  it('of what the machine does not do is nobody’s concern', () => {
    const { score: _, ...settings } = laser.settings;
    expect(sharedIn({ ...withOutput('score', { layer: 'CUT' }), settings })).toEqual([]);
  });

  it('sets the kerf off where the machine wants it, or the job', () => {
    const machine = { ...laser, kerf: 0.2, kerfBy: 'file' as const };
    expect(kerfInFile(machine, { kerf: null })).toBe(0.2);
    expect(kerfInFile({ ...machine, kerfBy: 'controller' }, { kerf: null })).toBe(0);
    expect(kerfInFile({ ...machine, kerfBy: 'controller' }, { kerf: 'file' })).toBe(0.2);
    expect(kerfInFile(machine, { kerf: 'controller' })).toBe(0);
  });
});
