import { act, fireEvent, screen, within } from '@testing-library/react';
import { contourArea } from '@needlefile/core/geometry/contour-facts';
import { heightOf, widthOf } from '@needlefile/core/geometry/bounds';
import type { RecipeInput } from '@needlefile/core/recipe/read';
import { describe, expect, it } from 'vitest';
import { choose } from '../../src/job/chosen';
import { useView } from '../../src/job/view-store';
import { boxesOn, linesOn, outerCut } from './drawn';
import { bed, boxOf, drag, target } from './hand';
import { openWorkbench, type OpenWorkbench } from './open';

/** Two plates and a name, each with words of its own. */
const three: RecipeInput = {
  machine: 'co2-laser',
  material: 'plywood',
  thickness: 4,
  assemblies: [
    {
      id: 'oil',
      name: 'Oil',
      make: 'engraved',
      plate: { width: 60, height: 30, cornerRadius: 0, holes: null, border: null },
      items: [{ id: 'words', words: 'OIL', face: 'overpass-bold', size: { by: 'cap height', value: 10 } }],
    },
    {
      id: 'sand',
      name: 'Sand',
      make: 'engraved',
      plate: { width: 80, height: 40, cornerRadius: 0, holes: null, border: null },
      items: [{ id: 'words', words: 'SAND', face: 'overpass-bold', size: { by: 'cap height', value: 12 } }],
    },
    {
      id: 'rowan',
      make: 'stand-alone',
      items: [{ id: 'words', words: 'Rowan', face: 'yellowtail', size: { by: 'cap height', value: 24 } }],
    },
  ],
};

const outer = async (bench: OpenWorkbench) => boxesOn(await bench.file(), 'CUT_OUTER');
const list = () => within(screen.getByRole('region', { name: 'On the sheet' }));
const row = (name: string) => document.querySelector(`[data-level=thing] button[title^="${name}."]`)!;
const key = async (bench: OpenWorkbench, name: string, keys: object = {}) => {
  fireEvent.keyDown(bed(), { key: name, ...keys });
  await bench.built();
};
const ids = (bench: OpenWorkbench) => bench.recipe().assemblies.map(({ id }) => id);
const takeThing = async (bench: OpenWorkbench, id: string) => {
  act(() => choose(id));
  await bench.built();
};

