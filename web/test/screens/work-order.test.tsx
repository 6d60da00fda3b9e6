import { screen, waitFor, within } from '@testing-library/react';
import { contourBounds } from '@needlefile/core/geometry/contour-facts';
import { houseShop } from '@needlefile/core/shop/house';
import type { RecipeInput } from '@needlefile/core/recipe/read';
import { describe, expect, it } from 'vitest';
import { thingOf } from '../lettered';
import { useView } from '../../src/job/view-store';
import { boxesOn, layersOf, linesOn } from './drawn';
import { openWorkbench, type OpenWorkbench } from './open';

async function atWorkOrder(job: RecipeInput | string, shop = undefined as Parameters<typeof openWorkbench>[1]) {
  const bench = await openWorkbench(job, shop);
  await bench.station('Work order');
  return bench;
}

const operations = (bench: OpenWorkbench) => bench.recipe().operations;
const rows = () => within(screen.getByText('Operations').closest('section')!).getAllByRole('listitem');
const open = (bench: OpenWorkbench, name: RegExp) =>
  bench.user.click(
    bench
      .panel()
      .getAllByRole('button', { name })
      .find((each) => each.hasAttribute('aria-expanded'))!,
  );

/** Two words far apart, with nothing between them. */
const ends: RecipeInput = {
  machine: 'engraver',
  material: 'brass',
  thickness: 1.5,
  assemblies: [
    {
      make: 'engraved',
      plate: { width: 300, height: 30, holes: null, border: null },
      items: [
        {
          id: 'left',
          words: 'IN',
          face: 'overpass-bold',
          size: { by: 'cap height', value: 8 },
          place: { x: -130, y: 0 },
        },
        {
          id: 'right',
          words: 'OUT',
          face: 'overpass-bold',
          size: { by: 'cap height', value: 8 },
          place: { x: 130, y: 0 },
        },
      ],
    },
  ],
};

describe('operations', () => {
  it('are told in their order, with their length and time, and in all', async () => {
    const bench = await atWorkOrder('Valve tag, injector');
    expect(bench.panel().getByText(/^4 operations, about .* in all\.$/)).toBeTruthy();
    // A letter for the work, the name, the way and the time.
    for (const [i, name] of ['EAreas', 'SLines', 'CInner edges', 'COuter edges'].entries())
      expect(rows()[i]!.textContent).toMatch(new RegExp(`^${name} [\\d.]+ m\\d+:\\d\\d$`));
  });

  it('take a speed, power and passes of their own, and the time follows', async () => {
    const bench = await atWorkOrder('Valve tag, injector');
    const outer = operations(bench).findIndex(({ id }) => id === 'outer');
    const time = (): number => {
      const [, minutes, seconds] = / m(\d+):(\d\d)/.exec(rows()[outer]!.textContent!)!;
      return 60 * Number(minutes) + Number(seconds);
    };
    await open(bench, /Outer edges/);
    const before = time();
    // Four as the machine does it.
    await bench.typeAt(`operations.${outer}.passes`, '8');
    await bench.built();
    expect(time() / before).toBeCloseTo(2, 1);
    await bench.typeAt(`operations.${outer}.power`, '55');
    await bench.typeAt(`operations.${outer}.speed`, '3.5');
    expect(operations(bench)[outer]).toMatchObject({ passes: 8, power: 55, speed: 3.5 });
    await bench.typeAt(`operations.${outer}.passes`, '1.5');
    expect(bench.panel().getByText(/Type a whole number/)).toBeTruthy();
    expect(operations(bench)[outer]!.passes).toBe(8);
  });

  it('are added with a name and work, given to one item, and are a layer by themselves', async () => {
    const bench = await atWorkOrder('Lamp hut set, one sheet');
    const before = layersOf(await bench.file()).filter((name) => name.startsWith('ENGRAVE')).length;
    await bench.press('Add an operation');
    await bench.type('Name', 'Deep letters');
    await bench.choose('Work', 'Engrave');
    await bench.choose('OIL', 'Engrave: deep letters');
    await bench.built();
    const engraved = (await bench.file()).layers.filter(({ name }) => name.startsWith('ENGRAVE'));
    expect(engraved).toHaveLength(before + 1);
    // O has two outlines, I and L one each.
    expect(Math.min(...engraved.map(({ contours }) => contours.length))).toBe(4);
  });

  it('that are in use go only once it is said where their lines go', async () => {
    const bench = await atWorkOrder('Valve tag, injector');
    const count = operations(bench).length;
    await open(bench, /Outer edges/);
    await bench.press('Take it out');
    expect(operations(bench)).toHaveLength(count);
    await bench.choose('Its lines go to', 'no operation');
    await bench.press('Take it out');
    await bench.built();
    expect(operations(bench)).toHaveLength(count - 1);
    expect(bench.recipe().assignment.outer).toBeNull();
    expect(bench.check().getByText('Outlines have no operation')).toBeTruthy();
    await bench.choose('Outer edges', /^Cut/);
    await bench.built();
    expect(bench.check().getByText('Every line has its operation')).toBeTruthy();
    // One that nothing uses goes at once.
    await bench.press('Add an operation');
    await bench.press('Take it out');
    expect(operations(bench)).toHaveLength(count - 1);
  });

  it('of another work are another layer', async () => {
    const bench = await atWorkOrder('Valve tag, injector');
    await bench.choose('Outer edges', /^Score/);
    await bench.built();
    const file = await bench.file();
    expect(layersOf(file)).not.toContain('CUT_OUTER');
    // The border line and the outer edge.
    expect(linesOn(file, 'SCORE')).toHaveLength(2);
  });

  it('are written as a hand writes where they are lines', async () => {
    const bench = await atWorkOrder('Carriage door, Saloon');
    await open(bench, /^Lines/);
    await bench.tick('As a hand writes');
    expect(operations(bench).some(({ written }) => written)).toBe(true);
    await bench.built();
    // Letters from left to right.
    const starts = (await bench.file()).layers
      .flatMap(({ contours }) => contours)
      .map(({ segments }) => segments[0]!.from.x);
    expect(starts[0]).toBe(Math.min(...starts));
  });
});

