import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Contour } from '../src/geometry/contour.ts';
import { reverseContour } from '../src/geometry/contour-facts.ts';
import { roundedRectangle } from '../src/geometry/shapes.ts';
import { FORMATS } from '../src/job/files.ts';
import { sheetDrawing } from '../src/job/file-drawing.ts';
import { runJob } from '../src/job/run-job.ts';
import { profileOf, type Profile } from '../src/motion/profile.ts';
import { joinAllSpans } from '../src/motion/row-spans.ts';
import { spansOf, type Swept } from '../src/motion/swept.ts';
import { sweepOf, timeTogether, turnSeconds } from '../src/motion/sweep.ts';
import { exactGroups } from '../src/operations/sweeps/exact-groups.ts';
import { clumpsOf } from '../src/operations/sweeps/clumps.ts';
import type { CostOf } from '../src/operations/sweeps/cost-of.ts';
import { JoinedSpans } from '../src/operations/sweeps/joined-spans.ts';
import { joinedGroups } from '../src/operations/sweeps/joined-groups.ts';
import { sweepGroups } from '../src/operations/sweeps/sweep-groups.ts';
import { sweptThings } from '../src/operations/sweeps/swept-things.ts';
import { laidItem } from '../src/recipe/identity.ts';
import type { RecipeInput } from '../src/recipe/read.ts';
import { houseShop } from '../src/shop/house.ts';
import { jobOf } from './workshop.ts';

const laser = houseShop.machines.find(({ id }) => id === 'co2-laser')!;
/** Rows far enough apart to work with by hand. */
const profile: Profile = profileOf(laser, { pitch: 1, angle: 0, bothWays: true });
const { rows } = profile;

const box = ([x, y, width, height]: readonly number[]): Contour =>
  roundedRectangle({ minX: x!, minY: y!, maxX: x! + width!, maxY: y! + height! }, 0, 'it');
const sweptBox = (numbers: readonly number[]): Swept => ({ form: [box(numbers)], dx: 0, dy: 0 });
const things = fc.array(
  fc.tuple(
    fc.integer({ min: 0, max: 300 }),
    fc.integer({ min: 0, max: 60 }),
    fc.integer({ min: 2, max: 40 }),
    fc.integer({ min: 2, max: 15 }),
  ),
  { minLength: 2, maxLength: 6 },
);

const BETWEEN = 0.2;
const costOf: CostOf = (one, other) => timeTogether(one, other, rows, 1) + BETWEEN;
const spansIn = (boxes: readonly (readonly number[])[]) =>
  boxes.map((each) => spansOf([box(each)], { low: 0, pitch: 1, angle: 0 }));
const timeOf = (boxes: readonly (readonly number[])[], groups: readonly (readonly number[])[]): number =>
  groups.reduce(
    (sum, own) =>
      sum +
      BETWEEN +
      sweepOf(
        own.map((i) => box(boxes[i]!)),
        rows,
      ).seconds,
    0,
  );

/** Every way to part things into groups. */
function* divisions(count: number): Generator<number[][]> {
  if (count === 0) return void (yield []);
  for (const groups of divisions(count - 1)) {
    for (let i = 0; i < groups.length; i++) yield groups.map((group, j) => (i === j ? [...group, count - 1] : group));
    yield [...groups, [count - 1]];
  }
}

