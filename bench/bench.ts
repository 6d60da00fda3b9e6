/** Median times of the core's heavy steps, each as a ratio to one whole-page union by clipper2-wasm in the same run. */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { build } from '../core/src/job/build-job.ts';
import { measure } from '../core/src/job/measure-job.ts';
import { makeOnePiece } from '../core/src/job/one-piece.ts';
import { pictureOf } from '../core/src/screen/picture.ts';
import { newsOf, type NumberedPicture } from '../core/src/screen/picture-news.ts';
import { StageCache } from '../core/src/assembly/stages.ts';
import type { Region } from '../core/src/geometry/contour.ts';
import { hullBounds } from '../core/src/geometry/contour-facts.ts';
import { offsetRegion } from '../core/src/geometry/kernel/offset.ts';
import { knockOut, weld, weldRegions } from '../core/src/geometry/kernel/boolean.ts';
import { roundedRectangle } from '../core/src/geometry/shapes.ts';
import { growBounds, joinBounds } from '../core/src/geometry/bounds.ts';
import { medialAxis } from '../core/src/geometry/medial-axis.ts';
import { thicknessOf } from '../core/src/measure/thickness.ts';
import { openFace } from '../core/src/lettering/face.ts';
import { layOut, PLAIN } from '../core/src/lettering/layout.ts';
import { readRecipe } from '../core/src/recipe/read.ts';
import type { Version1Input } from '../core/src/recipe/migrate/version-1.ts';
import type { JobInput, Recipe } from '../core/src/recipe/schema.ts';
import { houseShop } from '../core/src/shop/house.ts';
import { CATALOGUE } from '../faces/src/catalogue.ts';
import { benchArtwork } from './artwork.ts';
import { benchFills } from './fills.ts';
import { benchOrder } from './order.ts';
import { benchSweeps } from './sweeps.ts';
import { benchTracing } from './tracing.ts';
import { IN_A_ROW, medians, OFTEN, row, RUNS, told, WARM_UP, wasmUnion } from './timing.ts';

const modules = path.resolve(import.meta.dirname, '../node_modules');
const face = (id: string) => {
  const { package: folder, file } = CATALOGUE.find((each) => each.id === id)!;
  return openFace(readFileSync(path.join(modules, folder, file)), id);
};
const faces = { script: face('grand-hotel'), plain: face('barlow-condensed-semibold') };
function lettersOf(words: string, which: keyof typeof faces, capHeight: number): Region[] {
  return layOut({ ...PLAIN, words, size: { by: 'cap height', value: capHeight } }, faces[which]).letters.map(
    ({ contours }) => contours,
  );
}

console.log(`median of ${RUNS} runs after ${WARM_UP}; of edits ${OFTEN.runs} after ${OFTEN.warmUp}`);
const page = lettersOf(Array(10).fill('Pennywhistle Railway').join('\n'), 'script', 30);
row(`weld a script page of ${page.length} letters, curves kept`, () => weldRegions(page), wasmUnion(page.flat()));
const welded = weldRegions(page);
row('the page grown by 0.5 mm, curves fitted', () => offsetRegion(welded, 0.5), wasmUnion(page.flat()));

const many = lettersOf(Array(45).fill('LOAD 8 TONS EMPTY RETURN TO FENNY CROSS NOT TO LEAVE').join('\n'), 'plain', 12);
const box = growBounds(joinBounds(many.flat().map(hullBounds)), 10);
const plate = weld([roundedRectangle(box, 5, 'plate')]);
const manyUnion = wasmUnion(many.flat());
row(`plate minus ${many.length} letters, curves kept`, () => knockOut(plate, weldRegions(many)), manyUnion);
const cutPlate = knockOut(plate, weldRegions(many));
row('that plate grown by 0.2 mm, curves fitted', () => offsetRegion(cutPlate, 0.2), manyUnion);

const LINES = ['LOAD 8 TONS EMPTY RETURN', 'TO FENNY CROSS BOARD DEPOT', 'NOT TO LEAVE ABODE'];
const recipeOf = (input: object): Recipe => {
  const read = readRecipe(input);
  if (!read.ok) throw new Error(read.problems.join());
  return read.recipe;
};
const stencil = (words: string, more: Partial<Version1Input> = {}): Recipe =>
  recipeOf({ make: 'cut-through', lettering: { words, face: 'barlow-condensed-semibold' }, ...more });
