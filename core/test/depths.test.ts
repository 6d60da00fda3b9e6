import { describe, expect, it } from 'vitest';
import { compareDrawings } from '../src/formats/compare.ts';
import type { SheetDrawing } from '../src/formats/sheet-drawing.ts';
import { depthsOf, deepestOf, withDepths, withoutDepths } from '../src/geometry/depths.ts';
import { moveRegion, placeContour, type Contour } from '../src/geometry/contour.ts';
import { reverseContour } from '../src/geometry/contour-facts.ts';
import { placedContour } from '../src/geometry/placed-contour.ts';
import { line, portion, slopingLine } from '../src/geometry/segment.ts';
import { turnRegion } from '../src/geometry/turn.ts';
import { agreementOf } from '../src/job/agreement.ts';
import { layerUses, sheetDrawing } from '../src/job/file-drawing.ts';
import { readFile, tellable, writeFile, type Format } from '../src/job/files.ts';
import { jobTicket } from '../src/job/job-ticket.ts';
import { release } from '../src/job/release.ts';
import { reportOf } from '../src/job/report.ts';
import { runJob } from '../src/job/run-job.ts';
import { runFile } from '../src/machine/run-file.ts';
import { timeOfLine } from '../src/motion/time-of-line.ts';
import { areaFilledBy } from '../src/operations/lines.ts';
import { followersOf, withCutters, withFill, withSecondCutter } from '../src/recipe/edits/fills.ts';
import { removeOperation } from '../src/recipe/edits/operations.ts';
import { applyPatch } from '../src/recipe/patch.ts';
import { plainFill, type Recipe } from '../src/recipe/schema.ts';
import { PLAIN_FILES } from '../src/shop/file-rules.ts';
import { pictureOf } from '../src/screen/picture.ts';
import { jobOf, recipeOf } from './workshop.ts';

const at = (x: number, y: number) => ({ x, y });
/** Down by 2 over 3 mm, level for 1 mm, and up again. */
const WAY: Contour = {
  closed: false,
  segments: [
    slopingLine(at(0, 0), at(3, 0), [0, 2], 'a'),
    slopingLine(at(3, 0), at(4, 0), [2, 2], 'a'),
    slopingLine(at(4, 0), at(4, 5), [2, 0.5], 'a'),
  ],
};
const DEPTHS = [0, 2, 2, 0.5];

const sign = (fill: object, more: object = {}): Recipe =>
  recipeOf({
    ...{ name: 'Sign', machine: 'router', material: 'oak', thickness: 20 },
    operations: [
      { id: 'area', work: 'engrave', fill },
      { id: 'outer', work: 'cut' },
    ],
    assignment: { line: 'outer', inner: 'outer' },
    assemblies: [
      {
        make: 'engraved',
        items: [{ words: 'LT', face: 'besley-bold', size: { by: 'cap height', value: 20 } }],
        plate: { holes: null, border: null },
      },
    ],
    ...more,
  } as never);
const CONE = { kind: 'cone', angle: 90, tip: 0.2, deepest: 1 };

