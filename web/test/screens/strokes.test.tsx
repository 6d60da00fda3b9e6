import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { contourBounds, contourLength, regionContains } from '@needlefile/core/geometry/contour-facts';
import { flatten } from '@needlefile/core/geometry/contour';
import { depthsOf } from '@needlefile/core/geometry/depths';
import type { Contour } from '@needlefile/core/geometry/contour';
import { USUAL_FLAT } from '@needlefile/core/recipe/edits/fills';
import type { RecipeInput } from '@needlefile/core/recipe/read';
import { describe, expect, it } from 'vitest';
import { letteringOf, thingOf } from '../lettered';
import { useView } from '../../src/job/view-store';
import { layersOf, linesOn } from './drawn';
import { bed } from './hand';
import { engraved } from './jobs';
import { openWorkbench, type OpenWorkbench } from './open';

const tag = (words: string, face = 'overpass-bold', caps = 12): RecipeInput =>
  engraved(words, { face, size: { by: 'cap height', value: caps } });

async function atStrokes(job: RecipeInput | string): Promise<OpenWorkbench> {
  const bench = await openWorkbench(job);
  await bench.station('Strokes');
  return bench;
}

const engravedIn = async (bench: OpenWorkbench): Promise<Contour[]> => linesOn(await bench.file(), 'ENGRAVE');
const lengthOf = (lines: readonly Contour[]): number => lines.reduce((sum, line) => sum + contourLength(line), 0);
const fillOf = (bench: OpenWorkbench) => bench.recipe().operations.find(({ id }) => id === 'area')!.fill;
const pointsOf = (lines: readonly Contour[]) => lines.flatMap((line) => flatten(line, 0.02));

/** Opens a fold that computes only while it is open. */
function openFold(title: string): void {
  const fold = screen.getByText(title).closest('details')!;
  act(() => {
    fold.open = true;
    fireEvent(fold, new Event('toggle'));
  });
}

describe('a hatch', () => {
  it('lies inside the letters, half its width from their edge, and costs more the closer it is', async () => {
    const bench = await atStrokes(tag('HI'));
    const letters = await engravedIn(bench);
    await bench.choose('Areas are', 'Hatched');
    await bench.type('Line width', '0.3');
    await bench.type('Spacing', '0.25');
    const hatched = await engravedIn(bench);
    expect(pointsOf(hatched).filter((point) => !regionContains(letters, point))).toEqual([]);
    const edge = (lines: readonly Contour[]) => Math.min(...lines.map((line) => contourBounds(line).minY));
    expect(edge(hatched) - edge(letters)).toBeCloseTo(0.15, 1);
    await bench.type('Spacing', '0.5');
    const ratio = lengthOf(hatched) / lengthOf(await engravedIn(bench));
    expect(ratio).toBeGreaterThan(1.3);
    expect(ratio).toBeLessThan(2.2);
  });

  it('lies at its angle, along the edge, or across itself once more', async () => {
    const bench = await atStrokes(tag('I', 'overpass-bold', 30));
    await bench.choose('Areas are', 'Hatched');
    await bench.take('Edge', 'None');
    const straight = async (angle: string): Promise<number> => {
      await bench.type('Angle', angle);
      const [line] = (await engravedIn(bench)).sort((a, b) => contourLength(b) - contourLength(a));
      const [a, b] = [line!.segments[0]!, line!.segments[1] ?? line!.segments[0]!];
      const [dx, dy] = [a.to.x - a.from.x, a.to.y - a.from.y];
      return b ? ((Math.atan2(dy, dx) * 180) / Math.PI + 360) % 180 : NaN;
    };
    expect(await straight('90')).toBeCloseTo(90, 0);
    const once = lengthOf(await engravedIn(bench));
    await bench.tick('A second time across');
    expect(lengthOf(await engravedIn(bench)) / once).toBeGreaterThan(1.8);
    await bench.tick('A second time across');
    await bench.take('Lines lie', 'Along');
    const along = await engravedIn(bench);
    expect(fillOf(bench)).toMatchObject({ kind: 'hatch', lines: 'rings' });
    // Ring after ring, each of four sides at least, and never lifted.
    expect(along.map(({ segments }) => segments.length > 8)).toEqual([true]);
    expect(bench.panel().queryByLabelText('Angle')).toBeNull();
    await bench.take('Lines lie', 'Middle');
    await bench.take('Edge', 'None');
    const beside = await engravedIn(bench);
    expect(fillOf(bench)).toMatchObject({ kind: 'hatch', lines: 'middle', outline: 'none' });
    // Beside each other, none of them round the edge.
    expect(beside.length).toBeGreaterThan(1);
    expect(beside.map(({ segments }) => segments[0]!.from)).not.toEqual(along.map(({ segments }) => segments[0]!.from));
  });

  it('tells what another spacing would cost, in a chart of its own', async () => {
    await atStrokes('Luggage label, hatched');
    openFold('What it costs');
    await waitFor(() => expect(screen.getByText('Click a point to take its spacing.')).toBeTruthy());
    expect(screen.getByRole('img', { name: 'Time and cover against the spacing of lines' })).toBeTruthy();
  });

  it('with a line wider than a letter is told to be so, with a mend', async () => {
    const bench = await atStrokes(tag('HI'));
    await bench.choose('Areas are', 'Hatched');
    await bench.type('Line width', '5');
    await bench.built();
    expect(bench.check().getByText(/The tool does not get into/)).toBeTruthy();
    await bench.user.click(bench.check().getByRole('button', { name: /A line of/ }));
    await bench.built();
    expect(bench.check().queryByText(/The tool does not get into/)).toBeNull();
    expect((await engravedIn(bench)).length).toBeGreaterThan(0);
  });

  it('goes, and the machine sweeps the areas again', async () => {
    const bench = await atStrokes('Luggage label, hatched');
    await bench.choose('Areas are', 'Swept in rows');
    expect(fillOf(bench)).toBeNull();
    expect((await engravedIn(bench)).every(({ closed }) => closed)).toBe(true);
  });
});

