import { execFileSync } from 'node:child_process';
import path from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { build, type Build } from '../core/src/job/build-job.ts';
import { makeOnePiece, type OnePiece } from '../core/src/job/one-piece.ts';
import { sheetDrawing } from '../core/src/job/file-drawing.ts';
import { reportOf } from '../core/src/job/report.ts';
import { PLAIN_DXF, writeDxf } from '../core/src/formats/dxf/dxf-writer.ts';
import { noMemo } from '../core/src/geometry/memo.ts';
import type { Point } from '../core/src/geometry/point.ts';
import { partsOf } from '../core/src/hold/joins/parts.ts';
import { applyPatch } from '../core/src/recipe/patch.ts';
import type { Version1Input } from '../core/src/recipe/migrate/version-1.ts';
import { faceIds, faceOf, recipeOf, trueEdges } from '../core/test/workshop.ts';

/** What holds, against Debian's python3-ezdxf and python3-shapely, from the exported DXF. */

interface Job {
  readonly dxf: string;
  readonly bridges?: readonly { readonly from: Point; readonly to: Point; readonly width: number }[];
  readonly cores?: readonly Point[];
  readonly neck?: number;
}

interface Verdict {
  readonly areas: number[];
  readonly widths: number[];
  readonly joined: boolean;
}

const judge = (jobs: readonly Job[]): Verdict[] =>
  JSON.parse(
    execFileSync('/usr/bin/python3', [path.join(import.meta.dirname, 'holding.py')], {
      input: JSON.stringify(jobs),
      encoding: 'utf8',
      maxBuffer: 1e9,
    }),
  ) as Verdict[];
const thingOf = ({ assemblies }: Build) => assemblies[0]!.built;
const dxfOf = (built: Build) => writeDxf(sheetDrawing(built, null), { ...PLAIN_DXF, tolerance: 0.004 });
const resourcesFor = (face: string) => ({ shop: trueEdges, faces: new Map([[face, faceOf(face)]]) });

/**
 * Words with nested islands, with islands made by touching letters, and of small letters; each with another way to hold
 * them.
 */
const WORDS: readonly (readonly [string, Version1Input['hold']])[] = [
  ['ABDOPQR 8@&%', { bridges: { width: 1.5 } }],
  ['Booked goods', { bridges: { width: 1.2, direction: 'along', root: { shape: 'rounded', size: 0.8 } } }],
  ['Rag 6890', { bridges: { width: 1, direction: 'any', perIsland: 'two', root: { shape: 'tapered', size: 0.6 } } }],
];

describe('bridges, across the whole wall of faces', () => {
  const jobs = faceIds.flatMap((face) => WORDS.map(([words, hold]) => ({ face, words, hold })));
  const builds: Build[] = [];
  let verdicts: Verdict[] = [];
  beforeAll(() => {
    for (const { face, words, hold } of jobs)
      builds.push(
        build(
          recipeOf({
            make: 'cut-through',
            machine: 'co2-laser',
            material: 'plywood',
            thickness: 3,
            lettering: { words, face, size: { by: 'cap height', value: 60 } },
            hold,
          }),
          resourcesFor(face),
        ),
      );
    verdicts = judge(builds.map((built) => ({ dxf: dxfOf(built), bridges: thingOf(built).hold.bridges })));
  }, 300_000);

  it('are enough words to say something', () => {
    expect(jobs.length).toBeGreaterThanOrEqual(60);
    expect(builds.reduce((sum, built) => sum + thingOf(built).hold.bridges.length, 0)).toBeGreaterThan(500);
  });

  it.each(jobs.map((job, i) => ({ ...job, i })))(
    '$words in $face: the pieces that were foretold, nothing hangs, every bridge as wide as asked',
    ({ i }) => {
      const [built, { areas, widths }] = [builds[i]!, verdicts[i]!];
      const foretold = reportOf(built)
        .assemblies[0]!.pieces.filter(({ status, intended }) => status !== 'drop-out' || !intended)
        .map(({ area }) => area)
        .sort((a, b) => a - b);
      expect(areas).toHaveLength(foretold.length);
      areas.forEach((area, k) => expect(Math.abs(area - foretold[k]!)).toBeLessThan(0.05 + foretold[k]! * 2e-4));
      // What is loose was said to be, as a stop.
      expect(areas.length - 1).toBe(built.findings.filter(({ rule }) => rule === 'drop-out').length);
      widths.forEach((width, k) => expect(width).toBeGreaterThanOrEqual(thingOf(built).hold.bridges[k]!.width - 0.01));
    },
  );
});

describe('one piece', () => {
  const jobs: readonly (readonly [string, string])[] = [
    ['Marigold', 'grand-hotel'],
    ['Fenny', 'grand-hotel'],
    ['Pennywhistle', 'yellowtail'],
    ['Jill', 'yellowtail'],
    ['Wren', 'sacramento'],
    ['in tin', 'sacramento'],
    ['Guard', 'pinyon-script'],
    ['Alder', 'corinthia-bold'],
    ['Saloon', 'playwrite-us'],
    ['Winifred', 'playwrite-us'],
    ['Way Out', 'kaushan-script'],
    ['Hook', 'caveat-brush'],
    ['FENNY 8', 'overpass-bold'],
    ['HOOK', 'national-park-bold'],
    ['Äpfel!', 'fredoka-semibold'],
    ['LINE', 'besley-bold'],
    ['Sand', 'vollkorn-bold'],
    ['BLOWER', 'league-gothic'],
    ['Fritz', 'unifrakturcook'],
    ['TO\nLET', 'graduate'],
  ];
  const found: OnePiece[] = [];
  let verdicts: Verdict[] = [];
  beforeAll(() => {
    verdicts = judge(
      jobs.map(([words, face]) => {
        const recipe = recipeOf({
          make: 'stand-alone',
          machine: 'co2-laser',
          material: 'plywood',
          thickness: 3,
          lettering: { words, face, size: { by: 'cap height', value: 40 } },
        });
        const one = makeOnePiece(recipe, recipe.assemblies[0]!.id, resourcesFor(face));
        found.push(one);
        const built = build(applyPatch(recipe, one.patch), resourcesFor(face));
        const { letters, rails } = thingOf(built).arrangement;
        return {
          dxf: dxfOf(built),
          cores: partsOf(letters, rails, noMemo).map(({ core }) => core),
          neck: one.limit - 0.03,
        };
      }),
    );
  }, 300_000);

  it.each(jobs.map(([words, face], i) => ({ words, face, i })))(
    '$words in $face: one, and every neck at its limit',
    ({ i }) => {
      expect(found[i]).toMatchObject({ holds: true, pieces: 1 });
      expect(verdicts[i]!.areas).toHaveLength(1);
      expect(verdicts[i]!.joined).toBe(true);
    },
  );
});
