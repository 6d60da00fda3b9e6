import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { contourLength } from '@needlefile/core/geometry/contour-facts';
import { houseShop } from '@needlefile/core/shop/house';
import type { RecipeInput } from '@needlefile/core/recipe/read';
import type { Recipe } from '@needlefile/core/recipe/schema';
import { describe, expect, it } from 'vitest';
import { thingOf } from '../lettered';
import { useView } from '../../src/job/view-store';
import { linesOn } from './drawn';
import { standing, stencil } from './jobs';
import { openWorkbench, type OpenWorkbench } from './open';

async function atHold(job: RecipeInput | string): Promise<OpenWorkbench> {
  const bench = await openWorkbench(job);
  await bench.station('Hold');
  return bench;
}

const holdOf = (bench: OpenWorkbench) => thingOf(bench.recipe()).hold;
const bed = () => within(screen.getByRole('region', { name: 'Bed' }));
const bridges = () => bed().queryAllByRole('button', { name: /^Bridge \d+/ });
const openings = async (bench: OpenWorkbench) => linesOn(await bench.file(), 'CUT_INNER').length;

describe('bridges', () => {
  it.each([
    ['0', 0, 'One island, 0 held: 1 would drop out.'],
    ['1', 1, 'One island, held.'],
    ['2', 2, 'One island, held.'],
  ])('are %s to an island, as many in the file, and told in a sentence', async (choice, count, sentence) => {
    const bench = await atHold(stencil('O'));
    await bench.take('Per island', choice);
    await bench.built();
    expect(bridges()).toHaveLength(count);
    // An O is two outlines; each bridge joins them, or parts what was joined.
    expect(await openings(bench)).toBe(count === 0 ? 2 : count);
    expect(bench.panel().getByText(sentence.replace('One island, 0', '1 island, 0'))).toBeTruthy();
  });

  it('are as wide as is said, and else as the house has it', async () => {
    const bench = await atHold(stencil('O'));
    const cutLength = async () =>
      linesOn(await bench.file(), 'CUT_INNER').reduce((sum, line) => sum + contourLength(line), 0);
    const usual = await cutLength();
    await bench.type('Bridge width', '9');
    expect(await cutLength()).not.toBeCloseTo(usual, 1);
    expect(holdOf(bench).bridges.width).toBe(9);
    await bench.type('Bridge width', '');
    expect(holdOf(bench).bridges.width).toBeNull();
    expect(await cutLength()).toBeCloseTo(usual, 6);
  });

  it('have roots, as large as is said', async () => {
    const bench = await atHold(stencil('O'));
    expect(bench.panel().queryByLabelText('Root size')).toBeNull();
    await bench.user.click(bench.panel().getByText('Round'));
    await bench.type('Root size', '1.5');
    expect(holdOf(bench).bridges.root).toEqual({ shape: 'rounded', size: 1.5 });
    await bench.user.click(bench.panel().getByText('Taper'));
    expect(holdOf(bench).bridges.root.shape).toBe('tapered');
    await bench.user.click(bench.panel().getByText('Square'));
    expect(bench.panel().queryByLabelText('Root size')).toBeNull();
  });

  it.each([
    ['Up', 'upright'],
    ['Level', 'level'],
    ['Slant', 'along'],
    ['Any', 'any'],
  ])('run %s', async (label, direction) => {
    const bench = await atHold(stencil('O'));
    await bench.take('Direction', label);
    await bench.built();
    expect(holdOf(bench).bridges.direction).toBe(direction);
    const picture = bridges()[0]!.querySelector('polygon')!.getAttribute('points')!;
    const points = picture.split(' ').map((pair) => pair.split(',').map(Number) as [number, number]);
    const [width, height] = [0, 1].map((axis) => {
      const own = points.map((point) => point[axis as 0 | 1]);
      return Math.max(...own) - Math.min(...own);
    });
    // The handle reaches from wall to wall.
    if (direction === 'upright') expect(height).toBeGreaterThan(width!);
    if (direction === 'level') expect(width).toBeGreaterThan(height!);
  });

  it('are slid, widened, taken out and placed again, one island at a time', async () => {
    const bench = await atHold(stencil('OO'));
    const before = await bench.file();
    await bench.press(/^1 /);
    await bench.measured();
    expect(screen.getByText(/Narrowest [\d.]+ mm/)).toBeTruthy();
    const [first] = bridges();
    fireEvent.keyDown(first!, { key: 'ArrowLeft', shiftKey: true });
    await bench.built();
    expect(Object.keys(holdOf(bench).bridges.byHand)).toHaveLength(1);
    await bench.type('Width of bridge 1', '6');
    await bench.built();
    const [byHand] = Object.values(holdOf(bench).bridges.byHand);
    expect(byHand!.some(({ width }) => width === 6)).toBe(true);
    const count = bridges().length;
    await bench.press('Take bridge 1 out');
    await bench.built();
    expect(bridges()).toHaveLength(count - 1);
    await bench.press('Place again');
    await bench.built();
    expect(holdOf(bench).bridges.byHand).toEqual({});
    expect(linesOn(await bench.file(), 'CUT_INNER')).toEqual(linesOn(before, 'CUT_INNER'));
  });

  it('are given to every letter alike, and all given back to the search', async () => {
    const bench = await atHold(stencil('OBO'));
    await bench.press(/^1 /);
    fireEvent.keyDown(bridges()[0]!, { key: 'ArrowLeft', shiftKey: true });
    await bench.built();
    await bench.press('For every O');
    expect(Object.keys(holdOf(bench).bridges.byHand)).toHaveLength(2);
    await bench.built();
    await bench.press('Place all again');
    expect(holdOf(bench).bridges.byHand).toEqual({});
  });

  it('leave an island alone that may drop, and hold it again', async () => {
    const bench = await atHold(stencil('OD'));
    await bench.press(/^1 /);
    await bench.press('Let it drop');
    await bench.built();
    expect(bench.panel().getByText('2 islands, 1 held, 1 may fall out.')).toBeTruthy();
    expect(bench.check().queryByText(/^Drops out/)).toBeNull();
    await bench.press('Hold it');
    await bench.built();
    expect(bench.panel().getByText('2 islands, all held.')).toBeTruthy();
    await bench.user.click(bench.panel().getByText('All may'));
    await bench.built();
    expect(bench.panel().getByText('2 islands; all may fall out, as meant.')).toBeTruthy();
    expect(bridges()).toHaveLength(0);
    await bench.user.click(bench.panel().getByText('No', { exact: true }));
    await bench.built();
    expect(bench.panel().getByText('2 islands, all held.')).toBeTruthy();
  });

  it('are not needed in film with a sticky back, which is told', async () => {
    const film = houseShop.materials.find(({ stickyBack }) => stickyBack)!;
    const machine = houseShop.machines.find(({ materials }) => materials.includes(film.id))!;
    const bench = await atHold({ ...stencil('O'), machine: machine.id, material: film.id, thickness: 0.15 });
    expect(bench.panel().getByText(/the islands stay on the carrier/)).toBeTruthy();
    expect(bridges()).toHaveLength(0);
  });

  it('are drawn where the button readies the bed for it, until it is pressed again', async () => {
    const bench = await atHold(stencil('O'));
    await bench.press('Draw a bridge');
    expect(useView.getState().drawing).toBe('bridge');
    expect(bench.panel().getByText(/Drag across a gap/)).toBeTruthy();
    await bench.press('Draw a bridge');
    expect(useView.getState().drawing).toBeNull();
    expect((await atHold(stencil('L'))).panel().getByRole('button', { name: 'Draw a bridge' })).toHaveProperty(
      'disabled',
      true,
    );
  });
});

