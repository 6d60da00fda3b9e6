import { describe, expect, it } from 'vitest';
import { flatten, moveRegion } from '../src/geometry/contour.ts';
import type { NodePath } from '../src/geometry/nodes/node-path.ts';
import { redrawingOf, redrawnOf, withDrawnFor, withLetterDrawn } from '../src/recipe/edits/redrawn.ts';
import { withWordsInJob } from '../src/recipe/edits/words.ts';
import { withinItem } from '../src/recipe/identity.ts';
import type { LetteringItem, Recipe } from '../src/recipe/schema.ts';
import { outlinePicture, type OutlinePicture } from '../src/screen/outline-picture.ts';
import { jobOf, recipeOf, wordsIn, withLettering } from './workshop.ts';

const FACE = 'barlow-condensed-semibold';
const single = (words: string, more: object = {}): Recipe =>
  recipeOf({
    ...{ machine: 'engraver', material: 'brass', thickness: 1 },
    assemblies: [
      {
        make: 'engraved',
        items: [
          {
            id: 'item-1',
            words,
            face: FACE,
            role: 'line',
            size: { by: 'cap height', value: 20 },
            centerline: {},
            ...more,
          },
        ],
        plate: { holes: null, border: null },
      },
    ],
  } as never);

/** The strokes of a letter as they come out, each by its box, mm about the letter's own origin. */
function strokesOf(recipe: Recipe, n: number) {
  const { letters } = jobOf(recipe).assemblies[0]!.built.arrangement.items[0]!;
  return letters[n]!.strokes;
}

function outlineOf(recipe: Recipe, n: number): OutlinePicture {
  const job = jobOf(recipe);
  const { letters } = job.assemblies[0]!.built.arrangement.items[0]!;
  return outlinePicture(job, { assembly: 'thing-1', item: 'item-1', letter: letters[n]!.id })!;
}

/** A letter of a job with other strokes. */
function drawn(
  recipe: Recipe,
  n: number,
  isForAll: boolean,
  change: (paths: readonly NodePath[]) => NodePath[],
): Recipe {
  const { paths, letter, glyph } = outlineOf(recipe, n);
  const one = { letter: withinItem(letter!), glyph: glyph!, text: 'H' };
  return withItem(recipe, (item) => withLetterDrawn(item, one, isForAll, paths, change(paths)));
}

const withItem = (recipe: Recipe, change: (item: LetteringItem) => LetteringItem): Recipe =>
  withLettering(recipe, change(wordsIn(recipe)));

const findings = (recipe: Recipe) => jobOf(recipe).findings.filter(({ rule }) => rule === 'lost outline');

