import { act, fireEvent, screen, within } from '@testing-library/react';
import { contourArea } from '@needlefile/core/geometry/contour-facts';
import { houseShop } from '@needlefile/core/shop/house';
import type { RecipeInput } from '@needlefile/core/recipe/read';
import { describe, expect, it } from 'vitest';
import { thingOf } from '../lettered';
import { useView } from '../../src/job/view-store';
import { linesOn, outerCut } from './drawn';
import { bed } from './hand';
import { openWorkbench, type OpenWorkbench } from './open';
import { pixelOf } from './surroundings';

const tray = () => within(screen.getByRole('region', { name: 'Off the table' }));
const cards = () => tray().queryAllByRole('button');
const view = (bench: OpenWorkbench, name: string) =>
  bench.user.click(within(screen.getByRole('radiogroup', { name: 'View' })).getByText(name));

const stencil = (words: string, bridges: object = {}): RecipeInput => ({
  make: 'cut-through',
  machine: 'co2-laser',
  material: 'plywood',
  thickness: 4,
  lettering: { words, face: 'overpass-bold', size: { by: 'cap height', value: 40 } },
  plate: { width: 200, height: 80, cornerRadius: 0, holes: null },
  hold: { bridges },
});

describe('what comes off the table', () => {
  it('is each piece with its size, area and weight', async () => {
    const bench = await openWorkbench(stencil('I'));
    const file = await bench.file();
    const area = linesOn(file, 'CUT').reduce(
      (sum, line) => sum + (line === outerCut(file) ? 1 : -1) * Math.abs(contourArea(line)),
      0,
    );
    const [plate] = cards();
    expect(plate!.textContent).toContain('200 × 80 mm');
    expect(plate!.textContent).toMatch(/cm²|mm²/);
    const density = houseShop.materials.find(({ id }) => id === 'plywood')!.density;
    const grams = (area * 4 * density) / 1000;
    expect(plate!.textContent).toContain(`${grams.toFixed(1)} g`);
    expect(tray().getByText('scrap, as meant').closest('div')!.textContent).toContain('1 drop-out');
  });

  it('is struck through where it falls out, and goes to its place', async () => {
    const bench = await openWorkbench(stencil('O', { perIsland: 'none' }));
    expect(cards()).toHaveLength(2);
    const island = cards()[1]!;
    expect(island.textContent).toMatch(/drops out/);
    expect(island.querySelector('line')).not.toBeNull();
    expect(cards()[0]!.querySelector('line')).toBeNull();
    await bench.user.click(island);
    expect(useView.getState().focus).not.toBeNull();
    await bench.user.click(bench.check().getByRole('button', { name: 'Add bridges' }));
    await bench.built();
    expect(cards()).toHaveLength(1);
  });

  it('is told by thing, with how many of each there are', async () => {
    await openWorkbench('Lamp hut set, one sheet');
    const names = cards().map(({ textContent }) => textContent);
    expect(names.some((name) => name!.startsWith('2 × '))).toBe(true);
    expect(names.some((name) => name!.includes('Hook tag'))).toBe(true);
    expect(names.some((name) => name!.includes('Lamp hut plate'))).toBe(true);
  });

  it('is nothing where lines are only followed', async () => {
    await openWorkbench('Carriage door, Saloon');
    expect(tray().getByText(/Nothing is cut free/)).toBeTruthy();
    expect(cards()).toHaveLength(0);
  });
});

describe('the line at the foot', () => {
  it('tells the cursor in both units, from the lower left corner of the sheet, and what the job comes to', async () => {
    await openWorkbench(stencil('I'));
    const sheet = Number(document.querySelector('svg[aria-label^="The sheet"] rect')!.getAttribute('height'));
    fireEvent.pointerMove(bed(), pixelOf(bed(), { x: 25.4, y: sheet - 50.8 }));
    const foot = screen.getByText(/pieces? kept/).closest('footer')!;
    expect(foot.textContent).toContain('x 25.4 mm / 1 in y 50.8 mm / 2 in');
    expect(foot.textContent).toMatch(/1 piece kept/);
    expect(foot.textContent).toMatch(/cut [\d.]+ m.*about \d+:\d\d/);
    fireEvent.pointerLeave(bed());
    expect(foot.textContent).not.toContain('x 25');
  });
});

describe('the thickness', () => {
  const card = () => within(screen.getByRole('region', { name: 'Thickness' }));
  const figure = (name: string) => card().getByText(name).closest('div')!.querySelector('dd')!.textContent;

  it('is told as the least against the limit, and by how many places', async () => {
    const bench = await openWorkbench(stencil('I'));
    await view(bench, 'Thickness');
    await bench.measured();
    expect(Number.parseFloat(figure('Limit')!)).toBeGreaterThan(0);
    expect(figure('Under it')).toBe('0 places');
    const strict = await openWorkbench(stencil('OI'), {
      ...houseShop,
      machines: houseShop.machines.map((machine) => ({
        ...machine,
        limits: { ...machine.limits, wall: { least: 60, perThickness: 0 } },
      })),
    });
    await view(strict, 'Thickness');
    await strict.measured();
    expect(figure('Limit')).toBe('60 mm');
    expect(figure('Under it')).toMatch(/^[1-9]\d* places?$/);
    expect(card().getByText('Least').closest('div')!.querySelector('dd')!.dataset.under).toBe('true');
  });

  it('is told of material and of gaps, in the unit that is taken', async () => {
    const bench = await openWorkbench(stencil('II'));
    await view(bench, 'Thickness');
    await bench.measured();
    const material = figure('Limit');
    await bench.user.click(card().getByText('Gaps'));
    expect(useView.getState().thicknessOf).toBe('gap');
    expect(figure('Limit')).not.toBe(material);
    await bench.user.click(screen.getByText('inch'));
    expect(figure('Limit')).toMatch(/ in$/);
  });
});

describe('pieces', () => {
  it('are drawn each by itself, those that stay and those that fall', async () => {
    const bench = await openWorkbench(stencil('O', { perIsland: 'none' }));
    await view(bench, 'Pieces');
    const drawn = [...document.querySelectorAll('[aria-label=Bed] path[data-status]')];
    expect(new Set(drawn.map((path) => path.getAttribute('data-status')))).toContain('drop-out');
    act(() => useView.setState({ view: 'paths' }));
    expect(document.querySelectorAll('[aria-label=Bed] path').length).toBeGreaterThan(0);
    expect(thingOf(bench.recipe()).make).toBe('cut-through');
  });
});