describe('joins', () => {
  it('are searched for, shown before they are taken, and make one piece of many', async () => {
    const bench = await atHold(standing('Oil', 'fredoka-semibold'));
    expect(bench.panel().getByText(/^4 pieces: \d loose\.$/)).toBeTruthy();
    await bench.press('Make it one piece');
    await waitFor(() => expect(bench.panel().getByRole('button', { name: 'Take it' })).toBeTruthy());
    expect(bench.steps()).toBe(0);
    expect(useView.getState().preview).not.toBeNull();
    await bench.press('Take it');
    await bench.built();
    expect(useView.getState().preview).toBeNull();
    expect(bench.panel().getByText('All in one piece.')).toBeTruthy();
    expect(linesOn(await bench.file(), 'CUT_OUTER')).toHaveLength(1);
    await bench.press('Make it one piece');
    await waitFor(() => expect(bench.panel().getByText('It is one piece already.')).toBeTruthy());
    await bench.press('Good');
    expect(bench.steps()).toBe(1);
  });

  it('may be left', async () => {
    const bench = await atHold(standing('Oil', 'fredoka-semibold'));
    const before = bench.recipe();
    await bench.press('Make it one piece');
    await waitFor(() => expect(bench.panel().getByRole('button', { name: 'Leave it' })).toBeTruthy());
    await bench.press('Leave it');
    expect(bench.recipe()).toBe(before);
    expect(useView.getState().preview).toBeNull();
  });

  it('close letters up, so far at most, and tell which by how much', async () => {
    const bench = await atHold(standing('HH'));
    expect(linesOn(await bench.file(), 'CUT')).toHaveLength(2);
    await bench.tick('Close letters up until they join');
    await bench.type('At most', '60');
    await bench.built();
    expect(bench.panel().getByText(/H in HH by [\d.]+ mm/)).toBeTruthy();
    expect(linesOn(await bench.file(), 'CUT')).toHaveLength(1);
    expect(holdOf(bench).joins).toMatchObject({ closeUp: true, closeUpMost: 0.6 });
  });

  it('tie what is loose, and told apart from pieces that are meant', async () => {
    const bench = await atHold(standing('i'));
    expect(bench.panel().getByText('2 pieces: 1 loose.')).toBeTruthy();
    await bench.take('Ties', 'Loose');
    await bench.built();
    expect(bench.panel().getByText(/^One tie\./)).toBeTruthy();
    expect(bench.panel().getByText('All in one piece.')).toBeTruthy();
    await bench.take('Ties', 'None');
    await bench.take('Comes off as', 'Separate');
    await bench.built();
    expect(bench.panel().getByText('2 pieces, as wanted.')).toBeTruthy();
    expect(bench.check().queryByText(/^Loose piece/)).toBeNull();
  });

  it('list necks, the thinnest first, and ring them on the bed', async () => {
    const bench = await atHold('Engine name Marigold');
    await bench.measured();
    const widths = bench
      .panel()
      .getAllByRole('button', { name: / – / })
      .map((row) => Number(/([\d.]+)$/.exec(row.textContent!)![1]));
    expect(widths.length).toBeGreaterThan(3);
    expect(widths).toEqual([...widths].sort((a, b) => a - b));
    const [row] = bench.panel().getAllByRole('button', { name: / – / });
    await bench.user.hover(row!);
    expect(useView.getState().ring).not.toBeNull();
    await bench.user.unhover(row!);
    expect(useView.getState().ring).toBeNull();
    await bench.user.click(row!);
    expect(useView.getState().focus).not.toBeNull();
  });

  it('need so many points, and a letter with fewer is told', async () => {
    const bench = await atHold('Engine name Marigold');
    await bench.type('Held at', '2');
    await bench.measured();
    expect(bench.check().getByText(/^(\d+ letters joined at too few points|Joined at one point: .*)$/)).toBeTruthy();
  });
});

