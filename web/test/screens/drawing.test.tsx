import { act, fireEvent, screen } from '@testing-library/react';
import { contourArea, contourBounds, contourLength } from '@needlefile/core/geometry/contour-facts';
import { heightOf, widthOf } from '@needlefile/core/geometry/bounds';
import type { RecipeInput } from '@needlefile/core/recipe/read';
import { beforeEach, describe, expect, it } from 'vitest';
import { thingOf } from '../lettered';
import { choose } from '../../src/job/chosen';
import { useView } from '../../src/job/view-store';
import { boxesOn, linesOn, outerCut } from './drawn';
import { bed, boxOf, click, clickAt, drag, handle, target } from './hand';
import { standing, stencil } from './jobs';
import { openWorkbench, type OpenWorkbench } from './open';
import { pixelOf } from './surroundings';

let bench: OpenWorkbench;
/** What takes clicks while something is drawn. */
const pad = (): Element => document.querySelector('rect[x="-10000"], rect[x="-100000"]:not([width="200000"])')!;
const measurePad = (): Element => [...document.querySelectorAll('rect[x="-100000"]')].at(-1)!;
const press = (key: string) => act(() => void fireEvent.keyDown(window, { key }));

const plate = (items: object[]): RecipeInput => ({
  machine: 'engraver',
  material: 'brass',
  thickness: 1.5,
  assemblies: [{ make: 'engraved', plate: { width: 100, height: 60, holes: null, border: null }, items } as never],
});

describe('a drawing of one’s own', () => {
  const begin = async () => {
    await bench.user.click(screen.getByRole('button', { name: '+ shape' }));
    await bench.user.click(screen.getByRole('button', { name: 'Draw one on the bed' }));
  };
  const drawnOne = () => thingOf(bench.recipe()).items.find(({ kind }) => kind === 'shape');
  beforeEach(async () => {
    bench = await openWorkbench(
      plate([{ id: 'word', words: 'I', face: 'overpass-bold', size: { by: 'cap height', value: 8 } }]),
    );
    await begin();
  });

  it('is closed by a click on its first node, and lies where it was drawn', async () => {
    for (const [x, y] of [
      [20, 20],
      [50, 20],
      [50, 35],
      [20, 35],
      [20, 20],
    ] as const)
      clickAt(pad(), x, y);
    await bench.built();
    expect(drawnOne()).toMatchObject({ outline: { by: 'path', closed: true } });
    const drawn = linesOn(await bench.file(), 'ENGRAVE').find((line) => widthOf(contourBounds(line)) > 20)!;
    expect(Math.abs(contourArea(drawn))).toBeCloseTo(30 * 15, 1);
    expect(useView.getState().drawing).toBeNull();
  });

  it('is ended open by Enter, level with Shift, a node taken back by Backspace', async () => {
    clickAt(pad(), 20, 20);
    clickAt(pad(), 60, 22, { shiftKey: true });
    clickAt(pad(), 70, 40);
    press('Backspace');
    press('Enter');
    await bench.built();
    expect(drawnOne()).toMatchObject({ outline: { closed: false } });
    const [line] = linesOn(await bench.file(), 'SCORE');
    expect(line!.closed).toBe(false);
    expect(heightOf(contourBounds(line!))).toBeCloseTo(0, 3);
    expect(contourLength(line!)).toBeGreaterThan(39.9);
  });

  it('is smooth where S says so, and a corner again after another', async () => {
    expect(screen.getByText(/^Clicks are corners/)).toBeTruthy();
    clickAt(pad(), 20, 40);
    press('s');
    expect(screen.getByText(/^Clicks are smooth points/)).toBeTruthy();
    clickAt(pad(), 40, 20);
    clickAt(pad(), 60, 40);
    press('s');
    clickAt(pad(), 60, 50);
    clickAt(pad(), 20, 50);
    clickAt(pad(), 20, 40);
    await bench.built();
    const { outline } = drawnOne() as { outline: { nodes: { to: unknown }[] } };
    expect(outline.nodes.map(({ to }) => (to === 'line' ? 'line' : 'curve'))).toEqual([
      ...['curve', 'curve', 'curve'],
      ...['line', 'line'],
    ]);
    const drawn = linesOn(await bench.file(), 'ENGRAVE').find((line) => widthOf(contourBounds(line)) > 20)!;
    // More than the straight roof over the box, as the curve rises above it.
    expect(Math.abs(contourArea(drawn))).toBeGreaterThan(40 * 10 + 0.5 * 40 * 20);
  });

  it('is ended by Escape as well, and is nothing where it has no run yet', async () => {
    clickAt(pad(), 20, 20);
    press('Escape');
    expect(useView.getState().drawing).toBeNull();
    expect(bench.steps()).toBe(0);
    act(() => useView.setState({ drawing: 'path' }));
    clickAt(pad(), 20, 20);
    clickAt(pad(), 60, 20);
    press('Escape');
    await bench.built();
    expect(useView.getState().drawing).toBeNull();
    expect(drawnOne()).toMatchObject({ outline: { closed: false } });
  });
});

