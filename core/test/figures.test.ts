import { describe, expect, it } from 'vitest';
import { build } from '../src/job/build-job.ts';
import { reportOf } from '../src/job/report.ts';
import { closedContour } from '../src/geometry/contour.ts';
import { line } from '../src/geometry/segment.ts';
import { polygon } from '../src/geometry/shapes.ts';
import { NO_BOUNDS } from '../src/geometry/bounds.ts';
import { withWordsInJob } from '../src/recipe/edits/words.ts';
import { runOperations } from '../src/job/run-operations.ts';
import { assignLines, type Drawing } from '../src/operations/lines.ts';
import type { Operation } from '../src/operations/operations.ts';
import { costOf } from '../src/job/cost.ts';
import { plainOperation, type OperationPlan } from '../src/recipe/schema.ts';
import { ONLY_ITEM, ONLY_THING } from '../src/recipe/migrate/1-to-2.ts';
import type { Version1Input } from '../src/recipe/migrate/version-1.ts';
import { houseShop } from '../src/shop/house.ts';
import { limitAt, limitReason, limitsFor } from '../src/shop/limits.ts';
import { type Machine, type Material, type Shop } from '../src/shop/shop.ts';
import { formatArea, formatTime, formatTravel, formatWeight } from '../src/units/quantity.ts';
import { buildOf, faceOf, operationOn, own, recipeOf, thingIn, withThing, wordsIn } from './workshop.ts';

/** Figures that a person reads or a machine runs, each worked out by hand. */

const limit = (least: number, perThickness = 0) => ({ least, perThickness });
const machine: Machine = {
  ...houseShop.machines[0]!,
  id: 'bench',
  name: 'Bench',
  word: 'bench machine',
  kerf: 0.5,
  materials: ['slate'],
  settings: { cut: { speed: 10, power: 80, passes: 1 }, engrave: { speed: 100, power: 40, passes: 1 } },
  travelSpeed: 50,
  // It stops in every corner.
  dynamics: { travel: 500, line: 1000, rows: 1000, deviation: 1e-9, settle: 0.01 },
  pierceTime: 2,
  fillPitch: 0.5,
  limits: {
    bridge: limit(2, 1.5),
    neck: limit(3),
    wall: limit(1),
    gap: limit(0.8),
    counter: limit(1.2),
    speck: limit(2),
  },
  materialLimits: { slate: { wall: limit(4) } },
};
const material: Material = { id: 'slate', name: 'Slate', density: 3, stock: [4], price: 20, stickyBack: false };
const shop: Shop = { machines: [machine], materials: [material], tools: [], tried: [], currency: '£' };
const made = (input: Omit<Version1Input, 'machine' | 'material'>) => {
  const recipe = recipeOf({ machine: 'bench', material: 'slate', thickness: 4, ...input });
  const job = build(recipe, { shop, faces: new Map([['overpass-bold', faceOf('overpass-bold')]]) });
  return { ...job.assemblies[0]!.built, ...job };
};

const box = (x: number, y: number, width: number, height: number) =>
  polygon(
    [
      { x, y },
      { x: x + width, y },
      { x: x + width, y: y + height },
      { x, y: y + height },
    ],
    's',
  );
const drawing: Drawing = {
  // From (3, 4), 5 mm from the corner: 300 mm round.
  outline: [box(3, 4, 100, 50)],
  area: [box(10, 10, 30, 20)],
  linework: [],
};

/** The operations on a drawing, as they are run from the corner of the sheet. */
function run(
  lines: Drawing,
  plans: readonly Partial<OperationPlan>[],
  assignment = USUAL,
  on = machine,
): readonly Operation[] {
  const operations = plans.map((plan) => ({ ...PLAIN, ...plan }) as OperationPlan);
  const works = Object.fromEntries(operations.map(({ id, work }) => [id, work]));
  return runOperations(
    { operations, order: { search: 'quick', coolly: false, things: {} } },
    [
      {
        assembly: { id: 'it', first: false, lineOrder: {} },
        built: {
          drawing: lines,
          arrangement: { object: NO_BOUNDS } as never,
          lines: assignLines(
            lines,
            [],
            {
              assignment,
              works,
              items: {},
              itemDots: {},
              fills: {},
              stays: {},
              follows: {},
              dots: {},
              kerf: 0,
              lead: null,
            },
            [],
          ).lines,
        },
        placements: [{ x: 0, y: 0, turn: 0 }],
      },
    ],
    on,
  ).operations;
}

const PLAIN = plainOperation('it', 'cut');
const USUAL = { inner: 'inner', outer: 'outer', area: 'area', line: 'line' };
const ENGRAVE = { id: 'area', work: 'engrave' } as const;
const [INNER, OUTER] = [{ id: 'inner', work: 'cut' } as const, { id: 'outer', work: 'cut' } as const];

