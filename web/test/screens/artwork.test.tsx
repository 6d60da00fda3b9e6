// @vitest-environment jsdom
import { PLAIN_PLAN } from '@needlefile/core/artwork/form';
import { packPicture } from '@needlefile/core/artwork/packed';
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { contourArea, contourBounds } from '@needlefile/core/geometry/contour-facts';
import { heightOf, joinBounds, widthOf } from '@needlefile/core/geometry/bounds';
import type { ArtworkItem, LetteringItem } from '@needlefile/core/recipe/schema';
import { beforeEach, describe, expect, it } from 'vitest';
import { letteringOf, thingOf } from '../lettered';
import { choose } from '../../src/job/chosen';
import { useView } from '../../src/job/view-store';
import { boxesOn, linesOn, sizeOn } from './drawn';
import { clickAt } from './hand';
import { engraved } from './jobs';
import { openWorkbench, type OpenWorkbench } from './open';

const itemOf = (bench: OpenWorkbench, kind: string) =>
  thingOf(bench.recipe()).items.find((item) => item.kind === kind) as ArtworkItem;

async function inHand(job: string, kind = 'artwork'): Promise<OpenWorkbench> {
  const bench = await openWorkbench(job);
  const { id, items } = thingOf(bench.recipe());
  act(() => choose(id, items.find((item) => item.kind === kind)!.id));
  await bench.built();
  document.querySelectorAll('details').forEach((fold) => fold.setAttribute('open', ''));
  return bench;
}

/** Brings a file that the server keeps by an id. */
async function bring(bench: OpenWorkbench, id: string, bytes: Uint8Array): Promise<void> {
  bench.server.answer = (method, path) => {
    if (method === 'POST' && path.startsWith('/api/artworks'))
      return Response.json({ id, fileName: 'brought', remembered: null }, { status: 201 });
    return path === `/api/artworks/${id}` ? new Response(bytes as BodyInit) : undefined;
  };
  await bench.user.upload(screen.getByLabelText('Files of artwork'), new File(['it'], 'brought.svg'));
  await waitFor(() => expect(itemOf(bench, 'artwork')).toBeTruthy());
  await bench.built();
}

