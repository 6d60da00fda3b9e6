import { describe, expect, it } from 'vitest';
import { StageCache } from '../src/assembly/stages.ts';
import { centreOf, heightOf, widthOf } from '../src/geometry/bounds.ts';
import { contourBounds, regionArea, sourcesOf } from '../src/geometry/contour-facts.ts';
import { readRecipe, type RecipeInput } from '../src/recipe/read.ts';
import type { JobInput } from '../src/recipe/schema.ts';
import { jobOf, recipeOf, trueEdges } from './workshop.ts';

type Thing = JobInput['assemblies'][number];

/** A job of things in plywood on the laser. */
const job = (...assemblies: Thing[]): RecipeInput => ({ machine: 'co2-laser', material: 'plywood', assemblies });
const built = (thing: Thing) => jobOf(job(thing)).assemblies[0]!.built;

const block = (width: number, height: number, x: number, y: number, more: object = {}) => ({
  kind: 'shape' as const,
  outline: { by: 'rectangle' as const, width, height },
  place: { x, y },
  ...more,
});
/** A plate of 200 by 100 mm, in the middle of what lies on it. */
const plate = { width: 200, height: 100, cornerRadius: 0 };
const held = { hold: { bridges: { width: 2, perIsland: 'two' as const } } };

describe('items of a thing', () => {
  it('in two faces are each set in their own, the second below the first and in the middle of it', () => {
    const { items, arrangement } = built({
      make: 'cut-through',
      items: [{ words: 'BOARD' }, { words: 'Fenny', face: 'yellowtail', size: { by: 'cap height', value: 30 } }],
    });
    expect(items.map(({ face }) => face?.key.split(' ')[0])).toEqual([
      expect.stringContaining('overpass-bold'),
      expect.stringContaining('yellowtail'),
    ]);
    const [first, second] = arrangement.items;
    expect(second!.bounds.maxY).toBeCloseTo(first!.bounds.minY - 0.6 * 30, 6);
    expect(centreOf(second!.bounds).x).toBeCloseTo(centreOf(first!.bounds).x, 6);
  });

  it('that are cut through and meet are held together: what they enclose between them is an island', () => {
    // Four bars that leave a square of 20 mm standing in their midst.
    const bars = [block(60, 10, 0, 15), block(60, 10, 0, -15), block(10, 40, 15, 0), block(10, 40, -15, 0)];
    const frame = built({ make: 'cut-through', plate, items: bars, ...held });
    expect(frame.hold.islands.map(({ component }) => Math.round(component.area))).toEqual([400]);
    expect(frame.hold.bridges.length).toBeGreaterThanOrEqual(2);
    expect(frame.pieces.filter(({ status }) => status === 'kept')).toHaveLength(1);
    const loose = built({ make: 'cut-through', plate, items: bars, hold: { bridges: { perIsland: 'none' } } });
    expect(loose.pieces.map(({ intended }) => intended)).toContain(false);
  });

  it('that are material fill what was cut before them, and hold what it had freed', () => {
    const ring = { kind: 'shape' as const, outline: { by: 'round' as const, diameter: 60 } };
    const core = { ...ring, outline: { by: 'round' as const, diameter: 40 }, role: 'material' as const };
    const island = built({ make: 'cut-through', plate, items: [{ ...ring, place: { x: 0, y: 0 } }] });
    expect(island.hold.islands).toEqual([]);
    const items = [
      { ...ring, place: { x: 0, y: 0 } },
      { ...core, place: { x: 0, y: 0 } },
    ];
    const filled = built({ make: 'cut-through', plate, items, hold: { bridges: { perIsland: 'none' } } });
    expect(filled.hold.islands.map(({ component }) => Math.round(component.area))).toEqual([
      Math.round(Math.PI * 20 * 20),
    ]);
    const bar = block(80, 6, 0, 0, { role: 'material' });
    const barred = built({
      make: 'cut-through',
      plate,
      items: [...items, bar],
      hold: { bridges: { perIsland: 'none' } },
    });
    expect(barred.hold.islands).toEqual([]);
    expect(barred.pieces.filter(({ status, intended }) => status !== 'kept' && !intended)).toEqual([]);
    // The other way about the bar lies under the ring, and is cut with it.
    const under = built({
      make: 'cut-through',
      plate,
      items: [bar, ...items],
      hold: { bridges: { perIsland: 'none' } },
    });
    expect(under.hold.islands).toHaveLength(1);
  });

  it('that stand are left when the ground is engraved, in the order of the list', () => {
    const area = (...items: object[]) => regionArea(built({ make: 'engraved', plate, items } as Thing).drawing.area);
    const [wide, small] = [block(100, 40, 0, 0), block(20, 20, 0, 0)];
    expect(area(wide)).toBeCloseTo(4000, 6);
    expect(area(wide, { ...small, role: 'standing' })).toBeCloseTo(3600, 6);
    expect(area({ ...small, role: 'standing' }, wide)).toBeCloseTo(4000, 6);
    expect(area(wide, { ...small, role: 'standing' }, { ...small, role: 'engraved' })).toBeCloseTo(4000, 6);
    expect(area(wide, { ...small, role: 'opening' })).toBeCloseTo(3600, 6);
    expect(area(wide, { ...small, role: 'material' })).toBeCloseTo(4000, 6);
  });

  it('that stand on the edge of a plate are one with it, and those beside it are told loose, or tied', () => {
    const thing = (y: number, ties: 'none' | 'loose') =>
      built({
        make: 'cut-through',
        plate,
        items: [block(40, 20, 0, y, { role: 'material', name: 'Crest' }), block(30, 10, 0, -10)],
        hold: { joins: { ties } },
      });
    const height = heightOf(thing(0, 'none').arrangement.object);
    expect(thing(30, 'none').pieces.filter(({ status }) => status === 'kept')).toHaveLength(1);
    const apart = thing(height + 20, 'none');
    expect(
      apart.pieces.some(({ status, intended, name }) => status === 'drop-out' && !intended && name === 'Crest'),
    ).toBe(true);
    const tied = thing(height + 20, 'loose');
    expect(tied.hold.ties).toHaveLength(1);
    expect(tied.pieces.filter(({ intended }) => !intended)).toEqual([]);
  });

  it('that are guides, or hidden, are never made; lines are followed and part nothing', () => {
    const made = (role: 'guide' | 'line', hidden = false) =>
      jobOf(job({ make: 'engraved', plate, items: [{ words: 'FENNY' }, block(150, 80, 0, 0, { role, hidden })] }));
    const sources = (of: ReturnType<typeof made>) =>
      [...sourcesOf(of.operations.flatMap(({ contours }) => contours))].filter((source) => source.startsWith('item-2'));
    expect(sources(made('guide'))).toEqual([]);
    expect(
      made('guide')
        .assemblies[0]!.built.arrangement.letters.map(({ text }) => text)
        .join(''),
    ).toBe('FENNY');
    expect(sources(made('line', true))).toEqual([]);
    const lined = made('line');
    expect(sources(lined)).toEqual(['item-2/shape']);
    expect(lined.operations.find(({ kinds }) => kinds.includes('line'))).toMatchObject({ work: 'score', fill: false });
    expect(lined.assemblies[0]!.built.pieces).toHaveLength(1);
  });

  it('turn about their own origin, whatever they are', () => {
    const turned = built({
      make: 'stand-alone',
      items: [{ words: 'I', size: { by: 'cap height', value: 40 }, turn: 90 }, block(30, 10, 100, 0, { turn: 90 })],
    });
    const [letter, bar] = turned.arrangement.items;
    expect(widthOf(letter!.bounds)).toBeCloseTo(40, 3);
    expect([widthOf(bar!.bounds), heightOf(bar!.bounds)]).toEqual([expect.closeTo(10, 6), expect.closeTo(30, 6)]);
    expect(turned.arrangement.letters[0]!.turn).toBeCloseTo(90, 9);
    // What stood up points to the left.
    expect(centreOf(bar!.bounds).x - letter!.bounds.maxX).toBeCloseTo(100, 3);
  });

  it('may have an operation of their own, and all their lines have it', () => {
    const recipe = (operation: string | null): RecipeInput => ({
      ...job({ make: 'engraved', plate, items: [{ words: 'OX' }, { words: 'YAK', operation }] }),
      operations: [
        { id: 'area', work: 'engrave' },
        { id: 'deep', work: 'engrave', passes: 2, name: 'Twice as deep' },
        { id: 'outer', work: 'cut' },
      ],
      assignment: { inner: null, line: null },
    });
    const linesOf = (operation: string | null) =>
      jobOf(recipe(operation)).operations.map(({ id, contours, settings }) => [id, contours.length, settings.passes]);
    // O has two outlines, X one; Y, A and K four.
    expect(linesOf(null)).toEqual([
      ['area', 7, 1],
      ['outer', 1, 1],
    ]);
    expect(linesOf('deep')).toEqual([
      ['area', 3, 1],
      ['deep', 4, 2],
      ['outer', 1, 1],
    ]);
  });
});

