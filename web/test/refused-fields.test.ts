import { readRecipe } from '@needlefile/core/recipe/read';
import type { Recipe } from '@needlefile/core/recipe/schema';
import { describe, expect, it } from 'vitest';
import { fieldOf, inWords, ownerOf, problemOf, stationOf } from '../src/features/workbench/refused-fields';
import { chosenIn } from '../src/job/chosen';

/** Where on the screen it is told what the server refuses. */

const read = readRecipe({
  machine: 'engraver',
  material: 'brass',
  assemblies: [
    { id: 'oil', make: 'engraved', items: [{ id: 'words', words: 'OIL' }] },
    { id: 'sand', make: 'engraved', items: [{ id: 'words', words: 'SAND' }] },
  ],
});
const { recipe } = read as { recipe: Recipe };
const chosen = chosenIn(recipe, { assembly: 'oil', items: [] });

describe('a place that is refused', () => {
  it.each([
    ['assemblies.0.plate.width', { assembly: 'oil', item: null, field: 'thing.plate.width' }],
    ['assemblies.1.items.0.size.value', { assembly: 'sand', item: 'words', field: 'item.size.value' }],
    ['assemblies.7.plate.width', null],
    ['sheet.width', null],
  ])('%s is of %j', (place, owner) => {
    expect(ownerOf(place, recipe)).toEqual(owner);
  });

  it('is a field of the panel where its thing and its item are worked on, and else stays what it is', () => {
    expect(fieldOf('assemblies.0.plate.width', recipe, chosen)).toBe('thing.plate.width');
    expect(fieldOf('assemblies.0.items.0.size.value', recipe, chosen)).toBe('item.size.value');
    expect(fieldOf('assemblies.1.plate.width', recipe, chosen)).toBe('assemblies.1.plate.width');
    expect(fieldOf('sheet.width', recipe, chosen)).toBe('sheet.width');
  });

  it.each([
    ['item.size.value', 'letter'],
    ['thing.hold.bridges.width', 'hold'],
    ['thing.windows', 'hold'],
    ['thing.plate.width', 'plate'],
    ['sheet.width', 'plate'],
    ['operations.0.fill.tool', 'strokes'],
    ['operations.0.speed', 'work-order'],
    ['assignment.outer', 'work-order'],
    ['release.tolerance', 'release'],
  ])('%s is at %s', (field, station) => {
    expect(stationOf(field)).toBe(station);
  });

  it('is told in words, without the numbers that are only ours', () => {
    expect(problemOf('sheet.width: must be 1 mm or more: it is 0')).toEqual({
      path: 'sheet.width',
      reason: 'must be 1 mm or more: it is 0',
    });
    expect(problemOf('The job is too large')).toEqual({
      path: 'The job is too large',
      reason: 'The job is too large',
    });
    expect(inWords('assemblies.0.plate.cornerRadius: must be less')).toBe('plate, corner radius must be less');
    expect(inWords('assemblies.1.items.0.letterSpacing: must be less')).toBe('letter spacing must be less');
    expect(inWords('operations.2.fill.tool: must be more')).toBe('operation 3, fill, tool must be more');
  });
});
