import { describe, expect, it } from 'vitest';
import { withWords } from '../src/recipe/edits/words.ts';
import { applyPatch, patchBetween } from '../src/recipe/patch.ts';
import type { RecipeInput } from '../src/recipe/schema.ts';
import { buildOf, recipeOf } from './workshop.ts';

describe('a patch', () => {
  const recipe = recipeOf({ make: 'cut-through', lettering: { words: 'FENNY' } });

  it('sets what is there and leaves the recipe it was given as it was', () => {
    expect(applyPatch(recipe, [{ path: ['plate', 'width'], value: 300 }]).plate.width).toBe(300);
    expect(recipe.plate.width).toBeNull();
  });

  it.each([
    [['plates', 'width'], 'plates'],
    [['rail', 'height'], 'rail.height'],
    [['lettering', 'bow', 'radius'], 'lettering.bow.radius'],
    [['workOrder', 'sequence', 9], 'workOrder.sequence.9'],
  ])('refuses %j, which is not in the recipe', (path, named) => {
    expect(() => applyPatch(recipe, [{ path, value: 1 } as never])).toThrow(`no ${named} to set`);
  });

  it('between two recipes names only what differs, and makes one of the other', () => {
    const other = recipeOf({ make: 'cut-through', lettering: { words: 'FERNY' }, plate: { width: 250 } });
    const patch = patchBetween(recipe, other);
    expect(patch).toEqual([
      { path: ['lettering', 'words'], value: 'FERNY' },
      { path: ['plate', 'width'], value: 250 },
    ]);
    expect(applyPatch(recipe, patch)).toEqual(other);
  });
});

describe('other words', () => {
  it.each([
    ['a line put above', 'AB\nCD', [1, 0.4], 'NEW\nAB\nCD', [1, 1, 0.4]],
    ['a line taken out above', 'AB\nCD', [1, 0.4], 'CD', [0.4]],
    ['a line put between', 'AB\nCD', [0.5, 0.4], 'AB\nX\nCD', [0.5, 1, 0.4]],
    ['a line parted in two', 'AB\nCDEF', [1, 0.4], 'AB\nCD\nEF', [1, 0.4, 0.4]],
    ['a letter typed', 'AB\nCD', [1, 0.4], 'ABX\nCD', [1, 0.4]],
  ])('keep each line its size: %s', (_, before, lineScale, after, followed) => {
    const recipe = recipeOf({ make: 'engraved', lettering: { words: before, lineScale } });
    expect(withWords(recipe, after).lettering.lineScale).toEqual(followed);
  });

  it('that a mend chooses keep what was put by hand on the letters behind', () => {
    const input: RecipeInput = {
      make: 'cut-through',
      lettering: { words: 'A🚂BO', nudges: { 'letter:0.3.0': { x: 2 } } },
      hold: { bridges: { byHand: { 'letter:0.4.0#0': [{ at: 0.2 }] } } },
    };
    const job = buildOf(input);
    const [mend] = job.findings.find(({ rule }) => rule === 'missing character')!.mends;
    const mended = applyPatch(job.recipe, mend!.patch);
    expect(mended.lettering.words).toBe('ABO');
    expect(Object.keys(mended.lettering.nudges)).toEqual(['letter:0.1.0']);
    expect(Object.keys(mended.hold.bridges.byHand)).toEqual(['letter:0.2.0#0']);
  });
});