describe('an emblem', () => {
  it('is as wide as is typed, and everything goes with it', async () => {
    const bench = await inHand('Tea room, with the emblem');
    await bench.choose('It is', 'engraved');
    const [width, height] = sizeOn(await bench.file(), 'ENGRAVE');
    await bench.type('Width', String((width * 1.5).toFixed(3)));
    const [wider, higher] = sizeOn(await bench.file(), 'ENGRAVE');
    expect(wider / width).toBeCloseTo(1.5, 2);
    expect(higher / height).toBeCloseTo(1.5, 2);
    expect(bench.panel().getByText(/its size is given in pixels/)).toBeTruthy();
  });

  it('has its gaps closed up to a width, and tells of what stays open', async () => {
    const bench = await inHand('Tea room, with the emblem');
    expect(bench.panel().getByText(/gaps? closed/)).toBeTruthy();
    await bench.type('Close gaps to', '0');
    await bench.built();
    expect(bench.check().getByText(/Whistle emblem: \d lines? stays? open/)).toBeTruthy();
    await bench.user.click(bench.check().getByRole('button', { name: /Close gaps up to/ }));
    await bench.built();
    expect(bench.check().queryByText(/stays? open/)).toBeNull();
    expect(linesOn(await bench.file(), 'CUT').every(({ closed }) => closed)).toBe(true);
  });

  it('has each gap closed or kept open by hand, from one to the next', async () => {
    const bench = await inHand('Tea room, with the emblem');
    await bench.type('Close gaps to', '0');
    await bench.built();
    const gaps = () => within(bench.panel().getByRole('list', { name: 'Faults of lines' }));
    const stateOf = () => gaps().getAllByRole<HTMLSelectElement>('combobox', { name: /, gap$/ });
    const all = gaps().getAllByRole('listitem').length;
    const count = stateOf().length;
    const [first, second] = gaps().getAllByRole('button');
    const states = () => stateOf().map(({ value }) => value);
    await bench.user.click(first!);
    expect(useView.getState().focus).not.toBeNull();
    fireEvent.keyDown(first!, { key: 'ArrowDown' });
    expect(document.activeElement).toBe(second);
    expect(states()).toEqual(Array<string>(count).fill(''));
    await bench.user.selectOptions(stateOf()[0]!, 'line across');
    await bench.built();
    expect(itemOf(bench, 'artwork').repairs).toMatchObject([{ kind: 'across' }]);
    expect(gaps().getAllByRole('listitem')).toHaveLength(all);
    expect(states().filter((state) => state === '')).toHaveLength(count - 1);
    await bench.user.selectOptions(stateOf()[states().indexOf('across')]!, 'kept open');
    await bench.built();
    expect(itemOf(bench, 'artwork').repairs).toMatchObject([{ kind: 'open' }]);
    await bench.press(/decided by hand/);
    expect(itemOf(bench, 'artwork').repairs).toEqual([]);
  });

  it('of thousands of nodes shows those that lie free of each other, and any of them moves', async () => {
    const bench = await openWorkbench('Valve tag, injector');
    const points = Array.from({ length: 2500 }, (_, i) => {
      const angle = (2 * Math.PI * i) / 2500;
      return `${(50 + 40 * Math.cos(angle)).toFixed(3)} ${(50 + 40 * Math.sin(angle)).toFixed(3)}`;
    });
    const file = `<svg width="100mm" height="100mm" viewBox="0 0 100 100"><path d="M${points.join('L')}Z"/></svg>`;
    await bring(bench, 'art-ring', new TextEncoder().encode(file));
    await bench.press('Work on its nodes');
    await bench.built();
    const shown = () => [...document.querySelectorAll('rect[data-node]')];
    await waitFor(() => expect(shown().length).toBeGreaterThan(50));
    expect(shown().length).toBeLessThan(1500);
    const node = shown().find((each) => Number(each.getAttribute('data-node')!.split('.')[1]) > 1000)!;
    fireEvent.pointerDown(node, { button: 0, pointerId: 1 });
    fireEvent.pointerUp(node, { pointerId: 1 });
    fireEvent.keyDown(document.querySelector('svg[tabindex]')!, { key: 'ArrowUp' });
    await bench.built();
    expect(itemOf(bench, 'artwork').redrawn).toHaveLength(1);
  });

  it('has layers that are left out, and one that becomes an item by itself', async () => {
    const bench = await inHand('Tea room, with the emblem');
    const before = linesOn(await bench.file(), 'CUT').length;
    await bench.tick(/steam/);
    await bench.built();
    expect(linesOn(await bench.file(), 'CUT').length).toBeLessThan(before);
    await bench.tick(/steam/);
    await bench.built();
    expect(linesOn(await bench.file(), 'CUT')).toHaveLength(before);
    await bench.press(/^Make steam an item by itself/);
    await bench.built();
    expect(thingOf(bench.recipe()).items.filter(({ kind }) => kind === 'artwork')).toHaveLength(2);
    expect(linesOn(await bench.file(), 'CUT')).toHaveLength(before);
  });

  it('is parted by colour where that is asked for, and is without specks', async () => {
    const bench = await inHand('Tea room, with the emblem');
    await bench.choose('Parted by', 'area or line');
    await bench.built();
    expect(itemOf(bench, 'artwork').partedBy).toBe('kind');
    expect(bench.panel().getByLabelText(/^lines/)).toBeTruthy();
    await bench.type('Drop specks to', '50');
    await bench.built();
    const leftOut = () => parseInt(bench.panel().getByText(/\d+ left out/).textContent!, 10);
    const before = leftOut();
    expect(before).toBeGreaterThan(0);
    const [speck] = bench.panel().getAllByRole<HTMLSelectElement>('combobox', { name: /, speck$/ });
    expect(speck!.value).toBe('dropped');
    await bench.user.selectOptions(speck!, 'stays');
    await bench.built();
    expect(itemOf(bench, 'artwork').repairs).toMatchObject([{ kind: 'kept' }]);
    expect(leftOut()).toBe(before - 1);
  });

  it('tells how files like it are to be read', async () => {
    const bench = await inHand('Tea room, with the emblem');
    bench.server.answer = (method, path) =>
      method === 'PUT' && path.endsWith('/reading') ? Response.json({ remembered: true }) : undefined;
    await bench.type('Close gaps to', '0.4');
    await bench.press('Read files like it so');
    await waitFor(() => expect(bench.panel().getByText(/are read so when they are brought/)).toBeTruthy());
    const put = bench.server.asked.find(({ method }) => method === 'PUT')!;
    expect(put.body).toMatchObject({ items: [{ join: 0.4, partedBy: 'layer' }] });
  });

  it('comes as files like it were read, one item for each that there was', async () => {
    const bench = await openWorkbench('Valve tag, injector');
    const { mmPerUnit, factor, partedBy, layers, join, speck, refit, wide, crossed, lines } = PLAIN_PLAN;
    const plain = { mmPerUnit, factor, partedBy, layers, join, speck, refit, wide, crossed, lines };
    const reading = { ...plain, name: null, role: null, operation: 'gone' };
    const remembered = [
      { ...reading, layers: ['steam'] },
      { ...reading, join: 0.3, operation: 'area' },
    ];
    bench.server.answer = (method, path) =>
      method === 'POST' && path.startsWith('/api/artworks')
        ? Response.json({ id: 'art-whistle-emblem', fileName: 'Whistle emblem.svg', remembered }, { status: 201 })
        : undefined;
    await bench.user.upload(screen.getByLabelText('Files of artwork'), new File(['<svg/>'], 'emblem.svg'));
    await waitFor(() => expect(itemOf(bench, 'artwork')).toMatchObject({ layers: ['steam'], operation: null }));
    const both = thingOf(bench.recipe()).items.filter(({ kind }) => kind === 'artwork');
    expect(both).toMatchObject([{}, { join: 0.3, operation: 'area' }]);
    // They lie on each other, as in the file.
    expect(both[0]!.place).not.toBeNull();
    expect(both[0]!.place).toEqual(both[1]!.place);
  });

  it('gives its text as words', async () => {
    const bench = await inHand('Tea room, with the emblem');
    await bench.press('+ “Pennywhistle” as words');
    await bench.built();
    expect(thingOf(bench.recipe()).items.at(-1)).toMatchObject({ kind: 'lettering', words: 'Pennywhistle' });
  });

  it('is fitted anew with fewer nodes, as near as is said', async () => {
    const bench = await inHand('Tea room, with the emblem');
    await bench.type('Fit anew within', '0.05');
    await bench.built();
    expect(bench.panel().getByText(/\d+ .*(nodes|off|away)/i)).toBeTruthy();
    expect(itemOf(bench, 'artwork').refit).toBe(0.05);
    await bench.type('Fit anew within', '');
    expect(itemOf(bench, 'artwork').refit).toBeNull();
  });

  it('is brought, and refused with a reason where it cannot be read', async () => {
    const bench = await openWorkbench('Valve tag, injector');
    const files = screen.getByLabelText('Files of artwork');
    bench.server.answer = (method, path) => {
      if (method !== 'POST' || !path.startsWith('/api/artworks')) return undefined;
      if (path.includes('bad')) return Response.json({ error: 'The SVG is not well-formed.' }, { status: 422 });
      return Response.json(
        { id: 'art-whistle-emblem', fileName: 'Whistle emblem.svg', remembered: null },
        { status: 201 },
      );
    };
    await bench.user.upload(files, new File(['<svg'], 'bad.svg', { type: 'image/svg+xml' }));
    expect(await screen.findByText(/bad\.svg: The SVG is not well-formed/)).toBeTruthy();
    expect(bench.steps()).toBe(0);
    await bench.user.upload(files, new File(['<svg/>'], 'emblem.svg', { type: 'image/svg+xml' }));
    await waitFor(() => expect(itemOf(bench, 'artwork')).toMatchObject({ source: 'art-whistle-emblem' }));
    await bench.built();
    expect(bench.panel().getByRole('heading', { level: 2, name: 'Artwork' })).toBeTruthy();
  });
});

