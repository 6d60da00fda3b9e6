import { describe, expect, it } from 'vitest';
import { widthOf } from '../src/geometry/bounds.ts';
import { flatten, startOf, type Contour } from '../src/geometry/contour.ts';
import {
  contourArea,
  contourBounds,
  contourLength,
  regionArea,
  regionContains,
} from '../src/geometry/contour-facts.ts';
import { loopOf } from '../src/geometry/loop.ts';
import { tangentAt } from '../src/geometry/segment.ts';
import { offsetRegion } from '../src/geometry/kernel/offset.ts';
import { FORMATS } from '../src/job/files.ts';
import { reportOf } from '../src/job/report.ts';
import { runJob } from '../src/job/run-job.ts';
import { sheetDrawing } from '../src/job/file-drawing.ts';
import type { RecipeInput } from '../src/recipe/read.ts';
import { houseShop } from '../src/shop/house.ts';
import type { Shop } from '../src/shop/shop.ts';
import { buildOf, jobOf, operationOn, recipeOf, trueEdges } from './workshop.ts';

/** The middle of the cut, where the file sets it off: on the waste side of every edge, by half the kerf. */
describe('cut lines', () => {
  const round = (role: 'material' | 'opening', diameter: number) =>
    ({ kind: 'shape', role, place: { x: 0, y: 0 }, outline: { by: 'round', diameter } }) as const;
  const washer = (hole: number): RecipeInput => ({
    ...{ machine: 'router', material: 'plywood' },
    assemblies: [{ make: 'stand-alone', items: [round('material', 60), round('opening', hole)] }],
  });
  const diameters = (job: ReturnType<typeof jobOf>) =>
    job.operations.flatMap(({ contours }) => contours.map((contour) => widthOf(contourBounds(contour))));

  it('lie outside what is kept and inside what is cut out of it', () => {
    const [inner, outer, ...more] = diameters(jobOf(washer(20)));
    expect(more).toEqual([]);
    expect([inner, outer]).toEqual([expect.closeTo(20 - 3, 6), expect.closeTo(60 + 3, 6)]);
  });

  it('lie as the cut is wide in the material', () => {
    const shop: Shop = {
      ...houseShop,
      machines: houseShop.machines.map((each) => ({ ...each, materialKerf: { plywood: 2, acrylic: 4 } })),
    };
    expect(diameters(jobOf(washer(20), undefined, shop))).toEqual([expect.closeTo(18, 6), expect.closeTo(62, 6)]);
    expect(reportOf(jobOf(washer(20), undefined, shop)).kerf).toBe(2);
  });

  it('are the true edges where the controller sees to it, and where nothing is cut', () => {
    expect(diameters(jobOf(washer(20), undefined, trueEdges)).map((mm) => Math.round(mm))).toEqual([20, 60]);
    const plain = recipeOf(washer(20));
    const operations = plain.operations.map((each) => (each.id === 'inner' ? { ...each, work: 'score' } : each));
    const scored = jobOf({ ...plain, operations } as never);
    expect(diameters(scored).map((mm) => Math.round(mm))).toEqual([20, 63]);
  });

  it('of letters leave parts of their true size when the kerf is taken off', () => {
    const words = 'Rag & 8';
    const size = { by: 'cap height', value: 40 } as const;
    const job = buildOf({ make: 'cut-through', machine: 'co2-laser', material: 'plywood', lettering: { words, size } });
    const lines = job.operations.flatMap(({ contours }) => contours);
    expect(lines).toHaveLength(job.drawing.outline.length);
    const part = offsetRegion(lines, -job.machine.kerf / 2);
    expect(regionArea(lines)).toBeGreaterThan(regionArea(job.drawing.outline) + 10);
    const edge = job.drawing.outline.reduce((sum, contour) => sum + contour.segments.length, 0);
    // Sharp inner corners of a part cannot be had with a round cut: a kerf's square each, at most.
    const slack = 0.02 + edge * job.machine.kerf ** 2 * 0.06;
    expect(Math.abs(regionArea(part) - regionArea(job.drawing.outline))).toBeLessThan(slack);
  });

  it('of tabs are as long, and lie where they were', () => {
    const plate = { width: 100, height: 60, cornerRadius: 0 };
    const hold = { tabs: { by: 'number', number: 4, length: 5 } } as const;
    const job = buildOf({
      make: 'engraved',
      machine: 'router',
      material: 'plywood',
      lettering: { words: 'LIT' },
      plate,
      hold,
    });
    const { contours, length } = operationOn(job, 'outer');
    expect(contours).toHaveLength(4);
    expect(length).toBeCloseTo(320 + Math.PI * 3 - 4 * (5 + 3), 6);
    const middles = job.tabs.map(({ middle }) => middle);
    for (const { segments } of contours) {
      const { x, y } = segments[0]!.from;
      const nearest = Math.min(...middles.map((middle) => Math.hypot(middle.x - x, middle.y - y)));
      // Half of the gap along the line, and half of the kerf aside.
      expect(nearest).toBeCloseTo(Math.hypot(4, 1.5), 2);
    }
  });

  it('of openings that are narrower than the cut are left out, and that is told', () => {
    const hole = (diameter: number) => jobOf(washer(diameter));
    const told = (job: ReturnType<typeof jobOf>) => job.findings.filter(({ rule }) => rule === 'cut too wide');
    expect(told(hole(3.2))).toEqual([]);
    const [finding, ...others] = told(hole(2.8));
    expect(others).toEqual([]);
    expect(finding).toMatchObject({ severity: 'stop', title: 'The cut is wider than an opening' });
    expect(widthOf(finding!.where!)).toBeCloseTo(2.8, 6);
    expect(sheetDrawing(hole(2.8), null).layers.flatMap(({ contours }) => contours)).toHaveLength(1);
  });

  it('of areas that are cut out lie in them, and the pieces are what they were', () => {
    const job = (shop = trueEdges) =>
      buildOf(
        {
          ...{ make: 'engraved', machine: 'co2-laser', material: 'plywood', workOrder: { area: { work: 'cut' } } },
          lettering: { words: 'L' },
        },
        undefined,
        shop,
      );
    const [set, plain] = [buildOf(job().recipe), job()];
    const areaOf = (each: typeof set) =>
      Math.abs(operationOn(each, 'area').contours.reduce((sum, contour) => sum + contourArea(contour), 0));
    expect(areaOf(set)).toBeLessThan(areaOf(plain) - 1);
    expect(set.pieces.map(({ component }) => component.area.toFixed(6))).toEqual(
      plain.pieces.map(({ component }) => component.area.toFixed(6)),
    );
  });
});