describe('bridges and bars', () => {
  it('are drawn across a gap from an island outward, and nowhere else', async () => {
    bench = await openWorkbench(stencil('O', { bridges: { perIsland: 'none' } }, 60));
    await bench.station('Hold');
    const island = boxesOn(await bench.file(), 'CUT_INNER').sort((a, b) => widthOf(a) - widthOf(b))[0]!;
    const sheet = contourBounds(outerCut(await bench.file()));
    const height = sheet.maxY + sheet.minY;
    const middle = { x: island.maxX - 1, y: height - (island.minY + island.maxY) / 2 };
    await bench.press('Draw a bridge');
    drag(pad(), { x: sheet.minX + 2, y: 2 }, 1, 1);
    expect(await screen.findByText('No island there. Draw from an island across the gap.')).toBeTruthy();
    expect(bench.steps()).toBe(0);
    await bench.press('Draw a bridge');
    drag(pad(), middle, 14, 0);
    await bench.built();
    const [byHand] = Object.values(thingOf(bench.recipe()).hold.bridges.byHand);
    expect(byHand).toHaveLength(1);
    // Level, and so it is in the file: one outline is left of two.
    expect(byHand![0]!.angle).toBe(0);
    expect(linesOn(await bench.file(), 'CUT_INNER')).toHaveLength(1);
    expect(useView.getState()).toMatchObject({ drawing: null, island: expect.any(String) as string });
  });

  it('join two letters at the height where they are drawn, moved and taken out again', async () => {
    bench = await openWorkbench(standing('II', undefined, 10));
    await bench.station('Hold');
    const [a, b] = boxesOn(await bench.file(), 'CUT');
    await bench.press('Draw a bar');
    drag(pad(), { x: 2, y: 2 }, 1, 1);
    expect(await screen.findByText(/A bar goes between two letters of a line/)).toBeTruthy();
    await bench.press('Draw a bar');
    const high = a!.maxY + a!.minY;
    drag(pad(), { x: a!.maxX - 1, y: high - (a!.minY + 10) }, b!.minX - a!.maxX + 2, 0);
    await bench.built();
    expect(linesOn(await bench.file(), 'CUT')).toHaveLength(1);
    const [heights] = Object.values(thingOf(bench.recipe()).hold.joins.bars);
    // A quarter of the caps.
    expect(heights![0]).toBeCloseTo(0.25, 1);
    await bench.type(/^Bar after/, '60');
    expect(Object.values(thingOf(bench.recipe()).hold.joins.bars)[0]).toEqual([0.6]);
    await bench.press(/^Take the bar after/);
    expect(linesOn(await bench.file(), 'CUT')).toHaveLength(2);
  });
});

describe('two points', () => {
  it('are measured, and artwork is sized by how far they are apart in truth', async () => {
    bench = await openWorkbench('Tea room, with the emblem');
    const { id, items } = thingOf(bench.recipe());
    act(() => choose(id, items.find(({ kind }) => kind === 'artwork')!.id));
    await bench.built();
    const before = widthOf(contourBounds(outerCut(await bench.file())));
    await bench.press(/Measure|two points/i);
    expect(useView.getState().drawing).toBe('measure');
    clickAt(measurePad(), 20, 20);
    clickAt(measurePad(), 50, 60);
    expect(useView.getState().measured).toBeCloseTo(50, 6);
    const size = () => {
      const emblem = target('Whistle emblem');
      return Number(emblem.getAttribute('width'));
    };
    const wide = size();
    await bench.type('They are apart by', '100');
    await bench.built();
    expect(size() / wide).toBeGreaterThan(1.8);
    expect(widthOf(contourBounds(outerCut(await bench.file())))).toBeGreaterThan(before);
  });
});

