import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CATALOGUE } from '../../faces/src/catalogue.ts';
import { DEMO_JOBS } from '../../demo/src/jobs.ts';
import { build, facesOf, filesOf, type Build } from '../src/job/build-job.ts';
import { sheetDrawing } from '../src/job/file-drawing.ts';
import { reportOf, type Report } from '../src/job/report.ts';
import { contourArea, contourBounds, contourLength } from '../src/geometry/contour-facts.ts';
import { heightOf, joinBounds, widthOf } from '../src/geometry/bounds.ts';
import type { RecipeInput } from '../src/recipe/read.ts';
import type { Recipe } from '../src/recipe/schema.ts';
import { pictureOf } from '../src/screen/picture.ts';
import { faceOf, recipeOf, trueEdges } from './workshop.ts';

/**
 * What must not change, or must change in proportion, when a job is laid, turned, copied or made larger: known without
 * any figure of the job itself.
 */

/** A recipe of things, not the short form of one. */
type JobInput = Extract<RecipeInput, { assemblies: unknown }>;

const jobOf = (recipe: Recipe): Build => {
  const faces = [...facesOf(recipe)].filter((id) => CATALOGUE.some((face) => face.id === id));
  return build(recipe, { shop: trueEdges, faces: new Map(faces.map((id) => [id, faceOf(id)])) });
};

/** Lines, their length and what closed ones go round, work by work, in no order. */
function sumsOf(job: Build): Record<string, { count: number; length: number; area: number }> {
  const sums: Record<string, { count: number; length: number; area: number }> = {};
  for (const { work, contours } of job.operations) {
    const sum = (sums[work] ??= { count: 0, length: 0, area: 0 });
    for (const contour of contours) {
      sum.count++;
      sum.length += contourLength(contour);
      if (contour.closed) sum.area += Math.abs(contourArea(contour));
    }
  }
  return sums;
}

function expectSums(job: Build, before: Build, times: number, scale = 1): void {
  const [now, then] = [sumsOf(job), sumsOf(before)];
  expect(Object.keys(now).sort()).toEqual(Object.keys(then).sort());
  for (const [work, sum] of Object.entries(then)) {
    expect(now[work]!.count, work).toBe(times * sum.count);
    expect(now[work]!.length / (times * scale * sum.length), work).toBeCloseTo(1, 4);
    if (sum.area > 0) expect(now[work]!.area / (times * scale ** 2 * sum.area), work).toBeCloseTo(1, 4);
  }
}

const face = fc.constantFrom('overpass-bold', 'besley-bold', 'fredoka-semibold', 'graduate', 'yellowtail');
const words = fc.constantFrom('OIL', 'Way Out', 'Rowan', '8 TONS', 'Guard\n& Parcels');
const make = fc.constantFrom('stand-alone', 'cut-through', 'engraved', 'relief', 'backed');

const plain = fc
  .record({ make, words, face, caps: fc.integer({ min: 15, max: 60 }) })
  .map(({ caps, ...rest }): JobInput => ({
    machine: 'co2-laser',
    material: 'plywood',
    thickness: 4,
    assemblies: [
      { make: rest.make, items: [{ words: rest.words, face: rest.face, size: { by: 'cap height', value: caps } }] },
    ] as never,
  }));

const changed = (input: JobInput, part: object): Recipe =>
  recipeOf({ ...input, assemblies: (input.assemblies as object[]).map((each) => ({ ...each, ...part })) as never });

