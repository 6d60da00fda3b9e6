import { PLAIN_PLAN } from '@needlefile/core/artwork/form';
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { contourBounds } from '@needlefile/core/geometry/contour-facts';
import { joinBounds, widthOf } from '@needlefile/core/geometry/bounds';
import type { LetteringItem } from '@needlefile/core/recipe/schema';
import { describe, expect, it } from 'vitest';
import { thingOf } from '../lettered';
import { choose } from '../../src/job/chosen';
import { useView } from '../../src/job/view-store';
import { bring, inHand, itemOf } from './brought';
import { boxesOn, linesOn, sizeOn } from './drawn';
import { clickAt } from './hand';
import { openWorkbench, type OpenWorkbench } from './open';

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

  it('is without what lies beside its page, until that is asked for, and tells what a clip left of it', async () => {
    const bench = await openWorkbench('Valve tag, injector');
    const body =
      '<clipPath id="c"><circle cx="50" cy="50" r="20"/></clipPath><rect width="100" height="100" ' +
      'clip-path="url(#c)"/><rect x="-60" width="20" height="20"/>';
    const file = `<svg width="50mm" height="50mm" viewBox="0 0 100 100">${body}</svg>`;
    await bring(bench, 'art-beside', new TextEncoder().encode(file));
    expect(bench.panel().getByText(/1 × clipped: what is seen is taken/)).toBeTruthy();
    const own = async () => boxesOn(await bench.file(), 'ENGRAVE').map(({ minX, maxX }) => Math.round(maxX - minX));
    const before = await own();
    expect(before).toContain(20);
    expect(before).not.toContain(10);
    await bench.take('1 beside the page', 'Taken');
    await bench.built();
    expect(await own()).toContain(10);
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
    const { mmPerUnit, factor, partedBy, layers, join, speck, refit, besidePage, wide, crossed, lines } = PLAIN_PLAN;
    const plain = { mmPerUnit, factor, partedBy, layers, join, speck, refit, besidePage, wide, crossed, lines };
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
