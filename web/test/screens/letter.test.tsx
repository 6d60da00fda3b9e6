import { act, fireEvent, screen } from '@testing-library/react';
import { contourBounds } from '@needlefile/core/geometry/contour-facts';
import { heightOf, joinBounds, widthOf, type Bounds } from '@needlefile/core/geometry/bounds';
import type { ReadDrawing } from '@needlefile/core/formats/sheet-drawing';
import { describe, expect, it } from 'vitest';
import { letteringOf, thingOf } from '../lettered';
import { choose } from '../../src/job/chosen';
import { engraved } from './jobs';
import { openWorkbench } from './open';

const lettersIn = (file: ReadDrawing) =>
  file.layers
    .filter(({ name }) => name.startsWith('ENGRAVE'))
    .flatMap(({ contours }) => contours)
    .sort((a, b) => contourBounds(a).minX - contourBounds(b).minX);
const boxesIn = (file: ReadDrawing): Bounds[] => lettersIn(file).map((contour) => contourBounds(contour));
const inkOf = (file: ReadDrawing): Bounds => joinBounds(boxesIn(file));

describe('the words', () => {
  it('are what the file has, and keep what was done to a letter by hand', async () => {
    const bench = await openWorkbench(engraved('LIT'));
    await bench.choose('Letter', /^I/);
    await bench.type('Up', '3');
    fireEvent.change(bench.panel().getByLabelText('Words'), { target: { value: 'TILT' } });
    await bench.built();
    const feet = boxesIn(await bench.file()).map(({ minY }) => minY);
    expect(feet).toHaveLength(4);
    expect(feet[1]! - feet[0]!).toBeCloseTo(3, 3);
    expect(feet[2]! - feet[0]!).toBeCloseTo(0, 3);
    // The letter stays in hand, after undo as well.
    const inHand = () => bench.panel().getByLabelText<HTMLSelectElement>('Letter').selectedOptions[0]!.textContent;
    expect(inHand()).toMatch(/^I in TILT/);
    await bench.user.keyboard('{Control>}z{/Control}');
    await bench.built();
    expect(inHand()).toMatch(/^I in LIT/);
  });

  it('are kept as they were where there are too many of them, or too many lines', async () => {
    const bench = await openWorkbench(engraved('OIL'));
    const field = bench.panel().getByLabelText('Words');
    for (const [words, said] of [
      ['A'.repeat(10_001), /10,001 characters are too many/],
      ['A\n'.repeat(400), /lines/],
    ] as const) {
      fireEvent.change(field, { target: { value: words } });
      expect(bench.panel().getByRole('alert').textContent).toMatch(said);
      expect(letteringOf(bench.recipe()).words).toBe('OIL');
    }
    fireEvent.change(field, { target: { value: 'OILS' } });
    expect(bench.panel().queryByRole('alert')).toBeNull();
    expect(letteringOf(bench.recipe()).words).toBe('OILS');
  });
});

