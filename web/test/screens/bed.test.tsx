import { act, createEvent, fireEvent, screen, within } from '@testing-library/react';
import { joinBounds, type Bounds } from '@needlefile/core/geometry/bounds';
import type { RecipeInput } from '@needlefile/core/recipe/read';
import { beforeEach, describe, expect, it } from 'vitest';
import { thingOf } from '../lettered';
import { useView } from '../../src/job/view-store';
import { boxesOn } from './drawn';
import { openWorkbench, type OpenWorkbench } from './open';
import { bed, boxOf, click, drag, ground, handle, target } from './hand';

/** A plate with three letters, each an item; the middle of the plate is the zero of places. */
const three: RecipeInput = {
  machine: 'engraver',
  material: 'brass',
  thickness: 1.5,
  assemblies: [
    {
      make: 'engraved',
      plate: { width: 200, height: 100, holes: null, border: null },
      items: ['L', 'H', 'I'].map((words, i) => ({
        id: words.toLowerCase(),
        words,
        face: 'overpass-bold',
        size: { by: 'cap height' as const, value: 10 + 5 * i },
        place: { x: -60 + 60 * i, y: -20 + 10 * i },
      })),
    },
  ],
};

let bench: OpenWorkbench;
const key = async (name: string, keys: object = {}): Promise<void> => {
  fireEvent.keyDown(bed(), { key: name, ...keys });
  await bench.built();
};
/** Boxes of L, H and I in the file, from left to right. */
const boxes = async (): Promise<Record<'L' | 'H' | 'I', Bounds>> => {
  const [L, H, I] = boxesOn(await bench.file(), 'ENGRAVE');
  return { L: L!, H: H!, I: I! };
};

beforeEach(async () => {
  bench = await openWorkbench(three);
});

describe('the hand', () => {
  it('takes an item by a click, one more with Shift, lets go on the ground, and moves nothing so', async () => {
    click(target('H'));
    expect(useView.getState()).toMatchObject({ items: ['h'], inHand: true });
    click(target('L'), { shiftKey: true });
    expect(useView.getState().items).toEqual(['h', 'l']);
    click(target('H'), { shiftKey: true });
    expect(useView.getState().items).toEqual(['l']);
    drag(ground(), { x: 5, y: 5 }, 0, 0);
    expect(useView.getState().inHand).toBe(false);
    expect(bench.steps()).toBe(0);
  });

  it('drags what it takes by as much as it goes, as one step', async () => {
    const before = await boxes();
    // With Ctrl it catches on nothing.
    drag(target('H'), boxOf(target('H')), 7.3, -4.1, { way: { ctrlKey: true } });
    await bench.built();
    const after = await boxes();
    expect(after.H.minX - before.H.minX).toBeCloseTo(7.3, 3);
    expect(after.H.minY - before.H.minY).toBeCloseTo(4.1, 3);
    expect(after.L).toEqual(before.L);
    expect(bench.steps()).toBe(1);
  });

  it('catches edges of others on its way, and keeps what it caught where that is asked', async () => {
    click(target('H'));
    const { H, L } = await boxes();
    // Its lower edge comes to a third of a mm of the other's.
    drag(target('H'), boxOf(target('H')), -20, H.minY - L.minY + 0.3);
    await bench.built();
    const caught = await boxes();
    expect(caught.H.minY).toBeCloseTo(caught.L.minY, 3);
    const offer = screen.getByRole('button', { name: 'Keep it there' });
    await bench.user.click(offer);
    expect(thingOf(bench.recipe()).items[1]!.place?.y).toMatchObject({ of: 'l' });
    expect(screen.queryByRole('button', { name: 'Keep it there' })).toBeNull();
  });

  it('takes what a frame touches, or with Alt what lies inside', async () => {
    const [l, h] = [boxOf(target('L')), boxOf(target('H'))];
    const from = { x: l.x - 15, y: Math.min(l.y, h.y) - 15 };
    drag(ground(), from, h.x - from.x, 60);
    expect(useView.getState().items).toEqual(['l', 'h']);
    drag(ground(), from, h.x - from.x, 60, { way: { altKey: true } });
    expect(useView.getState().items).toEqual(['l']);
    expect(bench.steps()).toBe(0);
  });

  it('sizes by a corner in proportion, with Alt each way by itself, and turns by the knob', async () => {
    click(target('H'));
    const before = await boxes();
    const size = ({ minX, minY, maxX, maxY }: Bounds) => [maxX - minX, maxY - minY] as const;
    const [width, height] = size(before.H);
    const corner = handle('size', 1);
    // Along the diagonal by as much again.
    drag(corner, boxOf(corner), width, -height);
    await bench.built();
    const larger = size((await boxes()).H);
    expect(larger[0] / width).toBeCloseTo(larger[1] / height, 3);
    expect(larger[0] / width).toBeGreaterThan(1.5);
    const knob = handle('turn');
    const middle = boxOf(target('H'));
    const [cx, cy] = [Number(knob.getAttribute('cx')), Number(knob.getAttribute('cy'))];
    drag(knob, { x: cx, y: cy }, middle.y - cy, middle.y - cy);
    await bench.built();
    const turned = size((await boxes()).H);
    expect(turned[0]).toBeCloseTo(larger[1], 1);
    expect(turned[1]).toBeCloseTo(larger[0], 1);
    expect(Math.abs(thingOf(bench.recipe()).items[1]!.turn)).toBe(90);
  });

  it('leaves alone what is locked', async () => {
    click(target('H'));
    await key('l');
    const before = await boxes();
    drag(target('H'), boxOf(target('H')), 9, 9);
    await bench.built();
    expect(await boxes()).toEqual(before);
    expect(document.querySelectorAll('[data-hand]')).toHaveLength(0);
    await key('l');
    expect(thingOf(bench.recipe()).items[1]!.locked).toBe(false);
  });
});