describe('words in the clear field of an emblem', () => {
  it('are as large as fit in it, whatever they are, and go to the next field where there are more', async () => {
    const bench = await inHand('Tea room, with the emblem', 'lettering');
    const emblem = () => joinBounds(shownBoxes('Whistle emblem'));
    const words = () => joinBounds(shownBoxes('Tea room'));
    const isInside = () => {
      const [outer, inner] = [emblem(), words()];
      return inner.minX > outer.minX && inner.maxX < outer.maxX && inner.minY > outer.minY && inner.maxY < outer.maxY;
    };
    expect(isInside()).toBe(false);
    await bench.choose('Set by', 'Clear field of Whistle emblem');
    await bench.built();
    expect(isInside()).toBe(true);
    const loose = widthOf(words());
    await bench.type('Margin in it', '6');
    await bench.built();
    expect(widthOf(words())).toBeLessThan(loose);
    expect(letteringWith(bench).field).toMatchObject({ margin: 6, at: null });
    const another = bench.panel().queryByRole('button', { name: /^Another field/ });
    if (another) {
      await bench.user.click(another);
      await bench.built();
      expect(letteringWith(bench).field!.at).not.toBeNull();
      expect(isInside()).toBe(true);
    }
    // Or to the field that is clicked; beside the emblem there is none.
    const pad = () => [...document.querySelectorAll('rect[x="-100000"]')].at(-1)!;
    const { minX, maxX, minY, maxY } = emblem();
    await bench.press('Choose on the bed');
    clickAt(pad(), maxX + 30, minY);
    expect(await screen.findByText(/That is beside it/)).toBeTruthy();
    await bench.press('Choose on the bed');
    clickAt(pad(), (minX + maxX) / 2, minY + 0.8 * (maxY - minY));
    await bench.built();
    expect(letteringWith(bench).field!.at).toMatchObject({ x: expect.closeTo(0.5, 2), y: expect.closeTo(0.2, 1) });
    expect(isInside()).toBe(true);
    // A size of their own sets them free again.
    await bench.choose('Set by', 'Cap height');
    expect(letteringWith(bench).field).toBeNull();
  });

  const letteringWith = (bench: OpenWorkbench) => itemOf(bench, 'lettering') as unknown as LetteringItem;
  /** Boxes of what takes an item in hand. */
  const shownBoxes = (name: string) =>
    [...document.querySelectorAll('rect[data-kind=item]')]
      .filter((rect) => rect.querySelector('title')?.textContent === name)
      .map((rect) => {
        const [x, y, width, height] = ['x', 'y', 'width', 'height'].map((each) => Number(rect.getAttribute(each)));
        return { minX: x!, minY: y!, maxX: x! + width!, maxY: y! + height! };
      });
});