describe('strokes of a letter, changed by hand', () => {
  const H = single('HUH');

  it('are worked on as they were traced, in ems, whatever the size', () => {
    const [small, large] = [outlineOf(H, 0), outlineOf(single('HUH', { size: { by: 'cap height', value: 55 } }), 0)];
    expect(small.paths.every(({ closed }) => !closed)).toBe(true);
    expect(small.paths).toHaveLength(3);
    expect(large.paths).toEqual(small.paths);
    expect(small.alike).toBe(2);
  });

  it('can be taken out, of one letter or of all alike', () => {
    const one = drawn(H, 0, false, (paths) => paths.slice(1));
    expect([0, 1, 2].map((n) => strokesOf(one, n).length)).toEqual([2, 1, 3]);
    const all = drawn(H, 2, true, (paths) => paths.slice(1));
    expect([0, 1, 2].map((n) => strokesOf(all, n).length)).toEqual([2, 1, 2]);
    expect(findings(one)).toEqual([]);
    // The file has them no more.
    expect(jobOf(one).operations.find(({ kinds }) => kinds.includes('line'))!.contours).toHaveLength(6);
  });

  it('can be put in', () => {
    const slash: NodePath = {
      closed: false,
      nodes: [
        { x: 0, y: 0, to: 'line' },
        { x: 0.3, y: 0.6, to: 'line' },
      ],
    };
    const recipe = drawn(H, 0, false, (paths) => [...paths, slash]);
    expect(strokesOf(recipe, 0)).toHaveLength(4);
    expect(strokesOf(recipe, 2)).toHaveLength(3);
  });

  it('stay changed under other words, sizes, turns and mirrors, and follow their letter', () => {
    const changed = drawn(H, 0, false, (paths) => paths.slice(1));
    const countsOf = (recipe: Recipe) => {
      const { letters } = jobOf(recipe).assemblies[0]!.built.arrangement.items[0]!;
      return letters.map(({ strokes }) => strokes.length);
    };
    const size = { by: 'cap height', value: 61 } as const;
    expect(countsOf(withItem(changed, (item) => ({ ...item, size })))).toEqual([2, 1, 3]);
    expect(countsOf(withItem(changed, (item) => ({ ...item, turn: 30 })))).toEqual([2, 1, 3]);
    expect(countsOf(withItem(changed, (item) => ({ ...item, mirror: true })))).toEqual([2, 1, 3]);
    expect(countsOf(withWordsInJob(changed, 'thing-1', 'item-1', 'IHUH'))).toEqual([1, 2, 1, 3]);
    expect(findings(withItem(changed, (item) => ({ ...item, size })))).toEqual([]);
  });

  it('move where they are moved', () => {
    const up = drawn(H, 0, false, (paths) =>
      paths.map((path, i) =>
        i === 0 ? { ...path, nodes: path.nodes.map((node) => ({ ...node, y: node.y + 0.1 })) } : path,
      ),
    );
    const tops = (recipe: Recipe) => strokesOf(recipe, 0).map(({ segments }) => segments[0]!.from.y);
    const [before, after] = [tops(H), tops(up)];
    const moved = after.map((y, i) => y - before[i]!).filter((by) => Math.abs(by) > 1e-6);
    // A tenth of an em, whose caps are 20 mm high.
    expect(moved).toHaveLength(1);
    expect(moved[0]).toBeGreaterThan(2);
    expect(moved[0]).toBeLessThan(4);
  });

  it('are told as lost on another face and for what it draws otherwise, and can be forgotten', () => {
    const changed = drawn(H, 0, false, (paths) => paths.slice(1));
    const elsewhere = withItem(changed, (item) => ({ ...item, face: 'overpass-bold' }));
    expect(findings(elsewhere)).toMatchObject([
      { title: expect.stringContaining('redrawn by hand: not so here') as string },
    ]);
    const gone = withItem(changed, (item) => ({ ...item, words: 'UUU' }));
    expect(findings(gone)).toHaveLength(1);
    expect(findings(gone)[0]!.mends).toHaveLength(1);
    expect(
      findings(withItem(changed, (item) => ({ ...item, centerline: { ...item.centerline!, redrawn: [] } }))),
    ).toEqual([]);
  });

  it('are kept apart from what is changed of the outlines', () => {
    const changed = drawn(H, 0, false, (paths) => paths.slice(1));
    const outlined = withItem(changed, (item) => ({ ...item, centerline: null }));
    expect(redrawnOf(wordsIn(outlined))).toEqual([]);
    expect(redrawnOf(wordsIn(changed))).toHaveLength(1);
    const { letter, glyph } = outlineOf(changed, 0);
    const one = { letter: withinItem(letter!), glyph: glyph!, text: 'H' };
    const forAll = withDrawnFor(wordsIn(changed), one, true);
    expect(redrawingOf(forAll, one)).toMatchObject({ letter: null });
    expect(forAll.redrawn).toEqual([]);
  });

  it('take their letter out of those that are traced as one, and are found beside other letters', () => {
    const face = { face: 'sacramento', centerline: { joined: true } };
    const joined = single('mon', face);
    expect(outlineOf(joined, 1).paths).toEqual(outlineOf(single('mon', { face: 'sacramento' }), 1).paths);
    const up = (paths: readonly NodePath[]) =>
      paths.map((path) => ({ ...path, nodes: path.nodes.map((node) => ({ ...node, y: node.y + 0.05 })) }));
    const changed = drawn(joined, 1, false, up);
    expect(findings(changed)).toEqual([]);
    const alone = drawn(single('o', { face: 'sacramento' }), 0, false, up);
    const formOf = (recipe: Recipe, n: number) => {
      const { origin } = jobOf(recipe).assemblies[0]!.built.arrangement.items[0]!.letters[n]!;
      return moveRegion(strokesOf(recipe, n), -origin.x, -origin.y, () => '').flatMap((stroke) =>
        flatten(stroke, 0.01),
      );
    };
    const expected = formOf(alone, 0);
    for (const [words, n] of [
      ['mon', 1],
      ['amon', 2],
    ] as const) {
      const own = formOf(withWordsInJob(changed, 'thing-1', 'item-1', words), n);
      expect(own).toHaveLength(expected.length);
      own.forEach(({ x, y }, i) => {
        expect(x).toBeCloseTo(expected[i]!.x, 6);
        expect(y).toBeCloseTo(expected[i]!.y, 6);
      });
    }
    // What ran on through all of them, and was kept with one, is each one’s own.
    const counts = (recipe: Recipe) => [0, 1, 2].map((n) => strokesOf(recipe, n).length);
    expect(counts(joined).filter((count) => count > 0)).toHaveLength(1);
    expect(counts(changed).every((count) => count > 0)).toBe(true);
  });
});