describe('a line on which the tool goes up and down', () => {
  it('keeps its depths wherever it lies and whichever way it goes', () => {
    expect(depthsOf(WAY)).toEqual(DEPTHS);
    expect(depthsOf(moveRegion([WAY], 5, 5)[0]!)).toEqual(DEPTHS);
    expect(depthsOf(turnRegion([WAY], 30)[0]!)).toEqual(DEPTHS);
    expect(depthsOf(placedContour(WAY, { a: -1, b: 0, c: 0, d: 1, e: 2, f: 3 }))).toEqual(DEPTHS);
    expect(depthsOf(reverseContour(WAY))).toEqual([...DEPTHS].reverse());
    expect(depthsOf(placeContour(WAY, 0.5, 0, 0))).toEqual([0, 1, 1, 0.25]);
    expect(portion(WAY.segments[2]!, 0.2, 0.6)).toMatchObject({ depths: [1.7, 1.1] });
  });

  it('is told apart from one that is level', () => {
    expect(depthsOf(withoutDepths(WAY))).toBeNull();
    expect(depthsOf({ closed: false, segments: [WAY.segments[0]!, line(at(3, 0), at(9, 9), '')] })).toBeNull();
    expect(deepestOf([WAY, withoutDepths(WAY)])).toBe(2);
    expect(deepestOf([withoutDepths(WAY)])).toBe(0);
    expect(depthsOf(withDepths(withoutDepths(WAY), DEPTHS))).toEqual(DEPTHS);
  });

  it('takes the time of its way in space', () => {
    const motion = { speed: 10, acceleration: 1e9, deviation: 1 };
    // Without inertia it is length over speed: 3 by 2, 1, and 5 by 1.5.
    expect(timeOfLine(WAY, motion)).toBeCloseTo((Math.hypot(3, 2) + 1 + Math.hypot(5, 1.5)) / 10, 4);
    expect(timeOfLine(withoutDepths(WAY), motion)).toBeCloseTo(0.9, 4);
  });
});

describe('depths in files', () => {
  const drawing: SheetDrawing = {
    ...{ title: 'x', description: 'y', width: 20, height: 20 },
    layers: [
      { name: 'CARVE', operation: 'engrave', colour: '#112233', dxfColour: 3, fill: false, contours: [WAY] },
      { name: 'CUT', operation: 'cut', colour: '#332211', dxfColour: 1, fill: false, contours: [withoutDepths(WAY)] },
    ],
  };
  const there = async (format: Format, rules: object) => {
    const told = { ...PLAIN_FILES, ...rules };
    return readFile(format, await writeFile(format, drawing, 0.01, [], told), drawing, told);
  };

  it.each([
    ['svg', {}],
    ['svg', { unit: 'inch' }],
    ['dxf', {}],
    ['dxf', { unit: 'inch', yDown: true, zero: 'top right' }],
    ['dxf', { dxf: 'R12' }],
    ['dxf', { curves: 'splines' }],
  ] as const)('come back from %s with %o', async (format, rules) => {
    const found = await there(format, rules);
    expect(compareDrawings(drawing, found, 0.01)).toMatchObject({ ok: true, problems: [] });
    const [carve, cut] = found.layers;
    depthsOf(carve!.contours[0]!)!.forEach((depth, i) => expect(depth).toBeCloseTo(DEPTHS[i]!, 4));
    expect(depthsOf(cut!.contours[0]!)).toBeNull();
  });

  it('are missed where a file has lost or changed them', async () => {
    const found = await there('dxf', {});
    const carve = found.layers[0]!.contours[0]!;
    const withLine = (contour: Contour) => ({
      ...found,
      layers: [{ name: 'CARVE', contours: [contour] }, found.layers[1]!],
    });
    for (const wrong of [withoutDepths(carve), withDepths(carve, [0, 2, 2, 0.6])])
      expect(compareDrawings(drawing, withLine(wrong), 0.01).ok).toBe(false);
  });

  it('are left out of formats that have none, which is no fault of theirs', async () => {
    for (const format of ['pdf', 'plt'] as const) {
      const flat = tellable(format, drawing);
      const found = await readFile(format, await writeFile(format, flat, 0.01, []), flat);
      expect(compareDrawings(flat, found, 0.02).problems).toEqual([]);
    }
    expect(tellable('dxf', drawing)).toBe(drawing);
  });

  it('refuse an SVG whose depths do not fit its nodes', async () => {
    const bytes = await writeFile('svg', drawing, 0.01, []);
    const text = new TextDecoder().decode(bytes);
    expect(text).toContain('data-depths="0 2 2 0.5"');
    const cut = new TextEncoder().encode(text.replace('data-depths="0 2 2 0.5"', 'data-depths="0 2 2"'));
    await expect(readFile('svg', cut, drawing)).rejects.toThrow(/depths that do not fit/);
  });
});

