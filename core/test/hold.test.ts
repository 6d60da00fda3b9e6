import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { componentsOf } from '../src/geometry/components.ts';
import { couponPlaces } from '../src/build/coupon-places.ts';
import { measure } from '../src/build/measure.ts';
import { growBounds, joinBounds, widthOf } from '../src/geometry/bounds.ts';
import { isConnected } from '../src/geometry/contour.ts';
import { contourArea, contourBounds, regionArea, regionContains } from '../src/geometry/contour-facts.ts';
import { distance, mix } from '../src/geometry/point.ts';
import { segmentLength } from '../src/geometry/segment.ts';
import { roundedRectangle } from '../src/geometry/shapes.ts';
import { applyPatch } from '../src/recipe/patch.ts';
import { withWords } from '../src/lettering/retext.ts';
import { MAKES, type RecipeInput } from '../src/recipe/schema.ts';
import { buildOf, faceIds, recipeOf } from './workshop.ts';

const stencil = (words: string, more: Partial<RecipeInput> = {}): RecipeInput => ({
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

  it('leaves each bridge standing from wall to wall at its full width', () => {
    const { hold } = buildOf(stencil('ABDOPQR8@', { hold: { bridges: { width: 2 } } }));
    expect(hold.unheld).toEqual([]);
    for (const { from, to, angle, width } of hold.bridges) {
      const across = ((angle + 90) * Math.PI) / 180;
      for (const t of [0.02, 0.5, 0.98])
        for (const side of [-0.495, 0, 0.495]) {
          const p = mix(from, to, t);
          expect(
            regionContains(hold.material, {
              x: p.x + Math.cos(across) * width * side,
              y: p.y + Math.sin(across) * width * side,
            }),
          ).toBe(true);
        }
    }
  });

  it('hangs nested islands on held ones', () => {
    const { hold } = buildOf(
      stencil('8@', { lettering: { words: '8@', face: 'bungee-shade' }, hold: { bridges: { width: 1.5 } } }),
    );
    expect(hold.islands.length).toBeGreaterThan(4);
    expect(hold.unheld).toEqual([]);
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
  it('leaves no scrap of a segment beside a bridge, whatever its letter, its width, its direction and its roots', () => {
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
      { numRuns: 150 },
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
    const [bridge] = buildOf(put).hold.bridges.filter(({ island }) => island === 'letter:0.1.0#0');
    expect(bridge).toMatchObject({ width: 3, place: 0 });
    expect(bridge!.angle).toBeCloseTo(90, 0);
    const later = withWords(put, 'THE TOAD');
    expect(Object.keys(later.hold.bridges.byHand)).toEqual(['letter:0.5.0#0']);
    for (const face of ['overpass-bold', 'vollkorn-bold', 'league-gothic']) {
      const again = buildOf({ ...later, lettering: { ...later.lettering, face } }).hold;
      expect(again.bridges.filter(({ island }) => island === 'letter:0.5.0#0')).toMatchObject([{ width: 3, place: 0 }]);
      expect(again.lost).toEqual([]);
    }
    const gone = buildOf(withWords(put, 'TILL'));
    expect(gone.findings.map(({ rule }) => rule)).toContain('lost bridge');
  });

  it('says that a bridge put by hand is too narrow, and makes just that one wider', () => {
    const narrow = recipeOf(
      stencil('OO', { hold: { bridges: { byHand: { 'letter:0.0.0#0': [{ at: 0.25, width: 1 }] } } } }),
    );
    const [finding] = buildOf(narrow).findings;
    expect(finding).toMatchObject({ rule: 'narrow bridge', measure: { value: 1 } });
    const mended = applyPatch(narrow, finding!.mends[0]!.patch);
    expect(mended.hold.bridges.width).toBeNull();
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
    expect(new Set(one.hold.bridges.map(({ island }) => island))).toEqual(new Set(['letter:0.1.0#0']));
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
    const single = buildOf({
      ...heavy.recipe,
      hold: { ...heavy.recipe.hold, bridges: { ...heavy.recipe.hold.bridges, perIsland: 'one' } },
    });
    expect(single.findings.map(({ rule }) => rule)).toContain('one bridge');
  });
});

describe('joins', () => {
  const script = (
    words: string,
    joins: NonNullable<RecipeInput['hold']>['joins'] = {},
    more: Partial<RecipeInput> = {},
  ): RecipeInput => ({
    make: 'stand-alone',
    machine: 'co2-laser',
    material: 'plywood',
    lettering: { words, face: 'grand-hotel', size: { by: 'cap height', value: 40 } },
    hold: { joins },
    ...more,
  });

  it('closes letters up until they join, and no further', () => {
    const built = buildOf(script('Marigold', { closeUp: true }));
    const moved = built.lettering.closedUp!;
    expect([...moved.keys()]).toEqual(['letter:0.1.0']);
    const limit = measure(built).limits.neck;
    const between = (b: typeof built) =>
      measure(b).necks.find(({ a, b: other }) => [a, other].includes('letter:0.0.0'))!.width;
    expect(between(built)).toBeGreaterThanOrEqual(limit - 0.005);
    expect(between(built)).toBeLessThan(limit * 1.6);
  });

  it('ties dots and what else is loose, so that one piece comes off', () => {
    const built = buildOf(script('Jill: 3 tins!', { ties: 'loose' }));
    expect(built.pieces.filter(({ status }) => status !== 'drop-out')).toHaveLength(1);
    for (const { from, to, width } of built.hold.ties)
      for (const t of [0.1, 0.5, 0.9])
        for (const side of [-0.49, 0.49]) {
          const [dx, dy] = [(to.x - from.x) / distance(from, to), (to.y - from.y) / distance(from, to)];
          const p = mix(from, to, t);
          expect(regionContains(built.hold.material, { x: p.x - dy * width * side, y: p.y + dx * width * side })).toBe(
            true,
          );
        }
  });

  it('draws a bar at its height, and tells of one that joins nothing', () => {
    const bars = { 'letter:0.0.0': [0.5] };
    const built = buildOf(
      script('HI', { bars }, { lettering: { words: 'HI', size: { by: 'cap height', value: 40 } } }),
    );
    const [bar] = built.hold.ties;
    expect(bar!.from.y).toBeCloseTo(built.arrangement.letters[0]!.origin.y + 20, 3);
    expect(bar!.to.y).toBeCloseTo(bar!.from.y, 6);
    expect(built.pieces.filter(({ status }) => status !== 'drop-out')).toHaveLength(1);
    expect(buildOf(script('HI', { bars: { 'letter:0.1.0': [0.5] } })).findings.map(({ rule }) => rule)).toContain(
      'lost bar',
    );
  });

  it('counts the points that a letter is joined at', () => {
    const on = buildOf(
      script(
        'HL',
        { points: 2 },
        {
          lettering: { words: 'HL', size: { by: 'cap height', value: 40 }, letterSpacing: 4 },
          rail: { height: 8, overlap: 3 },
        },
      ),
    );
    const { points, findings } = measure(on);
    expect(points).toEqual([
      { part: 'letter:0.0.0', points: 2 },
      { part: 'letter:0.1.0', points: 1 },
    ]);
    expect(findings.filter(({ rule }) => rule === 'few points').map(({ id }) => id)).toEqual([
      'few points:letter:0.1.0',
    ]);
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
    const { islandHolds, findings } = measure(built);
    expect(islandHolds).toHaveLength(2);
    const roomy = measure(buildOf(stencil('OO', { hold: { bridges: { width: 4 } } })));
    expect(roomy.findings.filter(({ rule }) => rule === 'weak hold')).toEqual([]);
    for (const { width } of roomy.islandHolds) expect(width).toBeCloseTo(4, 1);
    const weak = islandHolds.filter(({ width }) => width !== null && width < 1.8 - 0.02);
    expect(findings.filter(({ rule }) => rule === 'weak hold')).toHaveLength(weak.length);
  });
});

describe('tabs', () => {
  it('leave the line uncut for their length and the kerf, off corners, and nowhere else', () => {
    const tabs = { by: 'number', number: 5, length: 4 } as const;
    const built = buildOf({ make: 'cut-through', lettering: { words: 'LIT' }, hold: { tabs } });
    const plain = buildOf({ make: 'cut-through', lettering: { words: 'LIT' } });
    const outer = (b: typeof built) => b.operations.find(({ id }) => id === 'outline:outer')!;
    expect(outer(built).contours).toHaveLength(5);
    expect(outer(built).contours.every(({ closed }) => !closed)).toBe(true);
    expect(outer(plain).length - outer(built).length).toBeCloseTo(5 * (4 + built.machine.kerf), 2);
    // The plate's corners are round: no tab lies on one.
    expect(
      built.tabs.every(({ contour, middle }) =>
        contour.segments
          .filter(({ kind }) => kind === 'arc')
          .every(({ from, to }) => Math.min(distance(from, middle), distance(to, middle)) > 1),
      ),
    ).toBe(true);
  });

  it('stay where they were put', () => {
    const byHand = { plate: [0.5] };
    const { tabs } = buildOf({
      make: 'cut-through',
      lettering: { words: 'LIT' },
      hold: { tabs: { by: 'number', number: 5, byHand } },
    });
    expect(tabs).toHaveLength(1);
    expect(tabs[0]!.middle.x).toBeCloseTo(contourBounds(tabs[0]!.contour).minX, 3);
  });
});

describe('makes', () => {
  it('a backer follows its letters at its distance, round or mitred, with narrow holes filled', () => {
    const backed = (backer: RecipeInput['backer']) =>
      buildOf({
        make: 'backed',
        machine: 'co2-laser',
        material: 'plywood',
        lettering: { words: 'HO', size: { by: 'cap height', value: 40 } },
        backer,
      });
    const round = backed({ distance: 5, leastHole: 100 });
    const piece = round.pieces.find(({ name }) => name === 'Backer')!;
    const ink = round.arrangement.letters.map(({ bounds }) => bounds);
    expect(widthOf(piece.component.bounds)).toBeCloseTo(widthOf(joinBounds(ink)) + 10, 2);
    expect(piece.component.holes).toEqual([]);
    expect(
      backed({ distance: 2, leastHole: 0 }).pieces.some(
        ({ name, component }) => name === 'Backer' && component.holes.length > 0,
      ),
    ).toBe(true);
    const mitred = backed({ distance: 5, leastHole: 100, corners: 'mitred' }).pieces.find(
      ({ name }) => name === 'Backer',
    )!;
    expect(mitred.component.area).toBeGreaterThan(piece.component.area + 10);
    expect(round.pieces.filter(({ status }) => status === 'kept')).toHaveLength(3);
  });

  it('a relief plate engraves all but its letters and frame, and past the cut edge where there is no frame', () => {
    const relief = (frame: number) =>
      buildOf({
        make: 'relief',
        machine: 'router',
        material: 'oak',
        thickness: 15,
        lettering: { words: 'GUARD', size: { by: 'cap height', value: 50 } },
        plate: { holes: null },
        relief: { frame, bleed: 2 },
      });
    const [framed, open] = [relief(8), relief(0)];
    const letters = regionArea(framed.construction.groups.flatMap(({ region }) => region));
    const plate = framed.arrangement.plate!;
    const inside = roundedRectangle(growBounds(plate, -8), 0, '');
    expect(regionArea(framed.drawing.area)).toBeCloseTo(contourArea(inside) - letters, 0);
    expect(joinBounds(open.drawing.area.map(contourBounds)).maxX).toBeCloseTo(open.arrangement.plate!.maxX + 2, 6);
  });

  it('keeps words, size and what else applies when the make changes', () => {
    const recipe = recipeOf(stencil('FENNY'));
    for (const make of MAKES) {
      const built = buildOf({ ...recipe, make });
      expect(built.arrangement.letters.map(({ text }) => text).join('')).toBe('FENNY');
      expect(built.lettering.capHeight).toBe(60);
      expect(built.operations.length).toBeGreaterThan(0);
    }
  });
});

describe('a test coupon', () => {
  it('shows the riskiest places at true size, each in a rim that holds it', () => {
    const recipe = recipeOf(stencil('ABOARD', { hold: { bridges: { width: 2 } } }));
    const whole = buildOf(recipe);
    const coupon = couponPlaces(whole, measure(whole))!;
    expect(coupon.windows.length).toBeGreaterThanOrEqual(2);
    const cut = buildOf({ ...recipe, coupon });
    expect(cut.pieces.filter(({ status }) => status === 'kept')).toHaveLength(coupon.windows.length);
    expect(cut.pieces.filter(({ status, intended }) => status !== 'kept' && !intended)).toEqual([]);
    const narrowest = Math.min(...whole.hold.bridges.map(({ width }) => width));
    expect(measure(cut).thickness.least!.width).toBeLessThan(narrowest + 0.05);
  });
});

describe('pieces', () => {
  // Letters of a stencil face are in parts by design.
  it.each(faceIds.filter((id) => id !== 'saira-stencil'))(
    '%s: letters on a rail that reaches them are one piece, loose without it',
    (face) => {
      const words = 'HINT';
      const on = buildOf({
        make: 'stand-alone',
        lettering: { words, face, size: { by: 'cap height', value: 50 }, letterSpacing: 6 },
        rail: { height: 30, overlap: 20, extend: 5 },
      });
      expect(on.pieces.filter(({ status }) => status !== 'drop-out').map(({ status }) => status)).toEqual(['kept']);
      const off = buildOf({
        make: 'stand-alone',
        lettering: { words, face, size: { by: 'cap height', value: 50 }, letterSpacing: 30 },
      });
      expect(off.pieces.filter(({ status }) => status === 'loose').length).toBeGreaterThanOrEqual(3);
    },
  );

  it('accounts for all of the plate: kept, fallen and cut away', () => {
    const { pieces, arrangement } = buildOf(
      stencil('8@B', { plate: { cornerRadius: 0 }, hold: { bridges: { perIsland: 'none' } } }),
    );
    const { minX, minY, maxX, maxY } = arrangement.plate!;
    const whole = (maxX - minX) * (maxY - minY);
    expect(pieces.reduce((sum, { component }) => sum + component.area, 0)).toBeCloseTo(whole, 0);
    expect(pieces.filter(({ status, intended }) => status === 'drop-out' && !intended)).toHaveLength(5);
  });

  it('takes engraving away from no piece', () => {
    const { pieces, drawing, hold } = buildOf({
      make: 'engraved',
      machine: 'engraver',
      material: 'brass',
      lettering: { words: 'BLOWER', size: { by: 'cap height', value: 8 } },
    });
    expect(pieces.map(({ status }) => status)).toEqual(['kept']);
    expect(regionArea(hold.material)).toBeGreaterThan(regionArea(drawing.area));
  });
});
