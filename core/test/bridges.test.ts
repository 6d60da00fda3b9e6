import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { componentsOf } from '../src/geometry/components.ts';
import { measure } from '../src/job/measure-job.ts';
import { isConnected } from '../src/geometry/contour.ts';
import { distance } from '../src/geometry/point.ts';
import { segmentLength } from '../src/geometry/segment.ts';
import { applyPatch } from '../src/recipe/patch.ts';
import { withWordsInJob } from '../src/recipe/edits/words.ts';
import { ONLY_ITEM, ONLY_THING } from '../src/recipe/migrate/1-to-2.ts';
import type { Version1Input } from '../src/recipe/migrate/version-1.ts';
import { buildOf, faceIds, recipeOf, own, thingIn, withLettering, withThing } from './workshop.ts';

const stencil = (words: string, more: Partial<Version1Input> = {}): Version1Input => ({
  make: 'cut-through',
  machine: 'co2-laser',
  material: 'plywood',
  lettering: { words },
  ...more,
});

const SHEETS = [
  {},
  { machine: 'plasma', material: 'mild-steel', thickness: 3 },
  { machine: 'router', material: 'oak', thickness: 10 },
  { machine: 'co2-laser', material: 'stencil-card', thickness: 0.5 },
];

describe('bridges', () => {
  it('holds every island, or says which it cannot, whatever the words and the face', () => {
    const text = fc.string({ unit: fc.constantFrom(...'ABDOPQR0468@&%abdegopq '), minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(
        text,
        fc.constantFrom(...faceIds),
        fc.constantFrom('upright' as const, 'level' as const, 'any' as const),
        fc.integer({ min: 3, max: 40 }),
        (words, face, direction, tenths) => {
          const { hold, findings } = buildOf(
            stencil(words, {
              ...SHEETS[tenths % SHEETS.length],
              lettering: { words, face },
              hold: { bridges: { width: tenths % 2 ? tenths / 10 : null, direction } },
            }),
          );
          // What hangs together after bridging is the frame and the islands that were reported as unheld: nothing else.
          expect(componentsOf(hold.material)).toHaveLength(1 + hold.unheld.length);
          expect(findings.filter(({ rule }) => rule === 'drop-out')).toHaveLength(hold.unheld.length);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('puts the bridges of an O upright on its middle', () => {
    const { hold } = buildOf(stencil('O', { hold: { bridges: { width: 2, perIsland: 'two' } } }));
    const { minX, maxX } = hold.islands[0]!.component.bounds;
    expect(hold.bridges.map(({ angle }) => angle).sort()).toEqual([270, 90]);
    for (const { from, to } of hold.bridges) {
      expect(from.x).toBeCloseTo((minX + maxX) / 2, 1);
      expect(to.x).toBeCloseTo(from.x, 6);
    }
  });

  it('leaves the bridges of all letters where they are when one changes, whichever it is', () => {
    const letter = fc.constantFrom(...'ABDOPQR0468');
    fc.assert(
      fc.property(
        fc.array(letter, { minLength: 2, maxLength: 6 }),
        fc.nat(5),
        letter,
        fc.constantFrom('overpass-bold', 'barlow-condensed-semibold', 'besley-bold'),
        (letters, at, other, face) => {
          const changed = at % letters.length;
          const bridgesOf = (words: string) => {
            const { hold, arrangement } = buildOf(
              stencil(words, { lettering: { words, face, letterSpacing: 3 }, hold: { bridges: { width: 2 } } }),
            );
            return arrangement.letters.map(({ id, origin }) =>
              hold.bridges
                .filter(({ island }) => island.startsWith(id))
                .map(({ id: own, from, angle, width }) => ({
                  own,
                  figures: [from.x - origin.x, from.y - origin.y, angle, width],
                })),
            );
          };
          const [before, after] = [letters, letters.map((each, i) => (i === changed ? other : each))].map((all) =>
            bridgesOf(all.join(''))
              .filter((_, i) => i !== changed)
              .flat(),
          ) as [ReturnType<typeof bridgesOf>[number], ReturnType<typeof bridgesOf>[number]];
          expect(after.map(({ own }) => own)).toEqual(before.map(({ own }) => own));
          // A touching neighbour may split a wall that a bridge lands on: what is found on it differs by the
          // flattening.
          after.forEach(({ figures }, i) =>
            figures.forEach((figure, k) => expect(Math.abs(figure - before[i]!.figures[k]!)).toBeLessThan(0.1)),
          );
        },
      ),
      { numRuns: 25 },
    );
  });
});

describe('bridges and their surroundings', () => {
  it('leaves no scrap of a segment beside a bridge, whatever its letter, width, direction and roots', () => {
    const plates = fc.record({
      face: fc.constantFrom(...faceIds),
      words: fc.string({ unit: fc.constantFrom(...'ABDOPQRabdegopq04689@&%'), minLength: 2, maxLength: 4 }),
      capHeight: fc.double({ min: 20, max: 80, noNaN: true }),
      width: fc.double({ min: 0.8, max: 3.8, noNaN: true }),
      direction: fc.constantFrom('upright' as const, 'level' as const, 'along' as const, 'any' as const),
      shape: fc.constantFrom('square' as const, 'rounded' as const, 'tapered' as const),
      size: fc.double({ min: 0.3, max: 1.8, noNaN: true }),
    });
    fc.assert(
      fc.property(plates, ({ face, words, capHeight, width, direction, shape, size }) => {
        const { hold, construction } = buildOf(
          stencil(words, {
            lettering: { words, face, size: { by: 'cap height', value: capHeight } },
            hold: { bridges: { width, direction, root: { shape, size } } },
          }),
        );
        const shortIn = (region: typeof hold.material) =>
          region.flatMap(({ segments }) => segments).filter((segment) => segmentLength(segment) < 0.05);
        // Fonts have short segments of their own.
        const own = shortIn(construction.groups.flatMap(({ region }) => region)).flatMap(({ from, to }) => [from, to]);
        expect(
          shortIn(hold.material).filter(
            ({ from, to }) => !own.some((p) => Math.min(distance(p, from), distance(p, to)) < 0.06),
          ),
        ).toEqual([]);
        for (const contour of hold.material) expect(isConnected(contour)).toBe(true);
      }),
      { numRuns: 80 },
    );
  });

  it('bridges equal letters alike, wherever they stand and whatever touches them', () => {
    const { hold, arrangement } = buildOf(
      stencil('BOOK OB', { lettering: { words: 'BOOK OB', letterSpacing: -3 }, hold: { bridges: { width: 2 } } }),
    );
    const placesOf = (text: string) =>
      arrangement.letters
        .filter((letter) => letter.text === text)
        .map(({ id, origin }) =>
          hold.bridges
            .filter((bridge) => bridge.id.startsWith(id))
            .map(({ from }) => `${(from.x - origin.x).toFixed(1)},${(from.y - origin.y).toFixed(1)}`)
            .sort()
            .join(' '),
        );
    for (const text of ['O', 'B']) expect(new Set(placesOf(text)).size).toBe(1);
  });

  it('turns upright with letters on a circle', () => {
    const { hold, arrangement } = buildOf(
      stencil('OOOO', {
        lettering: { words: 'OOOO', bow: { radius: 120 } },
        plate: { margin: 60 },
        hold: { bridges: { width: 2 } },
      }),
    );
    for (const { id, turn } of arrangement.letters)
      for (const { angle } of hold.bridges.filter((bridge) => bridge.id.startsWith(id)))
        expect(Math.abs(((angle - turn) % 180) - 90)).toBeLessThan(0.1);
  });

  it('keeps a bridge where it was put, through other words and another face, and tells when its letter is gone', () => {
    const at = { 'letter:0.1.0#0': [{ at: 0.25, angle: null, width: 3 }] };
    const put = recipeOf(stencil('TOAD', { hold: { bridges: { width: 2, byHand: at } } }));
    const [bridge] = buildOf(put).hold.bridges.filter(({ island }) => island === own('letter:0.1.0#0'));
    expect(bridge).toMatchObject({ width: 3, handIndex: 0 });
    expect(bridge!.angle).toBeCloseTo(90, 0);
    const later = withWordsInJob(put, ONLY_THING, ONLY_ITEM, 'THE TOAD');
    expect(Object.keys(thingIn(later).hold.bridges.byHand)).toEqual([own('letter:0.5.0#0')]);
    for (const face of ['overpass-bold', 'vollkorn-bold', 'league-gothic']) {
      const again = buildOf(withLettering(later, { face })).hold;
      expect(again.bridges.filter(({ island }) => island === own('letter:0.5.0#0'))).toMatchObject([
        { width: 3, handIndex: 0 },
      ]);
      expect(again.lost).toEqual([]);
    }
    const gone = buildOf(withWordsInJob(put, ONLY_THING, ONLY_ITEM, 'TILL'));
    expect(gone.findings.map(({ rule }) => rule)).toContain('lost bridge');
  });

  it('says that a bridge put by hand is too narrow, and makes just that one wider', () => {
    const narrow = recipeOf(
      stencil('OO', { hold: { bridges: { byHand: { 'letter:0.0.0#0': [{ at: 0.25, width: 1 }] } } } }),
    );
    const [finding] = buildOf(narrow).findings;
    expect(finding).toMatchObject({ rule: 'narrow bridge', measure: { value: 1 } });
    const mended = applyPatch(narrow, finding!.mends[0]!.patch);
    expect(thingIn(mended).hold.bridges.width).toBeNull();
    expect(buildOf(mended).findings).toEqual([]);
  });

  it('drops an island whose bridges were all taken out, and places them again', () => {
    const bare = recipeOf(stencil('OO', { hold: { bridges: { width: 2, byHand: { 'letter:0.0.0#0': [] } } } }));
    const [finding] = buildOf(bare).findings.filter(({ rule }) => rule === 'drop-out');
    for (const { label, patch } of finding!.mends)
      expect(
        buildOf(applyPatch(bare, patch)).findings.filter(({ rule }) => rule === 'drop-out'),
        label,
      ).toEqual([]);
  });

  it('lets islands fall that may: all of them from a sticky back, or one', () => {
    const film = buildOf(stencil('BOAT', { material: 'stencil-film', thickness: 0.15 }));
    expect(film.hold.bridges).toEqual([]);
    expect(film.findings).toEqual([]);
    expect(
      film.pieces.filter(({ status, intended }) => status === 'drop-out' && intended).length,
    ).toBeGreaterThanOrEqual(4);
    const one = buildOf(stencil('OO', { hold: { bridges: { width: 2 }, drop: { islands: ['letter:0.0.0#0'] } } }));
    expect(new Set(one.hold.bridges.map(({ island }) => island))).toEqual(new Set([own('letter:0.1.0#0')]));
    expect(one.findings.filter(({ rule }) => rule === 'drop-out')).toEqual([]);
  });

  it('counts bridges by weight', () => {
    const bridgesFor = (thickness: number) =>
      buildOf({
        make: 'cut-through',
        thickness,
        lettering: { words: 'O', size: { by: 'cap height', value: 200 } },
        hold: { bridges: { perIsland: 'by weight', width: 6 } },
      });
    const [light, heavy] = [bridgesFor(1), bridgesFor(8)];
    expect(heavy.hold.bridges.length).toBeGreaterThan(light.hold.bridges.length);
    const single = buildOf(
      withThing(heavy.recipe, ({ hold }) => ({
        hold: { ...hold, bridges: { ...hold.bridges, perIsland: 'one' } },
      })),
    );
    expect(single.findings.map(({ rule }) => rule)).toContain('one bridge');
  });
});

describe('strength', () => {
  it('tells where an island hangs by less than its bridge: by the wall that the bridge lands on', () => {
    // Two lines set so close that what is left between them is thinner than a bridge.
    const built = buildOf(
      stencil('OO', {
        lettering: { words: 'O\nO', lineSpacing: 1.06, size: { by: 'cap height', value: 60 } },
        hold: { bridges: { width: 4, perIsland: 'one' } },
      }),
    );
    const { assemblies, findings } = measure(built);
    const { islandHolds } = assemblies[0]!.measures;
    expect(islandHolds).toHaveLength(2);
    const roomy = measure(buildOf(stencil('OO', { hold: { bridges: { width: 4 } } })));
    expect(roomy.findings.filter(({ rule }) => rule === 'weak hold')).toEqual([]);
    for (const { width } of roomy.assemblies[0]!.measures.islandHolds) expect(width).toBeCloseTo(4, 1);
    const weak = islandHolds.filter(({ width }) => width !== null && width < 1.8 - 0.02);
    expect(findings.filter(({ rule }) => rule === 'weak hold')).toHaveLength(weak.length);
  });
});