describe('a sign that is carved', () => {
  it('goes as deep as its letters are wide, and no deeper than it may', () => {
    const [carve] = jobOf(sign(CONE)).operations;
    expect(carve).toMatchObject({ id: 'area', isFilled: true, deepest: 1 });
    const [deep] = jobOf(sign({ ...CONE, deepest: null })).operations;
    // Stems of this face are about a fifth of the caps wide: half of that less the tip's half.
    expect(deep!.deepest).toBeGreaterThan(1.5);
    expect(deep!.deepest).toBeLessThan(3);
  });

  it('is run as the job says, by each format, and its files are released', async () => {
    const job = jobOf(sign(CONE));
    expect(job.findings.filter(({ severity }) => severity === 'stop')).toEqual([]);
    for (const format of ['svg', 'dxf', 'pdf', 'plt'] as const) {
      const { differences, rows } = await runJob(job, format);
      expect(differences).toEqual([]);
      expect(rows[0]!.file!.deepest).toBeCloseTo(format === 'pdf' || format === 'plt' ? 0 : 1, 3);
    }
    const { files, report } = await release(job, ['dxf', 'svg', 'pdf'], 1);
    expect(files.map(({ readBack }) => readBack.ok)).toEqual([true, true, true]);
    expect(jobTicket(report, sheetDrawing(job, 1)).join('\n')).toContain('to 1 mm deep');
  });

  it('is not run as the job says where a file goes too deep', () => {
    const job = jobOf(sign(CONE));
    const drawn = sheetDrawing(job, null);
    const tooDeep = (contour: Contour) => {
      const depths = depthsOf(contour);
      return depths
        ? withDepths(
            contour,
            depths.map((depth) => depth * 1.2),
          )
        : contour;
    };
    const layers = drawn.layers.map(({ name, contours }) => ({ name, contours: contours.map(tooDeep) }));
    const run = runFile({ ...drawn, layers, unread: {} }, job.machine, layerUses(job));
    expect(agreementOf(run, job.operations, layerUses(job)).differences).toContain(
      'ENGRAVE: 1.20 mm deep in the file, 1.00 in the job',
    );
  });

  it('is stopped where no file of the release tells the depth, with a mend', () => {
    const job = jobOf(sign(CONE, { release: { formats: ['svg', 'pdf'] } }));
    const finding = job.findings.find(({ rule }) => rule === 'depth lost');
    expect(finding).toMatchObject({ rule: 'depth lost', severity: 'stop' });
    expect(finding!.mends[0]!.patch).toEqual([{ path: ['release', 'formats'], value: ['svg', 'pdf', 'dxf'] }]);
  });

  it('is drawn with its sides in light and shade', () => {
    const { operations } = pictureOf(jobOf(sign(CONE)));
    const { cone, area } = operations[0]!.filled!;
    expect(cone!.sides).toHaveLength(8);
    expect(cone!.sides.filter((side) => side !== '').length).toBeGreaterThan(3);
    expect(cone!.covered).not.toBe('');
    expect(area).not.toBe('');
  });
});