describe('things on a sheet', () => {
  const tag = (words: string, more: object = {}): Thing => ({
    make: 'engraved',
    plate: { width: 60, height: 30, cornerRadius: 0 },
    items: [{ words, size: { by: 'cap height', value: 10 } }],
    ...more,
  });
  const boxesOf = (input: RecipeInput) => {
    const { operations, sheet, findings } = jobOf(input, undefined, trueEdges);
    const outer = operations.find(({ kinds }) => kinds.includes('outer'))!;
    return { sheet, findings, boxes: outer.contours.map(contourBounds) };
  };

  it('lie beside each other by themselves, with the gap between them and the margin round all', () => {
    const { sheet, boxes, findings } = boxesOf(job(tag('A'), tag('B'), tag('C', { copies: 2 })));
    expect(findings).toEqual([]);
    expect(boxes).toHaveLength(4);
    // Two rows of two: 60 + 5 + 60 and 30 + 5 + 30, and 10 on each side.
    expect(sheet).toEqual({ width: 145, height: 85 });
    expect(new Set(boxes.map(({ minX }) => minX.toFixed(3)))).toEqual(new Set(['10.000', '75.000']));
    expect(new Set(boxes.map(({ minY }) => minY.toFixed(3)))).toEqual(new Set(['10.000', '45.000']));
  });

  it('lie where they are put, turned as they are asked to be', () => {
    const { sheet, boxes } = boxesOf(job(tag('A', { place: { x: 30, y: 20 }, turn: 90 })));
    expect(boxes[0]).toMatchObject({ minX: expect.closeTo(30, 9), minY: expect.closeTo(20, 9) });
    expect(boxes[0]).toMatchObject({ maxX: expect.closeTo(60, 9), maxY: expect.closeTo(80, 9) });
    expect(sheet).toEqual({ width: 70, height: 90 });
  });

  it('are told off the sheet, and may be laid by themselves again', () => {
    const { findings } = boxesOf({
      ...job(tag('A'), tag('B', { place: { x: 280, y: 10 } })),
      sheet: { width: 300, height: 200 },
    } as RecipeInput);
    expect(findings).toMatchObject([{ rule: 'off the sheet', severity: 'stop', title: 'Reaches off the sheet: B' }]);
  });

  it('are each named in their own findings, and their mends change nothing else', () => {
    const { findings } = jobOf(job(tag('A', { name: 'Left' }), tag('B🚂', { name: 'Right' })));
    expect(findings).toMatchObject([{ rule: 'missing character', on: 'Right', assembly: 'thing-2' }]);
    expect(findings[0]!.mends[0]!.patch.map(({ assembly, item }) => [assembly, item])).toEqual([['thing-2', 'item-1']]);
  });

  it('may be seen through the windows of a coupon beside them', () => {
    const window = { letter: 'item-1/letter:0.0.0', x: 0, y: 0, size: 12 };
    const { assemblies } = jobOf(job(tag('A'), { make: 'coupon', of: 'thing-1', windows: [window], frame: 3 }));
    expect(assemblies.map(({ name, built: { pieces } }) => [name, pieces.length])).toEqual([
      ['A', 1],
      ['Coupon of A', 1],
    ]);
    expect(assemblies[1]!.built.pieces[0]!.component.area).toBeGreaterThan(18 * 18 - 4);
  });
});