describe('a picture', () => {
  it('is a layer for each of its colours, as many as are asked for, each of them as is said', async () => {
    const bench = await openWorkbench('Valve tag, injector');
    const [size, rgb] = [60, [] as number[]];
    // A red and a green bar on white, and more of the green.
    for (let i = 0; i < size * size; i++) {
      const [x, y] = [i % size, Math.floor(i / size)];
      const isBar = x > 10 && x < 50 && (Math.abs(y - 18) < 7 || Math.abs(y - 42) < 8);
      rgb.push(...(!isBar ? [255, 255, 255] : y < 30 ? [200, 30, 30] : [20, 105, 40]));
    }
    const pixels = Uint8Array.from({ length: size * size }, (_, i) => rgb[3 * i + 1]!);
    const bytes = packPicture({ width: size, height: size, pixels, rgb: Uint8Array.from(rgb), dotsPerInch: 96 });
    await bring(bench, 'art-bars', bytes);
    await bench.take('Parted by', 'Colours');
    await bench.built();
    expect(itemOf(bench, 'artwork').picture.colours).toEqual(['#ffffff', '#146928', '#c81e1e']);
    const layers = () => bench.panel().getAllByLabelText(/^colour \d/);
    expect(layers()).toHaveLength(2);
    fireEvent.change(bench.panel().getByLabelText('Colour 1'), { target: { value: '#1a6f2e' } });
    await bench.built();
    expect(itemOf(bench, 'artwork').picture.colours[1]).toBe('#1a6f2e');
    await bench.take('Colours', '1');
    await bench.built();
    expect(itemOf(bench, 'artwork').picture.colours).toHaveLength(2);
    await bench.take('Parted by', 'Shades');
    await bench.built();
    expect(itemOf(bench, 'artwork').picture.colours).toEqual([]);
  });

  it('is traced at a level between dark and light, the other way about, smoothed, its spots left out', async () => {
    const bench = await inHand('Parcels crate, engine no. 2');
    const lines = async () => linesOn(await bench.file(), 'ENGRAVE');
    const dark = async () => (await lines()).reduce((sum, line) => sum + contourArea(line), 0);
    const before = await dark();
    const count = (await lines()).length;
    fireEvent.change(bench.panel().getByLabelText('Level between dark and light'), { target: { value: '60' } });
    await bench.built();
    expect(itemOf(bench, 'artwork').picture.level).not.toBeNull();
    expect(await dark()).not.toBeCloseTo(before, 0);
    await bench.press(/As the picture asks|Usual|By itself|level/i);
    expect(itemOf(bench, 'artwork').picture.level).toBeNull();
    await bench.type('Leave out spots to', '8');
    await bench.built();
    expect((await lines()).length).toBeLessThanOrEqual(count);
    await bench.take('Smooth', 'More');
    await bench.tick('Take what is light');
    await bench.built();
    expect(itemOf(bench, 'artwork').picture).toMatchObject({ level: null });
    await bench.tick('Show the picture on the bed');
    expect(useView.getState().pictures).toBe(true);
  });
});

