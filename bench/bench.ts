/** Median times of the core's heavy steps, each as a ratio to one whole-page union by clipper2-wasm in the same run. */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import createClipper from 'clipper2-wasm/dist/es/clipper2z.js';
import { build } from '../core/src/build/build.ts';
import { StageCache } from '../core/src/build/stages.ts';
import { flatten, type Contour } from '../core/src/geometry/contour.ts';
import { knockOut, weld } from '../core/src/geometry/kernel/boolean.ts';
import { roundedRectangle } from '../core/src/geometry/shapes.ts';
import { boundsOfPoints, growBounds, joinBounds } from '../core/src/geometry/bounds.ts';
import { openFace } from '../core/src/lettering/face.ts';
import { layOut } from '../core/src/lettering/layout.ts';
import { readRecipe } from '../core/src/recipe/read.ts';
import type { Recipe, RecipeInput } from '../core/src/recipe/schema.ts';
import { houseShop } from '../core/src/shop/house.ts';
import { CATALOGUE } from '../faces/src/catalogue.ts';

const RUNS = 7;
const modules = path.resolve(import.meta.dirname, '../node_modules');
const face = (id: string) => {
  const { package: folder, file } = CATALOGUE.find((each) => each.id === id)!;
  return openFace(readFileSync(path.join(modules, folder, file)));
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

function lettersOf(words: string, which: keyof typeof faces, capHeight: number): Contour[] {
  return layOut({ words, size: { by: 'cap height', value: capHeight }, letterSpacing: 0, lineSpacing: 1.6, align: 'left', lineScale: [] }, faces[which]).letters.flatMap(({ contours }) => contours);
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

function row(name: string, ours: number, yardstick: number | null): void {
  const ratio = yardstick === null ? '' : `${(ours / yardstick).toFixed(2)} x clipper2-wasm (${yardstick.toFixed(1)} ms)`;
  console.log(`${name.padEnd(46)} ${ours.toFixed(1).padStart(8)} ms   ${ratio}`);
}

console.log(`median of ${RUNS} runs`);
const page = lettersOf(Array(10).fill('Pennywhistle Railway').join('\n'), 'script', 30);
const pageYardstick = wasmUnion(page);
row('weld a script page of 190 letters, curves kept', median(() => weld(page)), pageYardstick);

const many = lettersOf(Array(40).fill('LOAD 8 TONS EMPTY RETURN TO FENNY CROSS NOT TO LEAVE').join('\n'), 'plain', 12);
const box = growBounds(joinBounds(many.map(({ segments }) => boundsOfPoints(segments.map(({ from }) => from)))), 10);
const plate = weld([roundedRectangle(box, 5, 'plate')]);
row(`plate minus ${many.length} contours, curves kept`, median(() => knockOut(plate, weld(many))), wasmUnion(many));

const sixty: RecipeInput = { make: 'cut-through', lettering: { words: 'LOAD 8 TONS EMPTY RETURN\nTO FENNY CROSS BOARD DEPOT\nNOT TO LEAVE ABODE', face: 'barlow-condensed-semibold' } };
const resources = { shop: houseShop, faces: new Map([['barlow-condensed-semibold', faces.plain]]) };
const recipe = (input: RecipeInput): Recipe => {
  const read = readRecipe(input);
  if (!read.ok) throw new Error(read.problems.join());
  return read.recipe;
};
const job = recipe(sixty);
const whole = median(() => build(job, resources));
row('whole build of a 60-letter stencil with bridges', whole, null);
const cache = new StageCache();
let turn = 0;
const setting = median(() => build({ ...job, workOrder: { ...job.workOrder, outline: { ...job.workOrder.outline, speed: 10 + turn++ } } }, resources, cache));
row('the same job after a change of cutting speed', setting, null);
console.log(`${''.padEnd(46)} ${(whole / setting).toFixed(0)} times faster than the whole build`);
(globalThis as { gc?: () => void }).gc?.();
console.log(`memory in use after all of it: ${(process.memoryUsage().heapUsed / 1e6).toFixed(0)} MB`);
