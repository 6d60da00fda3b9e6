import { describe, expect, it } from 'vitest';
import { collisionsOf, dotAt, dotOf, middleOfDot } from '../src/fills/dots-by-hand.ts';
import { contourBounds } from '../src/geometry/contour-facts.ts';
import { circle } from '../src/geometry/shapes.ts';
import { withDotIn, withDotMoved, withDotOut } from '../src/recipe/edits/dots.ts';
import { withWordsInJob } from '../src/recipe/edits/words.ts';
import type { FillPlan, LetteringItem, Recipe } from '../src/recipe/schema.ts';
import type { PictureDot } from '../src/screen/dots-picture.ts';
import { pictureOf } from '../src/screen/picture.ts';
import { jobOf, operationOn, recipeOf, wordsIn, withLettering } from './workshop.ts';

const name = (words: string, more: object = {}): Recipe =>
  recipeOf({
    ...{ machine: 'engraver', material: 'brass', thickness: 1.5 },
    operations: [
      { id: 'area', work: 'mark', fill: { kind: 'dots', diameter: 1, pitch: 2 } },
      { id: 'outer', work: 'cut' },
    ],
    assignment: { line: 'outer', inner: 'outer' },
    assemblies: [
      {
        make: 'engraved',
        items: [{ words, face: 'overpass-bold', size: { by: 'cap height', value: 20 }, ...more }],
        plate: { holes: null, border: null },
      },
    ],
  } as never);

const withItem = (recipe: Recipe, change: (item: LetteringItem) => LetteringItem): Recipe =>
  withLettering(recipe, change(wordsIn(recipe)));
const dotsOf = (recipe: Recipe): readonly PictureDot[] => pictureOf(jobOf(recipe)).assemblies[0]!.dots;
const inFile = (recipe: Recipe) => operationOn(jobOf(recipe), 'area')!.contours;
const ofLetter = (recipe: Recipe, letter: string) => dotsOf(recipe).filter((dot) => dot.letter === letter);