describe('tabs', () => {
  const open = async (): Promise<OpenWorkbench> => atHold(standing('L'));
  const cuts = async (bench: OpenWorkbench) => linesOn(await bench.file(), 'CUT');

  it('leave so much of a part’s outline uncut', async () => {
    const bench = await open();
    const [whole] = await cuts(bench);
    await bench.user.click(bench.panel().getByText('Number', { exact: true }));
    await bench.type('To a part', '3');
    await bench.type('Stays uncut', '2');
    await bench.built();
    const parted = await cuts(bench);
    expect(parted).toHaveLength(3);
    expect(parted.every(({ closed }) => !closed)).toBe(true);
    const uncut = contourLength(whole!) - parted.reduce((sum, line) => sum + contourLength(line), 0);
    // The cut itself is wider than its line.
    const { kerf } = houseShop.machines.find(({ id }) => id === 'co2-laser')!;
    expect(uncut).toBeCloseTo(3 * (2 + kerf), 1);
  });

  it('are one for so much of an outline, slid and taken out by hand, and placed again', async () => {
    const bench = await open();
    await bench.user.click(bench.panel().getByText('Length', { exact: true }));
    await bench.type('One each', '30');
    await bench.built();
    const tabs = () => bed().queryAllByRole('button', { name: /^Tab \d+/ });
    const count = tabs().length;
    expect(count).toBeGreaterThan(2);
    const before = await cuts(bench);
    fireEvent.keyDown(tabs()[0]!, { key: 'ArrowLeft', shiftKey: true });
    await bench.built();
    expect(await cuts(bench)).not.toEqual(before);
    fireEvent.keyDown(tabs()[0]!, { key: 'Delete' });
    await bench.built();
    expect(tabs()).toHaveLength(count - 1);
    await bench.press('Place tabs again');
    await bench.built();
    expect(await cuts(bench)).toEqual(before);
  });
});