describe('keys on the bed', () => {
  it('move by a millimetre, ten with Shift, a tenth with Alt', async () => {
    click(target('H'));
    const before = (await boxes()).H;
    await key('ArrowRight');
    await key('ArrowUp', { shiftKey: true });
    await key('ArrowLeft', { altKey: true });
    const after = (await boxes()).H;
    expect(after.minX - before.minX).toBeCloseTo(0.9, 3);
    expect(after.minY - before.minY).toBeCloseTo(10, 3);
  });

  it('turn, size, hide, take out and copy', async () => {
    click(target('H'));
    await key('r');
    await key('[');
    expect(thingOf(bench.recipe()).items[1]!.turn).toBe(16);
    await key('r', { shiftKey: true });
    await key(']');
    expect(thingOf(bench.recipe()).items[1]!.turn).toBe(0);
    const size = () => {
      const item = thingOf(bench.recipe()).items[1]!;
      return item.kind === 'lettering' && item.size.by === 'cap height' ? item.size.value : 0;
    };
    await key('>');
    expect(size()).toBeCloseTo(15 * 1.05, 4);
    await key('<');
    expect(size()).toBeCloseTo(15, 4);
    await key('h');
    expect(thingOf(bench.recipe()).items[1]!.hidden).toBe(true);
    await key('h');
    fireEvent.keyDown(bed(), { key: 'd', ctrlKey: true });
    await bench.built();
    expect(thingOf(bench.recipe()).items).toHaveLength(4);
    expect(boxesOn(await bench.file(), 'ENGRAVE')).toHaveLength(4);
    await key('Delete');
    expect(thingOf(bench.recipe()).items.map(({ id }) => id)).toEqual(['l', 'h', 'i']);
  });

  it('go through all that lies on the sheet, and back', async () => {
    const seen: (string | undefined)[] = [];
    for (let i = 0; i < 5; i++) {
      await key('PageDown');
      seen.push(useView.getState().items[0]);
    }
    expect(seen).toEqual([undefined, 'l', 'h', 'i', undefined]);
    await key('PageUp');
    expect(useView.getState().items).toEqual(['i']);
    await key('Escape');
    expect(useView.getState().inHand).toBe(false);
  });

  it('move the letter in hand by half a step at Letter', async () => {
    click(target('H'));
    click(target('H'));
    expect(useView.getState().letter).not.toBeNull();
    const before = (await boxes()).H;
    await key('ArrowUp');
    expect((await boxes()).H.minY - before.minY).toBeCloseTo(0.5, 3);
    expect(Object.values((thingOf(bench.recipe()).items[1] as { nudges: object }).nudges)).toHaveLength(1);
  });

  it('are told on a card', async () => {
    await bench.user.click(screen.getByRole('button', { name: 'Keys' }));
    expect(screen.getByLabelText('Keys on the bed').textContent).toMatch(/turn by 15°/);
  });
});