describe('dots by hand', () => {
  const plain = name('LI');
  const [first] = dotsOf(plain);

  it('are shown as they are in the file, each of its letter', () => {
    expect(dotsOf(plain)).toHaveLength(inFile(plain).length);
    expect(new Set(dotsOf(plain).map(({ letter }) => letter))).toEqual(new Set(['letter:0.0.0', 'letter:0.1.0']));
    for (const { radius, byHand } of dotsOf(plain)) expect([radius, byHand]).toEqual([0.5, false]);
  });

  it('are taken out, and only that one', () => {
    const less = withItem(plain, (item) => withDotOut(item, first!));
    expect(inFile(less)).toHaveLength(inFile(plain).length - 1);
    expect(dotsOf(less).some(({ at }) => Math.hypot(at[0] - first!.at[0], at[1] - first!.at[1]) < 0.01)).toBe(false);
  });

  it('leave nothing to be seen of a letter when the last is taken out', () => {
    const emptied = dotsOf(plain)
      .filter(({ letter }) => letter === first!.letter)
      .reduce((recipe, dot) => withItem(recipe, (item) => withDotOut(item, dot)), plain);
    expect(ofLetter(emptied, first!.letter)).toEqual([]);
    for (const work of ['mark', 'cut'] as const) {
      const [area, ...others] = emptied.operations;
      const { engraved } = pictureOf(jobOf({ ...emptied, operations: [{ ...area!, work }, ...others] })).assemblies[0]!;
      expect(engraved).toBe('');
    }
    const swept = { ...emptied, operations: emptied.operations.map((each) => ({ ...each, fill: null })) };
    expect(pictureOf(jobOf(swept)).assemblies[0]!.engraved).not.toBe('');
  });

  it('are put, and forgotten when they are taken out again', () => {
    const more = withItem(plain, (item) => withDotIn(item, 'letter:0.1.0', [0.1, 0.5]));
    const put = dotsOf(more).find(({ byHand }) => byHand)!;
    expect(put).toMatchObject({ letter: 'letter:0.1.0', radius: 0.5 });
    expect(put.at[0]).toBeCloseTo(0.1, 4);
    expect(inFile(more)).toHaveLength(inFile(plain).length + 1);
    const back = withItem(more, (item) => withDotOut(item, put));
    expect(wordsIn(back).dots).toEqual({});
    expect(inFile(back)).toHaveLength(inFile(plain).length);
  });

  it('are moved, once and again', () => {
    const to = [first!.at[0] + 0.05, first!.at[1]] as const;
    const moved = withItem(plain, (item) => withDotMoved(item, first!, to));
    expect(inFile(moved)).toHaveLength(inFile(plain).length);
    const own = dotsOf(moved).find(({ byHand }) => byHand)!;
    // A twentieth of 20 mm.
    expect(own.x - first!.x).toBeCloseTo(1, 2);
    const again = withItem(moved, (item) => withDotMoved(item, own, [own.at[0], own.at[1] + 0.05]));
    expect(wordsIn(again).dots['letter:0.0.0']).toMatchObject({ in: [expect.anything()], out: [expect.anything()] });
    expect(inFile(again)).toHaveLength(inFile(plain).length);
  });

  it('stay as wide as they are when they are moved, on a larger letter wider, be they marked or cut', () => {
    for (const work of ['mark', 'cut'] as const) {
      const dotted = name('Li');
      const [area, ...others] = dotted.operations;
      const fill = { ...area!.fill!, single: 'filled' } as FillPlan;
      const recipe: Recipe = { ...dotted, operations: [{ ...area!, work, fill }, ...others] };
      const widest = (of: Recipe): PictureDot => dotsOf(of).reduce((a, b) => (b.radius > a.radius ? b : a));
      const large = widest(recipe);
      expect(large).toMatchObject({ letter: 'letter:0.1.0', byHand: false });
      expect(large.radius).toBeGreaterThan(1);
      const moved = withItem(recipe, (item) => withDotMoved(item, large, [large.at[0] + 0.01, large.at[1]]));
      expect(inFile(moved)).toHaveLength(inFile(recipe).length);
      const own = widest(moved);
      expect(own).toMatchObject({ byHand: true, radius: expect.closeTo(large.radius, 2) as number });
      expect(own.x - large.x).toBeCloseTo(0.2, 2);
      const larger = withItem(moved, (item) => ({ ...item, size: { by: 'cap height', value: 30 } }));
      expect(widest(larger).radius).toBeCloseTo(1.5 * large.radius, 2);
    }
  });

  it('stay on their letter: under other words, sizes, turns and places', () => {
    const changed = withItem(plain, (item) => withDotIn(withDotOut(item, first!), 'letter:0.0.0', [0.3, 0.3]));
    const put = (recipe: Recipe) => dotsOf(recipe).filter(({ byHand }) => byHand);
    const before = withWordsInJob(changed, 'thing-1', 'item-1', 'ILI');
    expect(put(before)).toMatchObject([
      { letter: 'letter:0.1.0', at: [expect.closeTo(0.3, 3), expect.closeTo(0.3, 3)] },
    ]);
    const countOf = (recipe: Recipe, letter: string) => ofLetter(recipe, letter).length;
    expect(countOf(before, 'letter:0.1.0')).toBe(countOf(changed, 'letter:0.0.0'));
    for (const more of [{ turn: 35 }, { size: { by: 'cap height', value: 33 } as const }, { mirror: true }]) {
      const other = withItem(changed, (item) => ({ ...item, ...more }));
      expect(put(other).map(({ at }) => at.map((each) => each.toFixed(3)))).toEqual([['0.300', '0.300']]);
      expect(inFile(other).length).toBe(inFile(withItem(name('LI'), (item) => ({ ...item, ...more }))).length);
    }
  });

  it('are told where they lie on each other', () => {
    const at = (x: number) => circle({ x, y: 0 }, 0.5, 'it');
    expect(collisionsOf([at(0), at(1), at(2.5)])).toEqual([]);
    expect(collisionsOf([at(0), at(0.9), at(2.5)])).toHaveLength(1);
    const near = withItem(plain, (item) => withDotIn(item, 'letter:0.0.0', [first!.at[0] + 0.02, first!.at[1]]));
    const finding = jobOf(near).findings.find(({ rule }) => rule === 'colliding dots');
    expect(finding).toMatchObject({ title: 'Two dots lie on each other', severity: 'attention' });
    expect(jobOf(plain).findings.filter(({ rule }) => rule === 'colliding dots')).toEqual([]);
  });

  it('are told where they lie over the edge of their letter, be they marked or cut', () => {
    const over = withItem(plain, (item) => withDotIn(item, 'letter:0.0.0', [first!.at[0], 1.2]));
    const inside = withItem(plain, (item) => withDotMoved(item, first!, [first!.at[0], first!.at[1] + 0.005]));
    const cut = plain.operations.map((each) => (each.id === 'area' ? { ...each, work: 'cut' as const } : each));
    const found = (recipe: Recipe) => jobOf(recipe).findings.filter(({ rule }) => rule === 'over the edge');
    expect(found(inside)).toEqual([]);
    for (const operations of [plain.operations, cut])
      expect(found({ ...over, operations, release: { ...plain.release, kerf: 'controller' } })).toMatchObject([
        { title: 'A dot lies over the edge', severity: 'attention' },
      ]);
  });

  it('are holes too where they are cut', () => {
    const operations = plain.operations.map((each) => (each.id === 'area' ? { ...each, work: 'cut' as const } : each));
    const release = { ...plain.release, kerf: 'controller' as const };
    const cut = { ...plain, operations, release };
    const less = withItem(cut, (item) => withDotOut(item, first!));
    const slugs = (recipe: Recipe) =>
      jobOf(recipe).assemblies[0]!.built.pieces.filter(({ status }) => status === 'drop-out').length;
    expect(slugs(less)).toBe(slugs(cut) - 1);
    expect(dotsOf(cut)).toHaveLength(dotsOf(plain).length);
    // A cut as wide as they are leaves no line to go round: that is told.
    const { findings } = jobOf({ ...cut, release: { ...release, kerf: 'file' } });
    expect(findings.find(({ rule }) => rule === 'cut too wide')).toBeDefined();
  });

  it('are told of a letter and back, wherever and however it stands', () => {
    const frame = { id: 'l', origin: { x: 7, y: -3 }, turn: 50, capHeight: 12, mirrored: true };
    const [u, v] = dotOf(dotAt([0.4, 0.7], frame), frame);
    expect([u, v]).toEqual([expect.closeTo(0.4, 9), expect.closeTo(0.7, 9)]);
    const shape = { ...frame, capHeight: 0, turn: 0, mirrored: false };
    expect(dotAt([2, 3], shape)).toEqual({ x: 9, y: 0 });
    expect(contourBounds(circle({ x: 1, y: 1 }, 2, '')).minX).toBe(-1);
    expect(middleOfDot(circle({ x: 1, y: 1 }, 2, ''))).toEqual({ x: 1, y: 1 });
  });
});
