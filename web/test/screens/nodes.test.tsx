import { fireEvent, screen, waitFor } from '@testing-library/react';
import { heightOf } from '@needlefile/core/geometry/bounds';
import { beforeEach, describe, expect, it } from 'vitest';
import { letteringOf } from '../lettered';
import { useView } from '../../src/job/view-store';
import { boxesOn, linesOn } from './drawn';
import { engraved } from './jobs';
import { openWorkbench, type OpenWorkbench } from './open';

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