describe('a pocket', () => {
  it('stays within the letters by half its cutter and what is left standing', async () => {
    const bench = await atStrokes(tag('I', 'overpass-bold', 80));
    const [letter] = await engravedIn(bench);
    await bench.choose('Areas are', 'Cleared');
    await bench.type('Cutter', '2');
    await bench.type('Inset', '0.4');
    const box = contourBounds(letter!);
    for (const line of await engravedIn(bench)) {
      const own = contourBounds(line);
      expect(own.minX - box.minX).toBeGreaterThan(1.39);
      expect(box.maxY - own.maxY).toBeGreaterThan(1.39);
    }
    const before = lengthOf(await engravedIn(bench));
    await bench.type('Overlap', '70');
    expect(lengthOf(await engravedIn(bench))).toBeGreaterThan(1.2 * before);
  });

  it('goes round climbing or against', async () => {
    const bench = await atStrokes(tag('I', 'overpass-bold', 30));
    await bench.choose('Areas are', 'Cleared');
    await bench.type('Cutter', '2');
    const turning = async () => {
      const wall = (await engravedIn(bench)).at(-1)!;
      const points = flatten(wall, 0.02);
      return Math.sign(
        points.reduce((sum, { x, y }, i) => {
          const next = points[(i + 1) % points.length]!;
          return sum + x * next.y - next.x * y;
        }, 0),
      );
    };
    const climbing = await turning();
    await bench.take('Goes round', 'Against');
    expect(await turning()).toBe(-climbing);
  });

  it('has its rest cleared by a smaller cutter of the rack, which goes with it', async () => {
    const bench = await atStrokes(tag('B'));
    await bench.choose('Areas are', 'Cleared');
    await bench.type('Cutter', '2');
    await bench.press('Clear the rest with a smaller cutter');
    await bench.built();
    const second = bench.recipe().operations.find(({ fill }) => fill?.kind === 'pocket' && fill.after === 'area')!;
    expect(second.fill).toMatchObject({ kind: 'pocket', after: 'area' });
    expect(second.fill?.kind === 'pocket' && second.fill.tool).toBe(1);
    expect(second.speed).toBe(bench.server.kept.shop.tools.find(({ diameter }) => diameter === 1)!.feed);
    expect(bench.panel().getByText(/Clears only what “.*” leaves/)).toBeTruthy();
    expect(layersOf(await bench.file()).filter((name) => name.startsWith('ENGRAVE'))).toHaveLength(2);
    // One is enough.
    expect(bench.panel().queryByRole('button', { name: /Clear the rest/ })).toBeNull();
    await bench.press('Take out');
    expect(bench.recipe().operations.some(({ fill }) => fill?.kind === 'pocket' && fill.after !== null)).toBe(false);
  });

  it('is offered with every cutter of the rack, by reach and time, and takes the one that is clicked', async () => {
    const bench = await atStrokes(tag('B'));
    await bench.choose('Areas are', 'Cleared');
    await bench.type('Cutter', '2');
    openFold('Which tool?');
    const rows = await waitFor(() => {
      const found = bench.panel().getAllByRole('button', { name: / %/ });
      expect(found.length).toBeGreaterThan(3);
      return found;
    });
    const [row] = rows.filter(
      (each) => each.getAttribute('aria-pressed') === 'false' && /^[^,]*$/.test(each.textContent!),
    );
    const name = row!.querySelector('span')!.textContent!;
    await bench.user.click(row!);
    const fill = fillOf(bench);
    const taken = bench.server.kept.shop.tools.find((each) => each.name === name);
    expect(fill).toMatchObject({ kind: 'pocket', tool: taken!.diameter });
    expect(bench.recipe().operations.map(({ speed }) => speed)).toContain(taken!.feed);
    await waitFor(() =>
      expect(bench.panel().getByRole('button', { name: new RegExp(`^${name}`), pressed: true })).toBeTruthy(),
    );
  });
});

