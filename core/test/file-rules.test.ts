import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readDxf } from '../src/formats/dxf/dxf-reader.ts';
import { readSvg } from '../src/formats/svg/svg-reader.ts';
import { contourBounds } from '../src/geometry/contour-facts.ts';
import { joinBounds } from '../src/geometry/bounds.ts';
import { sheetDrawing } from '../src/job/file-drawing.ts';
import { partsOf } from '../src/job/file-parts.ts';
import { FORMATS, writeFile } from '../src/job/files.ts';
import { applyPatch } from '../src/recipe/patch.ts';
import { release } from '../src/job/release.ts';
import type { RecipeInput } from '../src/recipe/read.ts';
import { CORNERS, PLAIN_FILES, type FileRules } from '../src/shop/file-rules.ts';
import { houseShop } from '../src/shop/house.ts';
import type { Machine, Shop } from '../src/shop/shop.ts';
import { jobOf, recipeOf } from './workshop.ts';

const shopWith = (files: Partial<FileRules>, machine: Partial<Machine> = {}): Shop => ({
  ...houseShop,
  machines: houseShop.machines.map((each) => ({ ...each, ...machine, files: { ...PLAIN_FILES, ...files } })),
});

/** Cubics, arcs, circles, lines that stay open, and areas. */
const TAG: RecipeInput = {
  needlefile: 2,
  machine: 'co2-laser',
  material: 'plywood',
  assemblies: [
    {
      make: 'engraved',
      plate: { width: 60, height: 24, cornerRadius: 4, holes: { diameter: 3, inset: 4 }, border: { inset: 2 } },
      place: { x: 30, y: 20 },
      items: [
        { words: 'So', face: 'fredoka-semibold', size: { by: 'cap height', value: 8 } },
        {
          ...{ words: 'N', face: 'hershey-sans-line', role: 'line', size: { by: 'cap height', value: 4 } },
          place: { x: 20, y: 0 },
        },
      ],
    },
  ],
  sheet: { width: 120, height: 80 },
};

const rules = fc.record({
  apart: fc.boolean(),
  page: fc.constantFrom('sheet' as const, 'drawing' as const),
  zero: fc.constantFrom(...CORNERS),
  yDown: fc.boolean(),
  unit: fc.constantFrom('mm' as const, 'inch' as const),
  dxf: fc.constantFrom('R2000' as const, 'R12' as const),
  curves: fc.constantFrom('arcs' as const, 'splines' as const, 'lines' as const),
  words: fc.boolean(),
  toldBy: fc.constantFrom('layers' as const, 'colours' as const),
});

const textOf = async (files: Partial<FileRules>, format: 'svg' | 'dxf'): Promise<string> => {
  const job = jobOf(TAG, undefined, shopWith(files));
  const bytes = await writeFile(format, sheetDrawing(job, 3), 0.01, [], job.machine.files);
  return new TextDecoder().decode(bytes);
};

const boxIn = ({ layers }: ReturnType<typeof readDxf>) =>
  joinBounds(layers.flatMap(({ contours }) => contours.map(contourBounds)));

