import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { readRecipe } from '@needlefile/core/recipe/read';
import { build, facesOf } from '@needlefile/core/job/build-job';
import { runJob } from '@needlefile/core/job/run-job';
import { houseShop } from '@needlefile/core/shop/house';
import type { Machine, Shop } from '@needlefile/core/shop/shop';
import { beforeEach, describe, expect, it } from 'vitest';
import { faceOf } from '../../../core/test/workshop';
import { ShopPage } from '../../src/features/shop/shop-page';
import { showPage, type OpenPage } from './open';
import { PretendServer } from './server';

let page: OpenPage;
const go = (section: string) =>
  page.user.click(within(screen.getByRole('radiogroup', { name: 'Settings' })).getByText(section));
const type = (label: string, text: string) => {
  const field = screen.getByLabelText(label);
  fireEvent.change(field, { target: { value: text } });
  fireEvent.keyDown(field, { key: 'Enter' });
  fireEvent.blur(field);
};
const take = (label: string, option: string) =>
  page.user.click(within(screen.getByRole('radiogroup', { name: label })).getByText(option, { exact: true }));
const save = async (): Promise<Shop> => {
  const { revision } = page.server.kept;
  await page.user.click(screen.getByRole('button', { name: 'Save the shop' }));
  await waitFor(() => expect(page.server.kept.revision).toBe(revision + 1));
  return page.server.kept.shop;
};
const plasmaIn = ({ machines }: Shop): Machine => machines.find(({ id }) => id === 'plasma')!;

beforeEach(async () => {
  page = showPage(<ShopPage />, new PretendServer(houseShop));
  await page.user.selectOptions(screen.getByLabelText('Machine'), 'Plasma table');
});

describe('the shop', () => {
  it('is saved as a whole when it is asked for, and put back by Undo', async () => {
    const button = screen.getByRole('button', { name: 'Save the shop' });
    expect(button).toHaveProperty('disabled', true);
    type('Wall: at least', '6');
    expect(page.server.asked).toEqual([]);
    expect(plasmaIn(await save()).limits.wall.least).toBe(6);
    await page.user.click(await screen.findByRole('button', { name: 'Undo' }));
    await waitFor(() => expect(page.server.kept.shop).toEqual(houseShop));
    expect(screen.getByLabelText('Wall: at least')).toHaveProperty('value', '2.5');
  });

  it('is put back as it was before it is saved', async () => {
    type('Wall: at least', '6');
    await page.user.click(screen.getByRole('button', { name: 'Put back as it was' }));
    expect(screen.getByLabelText('Wall: at least')).toHaveProperty('value', '2.5');
    expect(screen.queryByRole('button', { name: 'Put back as it was' })).toBeNull();
  });

  it('that was saved elsewhere says so, and is saved on top when it is asked for again', async () => {
    const theirs = { revision: 7, shop: { ...houseShop, currency: '£' } };
    page.server.answer = (method) =>
      method === 'PUT'
        ? Response.json({ error: 'The shop was changed elsewhere.', current: theirs }, { status: 409 })
        : undefined;
    type('Wall: at least', '6');
    await page.user.click(screen.getByRole('button', { name: 'Save the shop' }));
    expect(await screen.findByText('The shop was changed elsewhere.')).toBeTruthy();
    // What was typed is still there.
    expect(screen.getByLabelText('Wall: at least')).toHaveProperty('value', '6');
    page.server.answer = () => undefined;
    await save();
    expect(page.server.asked.at(-1)!.body).toMatchObject({ base: 7 });
  });

  it('gets another machine, with the settings of one that is there', async () => {
    await page.user.click(screen.getByRole('button', { name: 'Add one like it' }));
    expect(screen.getByRole('option', { name: 'Plasma table 2', selected: true })).toBeTruthy();
    await go('Cut and motion');
    type('Name', 'Old torch');
    const { machines } = await save();
    expect(machines.at(-1)).toEqual({ ...plasmaIn(houseShop), id: 'plasma-2', name: 'Old torch' });
    expect(machines).toHaveLength(houseShop.machines.length + 1);
  });
});

describe('house limits', () => {
  it('are of any material, or a material’s own, and go back to those of any', async () => {
    type('Example sheet', '10');
    const row = () => screen.getByRole('row', { name: /^Neck/ });
    // The larger of 3 mm and 1.2 times the thickness.
    expect(row().textContent).toContain('12 mm');
    await page.user.selectOptions(screen.getByLabelText('Material'), 'Mild steel');
    type('Neck between letters: times thickness', '2');
    expect(row().textContent).toContain('20 mm');
    await page.user.selectOptions(screen.getByLabelText('Material'), 'any material');
    expect(row().textContent).toContain('12 mm');
    await page.user.selectOptions(screen.getByLabelText('Material'), 'Mild steel');
    await page.user.click(screen.getByRole('button', { name: 'As any material' }));
    expect(row().textContent).toContain('12 mm');
    type('A bridge carries', '55');
    type('Bridge reach', '8');
    expect(plasmaIn(await save())).toMatchObject({ bridgeLoad: 55, bridgeReach: 8 });
  });
});