describe('a job', () => {
  it('has as many of everything as it has copies', () => {
    fc.assert(
      fc.property(plain, fc.integer({ min: 2, max: 4 }), (input, copies) => {
        expectSums(jobOf(changed(input, { copies })), jobOf(recipeOf(input)), copies);
      }),
      { numRuns: 8 },
    );
  });

  it('has the same lines wherever it lies, and however it is turned', () => {
    fc.assert(
      fc.property(plain, fc.integer({ min: 0, max: 359 }), fc.integer({ min: 0, max: 300 }), (input, turn, x) => {
        const before = jobOf(recipeOf(input));
        const after = jobOf(changed(input, { turn, place: { x, y: 40 } }));
        expectSums(after, before, 1);
        const pieces = (job: Build) =>
          reportOf(job).assemblies[0]!.pieces.map(({ name, area }) => [name, area.toFixed(2)]);
        expect(pieces(after)).toEqual(pieces(before));
      }),
      { numRuns: 8 },
    );
  });

  it('of two things has what each has by itself', () => {
    fc.assert(
      fc.property(plain, plain, (one, other) => {
        const both = recipeOf({ ...one, assemblies: [...(one.assemblies as []), ...(other.assemblies as [])] });
        const [a, b, sum] = [jobOf(recipeOf(one)), jobOf(recipeOf(other)), jobOf(both)].map(sumsOf);
        for (const work of Object.keys(sum!)) {
          expect(sum![work]!.count).toBe((a![work]?.count ?? 0) + (b![work]?.count ?? 0));
          expect(sum![work]!.length).toBeCloseTo((a![work]?.length ?? 0) + (b![work]?.length ?? 0), 2);
        }
      }),
      { numRuns: 6 },
    );
  });

  it('leaves out what is hidden, and nothing else', () => {
    const input: JobInput = {
      machine: 'co2-laser',
      material: 'plywood',
      thickness: 4,
      assemblies: [
        { make: 'engraved', items: [{ words: 'OIL' }] },
        { make: 'stand-alone', items: [{ words: 'Rowan', face: 'yellowtail' }] },
      ],
    };
    const [first] = input.assemblies as [object, object];
    const hidden = recipeOf({
      ...input,
      assemblies: (input.assemblies as object[]).map((each, i) => ({ ...each, hidden: i === 1 })) as never,
    });
    expectSums(jobOf(hidden), jobOf(recipeOf({ ...input, assemblies: [first] as never })), 1);
  });

  it('made larger is larger in proportion: letters, and what they go round', () => {
    fc.assert(
      fc.property(words, face, fc.constantFrom(1.5, 2, 3), (text, own, factor) => {
        const letters = (caps: number) =>
          jobOf(
            recipeOf({
              machine: 'engraver',
              material: 'brass',
              assemblies: [
                {
                  make: 'engraved',
                  plate: { width: 900, height: 400, holes: null, border: null },
                  items: [{ words: text, face: own, size: { by: 'cap height', value: caps } }],
                },
              ],
            }),
          );
        const [small, large] = [letters(20), letters(20 * factor)];
        const engraved = (job: Build) => sumsOf(job).engrave!;
        expect(engraved(large).count).toBe(engraved(small).count);
        expect(engraved(large).length / engraved(small).length).toBeCloseTo(factor, 2);
        expect(engraved(large).area / engraved(small).area).toBeCloseTo(factor ** 2, 1);
      }),
      { numRuns: 8 },
    );
  });

  it('mirrored has the same letters the other way round', () => {
    fc.assert(
      fc.property(plain, (input) => {
        const [own] = input.assemblies as { items: object[] }[];
        const mirrored = changed(input, { items: own!.items.map((item) => ({ ...item, mirror: true })) });
        const bridged = (own as unknown as { make: string }).make === 'cut-through';
        // Bridges may go elsewhere: what is left is as wide.
        if (bridged) {
          const width = (job: Build) =>
            widthOf(joinBounds(job.operations.flatMap((each) => each.contours).map((each) => contourBounds(each))));
          expect(width(jobOf(mirrored))).toBeCloseTo(width(jobOf(recipeOf(input))), 2);
        } else expectSums(jobOf(mirrored), jobOf(recipeOf(input)), 1);
      }),
      { numRuns: 8 },
    );
  });
});

/** Numbers of a path's data, as many as there are. */
const numbersIn = (path: string): number[] => (path.match(/-?\d+(\.\d+)?(e-?\d+)?/g) ?? []).map(Number);

