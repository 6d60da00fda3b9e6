import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { growBounds, heightOf, widthOf } from '../src/geometry/bounds.ts';
import { regionArea } from '../src/geometry/contour-facts.ts';
import { knockOut } from '../src/geometry/kernel/boolean.ts';
import { holesIn, plateOutline } from '../src/construct/plate-outline.ts';
import { PLATE_OUTLINES, type Made } from '../src/recipe/schema.ts';
import { applyPatch } from '../src/recipe/patch.ts';
import { readRecipe } from '../src/recipe/read.ts';
import { circle, roundedRectangle } from '../src/geometry/shapes.ts';
import { widestBox } from '../src/geometry/widest-box.ts';
import { buildOf } from './workshop.ts';

type Plate = Partial<Made['plate']>;

const plateOf = (plate: object, more: object = {}) =>
  buildOf({
    assemblies: [
      {
        make: 'cut-through',
        plate: { margin: 12, holes: null, ...plate },
        hold: { bridges: { perIsland: 'none' }, drop: { all: true } },
        items: [{ kind: 'shape', outline: { by: 'rectangle', width: 60, height: 25 } }],
        ...more,
      },
    ],
  });

/** Area of the plate of a build, its opening filled again. */
const bodyOf = ({ construction }: ReturnType<typeof plateOf>) => regionArea(construction.material);

