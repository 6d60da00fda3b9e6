import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { expect, it } from 'vitest';
import { sheetDrawing } from '../src/job/release.ts';
import { reportOf } from '../src/job/report.ts';
import { writeDxf } from '../src/formats/dxf/dxf-writer.ts';
import { writeSvg } from '../src/formats/svg/svg-writer.ts';
import { recipeOf, buildOf } from './workshop.ts';
import type { RecipeInput } from '../src/recipe/read.ts';

/**
 * The demo jobs, and 200 recipes drawn at random, as version 1 of the format had them: a job that a shop has cut comes
 * out the same tomorrow, to the byte. Where a change is meant to alter files, `vitest run core/test/version-1 -u` takes
 * the new hashes, and the commit says why.
 */
const FOLDER = path.join(import.meta.dirname, 'version-1');
const recipes = readFileSync(path.join(FOLDER, 'recipes.jsonl'), 'utf8')
  .trim()
  .split('\n')
  .map((line) => JSON.parse(line) as RecipeInput);

const hash = (text: string): string => createHash('sha256').update(text).digest('hex').slice(0, 20);

function hashesOf(input: RecipeInput): string {
  const built = buildOf(input);
  const drawing = sheetDrawing(built, 3);
  const { assemblies, time, findings } = reportOf(built);
  const { pieces, islands } = assemblies[0]!;
  const told = {
    pieces: pieces.map(({ name, status, intended, area }) => [name, status, intended, area.toFixed(3)]),
    islands: islands.map(({ name, status, bridges }) => [name, status, bridges]),
    findings: findings.map(({ rule, severity, title, detail, measure }) => [rule, severity, title, detail, measure]),
    time: time.toFixed(2),
  };
  const files = [writeSvg(drawing), writeDxf(drawing, recipeOf(input).release.tolerance / 2), JSON.stringify(told)];
  return files.map(hash).join(' ');
}

it('recipes of version 1 give the files, pieces and findings that they gave', async () => {
  const lines = recipes.map((input, i) => `${i + 1} ${hashesOf(input)}`);
  await expect(`recipe svg dxf told\n${lines.join('\n')}\n`).toMatchFileSnapshot(path.join(FOLDER, 'hashes.txt'));
}, 300_000);
