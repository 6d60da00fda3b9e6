import { packPicture } from '@needlefile/core/artwork/packed';
import { fireEvent } from '@testing-library/react';
import { contourArea } from '@needlefile/core/geometry/contour-facts';
import { joinBounds } from '@needlefile/core/geometry/bounds';
import type { ArtworkItem } from '@needlefile/core/recipe/schema';
import { describe, expect, it } from 'vitest';
import { thingOf } from '../lettered';
import { useView } from '../../src/job/view-store';
import { bring, inHand, itemOf } from './brought';
import { boxesOn, linesOn, sizeOn } from './drawn';
import { clickAt } from './hand';
import { openWorkbench } from './open';

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