describe('cut and motion', () => {
  it.each<[label: string, text: string, holds: (machine: Machine) => number, value: number]>([
    ['Kerf', '1/16 in', ({ kerf }) => kerf, 1.5875],
    ['Lead: arc', '4', ({ lead }) => lead.radius, 4],
    ['Lead: straight', '6', ({ lead }) => lead.length, 6],
    ['Past the start', '2', ({ lead }) => lead.overlap, 2],
    ['Lead-out: arc', '1.5', ({ lead }) => lead.out, 1.5],
    ['Past corners', '3', ({ lead }) => lead.corner, 3],
    ['To begin a line', '1.2', ({ pierceTime }) => pierceTime, 1.2],
    ['Travel', '250', ({ travelSpeed }) => travelSpeed, 250],
    ['Acceleration, lifted', '900', ({ dynamics }) => dynamics.travel, 900],
    ['Acceleration, lines', '700', ({ dynamics }) => dynamics.line, 700],
    ['Acceleration, rows', '600', ({ dynamics }) => dynamics.rows, 600],
    ['Cuts corners by', '0.1', ({ dynamics }) => dynamics.deviation, 0.1],
    ['From row to row', '0.8', ({ fillPitch }) => fillPitch, 0.8],
    ['Sweeps in one file', '3', ({ sweepsAtMost }) => sweepsAtMost, 3],
    ['An hour of it', '42', ({ hourlyRate }) => hourlyRate, 42],
    ['Cut: speed', '33', ({ settings }) => settings.cut!.speed, 33],
    ['Cut: power', '88', ({ settings }) => settings.cut!.power, 88],
    ['Cut: passes', '2', ({ settings }) => settings.cut!.passes, 2],
  ])('%s is kept', async (label, text, holds, value) => {
    await go('Cut and motion');
    const before = plasmaIn(houseShop);
    type(label, text);
    const after = plasmaIn(await save());
    expect(holds(before)).not.toBe(value);
    expect(holds(after)).toBeCloseTo(value, 6);
  });

  it('sets the kerf off by file or controller, and counts beginnings for cuts or for every line', async () => {
    await go('Cut and motion');
    await take('Set off by', 'The file');
    await take('Counted for', 'Every line');
    expect(plasmaIn(await save())).toMatchObject({ kerfBy: 'file', pierces: 'lines' });
  });
});

describe('an output map', () => {
  beforeEach(() => go('Output map'));

  it('says what stands for each work, and what cannot be told apart', async () => {
    expect(screen.getByText(/^Each work can be told by its layer/)).toBeTruthy();
    type('Score: layer', 'cut');
    // Of works that the machine does.
    expect(screen.getByText(/^Each work can be told by its layer/)).toBeTruthy();
    type('Mark: layer', 'cut');
    expect(screen.getByText(/^Cut and Mark have one layer: a machine that goes by it/)).toBeTruthy();
    type('Mark: layer', 'mark');
    type('Score: layer', 'kiss-2');
    type('Score: DXF colour number', '7');
    type('Score: line width', '0.2');
    fireEvent.change(screen.getByLabelText('Score: colour'), { target: { value: '#00ff00' } });
    expect(plasmaIn(await save()).output.score).toMatchObject({
      layer: 'KISS-2',
      dxfColour: 7,
      lineWidth: 0.2,
      colour: '#00ff00',
    });
  });

  it('takes no name of a layer that a format cannot carry', async () => {
    const field = screen.getByLabelText('Cut: layer');
    fireEvent.change(field, { target: { value: 'cut lines!' } });
    expect(screen.getByText('Letters, figures, - and _ only. It stays CUT.')).toBeTruthy();
    fireEvent.blur(field);
    expect(field).toHaveProperty('value', 'CUT');
    expect(screen.getByRole('button', { name: 'Save the shop' })).toHaveProperty('disabled', true);
  });

  it.each<[label: string, option: string, rules: object]>([
    ['Operations', 'A file each', { apart: true }],
    ['Told apart by', 'Colour', { toldBy: 'colours' }],
    ['Page', 'The drawing', { page: 'drawing' }],
    ['y of a DXF', 'Downwards', { yDown: true }],
    ['Unit in files', 'inch', { unit: 'inch' }],
    ['DXF', 'R12', { dxf: 'R12' }],
    ['Curves', 'Short lines', { curves: 'lines' }],
    ['Words in files', 'None', { words: false }],
  ])('has files whose %s: %s, and they are what the job says', async (label, option, rules) => {
    await take(label, option);
    const shop = await save();
    // One rule is another, and no more.
    expect(plasmaIn(shop).files).toEqual({ ...plasmaIn(houseShop).files, ...rules });
    expect(plasmaIn(shop).files).not.toEqual(plasmaIn(houseShop).files);
    await proveOn(shop);
  });

  it('makes a job that proves it', async () => {
    await page.user.click(screen.getByRole('button', { name: 'Make a test plate' }));
    await waitFor(() => expect(page.visited).toEqual(['/jobs/job-1']));
    const read = readRecipe(page.server.jobs.get('job-1')!.recipe);
    expect(read.ok && read.recipe.machine).toBe('plasma');
  });

  it('makes none of a machine that is not saved yet: a job goes by what the server has', async () => {
    await page.user.click(screen.getByRole('button', { name: 'Add one like it' }));
    const button = () => screen.getByRole('button', { name: 'Make a test plate' });
    expect(button()).toHaveProperty('disabled', true);
    expect(screen.getByText(/Save the shop first\./)).toBeTruthy();
    await save();
    await page.user.click(button());
    await waitFor(() => expect(page.visited).toEqual(['/jobs/job-1']));
    expect(page.server.jobs.get('job-1')!.recipe).toMatchObject({ machine: 'plasma-2' });
  });

  /** The files of a plate, written by the shop's rules, run, and compared with the job. */
  async function proveOn(shop: Shop): Promise<void> {
    const read = readRecipe({
      make: 'cut-through',
      machine: 'plasma',
      material: 'mild-steel',
      thickness: 3,
      lettering: { words: 'OB', face: 'overpass-bold', size: { by: 'cap height', value: 60 } },
    });
    if (!read.ok) throw new Error(read.problems.join());
    const faces = new Map([...facesOf(read.recipe)].map((id) => [id, faceOf(id)]));
    const job = build(read.recipe, { shop, faces });
    for (const format of ['svg', 'dxf'] as const) expect((await runJob(job, format)).differences).toEqual([]);
  }
});