describe('what is swept together', () => {
  it('is the best of all divisions, where there are few things', () => {
    fc.assert(
      fc.property(things, fc.integer({ min: 1, max: 6 }), (boxes, most) => {
        const found = exactGroups(spansIn(boxes), costOf, most);
        expect(found.flat().sort()).toEqual(boxes.map((_, i) => i));
        expect(found.length).toBeLessThanOrEqual(most);
        const best = Math.min(
          ...[...divisions(boxes.length)].filter(({ length }) => length <= most).map((each) => timeOf(boxes, each)),
        );
        expect(timeOf(boxes, found)).toBeCloseTo(best, 6);
      }),
      { numRuns: 30 },
    );
  });

  it('is nearly the best where there are more', () => {
    let [joined, exact] = [0, 0];
    fc.assert(
      fc.property(fc.array(things, { minLength: 2, maxLength: 2 }), (lots) => {
        const spans = spansIn(lots.flat());
        const cost = (groups: readonly (readonly number[])[]): number => timeOf(lots.flat(), groups);
        const found = cost(joinedGroups(spans, costOf, 12).groups);
        const best = cost(exactGroups(spans, costOf, 12));
        expect(found).toBeLessThan(1.06 * best);
        joined += found;
        exact += best;
      }),
      { numRuns: 40 },
    );
    expect(joined).toBeLessThan(1.01 * exact);
  });

  it('is such that no single thing would be better off elsewhere', () => {
    fc.assert(
      fc.property(fc.array(things, { minLength: 2, maxLength: 2 }), (lots) => {
        const boxes = lots.flat();
        const { groups } = joinedGroups(spansIn(boxes), costOf, 12);
        const now = timeOf(boxes, groups);
        groups.forEach((from, f) => {
          if (from.length === 1) return;
          for (const thing of from)
            groups.forEach((_, t) => {
              if (t === f) return;
              const moved = groups.map((own, g) =>
                g === f ? own.filter((each) => each !== thing) : g === t ? [...own, thing] : own,
              );
              expect(timeOf(boxes, moved)).toBeGreaterThan(now - 1e-6);
            });
        });
      }),
      { numRuns: 40 },
    );
  });

  it('has the rows of all others where one is left out', () => {
    fc.assert(
      fc.property(things, (boxes) => {
        const spans = spansIn(boxes);
        const joined = new JoinedSpans(spans);
        spans.forEach((_, i) => {
          const others = joinAllSpans(spans.filter((_, k) => k !== i));
          expect(joined.without(i)).toEqual(others);
          if (!joined.isOnEdge(i)) expect(others).toEqual(joined.spans);
        });
      }),
    );
  });

  it('has an edge and all that lies in it in one', () => {
    const [frame, hole, island, other] = [
      [0, 0, 60, 40],
      [5, 5, 50, 30],
      [20, 15, 10, 8],
      [70, 0, 5, 5],
    ].map(box);
    const found = sweptThings([frame!, reverseContour(hole!), island!, other!]);
    expect(found.map((own) => own.length).sort()).toEqual([1, 3]);
  });

  it('comes near to what each row would take by itself', () => {
    // Tags of two short lines in five columns: rows of each parted where the blank is worth a turn.
    const tags = Array.from({ length: 60 }, (_, i) => [120 * (i % 5), 30 * Math.floor(i / 5)] as const);
    const boxes = tags.flatMap(([x, y]) => [
      [x, y, 30, 6],
      [x + 4, y + 9, 22, 6],
    ]);
    const { groups } = sweepGroups(
      boxes.map((each) => [sweptBox(each)]),
      profile,
      200,
    );
    const turn = (2 * rows.speed) / rows.acceleration + rows.settle;
    const byRow = new Map<number, (readonly [number, number])[]>();
    for (const [x, y, width, height] of boxes)
      for (let row = y!; row < y! + height!; row++) byRow.set(row, [...(byRow.get(row) ?? []), [x!, x! + width!]]);
    let bound = 0;
    for (const spans of byRow.values()) {
      const sorted = spans.sort((a, b) => a[0] - b[0]);
      sorted.forEach(([from, to], i) => {
        const before = i === 0 ? Infinity : (from - sorted[i - 1]![1]) / rows.speed;
        bound += (to - from) / rows.speed + Math.min(turn, before);
      });
    }
    expect(timeOf(boxes, groups) - BETWEEN * groups.length).toBeLessThan(1.1 * bound);
    expect(groups.flat()).toHaveLength(boxes.length);
  });

  it('begins with letters of a line together, each thing in one clump, and loses nothing by it', () => {
    fc.assert(
      fc.property(fc.array(things, { minLength: 3, maxLength: 5 }), (rowsOfBoxes) => {
        const boxes = rowsOfBoxes.flat();
        const spans = spansIn(boxes);
        const clumps = clumpsOf(spans, costOf, { reach: 20, loss: 0 });
        expect(clumps.flat().sort((a, b) => a - b)).toEqual([...boxes.keys()]);
        expect(timeOf(boxes, clumps)).toBeLessThanOrEqual(
          timeOf(
            boxes,
            boxes.map((_, i) => [i]),
          ) + 1e-6,
        );
      }),
    );
    // A blank wider than the way of a turn keeps two apart, a narrower one does not.
    const way = turnSeconds(rows) * rows.speed;
    const pair = (blank: number) =>
      spansIn([
        [0, 0, 6, 10],
        [6 + blank, 0, 6, 10],
      ]);
    const free: CostOf = (one, other) => timeTogether(one, other, rows, 1);
    const count = (blank: number) => clumpsOf(pair(blank), free, { reach: 9 * way, loss: 0 }).length;
    expect([count(0.5 * way), count(2 * way)]).toEqual([1, 2]);
    // Two lines of ten letters each, far from each other.
    const line = (y: number) => Array.from({ length: 10 }, (_, i) => [i * 8, y, 6, 10]);
    const clumps = clumpsOf(spansIn([...line(0), ...line(40)]), costOf, { reach: 20, loss: 0 });
    expect(clumps.map((own) => own.length)).toEqual([10, 10]);
  });

  it('keeps to the number of groups that the machine takes', () => {
    const corners = [
      [0, 0, 5, 5],
      [900, 0, 5, 5],
      [0, 30, 5, 5],
      [900, 30, 5, 5],
    ].map((each) => [sweptBox(each)]);
    // A row across 900 mm takes longer than two turns; what lies above another is a few blank rows away.
    expect(sweepGroups(corners, profile, 8).groups.map((own) => [...own].sort())).toEqual([
      [0, 2],
      [1, 3],
    ]);
    expect(sweepGroups(corners, profile, 1).groups).toHaveLength(1);
    const many = Array.from({ length: 20 }, (_, i) => [sweptBox([i * 200, 0, 5, 5])]);
    expect(sweepGroups(many, profile, 30).groups).toHaveLength(20);
    expect(sweepGroups(many, profile, 3).groups).toHaveLength(3);
  });
});