describe('what a job costs', () => {
  it('is its time by the hour, and the material that the drawing takes with its margin, as thick as it is', () => {
    const bounds = { minX: 20, minY: 20, maxX: 120, maxY: 70 };
    const job = { time: 1800, bounds, sheet: { width: 240, height: 140 }, margin: 10, thickness: 4 };
    // 120 x 70 x 4 mm are 0.0336 litres.
    expect(costOf(job, { hourlyRate: 48 }, { price: 20 }, '£')).toEqual({
      machine: 24,
      material: expect.closeTo(0.672, 6),
      share: 0.25,
      currency: '£',
    });
    // No more than there is; and nothing where nobody set a price.
    const small = { ...job, sheet: { width: 100, height: 50 } };
    expect(costOf(small, { hourlyRate: 0 }, { price: 0 }, '')).toMatchObject({
      machine: null,
      material: null,
      share: 1,
    });
  });
});

describe('times and lengths', () => {
  it('of a cut: the way there, the pierce, and every pass of its sides from corner to corner', () => {
    const [cut, ...more] = run({ ...drawing, area: [] }, [INNER, { ...OUTER, speed: 20, power: 60, passes: 3 }]);
    expect(more).toEqual([]);
    expect(cut).toMatchObject({ id: 'outer', work: 'cut', settings: { speed: 20, power: 60, passes: 3 } });
    expect(cut!.length).toBeCloseTo(300, 9);
    expect(cut!.travel).toBeCloseTo(5, 9);
    // 5 mm at 50 mm/s and ramps of 0.1 s, 2 s, and three times 300 mm at 20 mm/s with ramps of 0.02 s a side.
    expect(cut!.time).toBeCloseTo(0.2 + 2 + 3 * (15 + 4 * 0.02), 3);
  });

  it('of a fill: rows a pitch apart over the area, and the turns at their ends', () => {
    const [fill] = run({ ...drawing, outline: [] }, [ENGRAVE]);
    expect(fill!.fill).toBe(true);
    // 600 mm² / 0.5 mm.
    expect(fill!.length).toBeCloseTo(1200, 9);
    expect(fill!.settings).toEqual({ speed: 100, power: 40, passes: 1 });
    // No pierces; to the first row, 40 rows at 100 mm/s, and 40 turns of 0.2 s to stop and start and 0.01 s to settle.
    expect(fill!.time).toBeCloseTo(Math.hypot(10, 10.25) / 50 + 0.1 + 12 + 40 * 0.21, 9);
  });

  it('of lines that a tool is let down for, whatever the work: once a line', () => {
    const scored: Drawing = { outline: [], area: [], linework: [box(0, 0, 10, 10), box(20, 0, 10, 10)] };
    const starts = (pierces: Machine['pierces']) =>
      run(scored, [{ id: 'line', work: 'score' }], USUAL, { ...machine, pierces })[0]!;
    const [beam, cutter] = [starts('cuts'), starts('lines')];
    expect([beam.starts, cutter.starts]).toEqual([0, 4]);
    expect(cutter.time).toBeCloseTo(beam.time + 4, 9);
  });

  it('of works that a machine cannot do are told as slow ones, and marked', () => {
    const [mark] = run({ ...drawing, area: [] }, [{ ...OUTER, work: 'mark' }]);
    expect(mark).toMatchObject({ possible: false, settings: { speed: 10, passes: 1 } });
  });

  it('run in the order of the list, each line by what it is', () => {
    const holed: Drawing = { ...drawing, outline: [...drawing.outline, closedContour(reversedBox(50, 20, 5, 5))] };
    const ids = (plans: readonly Partial<OperationPlan>[]) => run(holed, plans).map(({ id }) => id);
    expect(ids([ENGRAVE, INNER, OUTER])).toEqual(['area', 'inner', 'outer']);
    expect(ids([OUTER, INNER, ENGRAVE])).toEqual(['outer', 'inner', 'area']);
  });

  it('of one operation on areas and on lines: areas are filled, lines followed', () => {
    const both = { ...USUAL, line: 'area' };
    const found = run({ ...drawing, outline: [], linework: [box(60, 0, 10, 10)] }, [ENGRAVE], both);
    expect(found.map(({ id, fill, kinds }) => [id, fill, kinds])).toEqual([
      ['area', true, ['area']],
      ['area', false, ['line']],
    ]);
    expect(found[1]!.length).toBeCloseTo(40, 9);
  });

  it('go on to what is nearest', () => {
    const far: Drawing = { outline: [box(80, 0, 5, 5), box(10, 0, 5, 5), box(40, 0, 5, 5)], area: [], linework: [] };
    const [cut] = run(far, [OUTER]);
    expect(cut!.contours.map(({ segments }) => segments[0]!.from.x)).toEqual([10, 40, 80]);
    expect(cut!.travel).toBeCloseTo(10 + 30 + 40, 9);
  });
});