describe('rows', () => {
  it('are as far apart, and run as they are said to', async () => {
    const bench = await atWorkOrder('Valve tag, injector');
    await open(bench, /areas|Areas/);
    const pitch = 'operations.0.rows.pitch';
    await bench.typeAt(pitch, '0.2');
    await bench.take('Rows', 'Along y');
    await bench.take('Swept', 'One way');
    expect(operations(bench)[0]!.rows).toMatchObject({ pitch: 0.2, angle: 90, bothWays: false });
    await bench.typeAt(pitch, '');
    expect(operations(bench)[0]!.rows.pitch).toBeNull();
    await bench.built();
    await bench.file();
  });

  it('are grouped so that no time is spent over blanks, or all in one, or item by item, or by hand', async () => {
    const machines = houseShop.machines.map((machine) => ({ ...machine, sweepsAtMost: 2 }));
    const bench = await atWorkOrder(ends, { ...houseShop, machines });
    await open(bench, /areas|Areas/);
    const sweeps = async () => (await bench.file()).layers.filter(({ name }) => name.startsWith('ENGRAVE')).length;
    expect(await sweeps()).toBe(2);
    expect(bench.panel().getByText(/^2 sweeps/)).toBeTruthy();
    await bench.take('In one sweep', 'All');
    await bench.built();
    expect(await sweeps()).toBe(1);
    await bench.press('Part');
    await bench.built();
    expect(await sweeps()).toBe(2);
    const boxes = bench.panel().getAllByRole('checkbox', { name: /^Sweep \d/ });
    await bench.user.hover(boxes[0]!);
    expect(useView.getState().ring).not.toBeNull();
    for (const box of boxes) await bench.user.click(box);
    await bench.press('Sweep these 2 in one');
    await bench.built();
    expect(await sweeps()).toBe(1);
    await bench.take('In one sweep', 'By item');
    await bench.press('Let go');
    await bench.built();
    expect(operations(bench)[0]!.rows.byHand).toEqual([]);
    expect(await sweeps()).toBe(2);
  });
});