describe('what is remembered between builds', () => {
  it('of a coupon follows what it shows, to the last part of its plan', () => {
    const cache = new StageCache();
    const window = { letter: 'item-1/letter:0.0.0', x: 0, y: -8, size: 14 };
    const areas = [4, 12].map((height) => {
      const { assemblies } = jobOf(
        job(
          {
            make: 'stand-alone',
            hidden: true,
            rail: { height, overlap: 2 },
            items: [{ words: 'H', size: { by: 'cap height', value: 20 } }],
          },
          { make: 'coupon', of: 'thing-1', windows: [window], frame: 3 },
        ),
        cache,
      );
      return assemblies[0]!.built.pieces.reduce(
        (sum, { status, component }) => sum + (status === 'kept' ? component.area : 0),
        0,
      );
    });
    expect(areas[1]! - areas[0]!).toBeGreaterThan(20);
  });
});

describe('a recipe of version 2', () => {
  it('gives ids to what has none, and keeps those that it is given', () => {
    const { assemblies } = recipeOf(
      job({ make: 'engraved', items: [{ words: 'A' }, { id: 'item-1', words: 'B' }] }, { id: 'lamp', make: 'backed' }),
    );
    expect(assemblies.map(({ id }) => id)).toEqual(['thing-1', 'lamp']);
    expect(assemblies.map((each) => (each.make === 'coupon' ? [] : each.items.map(({ id }) => id)))).toEqual([
      ['item-2', 'item-1'],
      [],
    ]);
  });

  const thing = { make: 'engraved', items: [{ words: 'A' }] };
  it.each([
    [{ assemblies: [] }, 'assemblies: must have one thing or more'],
    [{ assemblies: [{ make: 'knitted' }] }, 'assemblies.0.make: '],
    [{ assemblies: [{ ...thing, items: [{ word: 'A' }] }] }, 'assemblies.0.items.0.words: '],
    [{ assemblies: [{ ...thing, items: [{ kind: 'shape' }] }] }, 'assemblies.0.items.0.outline: '],
    [{ assemblies: [{ ...thing, items: [{ words: 'A', role: 'wall' }] }] }, 'assemblies.0.items.0.role: '],
    [{ assemblies: [{ ...thing, items: [{ words: 'A', operation: 'deep' }] }] }, 'there is no operation “deep”'],
    [{ assemblies: [thing], assignment: { area: 'deep' } }, 'assignment.area: there is no operation “deep”'],
    [
      {
        assemblies: [
          { ...thing, id: 'a' },
          { ...thing, id: 'a' },
        ],
      },
      'assemblies.1.id: “a” is the id of another already',
    ],
    [
      {
        assemblies: [
          thing,
          { make: 'coupon', of: 'lamp', windows: [{ letter: 'item-1/letter:0.0.0', x: 0, y: 0, size: 9 }] },
        ],
      },
      'assemblies.1.of: there is no thing “lamp” to show; there is: thing-1',
    ],
    [{ assemblies: [thing], operations: [{ id: 'A b', work: 'cut' }] }, 'operations.0.id: must be small letters'],
  ])('refuses %j and says where and why', (value, problem) => {
    const read = readRecipe(value);
    expect(read.ok ? [] : read.problems).toContainEqual(expect.stringContaining(problem));
  });
});