describe('a cone', () => {
  it('carves as deep as letters are wide, no deeper than is said, and tells of the floor that it leaves', async () => {
    const bench = await atStrokes(tag('I', 'overpass-bold', 30));
    const [letter] = await engravedIn(bench);
    const box = contourBounds(letter!);
    await bench.choose('Areas are', 'Carved');
    await bench.type('Between its sides', '90');
    await bench.type('Tip', '0');
    const deepest = async () => Math.max(...(await engravedIn(bench)).flatMap((line) => depthsOf(line)!));
    // With sides at right angles it is as deep as half the stem is wide.
    expect(await deepest()).toBeCloseTo((box.maxX - box.minX) / 2, 1);
    await bench.type('No deeper than', '1');
    expect(await deepest()).toBeCloseTo(1, 3);
    await bench.built();
    expect(bench.check().getByText(/The cone leaves a floor in/)).toBeTruthy();
    await bench.press('Clear the floor with a flat cutter');
    await bench.built();
    expect(bench.check().queryByText(/The cone leaves a floor in/)).toBeNull();
    expect(bench.recipe().operations.some(({ fill }) => fill?.kind === 'pocket' && fill.tool === USUAL_FLAT)).toBe(
      true,
    );
  });
});

describe('dots', () => {
  it('are discs of their diameter, in rows at their pitch, or scattered no nearer', async () => {
    const bench = await atStrokes(tag('I', 'overpass-bold', 40));
    await bench.choose('Areas are', 'Dotted');
    await bench.type('Diameter', '1');
    await bench.type('Pitch', '2');
    await bench.built();
    const centres = async () => {
      const dots = await engravedIn(bench);
      for (const dot of dots) expect(contourLength(dot)).toBeCloseTo(Math.PI, 2);
      return dots.map((dot) => {
        const { minX, minY } = contourBounds(dot);
        return { x: minX + 0.5, y: minY + 0.5 };
      });
    };
    const nearest = (points: readonly { x: number; y: number }[]): number =>
      Math.min(...points.flatMap((a, i) => points.slice(i + 1).map((b) => Math.hypot(a.x - b.x, a.y - b.y))));
    const rows = await centres();
    expect(bench.panel().getByText(new RegExp(`^${rows.length} × ⌀ 1 mm`))).toBeTruthy();
    expect(nearest(rows)).toBeGreaterThan(1);
    await bench.take('Dots lie', 'Scattered');
    expect(nearest(await centres())).toBeGreaterThan(2 - 1e-3);
    await bench.type('From the edge', '0.6');
    expect((await centres()).length).toBeLessThan(rows.length + 20);
  });

  it('fill the dot of an i by one, and are counted by size', async () => {
    const bench = await atStrokes(tag('i', 'overpass-bold', 40));
    await bench.choose('Areas are', 'Dotted');
    await bench.tick('Fill what is a dot itself');
    await bench.built();
    const wide = (await engravedIn(bench))
      .map((dot) => contourLength(dot) / Math.PI)
      .filter((diameter) => diameter > 1.01);
    expect(wide).toHaveLength(1);
    expect(wide[0]).toBeGreaterThan(4);
    expect(bench.panel().getByText(/^\d+ × ⌀ 1 mm · 1 × ⌀ \d\.\d+ mm/)).toBeTruthy();
  });

  it('that are moved and taken out by hand are put back by one click', async () => {
    const bench = await atStrokes('Smokebox plate in rivets');
    const dots = () => screen.queryAllByRole('button', { name: /^Dot \d+$/ });
    const count = dots().length;
    // On the bed beside them it is not the words that are taken out.
    act(() => useView.setState({ inHand: true }));
    fireEvent.keyDown(bed(), { key: 'Delete' });
    expect(await screen.findByText(/No dot is in hand/)).toBeTruthy();
    fireEvent.keyDown(dots()[3]!, { key: 'Delete' });
    await bench.built();
    expect(dots()).toHaveLength(count - 1);
    fireEvent.keyDown(dots()[5]!, { key: 'ArrowUp' });
    await bench.built();
    expect(bench.panel().getByText('1 put and 2 taken out by hand.')).toBeTruthy();
    expect(linesOn(await bench.file(), 'MARK')).toHaveLength(count - 1);
    await bench.press('Put back');
    await bench.built();
    expect(dots()).toHaveLength(count);
    expect(thingOf(bench.recipe()).items[0]!.dots).toEqual({});
  });
});