describe('what was tried', () => {
  it('is kept with one click, told with its date, and is the default from then on', async () => {
    const bench = await atWorkOrder('Valve tag, injector');
    const outer = operations(bench).findIndex(({ id }) => id === 'outer');
    await open(bench, /Outer edges/);
    expect(bench.panel().getByText(/^Nothing was tried on brass, 1.5 mm yet/)).toBeTruthy();
    await bench.typeAt(`operations.${outer}.speed`, '7');
    await bench.press('Keep as tried');
    await waitFor(() => expect(bench.panel().getByText(/^Tried on brass, 1.5 mm: 7 mm\/s/)).toBeTruthy());
    const [put] = bench.server.asked;
    expect(put).toMatchObject({ method: 'PUT', path: '/api/shop' });
    expect(bench.server.kept.shop.tried).toEqual([
      expect.objectContaining({ machine: 'engraver', material: 'brass', thickness: 1.5, work: 'cut', speed: 7 }),
    ]);
    // What is in use is what was tried.
    expect(bench.panel().queryByRole('button', { name: 'Keep as tried' })).toBeNull();
  });
});

describe('the order between lines', () => {
  it('is searched for longer, spreads the heat, and puts things first', async () => {
    const bench = await atWorkOrder('Lamp hut set, one sheet');
    await bench.tick('Search longer for a short way');
    await bench.tick('Spread the heat of cutting');
    expect(bench.recipe().order).toMatchObject({ search: 'long', coolly: true });
    await bench.tick('Hook tag');
    expect(bench.recipe().assemblies.map(({ first }) => first)).toEqual([false, false, true]);
    await bench.built();
    const [firstCut] = linesOn(await bench.file(), 'CUT_OUTER');
    const smallest = boxesOn(await bench.file(), 'CUT_OUTER').sort((a, b) => a.maxX - a.minX - (b.maxX - b.minX))[0]!;
    const points = firstCut!.segments.map(({ from }) => from.x);
    expect(Math.min(...points)).toBeGreaterThanOrEqual(smallest.minX - 1e-6);
    expect(Math.max(...points)).toBeLessThanOrEqual(smallest.maxX + 1e-6);
  });
});

describe('time and cost', () => {
  it('say where a rate or a price is missing, and what both come to where they are there', async () => {
    const bench = await atWorkOrder('Valve tag, injector');
    expect(bench.panel().getByText('no hourly rate')).toBeTruthy();
    expect(bench.panel().getByText('no price')).toBeTruthy();
    const priced = await atWorkOrder('Valve tag, injector', {
      ...houseShop,
      currency: '£',
      machines: houseShop.machines.map((machine) => ({ ...machine, hourlyRate: 36 })),
      materials: houseShop.materials.map((material) => ({ ...material, price: 100 })),
    });
    const costs = priced
      .panel()
      .getAllByRole('definition')
      .map((cost) => Number(/[\d.]+$/.exec(cost.textContent!)![0]));
    expect(costs).toHaveLength(3);
    expect(costs[2]).toBeCloseTo(costs[0]! + costs[1]!, 1);
    expect(priced.panel().getByText('Together')).toBeTruthy();
    expect(thingOf(priced.recipe()).make).toBe('engraved');
  });
});

describe('the order of lines', () => {
  const cut: RecipeInput = {
    make: 'cut-through',
    plate: { holes: null },
    lettering: { words: 'LTF', face: 'barlow-condensed-semibold', size: { by: 'cap height', value: 40 } },
  };

  it('is kept as it is, with a letter first or last, and found anew when it is let go', async () => {
    const bench = await atWorkOrder(cut);
    await bench.tick('Keep the order as it is');
    await waitFor(() => expect(Object.keys(thingOf(bench.recipe()).lineOrder)).toContain('inner'));
    await bench.built();
    const was = thingOf(bench.recipe()).lineOrder.inner!;
    expect(was).toHaveLength(3);
    expect(screen.getByRole('list', { name: 'Lines in their order' }).children).toHaveLength(3);
    for (const [letter, to] of [
      ['item-1/letter:0.2.0', 'first'],
      ['item-1/letter:0.0.0', 'first'],
      ['item-1/letter:0.0.0', 'last'],
    ] as const) {
      useView.setState({ letter });
      await bench.built();
      await bench.press(`Run ${to}`);
      await waitFor(() =>
        expect(thingOf(bench.recipe()).lineOrder.inner!.at(to === 'first' ? 0 : -1)).toBe(`${letter}^0`),
      );
      await bench.built();
    }
    // F, which was first before L came, is again.
    const lefts = linesOn(await bench.file(), 'CUT_INNER').map((each) => contourBounds(each).minX);
    expect(lefts[0]).toBe(Math.max(...lefts));
    await bench.user.keyboard('{Control>}z{/Control}');
    await bench.tick('Keep the order as it is');
    expect(thingOf(bench.recipe()).lineOrder).toEqual({});
  });
});