describe('the size', () => {
  it('stays when another of its measures is chosen, and follows that measure then', async () => {
    const bench = await openWorkbench(engraved('Oxen'));
    const before = inkOf(await bench.file());
    for (const measure of ['Height of x', 'Overall width', 'Overall height', 'Into a box', 'Cap height']) {
      await bench.choose('Set by', measure);
      await bench.built();
      const now = inkOf(await bench.file());
      expect(widthOf(now), measure).toBeCloseTo(widthOf(before), 1);
      expect(heightOf(now), measure).toBeCloseTo(heightOf(before), 1);
    }
    await bench.choose('Set by', 'Overall width');
    await bench.type('Overall width', '100');
    expect(widthOf(inkOf(await bench.file()))).toBeCloseTo(100, 2);
    await bench.choose('Set by', 'Overall height');
    await bench.type('Overall height', '2 in');
    expect(heightOf(inkOf(await bench.file()))).toBeCloseTo(50.8, 2);
  });

  it('of words in a box is as large as goes in, never distorted', async () => {
    const bench = await openWorkbench(engraved('HI'));
    const before = inkOf(await bench.file());
    await bench.choose('Set by', 'Into a box');
    await bench.type('Box width', '500');
    await bench.type('Box height', '40');
    const inBox = inkOf(await bench.file());
    expect(heightOf(inBox)).toBeCloseTo(40, 2);
    expect(widthOf(inBox) / heightOf(inBox)).toBeCloseTo(widthOf(before) / heightOf(before), 3);
    await bench.type('Box width', '10');
    expect(widthOf(inkOf(await bench.file()))).toBeCloseTo(10, 2);
  });

  it('of a line is a share of what it would be', async () => {
    const bench = await openWorkbench(engraved('H\nH'));
    await bench.type('Line 2', '50');
    expect(letteringOf(bench.recipe()).lineScale).toEqual([1, 0.5]);
    const [a, b] = boxesIn(await bench.file())
      .map(heightOf)
      .sort((one, other) => other - one);
    expect(b! / a!).toBeCloseTo(0.5, 3);
  });

  it('of several in hand is “mixed” where it differs, and one for all once it is typed', async () => {
    const bench = await openWorkbench('Lamp hut set, one sheet');
    const { id, items } = thingOf(bench.recipe());
    act(() => choose(id, items[0]!.id, items[1]!.id));
    await bench.built();
    expect(bench.panel().getByText(/2 are in hand/)).toBeTruthy();
    const field = bench.panel().getByLabelText('Cap height', { selector: 'input' });
    expect(field.getAttribute('placeholder')).toBe('mixed');
    fireEvent.change(field, { target: { value: '22' } });
    const sizes = thingOf(bench.recipe()).items.map((item) => item.kind === 'lettering' && item.size);
    expect(sizes).toEqual([
      { by: 'cap height', value: 22 },
      { by: 'cap height', value: 22 },
    ]);
  });
});

describe('spacing', () => {
  it('is added between letters, between words and between lines', async () => {
    const bench = await openWorkbench(engraved('I I'));
    const gap = async () => {
      const [a, b] = boxesIn(await bench.file());
      return b!.minX - a!.maxX;
    };
    const before = await gap();
    await bench.type('Spaces', '7');
    expect((await gap()) - before).toBeCloseTo(7, 3);
    // Twice: before and behind the space.
    await bench.type('Letters', '1.5');
    expect((await gap()) - before).toBeCloseTo(10, 3);
    fireEvent.change(bench.panel().getByLabelText('Words'), { target: { value: 'I\nI' } });
    await bench.built();
    await bench.type('Lines', '2');
    const feet = boxesIn(await bench.file())
      .map(({ minY }) => minY)
      .sort((a, b) => a - b);
    expect(feet[1]! - feet[0]!).toBeCloseTo(40, 3);
  });

  it('lines lines up on the left, in the middle and on the right', async () => {
    const bench = await openWorkbench(engraved('HHH\nH'));
    const edges = async () => {
      const boxes = boxesIn(await bench.file()).sort((a, b) => a.minY - b.minY);
      const [low, high] = [joinBounds(boxes.slice(0, 1)), joinBounds(boxes.slice(1))];
      return [low.minX - high.minX, high.maxX - low.maxX] as const;
    };
    const [left, right] = await edges();
    expect(left).toBeCloseTo(right, 2);
    await bench.user.click(bench.panel().getByText('Left'));
    expect((await edges())[0]).toBeCloseTo(0, 2);
    await bench.user.click(bench.panel().getByText('Right'));
    expect((await edges())[1]).toBeCloseTo(0, 2);
  });
});

describe('one letter', () => {
  it('is moved, turned and sized, told as moved, and put back', async () => {
    const bench = await openWorkbench(engraved('HOH'));
    const before = boxesIn(await bench.file());
    await bench.choose('Letter', /^second H/);
    await bench.type('Along', '4');
    await bench.type('Up', '-2');
    await bench.type('Turn', '90');
    await bench.type('Size', '150');
    await bench.built();
    const after = boxesIn(await bench.file());
    const [was, is] = [before.at(-1)!, after.at(-1)!];
    // On its side, so high as it was wide, half as large again.
    expect(heightOf(is)).toBeCloseTo(1.5 * widthOf(was), 2);
    expect(widthOf(is)).toBeCloseTo(1.5 * heightOf(was), 2);
    // The plate has grown with it; what was not moved lies to each other as it did.
    expect(after[1]!.minX - after[0]!.minX).toBeCloseTo(before[1]!.minX - before[0]!.minX, 4);
    expect(bench.panel().getByRole('option', { name: 'second H in HOH · moved' })).toBeTruthy();
    await bench.press('Put it back');
    expect(boxesIn(await bench.file())).toEqual(before);
    expect(bench.panel().getByRole('button', { name: 'Put it back' })).toHaveProperty('disabled', true);
  });
});