describe.each(DEMO_JOBS.filter((job) => filesOf(recipeOf(job)).size === 0))('$name', (input) => {
  let job: Build;
  let report: Report;
  it('is built', () => {
    job = jobOf(recipeOf(input));
    report = reportOf(job);
    expect(report.name).toBe(input.name);
    // One of them is there to be mended.
    if (input.name !== 'Engine name Marigold')
      expect(report.findings.filter(({ severity }) => severity === 'stop')).toEqual([]);
  });

  it('has a report whose figures are those of its lines', () => {
    expect(report.time).toBeCloseTo(
      report.operations.reduce((sum, { time }) => sum + time, 0),
      6,
    );
    for (const [i, { contours, fill }] of job.operations.entries()) {
      const told = report.operations[i]!;
      expect(told.contours).toBe(contours.length);
      expect(told.open).toBe(contours.filter(({ closed }) => !closed).length);
      expect(told.time).toBeGreaterThan(0);
      expect(told.lifted + told.starts).toBeLessThanOrEqual(told.time + 1e-9);
      // What is swept goes over its rows, everything else along its lines.
      if (!fill)
        expect(told.length).toBeCloseTo(
          contours.reduce((sum, each) => sum + contourLength(each), 0),
          3,
        );
    }
    for (const { pieces, islands } of report.assemblies) {
      for (const { area, weight, bounds } of pieces) {
        expect(area).toBeGreaterThan(0);
        expect(area).toBeLessThanOrEqual(widthOf(bounds) * heightOf(bounds) + 1e-6);
        // g: mm3 by g/cm3.
        expect(weight).toBeCloseTo((area * report.thickness * job.material.density) / 1000, 6);
      }
      for (const { status, bridges } of islands) if (bridges > 0) expect(status).not.toBe('drops out');
    }
  });

  it('has a picture that lies on its sheet, with what the report tells', () => {
    const picture = pictureOf(job, null);
    expect(picture.assemblies).toHaveLength(report.assemblies.length);
    for (const [i, thing] of picture.assemblies.entries()) {
      const told = report.assemblies[i]!;
      expect(thing.pieces.map(({ id }) => id)).toEqual(told.pieces.map(({ id }) => id));
      expect(thing.islands).toHaveLength(told.islands.length);
      expect(thing.bridges).toHaveLength(told.bridges.length);
      expect(thing.boxes).toHaveLength(told.copies);
      for (const path of [thing.solid, thing.engraved, thing.linework]) {
        expect(path).toMatch(/^(M|$)/);
        expect(numbersIn(path).every(Number.isFinite)).toBe(true);
        expect(path).not.toMatch(/NaN|Infinity|undefined/);
      }
      for (const { minX, minY, maxX, maxY } of thing.boxes) {
        expect(minX).toBeGreaterThan(-1e-6);
        expect(minY).toBeGreaterThan(-1e-6);
        expect(maxX).toBeLessThan(picture.sheet.width + 1e-6);
        expect(maxY).toBeLessThan(picture.sheet.height + 1e-6);
      }
    }
  });

  it('has a drawing on its sheet, every line in one layer', () => {
    const drawing = sheetDrawing(job, null);
    const lines = drawing.layers.flatMap(({ contours }) => contours);
    expect(lines).toHaveLength(report.operations.reduce((sum, { contours }) => sum + contours, 0));
    expect(new Set(drawing.layers.map(({ name }) => name)).size).toBe(drawing.layers.length);
    for (const line of lines) {
      const { minX, minY, maxX, maxY } = contourBounds(line);
      expect(minX).toBeGreaterThan(-1e-6);
      expect(minY).toBeGreaterThan(-1e-6);
      expect(maxX).toBeLessThan(drawing.width + 1e-6);
      expect(maxY).toBeLessThan(drawing.height + 1e-6);
      for (const [i, { from }] of line.segments.entries()) {
        const before = line.segments.at(i - 1)!.to;
        if (i > 0 || line.closed) expect(Math.hypot(from.x - before.x, from.y - before.y)).toBeLessThan(1e-6);
      }
    }
  });
});