describe('figures', () => {
  const strip = () => within(screen.getByRole('group', { name: 'Exact place and size' }));
  const set = async (label: string, value: string) => {
    const field = strip().getByLabelText(label);
    fireEvent.change(field, { target: { value } });
    fireEvent.keyDown(field, { key: 'Enter' });
    await bench.built();
  };

  it('put an item by any of nine points of its box, told from the corner of its thing', async () => {
    click(target('H'));
    const corner = boxesOn(await bench.file(), 'CUT')[0]!;
    await set('Exact x', '50');
    await set('Exact y', '30');
    const { H } = await boxes();
    expect(H.minX - corner.minX).toBeCloseTo(50, 2);
    expect(H.minY - corner.minY).toBeCloseTo(30, 2);
    await bench.user.click(strip().getByRole('radio', { name: 'upper right' }));
    await set('Exact x', '80');
    await set('Exact y', '60');
    const moved = (await boxes()).H;
    expect(moved.maxX - corner.minX).toBeCloseTo(80, 2);
    expect(moved.maxY - corner.minY).toBeCloseTo(60, 2);
    await set('Exact h', '30');
    const sized = (await boxes()).H;
    expect(sized.maxY - sized.minY).toBeCloseTo(30, 2);
    // By that point it is sized, too.
    expect(sized.maxX).toBeCloseTo(moved.maxX, 2);
    await set('Turn', '90');
    const turned = (await boxes()).H;
    expect(turned.maxX - turned.minX).toBeCloseTo(30, 2);
  });

  it.each([
    ['Left edges', ({ minX }: Bounds) => minX],
    ['Right edges', ({ maxX }: Bounds) => maxX],
    ['Centres', ({ minX, maxX }: Bounds) => minX + maxX],
    ['Upper edges', ({ maxY }: Bounds) => maxY],
    ['Lower edges', ({ minY }: Bounds) => minY],
    ['Middles', ({ minY, maxY }: Bounds) => minY + maxY],
    ['Equal widths', ({ minX, maxX }: Bounds) => maxX - minX],
  ])('bring %s of all together', async (name, of) => {
    for (const item of ['L', 'H', 'I']) click(target(item), { shiftKey: item !== 'L' });
    await bench.user.click(strip().getByRole('button', { name: 'Align' }));
    await bench.user.click(screen.getByRole('button', { name }));
    await bench.built();
    const { L, H, I } = await boxesByName();
    expect(of(H)).toBeCloseTo(of(L), 1);
    expect(of(I)).toBeCloseTo(of(L), 1);
  });

  it('spread three so that the gaps between them are alike', async () => {
    for (const item of ['L', 'H', 'I']) click(target(item), { shiftKey: item !== 'L' });
    const before = await boxes();
    await bench.user.click(strip().getByRole('button', { name: 'Align' }));
    await bench.user.click(screen.getByRole('button', { name: 'Equal gaps across' }));
    await bench.built();
    const { L, H, I } = await boxes();
    expect(H.minX - L.maxX).toBeCloseTo(I.minX - H.maxX, 2);
    const all = joinBounds([L, H, I]);
    expect(all.minX).toBeCloseTo(before.L.minX, 3);
    expect(all.maxX).toBeCloseTo(before.I.maxX, 3);
  });

  /** By their shape, whatever their size: I is a bar, L has less in its box than H. */
  async function boxesByName(): Promise<Record<'L' | 'H' | 'I', Bounds>> {
    const shown = ['L', 'H', 'I'].map((name) => {
      const rect = target(name);
      const [x, y, width, height] = ['x', 'y', 'width', 'height'].map((name) => Number(rect.getAttribute(name)));
      return { minX: x!, minY: -y! - height!, maxX: x! + width!, maxY: -y! };
    });
    return { L: shown[0]!, H: shown[1]!, I: shown[2]! };
  }
});

describe('the clipboard', () => {
  const clipboard = () => {
    const held = new Map<string, string>();
    return {
      getData: (type: string) => held.get(type) ?? '',
      setData: (type: string, text: string) => void held.set(type, text),
      files: [],
    };
  };
  const send = (kind: 'copy' | 'cut' | 'paste', data: ReturnType<typeof clipboard>) => {
    const event = createEvent(kind, document.body, { bubbles: true, cancelable: true }, { EventType: 'Event' });
    Object.assign(event, { clipboardData: data });
    act(() => void document.body.dispatchEvent(event));
  };

  it('copies, cuts and pastes what is in hand, in this job and in another', async () => {
    const data = clipboard();
    click(target('H'));
    send('copy', data);
    send('paste', data);
    await bench.built();
    expect(thingOf(bench.recipe()).items).toHaveLength(4);
    send('cut', data);
    await bench.built();
    expect(thingOf(bench.recipe()).items).toHaveLength(3);
    bench = await openWorkbench('Mess room hook, Wren');
    send('paste', data);
    await bench.built();
    expect(JSON.stringify(bench.recipe().assemblies)).toContain('"words":"H"');
  });

  it('says that what is on it does not go on the sheet', async () => {
    const data = clipboard();
    data.setData('text/plain', '');
    send('paste', data);
    expect(await screen.findByText(/There is nothing on the clipboard that goes on the sheet/)).toBeTruthy();
    expect(bench.steps()).toBe(0);
  });
});