describe('weight', () => {
  it('makes strokes thicker by twice what is said, and tells of counters', async () => {
    const bench = await openWorkbench(engraved('IO'));
    const [before] = boxesIn(await bench.file());
    await bench.type('Thicken by', '0.5');
    await bench.built();
    const [after] = boxesIn(await bench.file());
    expect(widthOf(after!) - widthOf(before!)).toBeCloseTo(1, 2);
    expect(bench.panel().getByText('No counter closed.')).toBeTruthy();
    await bench.type('Keep counters', '0');
    await bench.type('Thicken by', '8');
    await bench.built();
    expect(bench.panel().getByText('1 counter closed.')).toBeTruthy();
    // I and O are one, and none of them has a hole.
    expect(lettersIn(await bench.file())).toHaveLength(1);
    await bench.type('Thicken by', '-0.5');
    const [thin] = boxesIn(await bench.file());
    expect(widthOf(thin!) - widthOf(before!)).toBeCloseTo(-1, 2);
  });
});

describe('round a circle', () => {
  it('sets heads outward at its top and inward at its bottom, upright where asked', async () => {
    const bench = await openWorkbench(engraved('III'));
    await bench.user.click(bench.panel().getByText('Circle'));
    expect(letteringOf(bench.recipe()).bow).toEqual({ radius: 60, side: 'outside', angle: 90, upright: false });
    await bench.type('Radius', '40');
    const heights = async () => boxesIn(await bench.file()).map(({ maxY }) => maxY);
    const outward = await heights();
    expect(outward[1]! - outward[0]!).toBeGreaterThan(0.5);
    await bench.user.click(bench.panel().getByText('Inward'));
    expect(letteringOf(bench.recipe()).bow).toMatchObject({ side: 'inside', angle: 270 });
    const inward = await heights();
    expect(inward[1]! - inward[0]!).toBeLessThan(-0.5);
    await bench.user.click(bench.panel().getByText('Outward'));
    expect(letteringOf(bench.recipe()).bow).toMatchObject({ side: 'outside', angle: 90 });
    // An angle of one's own is left alone.
    await bench.type('At', '45');
    await bench.user.click(bench.panel().getByText('Inward'));
    expect(letteringOf(bench.recipe()).bow).toMatchObject({ angle: 45 });
    await bench.tick('Letters stay upright');
    const [first, ...rest] = boxesIn(await bench.file());
    for (const box of rest) expect(widthOf(box)).toBeCloseTo(widthOf(first!), 2);
    await bench.user.click(bench.panel().getByText('Straight'));
    expect(letteringOf(bench.recipe()).bow).toBeNull();
  });
});

describe('shapes and width of letters', () => {
  it('distorts and mirrors on purpose', async () => {
    const bench = await openWorkbench(engraved('LT'));
    const before = boxesIn(await bench.file());
    await bench.type('Letter width', '150');
    const wide = boxesIn(await bench.file());
    expect(widthOf(wide[0]!) / widthOf(before[0]!)).toBeCloseTo(1.5, 3);
    expect(heightOf(wide[0]!)).toBeCloseTo(heightOf(before[0]!), 3);
    await bench.tick(/Mirrored/);
    const mirrored = boxesIn(await bench.file());
    // What was first is last, and the ink as wide as it was.
    expect(widthOf(mirrored.at(-1)!)).toBeCloseTo(widthOf(wide[0]!), 3);
    expect(widthOf(joinBounds(mirrored))).toBeCloseTo(widthOf(joinBounds(wide)), 3);
  });

  it('offers the features of the face, and forgets them with it', async () => {
    const bench = await openWorkbench(engraved('a', { face: 'vollkorn-bold' }));
    const high = async () => heightOf(inkOf(await bench.file()));
    const before = await high();
    await bench.tick('Small capitals');
    expect(letteringOf(bench.recipe()).features).toEqual({ smcp: true });
    expect(await high()).toBeGreaterThan(1.05 * before);
    await bench.tick('Small capitals');
    expect(letteringOf(bench.recipe()).features).toEqual({});
    await bench.tick('Small capitals');
    await bench.press(/^Face:/);
    await bench.press(/^Graduate/);
    expect(letteringOf(bench.recipe())).toMatchObject({ face: 'graduate', axes: {}, features: {} });
  });
});