describe('leads', () => {
  it('lead to the true edges too, where the controller sets the cut off and wants it so', () => {
    const job = { make: 'stand-alone', machine: 'plasma', material: 'mild-steel', thickness: 3 } as const;
    const cutsFor = (always: boolean) =>
      buildOf({ ...job, lettering: { words: 'HO' } }, undefined, {
        ...houseShop,
        machines: houseShop.machines.map((each) => ({ ...each, kerfBy: 'controller', lead: { ...each.lead, always } })),
      });
    const [without, led] = [cutsFor(false), cutsFor(true)];
    const cuts = ({ operations }: typeof led) => operations.flatMap(({ contours }) => contours);
    expect(cuts(without).every(({ closed }) => closed)).toBe(true);
    expect(cuts(led)).toHaveLength(cuts(without).length);
    expect(cuts(led).every(({ closed }) => !closed)).toBe(true);
    // What is gone round is the true edge.
    const sizes = (all: readonly number[]) => all.map((area) => Math.abs(area)).sort((a, b) => a - b);
    const gone = sizes(cuts(led).map((cut) => contourArea(loopOf(cut)!)));
    sizes(cuts(without).map(contourArea)).forEach((area, i) => expect(gone[i]).toBeCloseTo(area, 1));
  });

  const job = (words: string, more: object = {}, out = 0) =>
    buildOf(
      {
        ...{ make: 'cut-through', release: { kerf: 'file' }, plate: { holes: {} } },
        lettering: { words, size: { by: 'cap height', value: 50 } },
        ...more,
      } as RecipeInput,
      undefined,
      leavingBy(out),
    );
  const leavingBy = (out: number): Shop => ({
    ...houseShop,
    machines: houseShop.machines.map((each) => ({ ...each, lead: { ...each.lead, out } })),
  });

  it.each([
    ['LOAD 8 TONS', 0],
    ['LOAD 8 TONS', 2],
    ['Fenny & Co.', 2],
    ['@®?', 0],
  ] as const)('of %s begin in the waste, cross nothing, go once round, and leave by an arc of %d mm', (words, out) => {
    const { drawing, lines, machine, findings, operations } = job(words, {}, out);
    expect(findings.filter(({ rule }) => rule === 'no lead')).toEqual([]);
    const { kerf, lead } = machine;
    // All that the cut must not touch, and what it may at its edges.
    const [material, grown] = [drawing.outline, offsetRegion(drawing.outline, kerf / 2 - 0.02)];
    const cuts = operations.flatMap(({ contours }) => contours);
    expect(cuts).toHaveLength(material.length);
    for (const cut of cuts) {
      expect(cut.closed).toBe(false);
      for (const point of flatten(cut, 0.05)) expect(regionContains(grown, point)).toBe(false);
      const start = startOf(cut);
      const clear = Math.min(
        ...material.flatMap((edge) => flatten(edge, 0.05).map(({ x, y }) => Math.hypot(x - start.x, y - start.y))),
      );
      // A kerf from the edge of the part, give or take where the edge is looked at.
      expect(clear).toBeGreaterThan(kerf - 0.03);
    }
    const area = (contours: readonly Contour[]) =>
      contours.map((each) => Math.abs(contourArea(each)).toFixed(2)).sort();
    expect(area(cuts.map((cut) => loopOf(cut)!))).toEqual(area(lines.flatMap(({ contours }) => contours)));
    for (const cut of cuts) {
      const loop = contourLength(loopOf(cut)!);
      const led = contourLength(cut) - loop - lead.overlap;
      // A quarter of a circle and the way before it, or a share of both; and the same after it.
      expect(led).toBeLessThan((Math.PI / 2) * (lead.radius + out) + lead.length + 0.05);
      expect(led).toBeGreaterThan(0.29 * ((Math.PI / 2) * lead.radius + lead.length));
    }
  });

  it('leave most lines where that is asked', () => {
    const whole = (out: number) =>
      job('LOAD', {}, out)
        .operations.flatMap(({ contours }) => contours)
        .map(contourLength);
    const [stopped, left] = [whole(0), whole(2)].map((lengths) => lengths.reduce((sum, each) => sum + each, 0));
    const lines = whole(0).length;
    // A quarter of a circle more, of most lines.
    expect(left! - stopped!).toBeGreaterThan(0.6 * lines * Math.PI);
    expect(left! - stopped!).toBeLessThan(1.001 * lines * Math.PI);
  });

  it.each([0, 2])(
    'are run as they are meant, left by %d mm: what is cut round falls, and nothing is worked on that fell',
    async (out) => {
      for (const format of FORMATS) {
        const { differences, run } = await runJob(job('BOARD', {}, out), format);
        expect(differences).toEqual([]);
        // Four holes, five letters less what bridges part, and the plate.
        expect(run.falls.length).toBe(run.operations.reduce((sum, { lines }) => sum + lines, 0));
        expect([run.onFree, run.twice]).toEqual([[], []]);
      }
    },
  );

  describe('beside tabs', () => {
    const tabbed = (more: object = {}) => job('IT', { hold: { tabs: { by: 'number', number: 4 } }, ...more }, 2);

    it('come straight out of the waste to where each run starts, and do not cut the tab', () => {
      const { drawing, lines, machine, findings } = tabbed();
      expect(findings.filter(({ rule }) => rule === 'no lead')).toEqual([]);
      const { contours, ways } = lines.find(({ kinds }) => kinds.includes('outer'))!;
      expect(contours.map(({ closed }) => closed)).toEqual([false, false, false, false]);
      const [kerf, { radius, length }] = [machine.kerf, machine.lead];
      const grown = offsetRegion(drawing.outline, kerf / 2 - 0.02);
      contours.forEach((run, i) => {
        const [way] = ways[i]!;
        const [lead, ...rest] = way!.segments;
        expect(rest).toEqual(run.segments);
        expect(contourLength({ segments: [lead!], closed: false })).toBeCloseTo(radius + length, 6);
        // Square to the line, from its right.
        const [a, b] = [tangentAt(lead!, 1), tangentAt(run.segments[0]!, 0)];
        expect(Math.abs(a.x * b.x + a.y * b.y)).toBeLessThan(1e-6);
        expect(a.x * b.y - a.y * b.x).toBeLessThan(0);
        for (const point of flatten(way!, 0.05)) expect(regionContains(grown, point)).toBe(false);
      });
    });

    it('are in the files', async () => {
      for (const format of FORMATS) expect((await runJob(tabbed(), format)).differences).toEqual([]);
    });
  });

  describe('with loops past corners', () => {
    const looping = (corner: number): Shop => ({
      ...houseShop,
      machines: houseShop.machines.map((each) => ({ ...each, lead: { ...each.lead, corner } })),
    });
    const letters = (corner: number) =>
      buildOf(
        {
          ...{ make: 'stand-alone', release: { kerf: 'file' }, hold: { pieces: 'separate' } },
          lettering: { words: 'LI', face: 'league-gothic', letterSpacing: 20, size: { by: 'cap height', value: 90 } },
        } as RecipeInput,
        undefined,
        looping(corner),
      );
    const cutsOf = (corner: number) => letters(corner).operations.flatMap(({ contours }) => contours);

    it('go past each outer corner and come back to it, in the waste', () => {
      const { drawing, machine } = letters(4);
      const grown = offsetRegion(drawing.outline, machine.kerf / 2 - 0.02);
      const [plain, looped] = [cutsOf(0), cutsOf(4)];
      expect(looped).toHaveLength(2);
      for (const cut of looped)
        for (const point of flatten(cut, 0.05)) expect(regionContains(grown, point)).toBe(false);
      // A loop past a right angle is two sides and three quarters of a circle, all of 4; its corner was an arc.
      const more = (3 / 2) * Math.PI * 4 + 2 * 4 + (2 - Math.PI / 2) * (machine.kerf / 2);
      const counts = looped.map((cut, i) => (contourLength(cut) - contourLength(plain[i]!)) / more);
      // An L has five outer corners, an I four.
      expect(counts.map((count) => Math.round(count)).sort()).toEqual([4, 5]);
    });

    it('cut round what they cut round without them', () => {
      const areas = (corner: number) => cutsOf(corner).map((cut) => Math.abs(contourArea(loopOf(cut)!)));
      const [plain, looped] = [areas(0), areas(4)];
      // Where arcs went round corners they are square now: a kerf's half, squared, less a quarter of its disc.
      plain.forEach((area, i) => expect(Math.abs(looped[i]! - area)).toBeLessThan(3));
    });

    it('are run as they are meant', async () => {
      for (const format of FORMATS) {
        const { differences, run } = await runJob(letters(4), format);
        expect(differences).toEqual([]);
        expect(run.falls).toHaveLength(2);
      }
    });

    it('have none where there is no room', () => {
      const tight = (corner: number) => {
        const { operations } = buildOf(
          {
            ...{ make: 'stand-alone', release: { kerf: 'file' }, hold: { pieces: 'separate' } },
            lettering: { words: 'HH', face: 'league-gothic', letterSpacing: -1, size: { by: 'cap height', value: 30 } },
          } as RecipeInput,
          undefined,
          looping(corner),
        );
        return operations.flatMap(({ contours }) => contours).reduce((sum, cut) => sum + contourLength(cut), 0);
      };
      // Of sixteen corners of two letters the four in the middle have hardly any.
      expect(tight(8)).toBeGreaterThan(tight(0));
      expect(tight(8) - tight(0)).toBeLessThan(14 * ((3 / 2) * Math.PI * 8 + 16));
    });
  });

  it('are left to the controller with the kerf', () => {
    expect(
      job('BOARD', { release: {} })
        .lines.flatMap(({ ways }) => ways)
        .flat(),
    ).toEqual([]);
  });
});
