import { describe, expect, it } from 'vitest';
import { sheetDrawing } from '../src/job/file-drawing.ts';
import { release } from '../src/job/release.ts';
import { mapTestPlate, settingsTestPlate, valuesOf } from '../src/makes/test-plates.ts';
import { houseShop } from '../src/shop/house.ts';
import { keepTried, triedFor, withTried } from '../src/shop/tried.ts';
import { jobOf } from './workshop.ts';

const stockOf = (id: string) => {
  const machine = houseShop.machines.find((each) => each.id === id)!;
  const [material] = machine.materials;
  return { machine, material: material!, thickness: 3 };
};

describe('plates that try a machine', () => {
  it.each(houseShop.machines.map(({ id }) => id))('have all that the %s does, and no stop', async (id) => {
    const stock = stockOf(id);
    const job = jobOf(mapTestPlate(stock));
    expect(job.findings.filter(({ severity }) => severity === 'stop')).toEqual([]);
    const works = new Set(sheetDrawing(job, null).layers.map(({ operation }) => operation.split(' ')[0]));
    expect(works).toEqual(new Set(Object.keys(stock.machine.settings)));
    expect((await release(job, ['svg'], 1)).files).toHaveLength(1);
  });

  it('have a square for each speed and power, done so', () => {
    const range = { from: 10, to: 30, steps: 3 };
    const job = jobOf(settingsTestPlate(stockOf('co2-laser'), 'engrave', range, { from: 20, to: 80, steps: 2 }));
    expect(job.findings.filter(({ severity }) => severity === 'stop')).toEqual([]);
    const tried = job.operations.filter(({ id }) => id.startsWith('try-'));
    expect(tried.map(({ settings: { speed, power } }) => [speed, power])).toEqual([
      [10, 20],
      [20, 20],
      [30, 20],
      [10, 80],
      [20, 80],
      [30, 80],
    ]);
    // The slow row below, the strong one above.
    const low = tried[0]!.contours[0]!.segments[0]!.from;
    const high = tried[5]!.contours[0]!.segments[0]!.from;
    expect(high.x - low.x).toBeCloseTo(26, 6);
    expect(high.y - low.y).toBeCloseTo(13, 6);
    expect(valuesOf({ from: 1, to: 2, steps: 4 })).toEqual([1, 1.33, 1.67, 2]);
  });
});

describe('settings that were tried', () => {
  const stock = { machine: 'co2-laser', material: 'plywood', thickness: 3 };
  const settings = {
    ...stock,
    work: 'cut',
    speed: 21,
    power: 70,
    passes: 2,
    note: 'clean edge',
    date: '2026-05-01',
  } as const;
  const shop = keepTried(houseShop, settings);

  it('are what a job of that stock starts from, and no other', () => {
    const [inner] = jobOf(
      { make: 'cut-through', machine: 'co2-laser', material: 'plywood', thickness: 3, lettering: { words: 'I' } },
      undefined,
      shop,
    ).operations;
    expect(inner!.settings).toEqual({ speed: 21, power: 70, passes: 2 });
    const laser = houseShop.machines.find(({ id }) => id === 'co2-laser')!;
    expect(withTried(laser, shop, { ...stock, thickness: 4 })).toBe(laser);
    expect(withTried(laser, shop, { ...stock, material: 'oak' })).toBe(laser);
  });

  it('take the place of those before, and keep the note', () => {
    const again = keepTried(shop, { ...settings, speed: 25, note: '', date: '2026-06-01' });
    expect(again.tried).toHaveLength(1);
    expect(triedFor(again, stock, 'cut')).toMatchObject({ speed: 25, note: 'clean edge', date: '2026-06-01' });
    expect(triedFor(again, stock, 'mark')).toBeUndefined();
    expect(keepTried(again, { ...settings, work: 'mark' }).tried.map(({ id }) => id)).toEqual(['tried-1', 'tried-2']);
  });
});