describe('middle lines', () => {
  it('take the place of outlines, and are followed instead of cut', async () => {
    const bench = await atStrokes({
      ...tag('T'),
      make: 'cut-through',
      machine: 'co2-laser',
      material: 'plywood',
      thickness: 3,
    });
    expect(bench.panel().getByText(/no longer part of what is cut/)).toBeTruthy();
    await bench.take('Made as', 'Middle lines');
    await bench.built();
    expect(letteringOf(bench.recipe())).toMatchObject({ role: 'line' });
    const strokes = linesOn(await bench.file(), 'SCORE');
    // A bar, and a stem that ends on it.
    expect(strokes).toHaveLength(2);
    expect(strokes.every(({ closed }) => !closed)).toBe(true);
    await bench.take('Made as', 'Outlines');
    expect(letteringOf(bench.recipe()).centerline).toBeNull();
  });

  it('end at the edge or half a stroke before it, and lose serifs as the slider says', async () => {
    const bench = await atStrokes(tag('I', 'besley-bold', 30));
    await bench.take('Made as', 'Middle lines');
    const strokes = async () => linesOn(await bench.file(), 'SCORE');
    const high = async () => {
      const boxes = (await strokes()).map((line) => contourBounds(line));
      return Math.max(...boxes.map(({ maxY }) => maxY)) - Math.min(...boxes.map(({ minY }) => minY));
    };
    const full = await high();
    await bench.take('Ends', 'Short');
    expect(await high()).toBeLessThan(full - 1);
    await bench.take('Ends', 'To the edge');
    const few = (await strokes()).length;
    const slider = bench.panel().getByLabelText('Serifs and spurs');
    fireEvent.change(slider, { target: { value: '0' } });
    expect(bench.panel().getByText('All branches are kept, corners and serifs too.')).toBeTruthy();
    expect((await strokes()).length).toBeGreaterThan(few);
    for (const [value, words] of [
      ['0.5', /^Most branches/],
      ['1', /^Serifs and corners/],
      ['2', /^Longer branches/],
    ] as const) {
      fireEvent.change(slider, { target: { value } });
      expect(bench.panel().getByText(words)).toBeTruthy();
    }
  });

  it('make long runs straight, and run dots as circles by themselves', async () => {
    const bench = await atStrokes(tag('pin', 'marcellus', 30));
    await bench.take('Made as', 'Middle lines');
    await bench.tick('Straighten long runs');
    await bench.take('Dots', 'Circles');
    await bench.press('Run dots by themselves');
    await bench.built();
    const { id } = bench.recipe().operations.find(({ name }) => name === 'Dots')!;
    expect(letteringOf(bench.recipe()).centerline).toMatchObject({ straight: true, dots: 'circles', dotOperation: id });
    expect(linesOn(await bench.file(), 'MARK').map(({ closed }) => closed)).toEqual([true]);
    await bench.choose('Dots are run', 'With their strokes');
    expect(letteringOf(bench.recipe()).centerline!.dotOperation).toBeNull();
    expect(bench.panel().getByRole('button', { name: 'Run dots by themselves' })).toBeTruthy();
  });

  it('run on through letters that touch, and are worked on at Letter', async () => {
    const bench = await atStrokes('Carriage door, Saloon');
    const joined = (await bench.file()).layers.flatMap(({ contours }) => contours).length;
    await bench.tick('Run on through letters that touch');
    await bench.built();
    expect((await bench.file()).layers.flatMap(({ contours }) => contours).length).toBeGreaterThan(joined);
    await bench.press('Work on its strokes');
    expect(useView.getState()).toMatchObject({ station: 'letter', redrawing: true });
    expect(bench.panel().getByRole('heading', { name: 'Middle lines' })).toBeTruthy();
    await bench.press('Done');
    expect(useView.getState().redrawing).toBe(false);
  });
});

describe('what is shown of strokes', () => {
  it('is what the tool covers where that is asked, and one operation alone', async () => {
    const bench = await atStrokes('Luggage label, hatched');
    await bench.tick('Show what the tool covers');
    expect(useView.getState().coverage).toBe(true);
    const only =
      bench.panel().getAllByRole('checkbox', { name: /only/i })[0] ??
      bench.panel().getAllByRole('button', { name: /only/i })[0];
    await bench.user.click(only!);
    expect(useView.getState().operation).toBe('area');
    await bench.user.click(only!);
    expect(useView.getState().operation).toBeNull();
    expect(bench.steps()).toBe(0);
  });

  it('is nothing where nothing is an area', async () => {
    const bench = await atStrokes('Engine name Marigold');
    expect(bench.panel().getByText(/Nothing here is an area to be filled/)).toBeTruthy();
    expect(within(screen.getByRole('region', { name: 'Bed' })).queryAllByRole('button', { name: /^Dot/ })).toHaveLength(
      0,
    );
  });
});
