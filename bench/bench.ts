/** Median times of the core's heavy steps, each as a ratio to one whole-page union by clipper2-wasm in the same run. */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import createClipper from 'clipper2-wasm/dist/es/clipper2z.js';
import { build } from '../core/src/build/build.ts';
import { StageCache } from '../core/src/build/stages.ts';
import { flatten, hullBounds, type Contour, type Region } from '../core/src/geometry/contour.ts';
import { offsetRegion } from '../core/src/geometry/kernel/offset.ts';
import { knockOut, weld, weldRegions } from '../core/src/geometry/kernel/boolean.ts';
import { roundedRectangle } from '../core/src/geometry/shapes.ts';
import { growBounds, joinBounds } from '../core/src/geometry/bounds.ts';
import { medialAxis } from '../core/src/geometry/medial-axis.ts';
import { thicknessOf } from '../core/src/hold/thickness.ts';
import { openFace } from '../core/src/lettering/face.ts';
import { layOut, PLAIN } from '../core/src/lettering/layout.ts';
import { readRecipe } from '../core/src/recipe/read.ts';
import type { Recipe, RecipeInput } from '../core/src/recipe/schema.ts';
import { houseShop } from '../core/src/shop/house.ts';
import { CATALOGUE } from '../faces/src/catalogue.ts';

const RUNS = 7;
const modules = path.resolve(import.meta.dirname, '../node_modules');
const face = (id: string) => {
  const { package: folder, file } = CATALOGUE.find((each) => each.id === id)!;
  return openFace(readFileSync(path.join(modules, folder, file)), id);
};
const faces = { script: face('grand-hotel'), plain: face('barlow-condensed-semibold') };
const wasm = await createClipper();

function median(work: () => void): number {
  work();
  const times = Array.from({ length: RUNS }, () => {
    const begin = performance.now();
    work();
    return performance.now() - begin;
  });
  return times.sort((a, b) => a - b)[RUNS >> 1]!;
}

function lettersOf(words: string, which: keyof typeof faces, capHeight: number): Region[] {
  return layOut({ ...PLAIN, words, size: { by: 'cap height', value: capHeight } }, faces[which]).letters.map(({ contours }) => contours);
}

/** The yardstick: the same contours, flattened as our booleans flatten them, united in one sweep by the WASM library. */
function wasmUnion(contours: readonly Contour[]): number {
  const rings = contours.map((contour) => flatten(contour, 0.005).flatMap(({ x, y }) => [x, y]));
  return median(() => {
    const paths = new wasm.PathsD();
    for (const ring of rings) {
      const one = wasm.MakePathD(ring);
      paths.push_back(one);
      one.delete();
    }
    const none = new wasm.PathsD();
    const united = wasm.UnionD(paths, none, wasm.FillRule.NonZero, 4);
    united.delete();
    none.delete();
    paths.delete();
  });
}

function row(name: string, ours: number, yardstick: number): void {
  const ratio = `${(ours / yardstick).toFixed(2)} x clipper2-wasm (${yardstick.toFixed(1)} ms)`;
  console.log(`${name.padEnd(50)} ${ours.toFixed(1).padStart(8)} ms   ${ratio}`);
}

console.log(`median of ${RUNS} runs`);
const page = lettersOf(Array(10).fill('Pennywhistle Railway').join('\n'), 'script', 30);
row(`weld a script page of ${page.length} letters, curves kept`, median(() => weldRegions(page)), wasmUnion(page.flat()));
const welded = weldRegions(page);
row('the page grown by 0.5 mm, curves fitted', median(() => offsetRegion(welded, 0.5)), wasmUnion(page.flat()));

const many = lettersOf(Array(45).fill('LOAD 8 TONS EMPTY RETURN TO FENNY CROSS NOT TO LEAVE').join('\n'), 'plain', 12);
const box = growBounds(joinBounds(many.flat().map(hullBounds)), 10);
const plate = weld([roundedRectangle(box, 5, 'plate')]);
const manyUnion = wasmUnion(many.flat());
row(`plate minus ${many.length} letters, curves kept`, median(() => knockOut(plate, weldRegions(many))), manyUnion);
const cutPlate = knockOut(plate, weldRegions(many));
row('that plate grown by 0.2 mm, curves fitted', median(() => offsetRegion(cutPlate, 0.2)), manyUnion);

const LINES = ['LOAD 8 TONS EMPTY RETURN', 'TO FENNY CROSS BOARD DEPOT', 'NOT TO LEAVE ABODE'];
const sixty = (words: string): RecipeInput => ({ make: 'cut-through', lettering: { words, face: 'barlow-condensed-semibold' } });
const resources = { shop: houseShop, faces: new Map([['barlow-condensed-semibold', faces.plain]]) };
const recipe = (input: RecipeInput): Recipe => {
  const read = readRecipe(input);
  if (!read.ok) throw new Error(read.problems.join());
  return read.recipe;
};
const job = recipe(sixty(LINES.join('\n')));
const jobUnion = wasmUnion(lettersOf(LINES.join('\n'), 'plain', 60).flat());
const whole = median(() => build(job, resources));
row('whole build of a 60-letter stencil with bridges', whole, jobUnion);
const cache = new StageCache();
build(job, resources, cache);
let turn = 0;
// Each turn another letter of the first line, none built before.
const edited = Array.from({ length: RUNS + 1 }, (_, i) => recipe(sixty([[...LINES[0]!].map((letter, at) => (at === 2 * i + 1 ? '&' : letter)).join(''), ...LINES.slice(1)].join('\n'))));
const edit = median(() => build(edited[turn++]!, resources, cache));
row('the same job after an edit of a letter', edit, jobUnion);
console.log(`${''.padEnd(50)} ${(whole / edit).toFixed(1)} times faster than the whole build`);
const ten = weldRegions(lettersOf('Pennywhist', 'script', 60));
row('thickness map of a 10-letter word', median(() => thicknessOf(ten, medialAxis(ten, 0.5, 4), 1, 2)), wasmUnion(ten));
turn = 0;
const setting = median(() => build({ ...job, workOrder: { ...job.workOrder, outline: { ...job.workOrder.outline, speed: 10 + turn++ } } }, resources, cache));
row('the same job after a change of cutting speed', setting, jobUnion);
(globalThis as { gc?: () => void }).gc?.();
console.log(`memory in use after all of it: ${(process.memoryUsage().heapUsed / 1e6).toFixed(0)} MB`);