describe('the list', () => {
  const list = () => within(screen.getByRole('region', { name: 'On the sheet' }));
  const names = () =>
    [...document.querySelectorAll('[data-level=item] button > span:first-of-type')].map((name) => name.textContent);
  const row = (name: string) => document.querySelector(`[data-level=item] button[title^="${name}."]`)!;

  it('names, hides, locks and moves what lies on the sheet', async () => {
    expect(names()).toEqual(['L', 'H', 'I']);
    fireEvent.keyDown(row('H'), { key: 'F2' });
    const field = list().getByLabelText('Name of H');
    fireEvent.change(field, { target: { value: '  Head  ' } });
    fireEvent.keyDown(field, { key: 'Enter' });
    expect(thingOf(bench.recipe()).items[1]!.name).toBe('Head');
    fireEvent.keyDown(row('Head'), { key: 'ArrowUp', altKey: true });
    expect(names()).toEqual(['Head', 'L', 'I']);
    fireEvent.keyDown(row('Head'), { key: 'ArrowDown', altKey: true });
    await bench.user.click(list().getByRole('button', { name: 'Hide Head' }));
    await bench.user.click(list().getByRole('button', { name: 'Lock L' }));
    await bench.built();
    expect(boxesOn(await bench.file(), 'ENGRAVE')).toHaveLength(2);
    expect(thingOf(bench.recipe()).items.map(({ hidden, locked }) => [hidden, locked])).toEqual([
      [false, true],
      [true, false],
      [false, false],
    ]);
    await bench.user.click(list().getByRole('button', { name: 'Show Head' }));
    await bench.user.dblClick(row('Head'));
    const again = list().getByLabelText('Name of Head');
    fireEvent.change(again, { target: { value: '' } });
    fireEvent.blur(again);
    // Called by what it is again.
    expect(thingOf(bench.recipe()).items[1]!.name).toBeNull();
  });

  it('adds words, shapes and things, each taken in hand', async () => {
    await bench.user.click(list().getByRole('button', { name: '+ words' }));
    await bench.built();
    expect(thingOf(bench.recipe()).items).toHaveLength(4);
    expect(useView.getState()).toMatchObject({ station: 'letter', inHand: true });
    await bench.user.click(list().getByRole('button', { name: '+ shape' }));
    await bench.user.click(list().getByRole('button', { name: 'Heart' }));
    await bench.built();
    expect(thingOf(bench.recipe()).items.at(-1)).toMatchObject({ kind: 'shape', outline: { by: 'heart' } });
    await bench.user.click(list().getByRole('button', { name: '+ thing' }));
    await bench.user.click(list().getByRole('button', { name: 'Stand-alone letters' }));
    await bench.built();
    expect(bench.recipe().assemblies.map(({ make }) => make)).toEqual(['engraved', 'stand-alone']);
    expect(useView.getState().assembly).toBe(bench.recipe().assemblies[1]!.id);
  });
});

describe('views of the bed', () => {
  it('show the job solid, as paths, in pieces, by thickness and as it runs', async () => {
    const views = within(screen.getByRole('radiogroup', { name: 'View' }));
    for (const name of ['Paths', 'Pieces', 'Thickness', 'Run', 'Solid']) {
      await bench.user.click(views.getByText(name));
      expect(useView.getState().view).toBe(name.toLowerCase());
    }
    await bench.user.click(views.getByText('Thickness'));
    await bench.measured();
    expect(screen.getByRole('region', { name: 'Thickness' }).textContent).toMatch(/\d+ places?/);
    await bench.user.click(views.getByText('Run'));
    expect(await screen.findByRole('button', { name: /Play/ })).toBeTruthy();
  });

  it('zooms by keys and buttons, and fits the sheet again', async () => {
    const percent = () => Number(/\d+/.exec(screen.getByTitle('Show at true size (1)').textContent!)![0]);
    await key('0');
    const fitted = percent();
    await key('+');
    expect(percent()).toBeGreaterThan(fitted);
    await key('0');
    expect(percent()).toBe(fitted);
    await key('1');
    expect(percent()).toBe(100);
    await bench.user.click(screen.getByRole('button', { name: 'Smaller' }));
    expect(percent()).toBe(80);
    await bench.user.click(screen.getByRole('button', { name: 'Fit' }));
    expect(percent()).toBe(fitted);
  });
});