describe('things on one sheet', () => {
  it('are each changed by themselves: the others and their lines stay', async () => {
    const bench = await openWorkbench(three);
    const before = (await outer(bench)).map((box) => [widthOf(box), heightOf(box)]);
    const things = bench.recipe().assemblies;
    await takeThing(bench, 'sand');
    await bench.station('Plate');
    await bench.typeAt('thing.plate.width', '95');
    await bench.built();
    const after = (await outer(bench)).map((box) => [widthOf(box), heightOf(box)]);
    const left = after.filter(([width, height]) =>
      before.some(([w, h]) => Math.abs(w! - width!) < 1e-3 && Math.abs(h! - height!) < 1e-3),
    );
    expect(left).toHaveLength(before.length - 1);
    expect(after.some(([width]) => Math.abs(width! - 95) < 1e-3)).toBe(true);
    expect(bench.recipe().assemblies.map((each, i) => each === things[i])).toEqual([true, false, true]);
  });

  it('are copied beside each other, moved, turned and taken out by keys', async () => {
    const bench = await openWorkbench(three);
    const count = (await outer(bench)).length;
    await takeThing(bench, 'oil');
    fireEvent.keyDown(bed(), { key: 'd', ctrlKey: true });
    await bench.built();
    expect(ids(bench)).toHaveLength(4);
    expect(await outer(bench)).toHaveLength(count + 1);
    await key(bench, 'Delete');
    expect(ids(bench)).toEqual(['oil', 'sand', 'rowan']);
    await takeThing(bench, 'oil');
    await key(bench, 'r');
    const turned = bench.recipe().assemblies.find(({ id }) => id === 'oil')!;
    expect(turned.turn).toBe(15);
    // A plate that lies askew is as large as before.
    const areas = linesOn(await bench.file(), 'CUT_OUTER').map((line) => Math.abs(contourArea(line)));
    expect(areas.some((area) => Math.abs(area - 60 * 30) < 1)).toBe(true);
    expect(
      (await outer(bench)).some(
        (box) => Math.abs(widthOf(box) - (60 * Math.cos(Math.PI / 12) + 30 * Math.sin(Math.PI / 12))) < 0.1,
      ),
    ).toBe(true);
  });

  it('are dragged to where they are to lie, and lie there in the file', async () => {
    const bench = await openWorkbench({ ...three, sheet: { width: 400, height: 300 } } as RecipeInput);
    await takeThing(bench, 'oil');
    const find = async () => (await outer(bench)).find((box) => Math.abs(widthOf(box) - 60) < 1e-3)!;
    const before = await find();
    drag(target('OIL'), boxOf(target('OIL')), 0, 0);
    await takeThing(bench, 'oil');
    const plates = [...document.querySelectorAll('rect[data-kind=thing]')];
    const own = plates.find((rect) => rect.querySelector('title')?.textContent === 'Oil')!;
    drag(own, { x: boxOf(own).x - 26, y: boxOf(own).y }, 31, 17, { way: { ctrlKey: true } });
    await bench.built();
    const after = await find();
    expect(after.minX - before.minX).toBeCloseTo(31, 2);
    expect(before.minY - after.minY).toBeCloseTo(17, 2);
  });

  it('are reordered and named in the list, and hidden from what is made', async () => {
    const bench = await openWorkbench(three);
    fireEvent.keyDown(row('Rowan'), { key: 'ArrowUp', altKey: true });
    expect(ids(bench)).toEqual(['oil', 'rowan', 'sand']);
    fireEvent.keyDown(row('Oil'), { key: 'F2' });
    const field = list().getByLabelText('Name of Oil');
    fireEvent.change(field, { target: { value: 'Oil can' } });
    fireEvent.keyDown(field, { key: 'Escape' });
    expect(bench.recipe().assemblies[0]!.name).toBe('Oil');
    await bench.user.click(list().getByRole('button', { name: 'Hide Oil' }));
    await bench.built();
    expect((await outer(bench)).some((box) => Math.abs(widthOf(box) - 60) < 1e-3)).toBe(false);
    expect(row('Oil').textContent).toContain('not made');
  });

  it('are taken together with Shift, and moved and taken out together', async () => {
    const bench = await openWorkbench({ ...three, sheet: { width: 400, height: 300 } } as RecipeInput);
    await bench.user.click(row('Oil'));
    fireEvent.click(row('Sand'), { shiftKey: true });
    expect(useView.getState()).toMatchObject({ assembly: 'oil', others: ['sand'] });
    const places = async () =>
      (await outer(bench)).filter((box) => heightOf(box) === 30 || heightOf(box) === 40).map(({ minX }) => minX);
    const before = await places();
    await key(bench, 'ArrowRight', { shiftKey: true });
    const after = await places();
    expect(after.map((x, i) => Number((x - before[i]!).toFixed(3)))).toEqual(before.map(() => 10));
    await key(bench, 'Delete');
    expect(ids(bench)).toEqual(['rowan']);
  });

  it('go from one to the next by arrow keys in the list', async () => {
    await openWorkbench(three);
    const [first, second] = [row('Oil') as HTMLElement, [...document.querySelectorAll('[data-level] button[title]')]];
    act(() => first.focus());
    fireEvent.keyDown(first, { key: 'ArrowDown' });
    expect(second).toContain(document.activeElement);
    expect(document.activeElement).not.toBe(first);
    fireEvent.keyDown(document.activeElement!, { key: 'ArrowUp' });
    expect(document.activeElement).toBe(first);
  });

  it('may be folded away, and are counted then', async () => {
    const bench = await openWorkbench(three);
    await bench.user.click(list().getByRole('button', { name: 'fold' }));
    expect(document.querySelectorAll('[data-level]')).toHaveLength(0);
    await bench.user.click(list().getByRole('button', { name: '3 · unfold' }));
    expect(document.querySelectorAll('[data-level=thing]')).toHaveLength(3);
  });
});

describe('the order of a list', () => {
  it('says what acts on what: material that comes after an opening fills it', async () => {
    const shapes = (order: readonly string[]): RecipeInput => ({
      machine: 'co2-laser',
      material: 'plywood',
      thickness: 4,
      assemblies: [
        {
          make: 'stand-alone',
          items: order.map((id) => ({
            id,
            kind: 'shape',
            ...(id === 'hole' && { role: 'opening' }),
            outline:
              id === 'board'
                ? { by: 'rectangle', width: 80, height: 40 }
                : { by: 'rectangle', width: id === 'hole' ? 40 : 60, height: id === 'hole' ? 20 : 6 },
            place: { x: 0, y: 0 },
          })),
        },
      ] as never,
    });
    const bench = await openWorkbench(shapes(['board', 'hole', 'bar']));
    // The bar parts the opening in two.
    expect(linesOn(await bench.file(), 'CUT_INNER')).toHaveLength(2);
    const bar = document.querySelectorAll('[data-level=item] button[title*="Drag, or Alt"]')[2]!;
    fireEvent.keyDown(bar, { key: 'ArrowUp', altKey: true });
    await bench.built();
    expect(linesOn(await bench.file(), 'CUT_INNER')).toHaveLength(1);
    expect(Math.abs(contourArea(outerCut(await bench.file())))).toBeCloseTo(80 * 40, 1);
  });
});