describe('tags', () => {
  it('are parted by commas, each once, bounded, and left as they were on Escape', async () => {
    const bench = await openWorkbench('Mess room hook, Wren');
    const field = bench.panel().getByLabelText('Tags');
    await bench.type('Tags', ' birds ,, hooks, birds');
    expect(bench.recipe().tags).toEqual(['birds', 'hooks']);
    for (const [typed, said] of [
      [Array.from({ length: 21 }, (_, i) => `t${i}`).join(), 'The most is 20 tags.'],
      ['x'.repeat(41), 'A tag has 40 characters at most.'],
    ] as const) {
      fireEvent.change(field, { target: { value: typed } });
      expect(bench.panel().getByText(said)).toBeTruthy();
      fireEvent.blur(field);
      expect(bench.recipe().tags).toEqual(['birds', 'hooks']);
    }
    fireEvent.keyDown(field, { key: 'Escape' });
    expect(field).toHaveProperty('value', 'birds, hooks');
    expect(bench.steps()).toBe(1);
  });
});

describe('what an item is', () => {
  it('says what becomes of its lines', async () => {
    const bench = await openWorkbench(engraved('O'));
    const layersWith = async (): Promise<string[]> => {
      const { layers } = await bench.file();
      return layers
        .filter(({ contours }) => contours.some((each) => heightOf(contourBounds(each)) < 22))
        .map(({ name }) => name);
    };
    expect(await layersWith()).toContain('ENGRAVE');
    await bench.choose('It is', 'cut through');
    await bench.built();
    expect(await layersWith()).not.toContain('ENGRAVE');
    expect(await layersWith()).toContain('CUT_INNER');
    await bench.choose('It is', 'guide');
    await bench.built();
    expect(await layersWith()).not.toContain('CUT_INNER');
  });

  it('is held to another, at a distance, and let go; a circle of holds is refused', async () => {
    const bench = await openWorkbench({
      machine: 'engraver',
      material: 'brass',
      thickness: 1.5,
      assemblies: [
        {
          make: 'engraved',
          plate: { width: 120, height: 60, holes: null, border: null },
          items: [
            { id: 'name', words: 'H', face: 'overpass-bold', size: { by: 'cap height', value: 20 } },
            {
              id: 'note',
              words: 'I',
              face: 'overpass-bold',
              size: { by: 'cap height', value: 8 },
              place: { x: 20, y: -20 },
            },
          ],
        },
      ],
    });
    const { id, items } = thingOf(bench.recipe());
    const [name, note] = items;
    const holdTo = async (item: string, of: string) => {
      act(() => choose(id, item));
      await bench.built();
      await bench.choose('Which way', 'across');
      await bench.choose('Its edge', 'left');
      await bench.choose('Held to', of);
      await bench.choose('That edge', 'left');
      await bench.press('Keep');
      await bench.built();
    };
    const apart = async () => {
      const [a, b] = lettersIn(await bench.file())
        .map((letter) => contourBounds(letter))
        .sort((one, two) => heightOf(two) - heightOf(one));
      return b!.minX - a!.minX;
    };
    expect(await apart()).not.toBeCloseTo(0, 1);
    await holdTo(note!.id, 'H');
    expect(await apart()).toBeCloseTo(0, 3);
    await bench.type('Its left, right of H’s left', '5');
    expect(await apart()).toBeCloseTo(5, 3);
    await holdTo(name!.id, 'I');
    expect(screen.getByText(/would hang on each other in a circle: .* → /)).toBeTruthy();
    expect(thingOf(bench.recipe()).items[0]!.place?.x).not.toMatchObject({ of: note!.id });
    act(() => choose(id, note!.id));
    await bench.built();
    await bench.press('Let go');
    expect(typeof thingOf(bench.recipe()).items[1]!.place?.x).toBe('number');
    expect(await apart()).toBeCloseTo(5, 3);
  });
});