const resources = {
  shop: houseShop,
  faces: new Map([
    ['barlow-condensed-semibold', faces.plain],
    ['grand-hotel', faces.script],
  ]),
};
const job = stencil(LINES.join('\n'));
const jobUnion = wasmUnion(lettersOf(LINES.join('\n'), 'plain', 60).flat());
const bare = stencil(LINES.join('\n'), { hold: { bridges: { perIsland: 'none' } } });
const wholeBuild = () => void build(job, resources);
const [whole, withoutBridges, wholeUnion] = medians([wholeBuild, () => build(bare, resources), jobUnion]);
told('whole build of a 60-letter stencil with bridges', whole!, wholeUnion!);
console.log(`${''.padEnd(56)} ${(whole! - withoutBridges!).toFixed(1).padStart(8)} ms of it for the bridges`);

// Each turn another letter of the first line becomes another: one that the job has elsewhere, or one that was never
// built before.
const edited = (letter: string, turn: number) =>
  stencil(
    [
      [...LINES[0]!].map((old, at) => (at === (turn * 5) % LINES[0]!.length ? letter : old)).join(''),
      ...LINES.slice(1),
    ].join('\n'),
  );
const KNOWN = [...new Set(LINES.join('').replace(/[ 8]/g, ''))];
const FRESH = Array.from({ length: 0x200 }, (_, i) => String.fromCharCode(0x21 + i)).filter(
  (letter) => /[\p{L}\p{N}]/u.test(letter) && !KNOWN.includes(letter) && faces.plain.shape(letter)[0]!.glyph !== 0,
);
const cache = new StageCache();
build(job, resources, cache);
let turn = 0;
for (const [name, letters] of [
  ['the same job after an edit: a letter it has elsewhere', KNOWN],
  ['the same job after an edit: a letter never built yet', FRESH],
] as const) {
  const jobs = Array.from({ length: OFTEN.runs + OFTEN.warmUp }, (_, i) =>
    edited(letters[i % letters.length]!, i + (i >> 4)),
  );
  // As in a worker that has just opened the face: none of its letters was ever cleaned.
  const unused = jobs.map(() => face('barlow-condensed-semibold'));
  turn = 0;
  let opened = 0;
  const firstBuild = () =>
    void build(job, { ...resources, faces: new Map([['barlow-condensed-semibold', unused[opened++]!]]) });
  const [edit, again, first, union] = medians(
    [() => build(jobs[turn++]!, resources, cache), wholeBuild, firstBuild, jobUnion],
    OFTEN,
  );
  told(name, edit!, union!);
  const times = (ms: number) => `${(ms / edit!).toFixed(1)} times faster than the whole build`;
  console.log(
    `${''.padEnd(56)} ${times(again!)} (${again!.toFixed(1)} ms), ${times(first!)} in a face not yet used ` +
      `(${first!.toFixed(1)} ms)`,
  );
}
const dragged = Array.from({ length: 60 }, (_, i) =>
  stencil(LINES.join('\n'), {
    hold: { bridges: { byHand: { 'letter:0.1.0#0': [{ at: 0.2 + i / 1000, angle: null, width: null }] } } },
  }),
);
turn = 0;
row(
  'the same job while a bridge is dragged',
  () => build(dragged[turn++ % dragged.length]!, resources, cache),
  jobUnion,
  OFTEN,
);
turn = 0;
row(
  'the same job after a change of cutting speed',
  () =>
    build(
      { ...job, operations: job.operations.map((operation) => ({ ...operation, speed: 10 + turn++ })) },
      resources,
      cache,
    ),
  jobUnion,
  OFTEN,
);

// Forty tags of two lines on one sheet: a letter of one becomes another; all alike; and the same tag alone.
const tag = (words: string): JobInput['assemblies'][number] => ({
  make: 'engraved',
  items: [{ words, face: 'barlow-condensed-semibold', size: { by: 'cap height', value: 8 } }],
});
const TAGS = Array.from({ length: 40 }, (_, i) => `LOAD ${i + 10} TONS\nFENNY ${LINES[i % 3]!.slice(0, 8)}`);
const sheetOf = (...things: JobInput['assemblies']) =>
  recipeOf({ machine: 'engraver', material: 'brass', thickness: 1.5, assemblies: things });