describe('a second cutter', () => {
  const after = (fill: object, second: number) => withSecondCutter(sign(fill), 'area', second);

  it('clears what the first leaves, as an operation of its own right after it', () => {
    const recipe = after({ kind: 'pocket', tool: 3 }, 1);
    expect(recipe.operations.map(({ id }) => id)).toEqual(['area', 'area-rest-1', 'outer']);
    const job = jobOf(recipe);
    const [first, second] = job.operations;
    expect([first!.id, second!.id]).toEqual(['area', 'area-rest-1']);
    expect(second!.length).toBeGreaterThan(1);
    // More of a serif face than a cutter of 3 mm gets into.
    expect(second!.length).toBeGreaterThan(first!.length);
    // Both are told of the same letters; what stays is told once, of the second.
    const { lines } = job.assemblies[0]!.built;
    expect(areaFilledBy(lines, 'area-rest-1')).toEqual(areaFilledBy(lines, 'area'));
    expect(pictureOf(job).operations[1]!.filled).toMatchObject({ width: 1, area: '' });
    expect(reportOf(job).operations[1]).toMatchObject({ id: 'area-rest-1', deepest: 0 });
  });

  it('of a cone has its floor, and nothing where it has none', () => {
    const left = jobOf(sign(CONE));
    const finding = left.findings.find(({ rule }) => rule === 'bare area')!;
    expect(finding.title).toMatch(/^The cone leaves a floor in L/);
    const floor = jobOf(applyPatch(left.recipe, finding.mends[0]!.patch));
    expect(floor.findings).toEqual([]);
    expect(floor.operations.map(({ id }) => id)).toEqual(['area', 'area-rest-1', 'outer']);
    const none = jobOf(after({ ...CONE, deepest: null }, 1));
    expect(none.operations.map(({ id }) => id)).toEqual(['area', 'outer']);
    expect(none.findings).toEqual([]);
  });

  it('is told of by what both of them leave', () => {
    const finding = (recipe: Recipe) => jobOf(recipe).findings.find(({ rule }) => rule === 'bare area');
    expect(finding(sign({ kind: 'pocket', tool: 5 }))).toBeDefined();
    expect(finding(after({ kind: 'pocket', tool: 5 }, 0.8))).toBeUndefined();
    expect(finding(after({ kind: 'pocket', tool: 5 }, 4.5))?.id).toBe('thing-1/bare area:area-rest-1');
  });

  it('is changed, taken out, and goes with the first', () => {
    const recipe = after({ kind: 'pocket', tool: 3 }, 1);
    const toolOf = (own: Recipe, id: string) => own.operations.find((each) => each.id === id)?.fill;
    expect(toolOf(withSecondCutter(recipe, 'area', 0.8), 'area-rest-1')).toMatchObject({ tool: 0.8, after: 'area' });
    expect(followersOf(withSecondCutter(recipe, 'area', null), 'area')).toEqual([]);
    const hatched = withFill(recipe, 'area', plainFill('hatch'));
    expect(hatched.operations.map(({ id }) => id)).toEqual(['area', 'outer']);
    const carved = withFill(recipe, 'area', plainFill('cone'));
    expect(followersOf(carved, 'area')).toEqual(['area-rest-1']);
    expect(removeOperation(recipe, 'area', 'outer').operations.map(({ id }) => id)).toEqual(['outer']);
    const cutter = (diameter: number, feed: number) => ({ diameter, feed });
    const pair = withCutters(sign({ kind: 'pocket', tool: 1 }), 'area', cutter(0.5, 6), cutter(2, 18));
    expect(toolOf(pair, 'area')).toMatchObject({ tool: 2 });
    expect(toolOf(pair, 'area-rest-1')).toMatchObject({ tool: 0.5 });
    // Each as fast as it goes, and nothing else at another speed.
    expect(pair.operations.map(({ speed }) => speed)).toEqual([18, 6, null]);
    const alone = withCutters(pair, 'area', cutter(1.5, 15), null);
    expect(alone.operations.map(({ id, speed }) => [id, speed])).toEqual([
      ['area', 15],
      ['outer', null],
    ]);
  });

  it('must come after one that clears or carves, and not after itself', () => {
    const bad = (fill: object, after_: string) => () =>
      recipeOf({
        ...sign(fill),
        operations: [
          { id: 'area', work: 'engrave', fill },
          { id: 'rest', work: 'engrave', fill: { kind: 'pocket', after: after_ } },
          { id: 'outer', work: 'cut' },
        ],
      } as never);
    expect(bad({ kind: 'hatch' }, 'area')).toThrow(/must clear areas by itself, or carve them/);
    expect(bad({ kind: 'cone' }, 'rest')).toThrow(/cannot clear what it leaves itself/);
    expect(bad({ kind: 'cone' }, 'none')).toThrow(/there is no operation “none”/);
    expect(bad({ kind: 'cone' }, 'area')).not.toThrow();
  });
});