/** Two words, each at one end of a wide plate. */
const farApart = (rowsOf: object = {}): RecipeInput => ({
  needlefile: 2,
  machine: 'co2-laser',
  material: 'plywood',
  assemblies: [
    {
      make: 'engraved',
      id: 'it',
      plate: { width: 600, height: 40 },
      items: [
        {
          kind: 'lettering',
          id: 'in',
          words: 'IN',
          size: { by: 'cap height', value: 8 },
          place: { x: -250, y: 0 },
        },
        {
          kind: 'lettering',
          id: 'out',
          words: 'OUT',
          size: { by: 'cap height', value: 8 },
          place: { x: 250, y: 0 },
        },
      ],
    },
  ],
  operations: [
    { id: 'area', work: 'engrave', rows: rowsOf },
    { id: 'line', work: 'score' },
    { id: 'inner', work: 'cut' },
    { id: 'outer', work: 'cut' },
  ],
});

const LONE = { inner: null, outer: null, line: null };

const layersOf = (input: RecipeInput): string[] => sheetDrawing(jobOf(input), null).layers.map(({ name }) => name);

describe('the sweeps of a job', () => {
  it('are layers of their own, with colours that a machine can tell apart, and run as the job says', async () => {
    const job = jobOf(farApart());
    const { layers } = sheetDrawing(job, null);
    expect(layers.map(({ name }) => name).slice(0, 2)).toEqual(['ENGRAVE_S1', 'ENGRAVE_S2']);
    expect(new Set(layers.map(({ colour }) => colour)).size).toBe(layers.length);
    for (const format of FORMATS) expect((await runJob(job, format)).differences, format).toEqual([]);
    const [account] = job.sweeps;
    expect(account!.groups.map(({ items }) => items)).toEqual([[laidItem('it', 0, 'in')], [laidItem('it', 0, 'out')]]);
    // 500 mm of blank at 400 mm/s in each row.
    expect(account!.inOne).toBeGreaterThan(2 * account!.seconds);
    expect(account!.byItem).toBeCloseTo(account!.seconds, 6);
    expect(account!.seconds).toBeCloseTo(job.operations[0]!.time + job.operations[1]!.time, 6);
  });

  it('are what somebody put together, and as the operation has the rest', () => {
    const byHand = [[laidItem('it', 0, 'in'), laidItem('it', 0, 'out'), 'gone:0/away']];
    expect(layersOf(farApart({ byHand }))[0]).toBe('ENGRAVE');
    expect(jobOf(farApart({ byHand })).sweeps[0]!.groups[0]!.byHand).toBe(true);
    expect(layersOf(farApart({ together: 'all' }))[0]).toBe('ENGRAVE');
    expect(layersOf(farApart({ together: 'items' })).slice(0, 2)).toEqual(['ENGRAVE_S1', 'ENGRAVE_S2']);
    expect(layersOf(farApart({ byHand: [[laidItem('it', 0, 'in')]], together: 'all' }))).toContain('ENGRAVE_S2');
  });

  it('run as the job says though what a file rounds decides of a row, as an edge lies in its middle', async () => {
    const shape = (height: number) => ({
      kind: 'shape',
      role: 'engraved',
      outline: { by: 'rectangle', width: 40, height },
    });
    const input = farApart({ pitch: 0.3 });
    let some = 0;
    for (const height of [2.55, 8.25, 5.25 + 1e-4, 5.25 - 1e-4]) {
      const [plate] = (input as { assemblies: readonly object[] }).assemblies;
      const job = jobOf({ ...input, assemblies: [{ ...plate, items: [shape(height)] }] } as RecipeInput);
      for (const format of ['svg', 'dxf', 'pdf'] as const) {
        const { rows, differences } = await runJob(job, format);
        expect(differences, `${height} as ${format}`).toEqual([]);
        some += Math.abs(rows[0]!.file!.length - rows[0]!.job!.length) > 39 ? 1 : 0;
      }
    }
    expect(some).toBeGreaterThan(0);
  });

  it('take as long as the rows that the operation lays', async () => {
    const fine = jobOf(farApart({ pitch: 0.05 }));
    const coarse = jobOf(farApart({ pitch: 0.1 }));
    // All but the way there.
    const twice = fine.sweeps[0]!.seconds / coarse.sweeps[0]!.seconds;
    expect(twice).toBeGreaterThan(1.9);
    expect(twice).toBeLessThan(2);
    const thrice = jobOf({ ...farApart(), operations: [{ id: 'area', work: 'engrave', passes: 3 }], assignment: LONE });
    expect(thrice.sweeps[0]!.seconds / coarse.sweeps[0]!.seconds).toBeCloseTo(3, 0);
    const upright = jobOf(farApart({ angle: 90, bothWays: false }));
    expect((await runJob(upright, 'svg')).differences).toEqual([]);
    expect(upright.sweeps[0]!.seconds).not.toBeCloseTo(coarse.sweeps[0]!.seconds, 0);
  });
});