describe('plates of other outlines', () => {
  const { PI, SQRT2 } = Math;

  it('are as large as the words and the margin ask, by their formulas', () => {
    const [w, h] = [84, 49];
    const oval = plateOf({ outline: 'oval' });
    expect(bodyOf(oval)).toBeCloseTo((PI * w * SQRT2 * h * SQRT2) / 4, 1);
    const stake = plateOf({ outline: 'stake', cornerRadius: 0 });
    const tall = h / 0.75;
    expect(heightOf(stake.arrangement.plate!)).toBeCloseTo(tall, 6);
    expect(bodyOf(stake)).toBeCloseTo(w * h + (w * tall * 0.25) / 2, 1);
    expect(bodyOf(plateOf({ corners: 'chamfered', cornerRadius: 8 }))).toBeCloseTo(w * h - 4 * 32, 1);
    expect(bodyOf(plateOf({ corners: 'notched', cornerRadius: 8 }))).toBeCloseTo(w * h - 4 * 64, 1);
    const arch = plateOf({ outline: 'arch' }).arrangement.plate!;
    expect([widthOf(arch), heightOf(arch) * 0.7]).toEqual([expect.closeTo(w, 6), expect.closeTo(h, 6)]);
  });

  it('whatever their outline and the words, the words and their margin lie on a fitted plate', () => {
    const mm = fc.integer({ min: 10, max: 200 });
    fc.assert(
      fc.property(
        fc.constantFrom(...PLATE_OUTLINES),
        mm,
        mm,
        fc.integer({ min: 0, max: 30 }),
        (outline, width, height, margin) => {
          const job = plateOf(
            { outline, margin, cornerRadius: 0 },
            { items: [{ kind: 'shape', outline: { by: 'rectangle', width, height } }] },
          );
          const body = plateOutline({ plan: job.thing.plate, box: job.arrangement.plate!, figure: null }, 0, 'plate');
          const letters = job.arrangement.letters.flatMap(({ contours }) => contours);
          expect(regionArea(knockOut(letters, body))).toBeLessThan(0.05);
          expect(job.findings.filter(({ rule }) => rule === 'words off the plate')).toEqual([]);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('words in the corner of an oval that is too small are told', () => {
    const small: Plate = { outline: 'oval', width: 70, height: 35 };
    expect(plateOf(small).findings.map(({ title }) => title)).toContain('Off the plate: Rectangle');
    expect(plateOf({ ...small, outline: 'rectangle' }).findings.map(({ rule }) => rule)).not.toContain(
      'words off the plate',
    );
  });

  it('a border and the ground of a relief run along the outline', () => {
    const job = buildOf({
      assemblies: [
        {
          make: 'relief',
          plate: { outline: 'oval', width: 200, height: 120, holes: null, border: null },
          relief: { frame: 10 },
          items: [{ kind: 'shape', outline: { by: 'round', diameter: 20 } }],
        },
      ],
    });
    // Steiner: an outline moved in by d loses d times its length, less pi d squared; the length by Ramanujan.
    const h = ((100 - 60) / (100 + 60)) ** 2;
    const length = PI * 160 * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h)));
    const ground = regionArea(job.construction.area) + PI * 100;
    expect(Math.abs(ground - (PI * 100 * 60 - 10 * length + PI * 100))).toBeLessThan(0.5);
  });
});

describe('holes', () => {
  const box = { minX: 0, minY: 0, maxX: 200, maxY: 80 };
  const holes = (at: 'corners' | 'ends' | 'above' | 'circle', count = 2) =>
    holesIn(box, { at, count, inset: 10, diameter: 5 }).map(({ x, y }) => [Number(x.toFixed(6)), Number(y.toFixed(6))]);

  it('lie in corners, at the ends, in a row and on a bolt circle, as far from the edges as they are said to', () => {
    expect(holes('corners')).toEqual([
      [10, 10],
      [190, 10],
      [190, 70],
      [10, 70],
    ]);
    expect(holes('ends')).toEqual([
      [10, 40],
      [190, 40],
    ]);
    expect(holes('above', 3)).toEqual([
      [10, 70],
      [100, 70],
      [190, 70],
    ]);
    expect(holes('above', 1)).toEqual([[100, 70]]);
    expect(holes('circle', 4)).toEqual([
      [100, 70],
      [70, 40],
      [100, 10],
      [130, 40],
    ]);
  });
});

describe('a plate of an item’s outline', () => {
  const shown = (outline: object, item: object = {}, more: object = {}) =>
    plateOf(more, {
      items: [
        { id: 'body', kind: 'shape', role: 'plate', outline, ...item },
        { id: 'words', kind: 'shape', role: 'opening', outline: { by: 'rectangle', width: 60, height: 25 } },
      ],
    });

  it('is in proportion as large as the words and the margin ask', () => {
    // A square that holds 84 by 49, and a round of that diagonal.
    const square = shown({ by: 'rectangle', width: 10, height: 10 });
    expect(bodyOf(square)).toBeCloseTo(84 * 84, -1);
    const round = shown({ by: 'round', diameter: 10 });
    expect(bodyOf(round)).toBeCloseTo((Math.PI * (84 ** 2 + 49 ** 2)) / 4, -2);
    expect(widthOf(shown({ by: 'round', diameter: 10 }, {}, { width: 200 }).arrangement.plate!)).toBeCloseTo(200, 6);
    expect(heightOf(shown({ by: 'oval', width: 20, height: 10 }, {}, { height: 90 }).arrangement.plate!)).toBeCloseTo(
      90,
    );
  });

  it('holds the words and their margin, whatever its outline', () => {
    const outlines = [
      { by: 'heart', width: 80, height: 75 },
      { by: 'star', diameter: 90, points: 5 },
      { by: 'tag', width: 90, height: 40, corner: 10, hole: 6, inset: 10 },
      { by: 'polygon', diameter: 50, sides: 3 },
      { by: 'arrow', width: 100, height: 60, head: 40, shaft: 30 },
      { by: 'arch', width: 60, height: 80, rise: 25 },
    ];
    for (const outline of outlines)
      for (const turn of [0, 20]) {
        const job = shown(outline, { turn });
        const roomOf = ({ arrangement }: typeof job) => [
          roundedRectangle(growBounds(arrangement.items[1]!.bounds, 12), 0, 'room'),
        ];
        expect(regionArea(knockOut(roomOf(job), job.arrangement.plateFigure!))).toBeLessThan(1);
        expect(job.pieces.filter(({ status }) => status === 'kept').map(({ name }) => name)).toEqual(['Plate']);
        // No larger than it must be: a little less would not hold them.
        const smaller = shown(outline, { turn }, { width: widthOf(job.arrangement.plate!) * 0.97 });
        const out = knockOut(roomOf(smaller), smaller.arrangement.plateFigure!);
        expect(regionArea(out)).toBeGreaterThan(1);
      }
  });

  it('has border, holes and ground as any plate, and what is held to it goes along', () => {
    const job = shown(
      { by: 'round', diameter: 10 },
      {},
      { border: { inset: 4 }, holes: { diameter: 5, inset: 9, at: 'circle', count: 3 } },
    );
    const width = widthOf(job.arrangement.plate!);
    expect(regionArea(job.construction.linework)).toBeCloseTo((Math.PI * (width - 8) ** 2) / 4, 0);
    expect(job.pieces.filter(({ name }) => name === 'Hole')).toHaveLength(3);
    const held = plateOf(
      {},
      {
        items: [
          { id: 'body', kind: 'shape', role: 'plate', outline: { by: 'oval', width: 20, height: 10 } },
          { id: 'words', kind: 'shape', outline: { by: 'rectangle', width: 60, height: 25 } },
          {
            id: 'dot',
            kind: 'shape',
            outline: { by: 'round', diameter: 4 },
            place: { x: 0, y: { own: 'top', of: 'body', edge: 'top', distance: -3 } },
          },
        ],
      },
    ).arrangement;
    expect(held.plate!.maxY - held.items[2]!.bounds.maxY).toBeCloseTo(3, 6);
  });

  it('holes that break its edge are told, and go further in', () => {
    const holes = { diameter: 6, inset: 5, at: 'corners' };
    const job = shown({ by: 'round', diameter: 90 }, {}, { holes });
    const [mend] = job.findings.find(({ rule }) => rule === 'hole in the way')!.mends;
    const after = buildOf(applyPatch(job.recipe, mend!.patch));
    expect(after.findings.map(({ rule }) => rule)).not.toContain('hole in the way');
    expect(after.pieces.filter(({ name }) => name === 'Hole')).toHaveLength(4);
  });

  it('what goes round nothing is no plate: it is followed as a line, on a plate of the usual outline', () => {
    const nodes = [
      { x: 0, y: 0 },
      { x: 40, y: 5 },
    ];
    const job = shown({ by: 'path', nodes, closed: false, thickness: 0 });
    expect(job.arrangement.plateFigure).toBe(null);
    expect(job.construction.linework).toHaveLength(1);
  });

  it('two plates in one thing are refused by name, and where there is no plate it is material', () => {
    const item = { kind: 'shape', role: 'plate', outline: { by: 'round', diameter: 30 } } as const;
    const twice = readRecipe({ assemblies: [{ make: 'engraved', items: [{ ...item, id: 'disc' }, item] }] });
    expect(!twice.ok && twice.problems.join()).toContain('“disc” is the plate already');
    const alone = buildOf({ assemblies: [{ make: 'stand-alone', items: [item] }] });
    expect(regionArea(alone.construction.material)).toBeCloseTo(Math.PI * 225, 1);
  });
});

describe('the widest box of a proportion', () => {
  const { PI } = Math;
  const square = (side: number) => [roundedRectangle({ minX: 0, minY: 0, maxX: side, maxY: side }, 0, 'it')];

  it('in a square, a round and an L is where and as wide as it must be', () => {
    expect(widestBox(square(60), 2)).toEqual({ minX: 0, maxX: 60, minY: 15, maxY: 45 });
    const round = widestBox([circle({ x: 5, y: 5 }, 50, 'it')], 1)!;
    expect(widthOf(round)).toBeCloseTo(100 / Math.SQRT2, 0);
    expect([round.minX + round.maxX, round.minY + round.maxY]).toEqual([expect.closeTo(10), expect.closeTo(10)]);
    const corner = roundedRectangle({ minX: 20, minY: 20, maxX: 70, maxY: 70 }, 0, 'it');
    const inL = widestBox(knockOut(square(60), [corner]), 3)!;
    expect(Math.min(widthOf(inL) / 60, heightOf(inL) / 20)).toBeGreaterThan(0.985);
    expect(widestBox([], 1)).toBe(null);
  });

  it('lies within, whatever the region and the proportion', () => {
    const mm = fc.integer({ min: 8, max: 60 });
    fc.assert(
      fc.property(mm, mm, mm, fc.double({ min: 0.2, max: 6, noNaN: true }), (x, y, radius, aspect) => {
        const region = knockOut(square(100), [circle({ x, y }, radius / 2, 'hole')]);
        const box = widestBox(region, aspect)!;
        expect(regionArea(knockOut([roundedRectangle(box, 0, 'box')], region))).toBeLessThan(0.5);
        expect(widthOf(box) / heightOf(box)).toBeCloseTo(aspect, 6);
        expect(widthOf(box) * heightOf(box)).toBeGreaterThan((100 * 100 - PI * 900) / 40);
      }),
      { numRuns: 40 },
    );
  });
});
