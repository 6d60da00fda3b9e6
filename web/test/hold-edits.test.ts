import { build } from '@needlefile/core/job/build-job';
import type { AssemblyPicture } from '@needlefile/core/screen/assembly-picture';
import { pictureOf } from '@needlefile/core/screen/picture';
import { StageCache } from '@needlefile/core/assembly/stages';
import { bridgesOf } from '@needlefile/core/recipe/edits/bridges';
import { type RecipeInput } from '@needlefile/core/recipe/read';
import { houseShop } from '@needlefile/core/shop/house';
import { describe, expect, it } from 'vitest';
import { faceOf, own, recipeOf } from '../../core/test/workshop.ts';
import { holdEdits } from '../src/job/hold-edits';
import { createJobStore } from '../src/job/job-store';
import { thingOf } from './lettered.ts';

const FACE = 'overpass-bold';

/** An open job that is built and drawn as the screen does, by its own store. */
function openJob(input: RecipeInput) {
  const store = createJobStore(
    { id: 'a', revision: 1, updatedAt: '2026-01-01T00:00:00Z', recipe: input },
    recipeOf(input),
  );
  const cache = new StageCache();
  const drawn = (): AssemblyPicture =>
    pictureOf(build(store.getState().recipe, { shop: houseShop, faces: new Map([[FACE, faceOf(FACE)]]) }, cache))
      .assemblies[0]!;
  return { store, drawn };
}

const stencil = (words: string) =>
  openJob({ make: 'cut-through', lettering: { words, face: FACE }, hold: { bridges: { width: 2, perIsland: 'two' } } });
const placesIn = (picture: AssemblyPicture) =>
  picture.bridges.map(({ id, from, to }) =>
    [id, ...from, ...to].map((each) => (typeof each === 'number' ? each.toFixed(2) : each)).join(' '),
  );

describe('bridges by hand', () => {
  it('slides one and leaves the others where the search had put them', () => {
    const { store, drawn } = stencil('BOD');
    const before = drawn();
    const bridge = bridgesOf(before.bridges, own('letter:0.1.0#0'))[0]!;
    holdEdits(store, before).slideBridge(bridge, bridge.at + 0.06);
    const after = drawn();
    const moved = after.bridges.find(({ id }) => id === bridge.id)!;
    expect(moved.at).toBeCloseTo(bridge.at + 0.06, 2);
    const others = (picture: AssemblyPicture) => placesIn(picture).filter((place) => !place.startsWith(bridge.id));
    expect(others(after)).toHaveLength(others(before).length);
    // Shares are kept to four decimals: a tenth of a millimetre on the largest letters.
    for (const place of after.bridges.filter(({ id }) => id !== bridge.id)) {
      const known = before.bridges.find(({ id }) => id === place.id)!;
      expect(Math.hypot(place.from[0] - known.from[0], place.from[1] - known.from[1])).toBeLessThan(0.1);
    }
    store.getState().undo();
    expect(placesIn(drawn())).toEqual(placesIn(before));
  });

  it('makes one wider, takes one out, and gives the island back to the search', () => {
    const { store, drawn } = stencil('O');
    const island = own('letter:0.0.0#0');
    const before = drawn();
    const [first] = bridgesOf(before.bridges, island);
    holdEdits(store, before).widenBridge(first!, 4);
    expect(
      bridgesOf(drawn().bridges, island)
        .map(({ width }) => width)
        .sort(),
    ).toEqual([2, 4]);
    holdEdits(store, drawn()).removeBridge(bridgesOf(drawn().bridges, island)[0]!);
    expect(bridgesOf(drawn().bridges, island)).toHaveLength(1);
    holdEdits(store, drawn()).placeBridgesAgain([island]);
    expect(placesIn(drawn())).toEqual(placesIn(before));
  });

  it('gives a letter’s bridges to all equal letters, and to no others', () => {
    const { store, drawn } = stencil('OBOO');
    const before = drawn();
    const [first] = bridgesOf(before.bridges, own('letter:0.0.0#0'));
    holdEdits(store, before).slideBridge(first!, first!.at + 0.1);
    holdEdits(store, drawn()).copyToAlike(own('letter:0.0.0'));
    const after = drawn();
    const shares = (letter: string) =>
      bridgesOf(after.bridges, `${letter}#0`)
        .map(({ at }) => at.toFixed(2))
        .sort();
    expect(shares(own('letter:0.2.0'))).toEqual(shares(own('letter:0.0.0')));
    expect(shares(own('letter:0.3.0'))).toEqual(shares(own('letter:0.0.0')));
    expect(
      Object.keys(thingOf(store.getState().recipe).hold.bridges.byHand).some((id) =>
        id.startsWith(own('letter:0.1.0')),
      ),
    ).toBe(false);
  });

  it('lets an island drop, and says it island by island once one of all may not', () => {
    const { store, drawn } = stencil('OB');
    const edits = () => holdEdits(store, drawn());
    edits().mayDrop(own('letter:0.0.0#0'), true);
    expect(drawn().islands.map(({ status }) => status)).toEqual(['may drop', 'held', 'held']);
    store.getState().edit('All', (recipe) => void (thingOf(recipe).hold.drop = { all: true, islands: [] }));
    edits().mayDrop(own('letter:0.1.0#0'), false);
    expect(drawn().islands.map(({ id, status }) => [id, status])).toEqual([
      [own('letter:0.0.0#0'), 'may drop'],
      [own('letter:0.1.0#0'), 'held'],
      [own('letter:0.1.0#1'), 'may drop'],
    ]);
  });
});

describe('tabs and bars by hand', () => {
  it('slides one tab along the plate and takes another out', () => {
    const { store, drawn } = openJob({
      make: 'cut-through',
      lettering: { words: 'IN', face: FACE },
      hold: { tabs: { by: 'number', number: 4, length: 1 } },
    });
    const before = drawn();
    expect(before.tabs).toHaveLength(4);
    holdEdits(store, before).slideTab(1, 0.33);
    const slid = drawn();
    expect(slid.tabs.map(({ at }) => at.toFixed(2))).toContain('0.33');
    expect(slid.tabs).toHaveLength(4);
    holdEdits(store, slid).removeTab(0);
    expect(drawn().tabs).toHaveLength(3);
    holdEdits(store, drawn()).placeTabsAgain();
    expect(drawn().tabs.map(({ at }) => at)).toEqual(before.tabs.map(({ at }) => at));
  });

  it('draws a bar between two letters where they are apart, and none beyond the last', () => {
    const { store, drawn } = openJob({ make: 'stand-alone', lettering: { words: 'IH', face: FACE, letterSpacing: 4 } });
    const picture = drawn();
    const [first, last] = picture.letters;
    expect(holdEdits(store, picture).addBarAt(last!.bounds.maxX + 5, last!.bounds.minY)).toBe(false);
    expect(
      holdEdits(store, picture).addBarAt(
        (first!.bounds.maxX + last!.bounds.minX) / 2,
        first!.baseline - 0.5 * first!.capHeight,
      ),
    ).toBe(true);
    expect(thingOf(store.getState().recipe).hold.joins.bars).toEqual({ [first!.id]: [0.5] });
    expect(drawn().pieces.filter(({ status }) => status !== 'drop-out')).toHaveLength(1);
    holdEdits(store, drawn()).removeBar(first!.id, 0);
    expect(thingOf(store.getState().recipe).hold.joins.bars).toEqual({});
  });
});