const reversedBox = (x: number, y: number, width: number, height: number) =>
  [...box(x, y, width, height).segments].reverse().map(({ from, to }) => line(to, from, 's'));

describe('weights and sizes', () => {
  it('of a plate without words: width by height by thickness by density', () => {
    const job = made({
      make: 'engraved',
      lettering: { words: ' ' },
      plate: { width: 200, height: 50, cornerRadius: 0 },
      sheet: { margin: 12 },
    });
    const report = reportOf(job);
    // 200 x 50 x 4 mm³ = 40 cm³, at 3 g/cm³.
    expect(report.assemblies[0]!.pieces).toMatchObject([{ status: 'kept', area: 10_000, weight: 120 }]);
    expect(report.sheet).toEqual({ width: 224, height: 74 });
    expect(report.bounds).toMatchObject({ minX: 12, minY: 12, maxX: 212, maxY: 62 });
    expect(report.operations).toMatchObject([{ id: 'outer', contours: 1, nodes: 4, length: 500 }]);
  });

  it('of islands, and how many bridges a heavy one gets', () => {
    const recipe = (load: number) =>
      build(
        recipeOf({
          make: 'cut-through',
          machine: 'bench',
          material: 'slate',
          thickness: 4,
          lettering: { words: 'O', size: { by: 'cap height', value: 80 } },
          hold: { bridges: { perIsland: 'by weight' } },
        }),
        {
          shop: { ...shop, machines: [{ ...machine, bridgeLoad: load, bridgeReach: 100 }] },
          faces: new Map([['overpass-bold', faceOf('overpass-bold')]]),
        },
      );
    const islandsOf = (load: number) => reportOf(recipe(load)).assemblies[0]!.islands;
    const [island] = islandsOf(1000);
    expect(island!.weight).toBeCloseTo((island!.area * 4 * 3) / 1000, 9);
    expect(island!.bridges).toBe(1);
    expect(islandsOf(island!.weight * 0.99)[0]!.bridges).toBe(2);
    expect(islandsOf(island!.weight * 1.01)[0]!.bridges).toBe(1);
    const oneBridge = (load: number) => {
      const input = withThing(recipe(load).recipe, ({ hold }) => ({
        hold: { ...hold, bridges: { ...hold.bridges, perIsland: 'one' } },
      }));
      const heavy = { ...shop, machines: [{ ...machine, bridgeLoad: load, bridgeReach: 100 }] };
      const faces = new Map([['overpass-bold', faceOf('overpass-bold')]]);
      return build(input, { shop: heavy, faces }).findings.find(({ rule }) => rule === 'one bridge')?.measure;
    };
    expect(oneBridge(island!.weight * 1.01)).toBeUndefined();
    expect(oneBridge(island!.weight * 0.99)).toMatchObject({ value: island!.weight, unit: 'g', wants: 'at most' });
    // 1.5 times the 4 mm of the sheet.
    expect(recipe(1000).assemblies[0]!.built.hold.bridges[0]!.width).toBe(6);
  });

  it('of spaces: so much after each letter, and so much more in a space', () => {
    const starts = (more: object) =>
      made({ make: 'engraved', lettering: { words: 'HH HH', size: { by: 'cap height', value: 50 }, ...more } })
        .arrangement.letters.map(({ bounds }) => bounds.minX)
        .map((x, _, all) => x - all[0]!);
    const plain = starts({});
    const apart = starts({ letterSpacing: 3, wordSpacing: 5 });
    expect(apart.map((x, i) => Number((x - plain[i]!).toFixed(6)))).toEqual([0, 3, 3 * 3 + 5, 4 * 3 + 5]);
  });

  it('of a rail, and of letters on it', () => {
    const { arrangement, items } = made({
      make: 'stand-alone',
      lettering: { words: 'HH', size: { by: 'cap height', value: 50 } },
      rail: { height: 8, overlap: 2, extend: 7 },
    });
    const [rail] = arrangement.rails;
    const ink = arrangement.letters.map(({ bounds }) => bounds);
    expect(rail!.maxY - rail!.minY).toBeCloseTo(8, 9);
    expect(rail!.maxY - Math.min(...ink.map(({ minY }) => minY))).toBeCloseTo(2, 6);
    expect(Math.min(...ink.map(({ minX }) => minX)) - rail!.minX).toBeCloseTo(7, 9);
    const { bounds } = items[0]!.form;
    expect(bounds.maxY - bounds.minY).toBeCloseTo(50, 6);
  });

  it('as people read them', () => {
    expect([formatTime(59.6), formatTime(245), formatTime(3905)]).toEqual(['1:00', '4:05', '1:05:05']);
    expect([formatArea(132_200, 'mm'), formatArea(645.16, 'in')]).toEqual(['1322 cm²', '1.00 in²']);
    expect([formatWeight(3110, 'mm'), formatWeight(12.34, 'mm')]).toEqual(['3.11 kg', '12.3 g']);
    expect([formatWeight(453.59237, 'in'), formatWeight(28.349523125, 'in')]).toEqual(['1.00 lb', '1.00 oz']);
    expect([formatTravel(8070, 'mm'), formatTravel(3048, 'in')]).toEqual(['8.07 m', '10.0 ft']);
  });
});