describe('a picture in parts, and taken aslant', () => {
  const pad = () => [...document.querySelectorAll('rect[x="-100000"]')].at(-1)!;

  it('is a layer for each of its shades, which is an item by itself where that is asked for', async () => {
    const bench = await inHand('Parcels crate, engine no. 2');
    await bench.take('Shades', '2');
    await bench.built();
    expect(itemOf(bench, 'artwork').picture.levels).toHaveLength(2);
    fireEvent.change(bench.panel().getByLabelText('Level 1'), { target: { value: '90' } });
    await bench.built();
    expect(itemOf(bench, 'artwork').picture.levels[0]).toBe(90);
    await bench.press(/^Make shade 1 an item by itself/);
    await bench.built();
    const both = thingOf(bench.recipe()).items.filter(({ kind }) => kind === 'artwork');
    expect(both.map((each) => (each as ArtworkItem).layers)).toEqual([['shade 2'], ['shade 1']]);
    await bench.file();
  });

  it('is drawn straight between four corners that are clicked, and as it was taken again', async () => {
    const bench = await inHand('Parcels crate, engine no. 2');
    const [width, height] = sizeOn(await bench.file(), 'ENGRAVE');
    await bench.press('Straighten by four corners');
    await bench.built();
    // About the middle of the sheet, where the engine is.
    const { minX, minY, maxX, maxY } = joinBounds(boxesOn(await bench.file(), 'ENGRAVE'));
    const [x, y] = [(minX + maxX) / 2, (minY + maxY) / 2];
    for (const [dx, dy] of [
      [-60, -35],
      [55, -45],
      [60, 40],
      [-55, 30],
    ] as const)
      clickAt(pad(), x + dx, y + dy);
    await bench.built();
    const { corners } = itemOf(bench, 'artwork').picture;
    expect(corners).toHaveLength(4);
    // From the upper left clockwise, whichever way they were clicked.
    expect(corners![0][0]).toBeLessThan(corners![1][0]);
    expect(corners![0][1]).toBeGreaterThan(corners![3][1]);
    expect(sizeOn(await bench.file(), 'ENGRAVE')).not.toEqual([width, height]);
    await bench.type('Width to height', '1.5');
    await bench.built();
    expect(itemOf(bench, 'artwork').picture.ratio).toBe(1.5);
    await bench.press('As taken');
    await bench.built();
    const [again, high] = sizeOn(await bench.file(), 'ENGRAVE');
    expect([again, high]).toEqual([expect.closeTo(width, 6), expect.closeTo(height, 6)]);
  });
});

