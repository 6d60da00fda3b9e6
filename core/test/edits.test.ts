import fc from 'fast-check';
import { thickenAll } from '../src/check/mends/thicken.ts';
import { addBar, moveBar, removeBar } from '../src/recipe/edits/bars.ts';
import { copyBridges, letDrop, placeBridgesAgain, removeBridge, slideBridge } from '../src/recipe/edits/bridges.ts';
import { framing, isFraming, usualBase, usualFeet, usualRail } from '../src/recipe/edits/rail.ts';
import { placeTabsAgain, removeTab, slideTab } from '../src/recipe/edits/tabs.ts';
import { islandId, letterId } from '../src/recipe/identity.ts';
import { describe, expect, it } from 'vitest';
import { withWordsInJob } from '../src/recipe/edits/words.ts';
import { ONLY_ITEM, ONLY_THING } from '../src/recipe/migrate/1-to-2.ts';
import { applyPatch, inAssembly, patchBetween, within } from '../src/recipe/patch.ts';
import type { RecipeInput } from '../src/recipe/read.ts';
import type { Recipe } from '../src/recipe/schema.ts';
import { buildOf, own, recipeOf, thingIn, wordsIn } from './workshop.ts';

const retyped = (recipe: Recipe, words: string): Recipe => withWordsInJob(recipe, ONLY_THING, ONLY_ITEM, words);