describe('limits', () => {
  it('are the larger of a length and a share of the thickness, and a material’s own go before', () => {
    expect([limitAt(limit(2, 1.5), 1), limitAt(limit(2, 1.5), 4)]).toEqual([2, 6]);
    expect(limitsFor(machine, material)).toEqual({ ...machine.limits, wall: limit(4) });
    expect(limitsFor(machine, { ...material, id: 'oak' }).wall).toEqual(limit(1));
    expect(limitReason(limit(2, 1.5), 4, machine)).toContain('1.5');
    expect(limitReason(limit(2, 1.5), 1, machine)).toContain('bench machine');
  });

  it('of a material reach the findings of a job', () => {
    const job = made({ make: 'cut-through', lettering: { words: 'O' }, hold: { bridges: { width: 5.9 } } });
    const found = job.findings.find(({ rule }) => rule === 'narrow bridge');
    expect(found!.measure).toMatchObject({ value: 5.9, limit: 6, unit: 'mm', wants: 'at least' });
  });
});

describe('what was put by hand', () => {
  it('goes with its letter through an edit, whatever it is', () => {
    const recipe = recipeOf({
      make: 'cut-through',
      lettering: {
        words: 'ABO',
        nudges: { 'letter:0.2.0': { x: 1 } },
        thicken: { letters: { 'letter:0.1.0': 0.3 }, counters: { 'letter:0.2.0': 0.2 } },
      },
      hold: {
        bridges: { byHand: { 'letter:0.2.0#0': [{ at: 0.5 }] } },
        joins: { bars: { 'letter:0.1.0': [0.5] } },
        drop: { islands: ['letter:0.1.0#1'] },
        tabs: { byHand: { 'letter:0.2.0': [0.25] } },
      },
      coupon: { windows: [{ letter: 'letter:0.2.0', x: 0, y: 0, size: 10 }], frame: 3 },
    });
    const edited = withWordsInJob(recipe, ONLY_THING, ONLY_ITEM, 'XABO');
    const [{ nudges, thicken }, { hold }] = [wordsIn(edited), thingIn(edited)];
    expect(Object.keys(nudges)).toEqual(['letter:0.3.0']);
    expect(thicken.letters).toEqual({ 'letter:0.2.0': 0.3 });
    expect(thicken.counters).toEqual({ 'letter:0.3.0': 0.2 });
    expect(Object.keys(hold.bridges.byHand)).toEqual([own('letter:0.3.0#0')]);
    expect(hold.joins.bars).toEqual({ [own('letter:0.2.0')]: [0.5] });
    expect(hold.drop.islands).toEqual([own('letter:0.2.0#1')]);
    expect(hold.tabs.byHand).toEqual({ [own('letter:0.3.0')]: [0.25] });
    expect(edited.assemblies[1]).toMatchObject({ make: 'coupon', windows: [{ letter: own('letter:0.3.0') }] });
  });

  it('tabs: as many as wanted, as long as wanted and the kerf', () => {
    const job = buildOf({
      make: 'engraved',
      machine: 'co2-laser',
      material: 'plywood',
      lettering: { words: 'SAND' },
      plate: { width: 300, height: 150, cornerRadius: 0 },
      hold: { tabs: { by: 'number', number: 5, length: 2 } },
    });
    expect(job.tabs).toHaveLength(5);
    const { kerf } = job.machine;
    const cut = operationOn(job, 'outer');
    expect(cut.contours).toHaveLength(5);
    // The line goes round the corners of the plate by half the kerf.
    expect(cut.length).toBeCloseTo(900 + Math.PI * kerf - 5 * (2 + kerf), 6);
    const other = buildOf(
      withThing(job.recipe, ({ hold }) => ({ hold: { ...hold, tabs: { ...hold.tabs, by: 'length', every: 100 } } })),
    );
    expect(other.tabs).toHaveLength(9);
  });
});
