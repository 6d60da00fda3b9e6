import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { StageCache } from '../src/assembly/stages.ts';
import type { RecipeInput } from '../src/recipe/read.ts';
import { pictureOf, type Picture } from '../src/screen/picture.ts';
import { newsOf, pictureFrom, type NumberedPicture } from '../src/screen/picture-news.ts';
import { jobOf } from './workshop.ts';

interface Sheet {
  readonly words: readonly string[];
  readonly names: readonly string[];
  readonly turn: number;
  readonly height: number;
  /** Whether things lie where they are put. */
  readonly places: boolean;
}

const sheetOf = ({ words, names, turn, height, places }: Sheet): RecipeInput => ({
  machine: 'co2-laser',
  material: 'plywood',
  thickness: 3,
  sheet: { width: 900, height },
  assemblies: words.map((each, i) => ({
    make: 'cut-through',
    name: names[i] ?? null,
    turn: i === 1 ? turn : 0,
    copies: i === 2 ? 2 : 1,
    ...(places && { place: { x: 10, y: 10 + 120 * i } }),
    items: [{ words: each, face: 'barlow-condensed-semibold' }],
  })),
});

const drawn = (sheet: Sheet, cache?: StageCache): Picture => pictureOf(jobOf(sheetOf(sheet), cache));

/** Crosses the border of a worker. */
const told = structuredClone;

describe('news of a picture', () => {
  const sheets = fc.record({
    words: fc.array(fc.constantFrom('OIL', 'Way Out', 'Rowan'), { minLength: 1, maxLength: 4 }),
    names: fc.array(fc.constantFrom('A', 'B'), { maxLength: 3 }),
    turn: fc.constantFrom(0, 90, 25),
    height: fc.constantFrom(500, 600),
    places: fc.boolean(),
  });

  it('make the whole picture of it, whatever came before', () => {
    fc.assert(
      fc.property(fc.array(sheets, { minLength: 2, maxLength: 5 }), (all) => {
        const cache = new StageCache();
        let [sent, held]: (NumberedPicture | null)[] = [null, null];
        all.forEach((sheet, number) => {
          const next = { number, picture: drawn(sheet, cache) };
          held = pictureFrom(told(newsOf(next, sent ?? null)), held?.picture ?? null);
          sent = next;
          expect(held.picture).toEqual(told(drawn(sheet)));
        });
      }),
      { numRuns: 6 },
    );
  });

  it('tell of the thing that changed alone', () => {
    const cache = new StageCache();
    const before = { words: ['OIL', 'Rowan', 'OIL'], names: [], turn: 0, height: 500, places: true };
    const first = { number: 1, picture: drawn(before, cache) };
    const changed = { ...before, words: ['OIL', 'Rowen', 'OIL'] };
    const second = { number: 2, picture: drawn(changed, cache) };
    const news = newsOf(second, first);
    expect(news.assemblies.map((thing) => typeof thing)).toEqual(['number', 'object', 'number']);
    const here = pictureFrom(told(newsOf(first, null)), null);
    const after = pictureFrom(told(news), here.picture);
    expect(after.picture).toEqual(told(drawn(changed)));
    expect(after.picture.assemblies.map((thing) => here.picture.assemblies.includes(thing))).toEqual([
      true,
      false,
      true,
    ]);
  });
});