describe('nodes of a letter', () => {
  let bench: OpenWorkbench;
  const nodes = () => [...document.querySelectorAll('rect[data-node]')];
  const take = (n: number) => {
    const node = nodes()[n]!;
    fireEvent.pointerDown(node, { button: 0 });
    fireEvent.pointerUp(node, { button: 0 });
  };
  const key = async (name: string, keys: object = {}) => {
    fireEvent.keyDown(screen.getByRole('group', { name: /^The sheet/ }), { key: name, ...keys });
    await bench.built();
  };
  const count = () => nodes().length;
  beforeEach(async () => {
    bench = await openWorkbench(engraved('LIL', {}, { width: 90, height: 40 }));
    await bench.choose('Letter', /^first L/);
    await bench.press('Work on its nodes');
    await bench.built();
    await waitFor(() => expect(count()).toBeGreaterThan(3));
  });

  it('are moved by figures and keys, for this letter or all alike, and put back', async () => {
    const before = boxesOn(await bench.file(), 'ENGRAVE');
    take(0);
    await key('ArrowDown', { shiftKey: true });
    const changed = () => letteringOf(bench.recipe()).redrawn;
    expect(changed()).toHaveLength(1);
    const one = boxesOn(await bench.file(), 'ENGRAVE');
    const moved = one.filter((box, i) => heightOf(box) - heightOf(before[i]!) > 5);
    expect(moved).toHaveLength(1);
    await bench.take('Every “L”', 'All 2');
    await bench.built();
    const all = boxesOn(await bench.file(), 'ENGRAVE');
    expect(all.filter((box, i) => heightOf(box) - heightOf(before[i]!) > 5)).toHaveLength(2);
    await bench.press('Put back');
    expect(changed()).toEqual([]);
    expect(boxesOn(await bench.file(), 'ENGRAVE')).toEqual(before);
  });

  it('are put in, taken out, and gone through by keys', async () => {
    const before = count();
    take(0);
    const [first] = useView.getState().nodes;
    await key('PageDown');
    expect(useView.getState().nodes[0]).not.toEqual(first);
    await key('PageUp');
    expect(useView.getState().nodes[0]).toEqual(first);
    await key('i');
    expect(count()).toBe(before + 1);
    await key('Delete');
    expect(count()).toBe(before);
    take(0);
    await key('Escape');
    expect(useView.getState()).toMatchObject({ nodes: [], redrawing: true });
    await key('Escape');
    expect(useView.getState().redrawing).toBe(false);
  });

  it('have corners made round and cut off, as far as there is room', async () => {
    take(0);
    const before = count();
    await bench.type('Corner by', '1.5');
    await bench.press('Make round');
    await bench.built();
    expect(count()).toBe(before + 1);
    expect(
      linesOn(await bench.file(), 'ENGRAVE').some(({ segments }) => segments.some(({ kind }) => kind !== 'line')),
    ).toBe(true);
    fireEvent.keyDown(window, { key: 'z', ctrlKey: true });
    await bench.built();
    take(0);
    await bench.type('Corner by', '500');
    await bench.press('Cut off');
    expect(bench.panel().getByText(/There is no room for that/)).toBeTruthy();
  });

  it('turn a run into an arc or a curve and straight again', async () => {
    take(0);
    for (const kind of ['Arc', 'Curve', 'Line']) {
      await bench.take('To the next', kind);
      await bench.built();
      await bench.file();
    }
    await bench.press('Smooth');
    await bench.built();
    await bench.press('Corner');
    await bench.built();
    expect(letteringOf(bench.recipe()).redrawn.length).toBeLessThanOrEqual(1);
  });

  it('are broken and joined: an open line is told', async () => {
    take(0);
    await bench.press('Break');
    await bench.built();
    // What is open is no area: it is followed.
    expect(linesOn(await bench.file(), 'SCORE').map(({ closed }) => closed)).toEqual([false]);
    fireEvent.keyDown(window, { key: 'z', ctrlKey: true });
    await bench.built();
    expect(linesOn(await bench.file(), 'ENGRAVE').every(({ closed }) => closed)).toBe(true);
  });
});

describe('a shape', () => {
  it('has other outlines of about its height, each with its own figures', async () => {
    const bench = await openWorkbench('Valve tags, a sheet of six');
    const { id } = thingOf(bench.recipe());
    act(() => choose(id, 'hole'));
    await bench.built();
    const select = bench.panel().getByLabelText('Outline');
    const kinds = within(select)
      .getAllByRole<HTMLOptionElement>('option')
      .map(({ value }) => value);
    for (const kind of kinds) {
      fireEvent.change(select, { target: { value: kind } });
      await bench.built();
      const shape = thingOf(bench.recipe()).items.find((item) => item.id === 'hole')!;
      expect(shape.kind === 'shape' && shape.outline.by, kind).toBe(kind);
      const file = await bench.file();
      const widest = Math.max(...boxesOn(file, 'CUT').map((box) => widthOf(box)));
      expect(joinBounds(linesOn(file, 'CUT').map((line) => contourBounds(line))), kind).toBeTruthy();
      expect(widest, kind).toBeGreaterThan(10);
    }
  });
});
