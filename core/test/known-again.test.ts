import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { StageCache } from '../src/assembly/stages.ts';
import type { Build } from '../src/job/build-job.ts';
import type { RecipeInput } from '../src/recipe/read.ts';
import { jobOf } from './workshop.ts';

interface Change {
  /** Of the sweeping operation. */
  readonly area?: object;
  /** Of the cutting one. */
  readonly cut?: object;
  readonly words?: string;
  readonly place?: { readonly x: number; readonly y: number };
  readonly order?: object;
}

const WORDS = ['SAND', 'BLOWER', 'DRAINS', 'WHISTLE', 'DAMPER'];

/** Tags on one sheet, of which one is changed. */
const sheet = ({ area = {}, cut = {}, words = 'INJECTOR', place, order = {} }: Change): RecipeInput =>
  ({
    ...{ machine: 'engraver', material: 'brass', thickness: 1.5, order },
    operations: [
      { id: 'area', work: 'engrave', ...area },
      { id: 'outer', work: 'cut', ...cut },
    ],
    assignment: { line: 'outer', inner: 'outer' },
    assemblies: [words, ...WORDS].map((each, i) => ({
      make: 'engraved',
      place: i === 0 && place ? place : { x: 70 * (i % 2), y: 40 * Math.floor(i / 2) },
      items: [{ words: each, face: 'barlow-condensed-semibold', size: { by: 'cap height', value: 6 } }],
    })),
  }) as never;

const CHANGES: readonly Change[] = [
  {},
  ...[{ rows: { pitch: 0.3 } }, { rows: { angle: 90 } }, { rows: { bothWays: false } }].map((area) => ({ area })),
  ...[{ speed: 70 }, { passes: 2 }, { rows: { together: 'items' } }].map((area) => ({ area })),
  { cut: { speed: 3 } },
  { cut: { passes: 3 } },
  { words: 'TENDER' },
  { place: { x: 500, y: 10 } },
  { place: { x: 4, y: 0 } },
  { order: { coolly: true } },
];

/** What the run of a job comes to. */
const toldOf = ({ operations, runs, sweeps }: Build) => ({
  operations: operations.map(({ id, length, travel, time, lifted, contours }) => [
    ...[id, contours.length],
    ...[length, travel, time, lifted].map((value) => value.toFixed(6)),
  ]),
  runs: runs.map(({ name, order }) => [name, order]),
  sweeps: sweeps.map(({ groups, seconds, inOne, byItem, steps }) => [
    groups.map(({ items }) => items),
    [seconds, inOne, byItem, ...steps.map(({ cost }) => cost)].map((value) => value.toFixed(6)),
  ]),
});

describe('a sheet of several things', () => {
  it('is run alike, whatever was built before and is known of it', () => {
    const fresh = CHANGES.map((change) => toldOf(jobOf(sheet(change), new StageCache())));
    fc.assert(
      fc.property(fc.array(fc.nat({ max: CHANGES.length - 1 }), { minLength: 2, maxLength: 8 }), (walk) => {
        const cache = new StageCache();
        for (const i of walk) expect(toldOf(jobOf(sheet(CHANGES[i]!), cache))).toEqual(fresh[i]);
      }),
      { numRuns: 25 },
    );
  });
});