describe('a coupon', () => {
  it('is a job of its own, with windows over what is thinnest', async () => {
    const bench = await atHold('Engine name Marigold');
    let made: Recipe | undefined;
    bench.server.answer = (method, path, body) => {
      if (method !== 'POST' || path !== '/api/jobs') return undefined;
      made = (body as { recipe: Recipe }).recipe;
      return Response.json(
        { id: 'coupon', revision: 1, recipe: made, updatedAt: '2026-01-01T00:00:00Z' },
        { status: 201 },
      );
    };
    await bench.measured();
    await bench.press('Make a coupon to cut first');
    await waitFor(() => expect(bench.visited).toEqual(['/jobs/coupon']));
    const coupon = made!.assemblies.find(({ make }) => make === 'coupon');
    expect(coupon && 'windows' in coupon && coupon.windows.length).toBeGreaterThan(0);
    expect(bench.steps()).toBe(0);
  });

  it('that cannot be made says why', async () => {
    const bench = await atHold('Engine name Marigold');
    bench.server.answer = (method) =>
      method === 'POST' ? Response.json({ error: 'The database does not answer.' }, { status: 503 }) : undefined;
    await bench.measured();
    await bench.press('Make a coupon to cut first');
    await waitFor(() =>
      expect(bench.panel().getByText('The coupon could not be made: The database does not answer.')).toBeTruthy(),
    );
    expect(bench.visited).toEqual([]);
  });
});

describe('thin places', () => {
  it('are listed, thinnest first, with their map a click away', async () => {
    const bench = await atHold({
      ...stencil('AW'),
      lettering: { words: 'AW', face: 'pinyon-script', size: { by: 'cap height', value: 14 } },
    });
    await bench.measured();
    const fold = bench.panel().getByText('Thin places').closest('details')!;
    const shares = within(fold)
      .getAllByRole('button', { name: / of [\d.]+/ })
      .map((row) => {
        const [, width, limit] = /([\d.]+) of ([\d.]+)$/.exec(row.textContent!)!;
        return Number(width) / Number(limit);
      });
    expect(shares.length).toBeGreaterThan(0);
    for (const share of shares) expect(share).toBeLessThan(1);
    // As far as they are told.
    for (const [i, share] of shares.entries()) expect(share).toBeGreaterThan((shares[i - 1] ?? 0) - 0.03);
    expect(shares.length).toBeGreaterThan(2);
    await bench.press('Show the map');
    expect(useView.getState().view).toBe('thickness');
  });
});