const editedTag = (i: number) => tag(TAGS[0]!.replace('LOAD', `L${KNOWN[i % KNOWN.length]!}${KNOWN[(i >> 4) % 12]!}D`));
const tagEdits = Array.from({ length: OFTEN.runs + OFTEN.warmUp }, (_, i) => i);
const onSheet = tagEdits.map((i) => sheetOf(editedTag(i), ...TAGS.slice(1).map(tag)));
const alone = tagEdits.map((i) => sheetOf(editedTag(i)));
const [sheetCache, aloneCache] = [new StageCache(), new StageCache()];
let [onSheetTurn, aloneTurn] = [0, 0];
const [inOne, byItself, equal, one, tagUnion] = medians(
  [
    () => void build(onSheet[onSheetTurn++ % onSheet.length]!, resources, sheetCache),
    () => void build(alone[aloneTurn++ % alone.length]!, resources, aloneCache),
    () => void build(sheetOf(...TAGS.map(() => tag(TAGS[0]!))), resources),
    () => void build(sheetOf(tag(TAGS[0]!)), resources),
    jobUnion,
  ],
  OFTEN,
);
told('a sheet of 40 tags, a letter of one edited', inOne!, tagUnion!);
console.log(`${''.padEnd(56)} ${(inOne! / byItself!).toFixed(2)} x the same edit alone (${byItself!.toFixed(1)} ms)`);
// And drawn, and sent to a page that has the picture before.
const screenOf = (jobs: readonly Recipe[], cache: StageCache) => {
  let [turn, last]: [number, NumberedPicture | null] = [0, null];
  return () => {
    const next = { number: turn, picture: pictureOf(build(jobs[turn++ % jobs.length]!, resources, cache)) };
    structuredClone(newsOf(next, last));
    last = next;
  };
};
const [sheetSent, tagSent] = medians([screenOf(onSheet, sheetCache), screenOf(alone, aloneCache)], OFTEN);
told('the same, drawn and sent to the page', sheetSent!, tagUnion!);
console.log(`${''.padEnd(56)} ${(sheetSent! / tagSent!).toFixed(2)} x the same edit alone (${tagSent!.toFixed(1)} ms)`);
told('a sheet of 40 equal tags, whole build', equal!, tagUnion!);
console.log(`${''.padEnd(56)} ${(equal! / one!).toFixed(2)} x one of them (${one!.toFixed(1)} ms)`);

let shown = build(job, resources, cache);
turn = 0;
row(
  'the same job after an edit, drawn for the screen',
  () => {
    shown = build(edited(KNOWN[turn++ % KNOWN.length]!, turn), resources, cache);
    pictureOf(shown);
  },
  jobUnion,
  OFTEN,
);
// What was measured already is known: each turn measures another edit.
const edits = Array.from({ length: IN_A_ROW * Math.ceil((RUNS + WARM_UP) / IN_A_ROW) }, (_, i) =>
  build(edited(KNOWN[i % KNOWN.length]!, i), resources, cache),
);
turn = 0;
row('measures of the same job, after an edit', () => measure(edits[turn++]!, cache.memo), jobUnion);
const manyLines = Array<string>(27).fill('LOAD 8 TONS EMPTY RETURN TO FENNY CROSS NOT TO LEAVE BOARD');
const manyCache = new StageCache();
const largePlates = Array.from({ length: 5 }, (_, i) => {
  const words = [...manyLines.slice(1), manyLines[0]!.replace('8', String(i + 2))].join('\n');
  const lettering = { words, face: 'barlow-condensed-semibold', size: { by: 'cap height', value: 12 } } as const;
  return build(stencil(words, { lettering }), resources, manyCache);
});
turn = 0;
row(
  `measures of a plate of ${largePlates[0]!.assemblies[0]!.built.arrangement.letters.length} letters, after an edit`,
  () => measure(largePlates[turn++]!, manyCache.memo),
  manyUnion,
  { runs: 4, warmUp: 1 },
);

const ten = weldRegions(lettersOf('Pennywhist', 'script', 60));
row(
  'thickness map of a 10-letter word',
  () => thicknessOf(medialAxis(ten, { material: 2, gaps: 2 }), 1, 2),
  wasmUnion(ten),
);
const name = stencil('Marigold', {
  make: 'stand-alone',
  machine: 'co2-laser',
  material: 'plywood',
  lettering: { words: 'Marigold', face: 'grand-hotel' },
});
row('one piece of a script word, found', () => makeOnePiece(name, name.assemblies[0]!.id, resources), wasmUnion(ten));
benchArtwork(faces.plain);
benchTracing(face);
benchFills(face('barlow-condensed-semibold'), LINES.join('\n'));
benchOrder(face('league-gothic'));
benchSweeps();
(globalThis as { gc?: () => void }).gc?.();
console.log(`memory in use after all of it: ${(process.memoryUsage().heapUsed / 1e6).toFixed(0)} MB`);