describe('shapes on the bed', () => {
  beforeEach(async () => {
    bench = await openWorkbench(
      plate([
        { id: 'word', words: 'I', face: 'overpass-bold', size: { by: 'cap height', value: 8 }, place: { x: 30, y: 0 } },
        {
          id: 'box',
          kind: 'shape',
          name: 'Box',
          outline: { by: 'rectangle', width: 10, height: 4 },
          place: { x: -20, y: 0 },
        },
      ]),
    );
  });
  const box = async () => boxesOn(await bench.file(), 'ENGRAVE').sort((a, b) => a.minX - b.minX)[0]!;

  it('are stretched each way by itself with Alt, and sized in proportion without', async () => {
    click(target('Box'));
    const corner = handle('size', 2);
    drag(corner, boxOf(corner), 10, 1, { way: { altKey: true } });
    await bench.built();
    const wide = await box();
    expect(widthOf(wide)).toBeGreaterThan(18);
    expect(heightOf(wide)).toBeLessThan(6);
    const proportion = widthOf(wide) / heightOf(wide);
    const again = handle('size', 2);
    drag(again, boxOf(again), 5, 5 / proportion);
    await bench.built();
    const sized = await box();
    expect(widthOf(sized)).toBeGreaterThan(widthOf(wide) + 2);
    expect(widthOf(sized) / heightOf(sized)).toBeCloseTo(proportion, 2);
  });

  it('become the plate, as large as the words ask', async () => {
    await bench.user.click(screen.getByRole('button', { name: '+ shape' }));
    await bench.user.click(screen.getByRole('button', { name: 'Heart' }));
    await bench.built();
    await bench.choose('It is', 'the plate');
    await bench.built();
    const heart = outerCut(await bench.file());
    const { width, height } = thingOf(bench.recipe()).items.at(-1) as unknown as { width?: number; height?: number };
    expect([width, height]).toEqual([undefined, undefined]);
    const bounds = contourBounds(heart);
    // No rectangle: less than its box, and not a line straight.
    expect(Math.abs(contourArea(heart))).toBeLessThan(0.85 * widthOf(bounds) * heightOf(bounds));
    expect(linesOn(await bench.file(), 'CUT')).toHaveLength(1);
  });
});

describe('dots on the bed', () => {
  const dots = () => screen.queryAllByRole('button', { name: /^Dot \d+$/ });
  const at = (dot: Element) => ({ x: Number(dot.getAttribute('cx')), y: Number(dot.getAttribute('cy')) });
  const marks = async () => boxesOn(await bench.file(), 'MARK');
  beforeEach(async () => {
    bench = await openWorkbench('Smokebox plate in rivets');
    await bench.station('Strokes');
  });

  it('are dragged, and lie there in the file', async () => {
    const before = await marks();
    const dot = dots()[4]!;
    const from = at(dot);
    drag(dot, from, 0.6, -0.4);
    await bench.built();
    const after = await marks();
    expect(after).toHaveLength(before.length);
    const height = sheetHeight();
    const there = after.filter(
      ({ minX, minY, maxX, maxY }) =>
        Math.hypot((minX + maxX) / 2 - from.x - 0.6, height - (minY + maxY) / 2 - (from.y - 0.4)) < 0.01,
    );
    expect(there).toHaveLength(1);
    expect(dots().some((each) => each.getAttribute('data-byhand') === 'true')).toBe(true);
  });

  it('are put beside others by a double click in a letter, and nowhere else', async () => {
    const count = dots().length;
    const { x, y } = at(dots()[0]!);
    const layer = dots()[0]!.parentElement!;
    fireEvent.dblClick(layer, pixelOf(bed(), { x: x + 1.4, y: y + 0.9 }));
    await bench.built();
    expect(dots()).toHaveLength(count + 1);
    expect(await marks()).toHaveLength(count + 1);
    fireEvent.dblClick(layer, pixelOf(bed(), { x: 1, y: 1 }));
    await bench.built();
    expect(dots()).toHaveLength(count + 1);
    expect(bench.steps()).toBe(1);
  });

  /** mm. */
  const sheetHeight = (): number =>
    Number(document.querySelector('svg[aria-label^="The sheet"] rect')!.getAttribute('height'));
});

describe('bridges and tabs on the bed', () => {
  it('are dragged along their island and their part, and lie there in the file', async () => {
    bench = await openWorkbench(stencil('O', { tabs: { by: 'number', number: 2 } }, 80));
    await bench.station('Hold');
    const grip = () => screen.getAllByRole('button', { name: /^Bridge 1/ })[0]!;
    const middle = (): { x: number; y: number } => {
      const points = grip().querySelector('polygon')!.getAttribute('points')!.split(' ');
      const pairs = points.map((pair) => pair.split(',').map(Number) as [number, number]);
      const mean = (axis: 0 | 1) => pairs.reduce((sum, pair) => sum + pair[axis], 0) / pairs.length;
      return { x: mean(0), y: mean(1) };
    };
    const before = { file: await bench.file(), middle: middle() };
    drag(grip(), before.middle, 14, 0);
    await bench.built();
    expect(Math.hypot(middle().x - before.middle.x, middle().y - before.middle.y)).toBeGreaterThan(5);
    expect(useView.getState().island).not.toBeNull();
    expect(linesOn(await bench.file(), 'CUT_INNER')).not.toEqual(linesOn(before.file, 'CUT_INNER'));
    // All of it is one step.
    expect(bench.steps()).toBe(1);
    const tab = screen.getAllByRole('button', { name: /^Tab 1/ })[0]!.querySelector('rect')!;
    const outline = linesOn(await bench.file(), 'CUT_OUTER');
    drag(tab.parentElement!, boxOf(tab), 9, 0);
    await bench.built();
    expect(linesOn(await bench.file(), 'CUT_OUTER')).not.toEqual(outline);
    expect(bench.steps()).toBe(2);
  });
});