describe('a patch', () => {
  const recipe = recipeOf({ make: 'cut-through', lettering: { words: 'FENNY' } });

  it('sets what is there and leaves the recipe it was given as it was', () => {
    const wider = applyPatch(recipe, inAssembly([{ path: ['plate', 'width'], value: 300 }], ONLY_THING));
    expect(thingIn(wider).plate.width).toBe(300);
    expect(thingIn(recipe).plate.width).toBeNull();
  });

  it.each([
    [{ path: ['plates'] }, 'plates to set'],
    [{ assembly: ONLY_THING, path: ['plates', 'width'] }, 'plates to set'],
    [{ assembly: ONLY_THING, path: ['rail', 'height'] }, 'rail.height to set'],
    [{ assembly: ONLY_THING, item: ONLY_ITEM, path: ['bow', 'radius'] }, 'bow.radius to set'],
    [{ path: ['operations', 9, 'work'] }, 'operations.9 to set'],
    [{ assembly: 'another', path: ['make'] }, 'another to change'],
    [{ assembly: ONLY_THING, item: 'another', path: ['words'] }, 'another to change'],
  ])('refuses %j, which is not in the recipe', (step, named) => {
    expect(() => applyPatch(recipe, [{ ...step, value: 1 }])).toThrow(named);
  });

  it('between two things names only what differs, and makes one of the other', () => {
    const other = recipeOf({ make: 'cut-through', lettering: { words: 'FERNY' }, plate: { width: 250 } });
    const patch = within(ONLY_THING, patchBetween(thingIn(recipe), thingIn(other)));
    expect(patch).toEqual([
      { assembly: ONLY_THING, path: ['plate', 'width'], value: 250 },
      { assembly: ONLY_THING, item: ONLY_ITEM, path: ['words'], value: 'FERNY' },
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
    expect(wordsIn(retyped(recipe, after)).lineScale).toEqual(followed);
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
    expect(wordsIn(mended).words).toBe('ABO');
    expect(Object.keys(wordsIn(mended).nudges)).toEqual(['letter:0.1.0']);
    expect(Object.keys(thingIn(mended).hold.bridges.byHand)).toEqual([own('letter:0.2.0#0')]);
  });
});

describe('what was put by hand', () => {
  /** Words of letters that come once: where each went can be told without a doubt. */
  const wordsOf = (letters: readonly string[], breaks: readonly number[]) =>
    letters.map((letter, i) => (breaks.includes(i) ? `\n${letter}` : letter)).join('');
  const letterAt = (words: string, character: string) => {
    const lines = words.split('\n');
    const line = lines.findIndex((each) => each.includes(character));
    return line < 0 ? null : letterId({ line, cluster: lines[line]!.indexOf(character), index: 0 });
  };
  const alphabet = [...'ABCDEFGHIJKLMNOPQRSTUVWX'];

  it('stays on its letter, whatever is typed before it, behind it and on other lines', () => {
    const edit = fc.record({
      kept: fc.subarray(alphabet.slice(0, 12), { minLength: 3 }),
      breaks: fc.subarray([3, 6, 9]),
      which: fc.nat(),
      // Typed in at a place, or taken out from there.
      typed: fc.array(fc.record({ at: fc.nat(), letter: fc.constantFrom(...alphabet.slice(12)) }), { maxLength: 4 }),
      taken: fc.array(fc.nat(), { maxLength: 3 }),
    });
    fc.assert(
      fc.property(edit, ({ kept, breaks, which, typed, taken }) => {
        const before = wordsOf(kept, breaks);
        const held = kept[which % kept.length]!;
        const place = letterAt(before, held)!;
        const characters = [...before];
        for (const { at, letter } of typed)
          if (!characters.includes(letter)) characters.splice(at % (characters.length + 1), 0, letter);
        for (const at of taken) {
          const gone = characters[at % characters.length]!;
          if (gone !== held && gone !== '\n') characters.splice(at % characters.length, 1);
        }
        const after = characters.join('');
        // Lines that have nothing in common any more are no longer the same lines.
        fc.pre(before.split('\n').length === after.split('\n').length);
        const put = recipeOf({
          make: 'cut-through',
          lettering: { words: before, nudges: { [place]: { x: 3 } }, thicken: { letters: { [place]: 0.4 } } },
          hold: {
            bridges: { byHand: { [islandId(place, 0)]: [{ at: 0.25 }] } },
            drop: { islands: [islandId(place, 1)] },
            joins: { bars: { [place]: [0.5] } },
          },
        });
        const edited = retyped(put, after);
        const [{ nudges, thicken }, { hold }] = [wordsIn(edited), thingIn(edited)];
        const inside = letterAt(after, held)!;
        const now = own(inside);
        expect(nudges[inside]).toMatchObject({ x: 3 });
        expect(thicken.letters[inside]).toBe(0.4);
        expect(hold.bridges.byHand[islandId(now, 0)]).toHaveLength(1);
        expect(hold.drop.islands).toEqual([islandId(now, 1)]);
        expect(hold.joins.bars[now]).toEqual([0.5]);
      }),
      { numRuns: 300 },
    );
  });

  it('of tabs: one is slid or taken out, and those of other parts stay as they are', () => {
    const { hold } = thingIn(
      recipeOf({ make: 'cut-through', lettering: { words: 'A' }, hold: { tabs: { by: 'number' } } }),
    );
    const standing = [
      { part: 'plate', at: 0.1 },
      { part: 'plate', at: 0.6 },
      { part: 'letter:0.0.0', at: 0.5 },
    ];
    expect(slideTab(hold, standing, standing[1]!, -0.25).tabs.byHand).toEqual({ plate: [0.1, 0.75] });
    const without = removeTab(hold, standing, standing[0]!);
    expect(without.tabs.byHand).toEqual({ plate: [0.6] });
    expect(slideTab(without, standing, standing[2]!, 1.2).tabs.byHand).toEqual({
      plate: [0.6],
      'letter:0.0.0': [0.2],
    });
    expect(placeTabsAgain(without).tabs.byHand).toEqual({});
  });

  it('of bars: no more than six after a letter, and no empty record is left', () => {
    let { hold } = thingIn(recipeOf({ make: 'stand-alone', lettering: { words: 'AB' } }));
    for (let n = 0; n < 8; n++) hold = addBar(hold, 'letter:0.0.0', n / 10);
    expect(hold.joins.bars).toEqual({ 'letter:0.0.0': [0, 0.1, 0.2, 0.3, 0.4, 0.5] });
    hold = moveBar(hold, 'letter:0.0.0', 5, 0.9);
    expect(hold.joins.bars['letter:0.0.0']!.at(-1)).toBe(0.9);
    for (let n = 0; n < 6; n++) hold = removeBar(hold, 'letter:0.0.0', 0);
    expect(hold.joins.bars).toEqual({});
  });

  it('of bridges: an island is given back to the search, or its bridges to all alike', () => {
    const { hold } = thingIn(recipeOf({ make: 'cut-through', lettering: { words: 'OO' } }));
    const standing = [
      { id: 'letter:0.0.0#0:0', island: 'letter:0.0.0#0', at: 0.25, angle: 90, handIndex: null },
      { id: 'letter:0.0.0#0:1', island: 'letter:0.0.0#0', at: 0.75, angle: 270, handIndex: null },
    ];
    const slid = slideBridge(hold, standing, standing[1]!, 0.8);
    expect(slid.bridges.byHand).toEqual({
      'letter:0.0.0#0': [
        { at: 0.25, angle: 90, width: null },
        { at: 0.8, angle: null, width: null },
      ],
    });
    const copied = copyBridges(slid, standing, ['letter:0.0.0#0'], ['letter:0.1.0']);
    expect(copied.bridges.byHand['letter:0.1.0#0']).toEqual(slid.bridges.byHand['letter:0.0.0#0']);
    expect(placeBridgesAgain(copied, ['letter:0.0.0#0']).bridges.byHand).toEqual({
      'letter:0.1.0#0': slid.bridges.byHand['letter:0.0.0#0'],
    });
    // Nothing that was given is changed.
    expect(hold.bridges.byHand).toEqual({});
  });
});

describe('bridges that stand at places by hand', () => {
  const island = 'letter:0.0.0#0';
  const place = (at: number) => ({ at, angle: null, width: null });
  const byHand = { [island]: [place(0.1), place(0.6)] };
  const { hold: plain } = thingIn(recipeOf({ make: 'cut-through', lettering: { words: 'O' } }));
  const hold = { ...plain, bridges: { ...plain.bridges, byHand } };

  it('are told by their place, in whatever order they are found', () => {
    const standing = [
      { id: `${island}:0`, island, at: 0.6, angle: 0, handIndex: 1 },
      { id: `${island}:1`, island, at: 0.1, angle: 0, handIndex: 0 },
    ];
    const shares = (changed: typeof plain) => changed.bridges.byHand[island]!.map(({ at }) => at);
    expect(shares(removeBridge(hold, standing, standing[0]!))).toEqual([0.1]);
    expect(shares(slideBridge(hold, standing, standing[1]!, 0.3))).toEqual([0.3, 0.6]);
  });

  it('islands may drop one by one, once one of all may not', () => {
    const all = { ...hold, drop: { all: true, islands: [] } };
    const others = ['letter:0.1.0#0', 'letter:0.2.0#0'];
    expect(letDrop(all, island, false, [island, ...others]).drop).toEqual({ all: false, islands: others });
    expect(letDrop(hold, island, true, []).drop).toEqual({ all: null, islands: [island] });
  });
});

describe('letters that are made thicker by a mend', () => {
  it('get half of what the narrowest lacks on each side, in twentieths, and keep what counters were to keep', () => {
    const item = wordsIn(recipeOf({ make: 'stand-alone', lettering: { words: 'A', thicken: { by: 0.1 } } }));
    // 0.1 + (2 - 1.31) / 2 = 0.445
    expect(thickenAll([item], [1.8, 1.31], 2, 0.8)).toEqual([
      {
        label: 'Thicken by 0.45 mm',
        patch: [
          { assembly: '', item: ONLY_ITEM, path: ['thicken'], value: { ...item.thicken, by: 0.45, keepCounters: 0.8 } },
        ],
      },
    ]);
    expect(thickenAll([item], [], 2, 0.8)).toEqual([]);
  });
});

describe('the usual rail', () => {
  it('is within what a recipe takes, whatever the letters', () => {
    expect(usualRail(50)).toMatchObject({ at: 'under', height: 9, overlap: 2.5, extend: 5 });
    fc.assert(
      fc.property(fc.double({ min: 1, max: 3000, noNaN: true }), (capHeight) => {
        const railed = recipeOf({ make: 'stand-alone', lettering: { words: 'A' }, rail: usualRail(capHeight) });
        expect(thingIn(railed).rail).not.toBeNull();
        // Framed, on feet and a base, too.
        const feet = { ...usualFeet(capHeight, 3), base: usualBase(capHeight) };
        const framed = recipeOf({
          assemblies: [{ make: 'stand-alone', rail: { ...framing(usualRail(capHeight), capHeight), feet } }],
        });
        expect(isFraming(thingIn(framed).rail!)).toBe(true);
      }),
    );
  });
});