describe('tried settings', () => {
  beforeEach(() => go('Tried settings'));

  it('are added for a material and a thickness, changed and taken out', async () => {
    expect(screen.getByText('Nothing is kept for the Plasma table yet.')).toBeTruthy();
    await page.user.click(screen.getByRole('button', { name: 'Add a row' }));
    const [row] = screen.getAllByRole('row', { name: /Mild steel/ });
    const what = `cut Mild steel ${/([\d.]+) mm/.exec(row!.textContent!)![1]} mm`;
    type(`${what}: speed`, '51');
    type(`${what}: power`, '77');
    type(`${what}: passes`, '2');
    fireEvent.change(screen.getByLabelText(`${what}: note`), { target: { value: 'Clean edge' } });
    expect((await save()).tried).toEqual([
      expect.objectContaining({ machine: 'plasma', work: 'cut', speed: 51, power: 77, passes: 2, note: 'Clean edge' }),
    ]);
    await page.user.click(screen.getByRole('button', { name: `Take out ${what}` }));
    expect((await save()).tried).toEqual([]);
  });

  it('are found with a plate of squares at every speed and power', async () => {
    type('Speed from, mm/s', '10');
    type('Speed to, mm/s', '30');
    type('Speed: steps', '3');
    type('Power: steps', '2');
    expect(screen.getByText('10, 20, 30 mm/s')).toBeTruthy();
    await page.user.click(screen.getByRole('button', { name: 'Make the plate: 3 × 2 squares' }));
    await waitFor(() => expect(page.visited).toEqual(['/jobs/job-1']));
    const read = readRecipe(page.server.jobs.get('job-1')!.recipe);
    const speeds = read.ok ? read.recipe.operations.flatMap(({ speed }) => speed ?? []) : [];
    expect([...new Set(speeds)].sort((a, b) => a - b)).toEqual(expect.arrayContaining([10, 20, 30]));
  });
});

describe('the rack', () => {
  beforeEach(() => go('Tool rack'));

  it('gets flat cutters and cones, each with its figures', async () => {
    const count = houseShop.tools.length;
    await page.user.click(screen.getByRole('button', { name: 'Add a flat cutter' }));
    type('New flat cutter: diameter', '2.5');
    type('New flat cutter: feed', '12');
    type('New flat cutter: deep at once', '0.7');
    fireEvent.change(screen.getByLabelText('Name of New flat cutter'), { target: { value: 'Burr' } });
    await page.user.click(screen.getByRole('button', { name: 'Add a cone' }));
    type('New cone: tip', '0.3');
    type('New cone: angle', '90');
    const { tools } = await save();
    expect(tools).toHaveLength(count + 2);
    // A flat one is as wide at its tip.
    expect(tools.at(-2)).toMatchObject({ name: 'Burr', kind: 'flat', diameter: 2.5, tip: 2.5, feed: 12, depth: 0.7 });
    expect(tools.at(-1)).toMatchObject({ kind: 'cone', tip: 0.3, angle: 90 });
    await page.user.click(screen.getByRole('button', { name: 'Take out Burr' }));
    expect((await save()).tools).toHaveLength(count + 1);
  });
});

describe('materials', () => {
  it('have a density and a price, in the shop’s currency', async () => {
    await go('Materials');
    fireEvent.change(screen.getByLabelText('Prices are in'), { target: { value: '£' } });
    type('Oak: price of a litre', '4.5');
    type('Oak: density', '0.69');
    const shop = await save();
    expect(shop.currency).toBe('£');
    expect(shop.materials.find(({ id }) => id === 'oak')).toMatchObject({ price: 4.5, density: 0.69 });
    expect(screen.getByRole('columnheader', { name: 'Price, £ a litre' })).toBeTruthy();
  });
});