describe('files as a machine wants them', () => {
  it('read back, and run as the job says, under any rules', async () => {
    await fc.assert(
      fc.asyncProperty(rules, async (files) => {
        const job = jobOf(TAG, undefined, shopWith(files));
        const { files: written } = await release(job, FORMATS, 1);
        const layers = new Set(sheetDrawing(job, 1).layers.map(({ name }) => name));
        expect(written).toHaveLength(files.apart ? 4 * layers.size : 4);
        for (const { format, readBack } of written)
          expect(readBack.deviation).toBeLessThanOrEqual(format === 'plt' ? 0.023 : 0.01);
      }),
      { numRuns: 20 },
    );
  }, 60_000);

  it('count from the corner that the machine counts from, the way it does', async () => {
    // The plate lies from (30, 20) to (90, 44) on a sheet of 120 x 80; a laser takes 0.15 mm.
    const kerf = 0.075;
    const boxOf = async (files: Partial<FileRules>) => {
      const { minX, minY, maxX, maxY } = boxIn(readDxf(await textOf(files, 'dxf')));
      return [minX, minY, maxX, maxY].map((each) => Math.round(each * 1000) / 1000);
    };
    expect(await boxOf({})).toEqual([30 - kerf, 20 - kerf, 90 + kerf, 44 + kerf]);
    expect(await boxOf({ zero: 'top right' })).toEqual([-90 - kerf, -60 - kerf, -30 + kerf, -36 + kerf]);
    expect(await boxOf({ zero: 'top left', yDown: true })).toEqual([30 - kerf, 36 - kerf, 90 + kerf, 60 + kerf]);
    expect(await boxOf({ page: 'drawing' })).toEqual([0, 0, 60 + 2 * kerf, 24 + 2 * kerf]);
    expect(await boxOf({ page: 'drawing', unit: 'inch' })).toEqual([0, 0, 60 + 2 * kerf, 24 + 2 * kerf]);
  });

  it('say their unit, and their size in it', async () => {
    const svg = await textOf({ unit: 'inch', page: 'drawing' }, 'svg');
    expect(svg).toMatch(/width="2\.3681\d*in"/);
    expect(readSvg(svg).width).toBeCloseTo(60.15, 3);
    expect(await textOf({ unit: 'inch' }, 'dxf')).toMatch(/\$INSUNITS\n70\n1\n/);
    // R12 cannot say: whoever reads it must know.
    const old = await textOf({ unit: 'inch', dxf: 'R12' }, 'dxf');
    expect(old).toMatch(/AC1009/);
    expect(boxIn(readDxf(old, 25.4)).maxX).toBeCloseTo(90.075, 3);
    expect(boxIn(readDxf(old)).maxX).toBeCloseTo(90.075 / 25.4, 3);
  });

  it('have curves as the machine takes them', async () => {
    const entities = async (files: Partial<FileRules>) =>
      [...new Set([...(await textOf(files, 'dxf')).matchAll(/^ *0\n([A-Z]+)\n5\n.*\n330\n.*\n100\nAcDbEntity/gm)])]
        .map(([, kind]) => kind)
        .filter((kind) => kind !== 'BLOCK' && kind !== 'ENDBLK');
    expect(new Set(await entities({}))).toEqual(new Set(['LWPOLYLINE', 'CIRCLE']));
    expect(new Set(await entities({ curves: 'splines' }))).toEqual(new Set(['LWPOLYLINE', 'CIRCLE', 'SPLINE']));
    expect(new Set(await entities({ curves: 'lines' }))).toEqual(new Set(['LWPOLYLINE']));
    const inLines = readDxf(await textOf({ curves: 'lines' }, 'dxf')).layers.flatMap(({ contours }) => contours);
    expect(inLines.flatMap(({ segments }) => segments).every(({ kind }) => kind === 'line')).toBe(true);
    expect(await textOf({ curves: 'lines' }, 'svg')).not.toMatch(/[AC]\d/);
  });

  it('carry words, or none', async () => {
    expect(await textOf({}, 'svg')).toMatch(/<title>/);
    expect(await textOf({ words: false }, 'svg')).not.toMatch(/<title>|<desc>/);
  });

  it('tell operations apart by colour where the machine goes by that', () => {
    const coloursOf = (files: Partial<FileRules>) =>
      sheetDrawing(jobOf(TAG, undefined, shopWith(files)), null).layers.map(({ colour, dxfColour }) => [
        colour,
        dxfColour,
      ]);
    const byLayer = coloursOf({});
    expect(byLayer.at(-1)).toEqual(byLayer.at(-2));
    const byColour = coloursOf({ toldBy: 'colours' });
    for (const which of [0, 1]) expect(new Set(byColour.map((each) => each[which])).size).toBe(byColour.length);
    // The first of a work has the work's own.
    expect(byColour.slice(0, 3)).toEqual(byLayer.slice(0, 3));
  });

  it('lie on one page where each operation has its own', () => {
    const job = jobOf(TAG, undefined, shopWith({ apart: true, page: 'drawing' }));
    const parts = partsOf(sheetDrawing(job, null), job.machine.files);
    expect(new Set(parts.map(({ drawing }) => JSON.stringify(drawing.taken))).size).toBe(1);
    expect(parts.map(({ part }) => part)).toEqual(['ENGRAVE', 'SCORE', 'CUT_INNER', 'CUT_OUTER']);
  });

  it('have areas by their edges, and lines as wide as the map says', () => {
    const output = houseShop.machines[1]!.output;
    const own = { ...output, engrave: { ...output.engrave, areas: 'edges' as const, lineWidth: 0.3 } };
    const [area] = sheetDrawing(jobOf(TAG, undefined, shopWith({}, { output: own })), null).layers;
    expect(area).toMatchObject({ fill: false, lineWidth: 0.3 });
  });

  it('are stopped where the machine cannot tell so many colours apart, with a mend where sweeps take them', () => {
    const words = ['IN', 'OUT'].map((each, i) => ({
      words: each,
      size: { by: 'cap height', value: 8 } as const,
      place: { x: 500 * i - 250, y: 0 },
    }));
    const wide: RecipeInput = {
      ...TAG,
      sheet: {},
      assemblies: [{ make: 'engraved', plate: { width: 600, height: 40 }, items: words }],
    };
    const foundIn = (recipe: RecipeInput, files: Partial<FileRules>) =>
      jobOf(recipe, undefined, shopWith(files)).findings.filter(({ rule }) => rule === 'too many colours');
    // Two sweeps and the cut: three colours.
    expect(foundIn(wide, { mostColours: 3 })).toEqual([]);
    const [finding] = foundIn(wide, { mostColours: 2 });
    expect(finding!.measure).toMatchObject({ value: 3, limit: 2 });
    const mended = applyPatch(recipeOf(wide), finding!.mends[0]!.patch);
    expect(foundIn(mended, { mostColours: 2 })).toEqual([]);
    // By colour alone, inner and outer cuts are two.
    expect(foundIn(TAG, { mostColours: 3 })).toEqual([]);
    expect(foundIn(TAG, { mostColours: 3, toldBy: 'colours' })).toHaveLength(1);
  });
});
