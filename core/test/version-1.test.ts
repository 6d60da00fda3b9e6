import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { expect, it } from 'vitest';
import type { Contour } from '../src/geometry/contour.ts';
import { reverseContour } from '../src/geometry/contour-facts.ts';
import { circleOf } from '../src/geometry/shapes.ts';
import { startedAt } from '../src/geometry/started-at.ts';
import type { Point } from '../src/geometry/point.ts';
import { sheetDrawing } from '../src/job/file-drawing.ts';
import { reportOf } from '../src/job/report.ts';
import { PLAIN_DXF, writeDxf } from '../src/formats/dxf/dxf-writer.ts';
import { writeSvg } from '../src/formats/svg/svg-writer.ts';
import { recipeOf, buildOf, trueEdges } from './workshop.ts';
import type { RecipeInput } from '../src/recipe/read.ts';

/**
 * The demo jobs, and 200 recipes drawn at random, as version 1 of the format had them: a job that a shop has cut comes
 * out the same tomorrow, to the byte, but for the order of its lines and where each is begun. Where a change is meant
 * to alter files, `vitest run core/test/version-1 -u` takes the new hashes, and the commit says why.
 */
const FOLDER = path.join(import.meta.dirname, 'version-1');
const recipes = readFileSync(path.join(FOLDER, 'recipes.jsonl'), 'utf8')
  .trim()
  .split('\n')
  .map((line) => JSON.parse(line) as RecipeInput);

const hash = (text: string): string => createHash('sha256').update(text).digest('hex').slice(0, 20);

function hashesOf(input: RecipeInput): string {
  const built = buildOf(input, undefined, trueEdges);
  const drawing = sheetDrawing(built, 3);
  const plain = {
    ...drawing,
    layers: drawing.layers.map((layer) => ({ ...layer, contours: unordered(layer.contours) })),
  };
  const { assemblies, findings } = reportOf(built);
  const { pieces, islands } = assemblies[0]!;
  const told = {
    pieces: pieces.map(({ name, status, intended, area }) => [name, status, intended, area.toFixed(3)]),
    islands: islands.map(({ name, status, bridges }) => [name, status, bridges]),
    findings: findings.map(({ rule, severity, title, detail, measure }) => [rule, severity, title, detail, measure]),
  };
  const inDxf = {
    ...plain,
    layers: plain.layers.map((layer) => ({ ...layer, contours: layer.contours.map(fromItsRight) })),
  };
  const files = [
    writeSvg(plain),
    writeDxf(inDxf, { ...PLAIN_DXF, tolerance: recipeOf(input).release.tolerance / 2 }),
    JSON.stringify(told),
  ];
  return files.map(hash).join(' ');
}

/** Contours by where they lie, each closed one begun at its lowest node, each open one from its lower end. */
function unordered(contours: readonly Contour[]): Contour[] {
  const keyed = contours.map((contour) => {
    const places = contour.segments.map(({ from }) => keyOf(from));
    if (!contour.closed) {
      const turned = keyOf(contour.segments.at(-1)!.to) < places[0]! ? reverseContour(contour) : contour;
      return { contour: turned, key: turned.segments.map(({ from }) => keyOf(from)).join() };
    }
    const lowest = places.indexOf([...places].sort()[0]!);
    const { segments } = contour;
    const begun = { ...contour, segments: [...segments.slice(lowest), ...segments.slice(0, lowest)] };
    return { contour: begun, key: begun.segments.map(({ from }) => keyOf(from)).join() };
  });
  return keyed.sort((a, b) => (a.key < b.key ? -1 : 1)).map(({ contour }) => contour);
}

/** A circle begun where a DXF begins it. */
function fromItsRight(contour: Contour): Contour {
  const round = circleOf(contour);
  const node = contour.segments.findIndex(({ from }) => round && from.x > round.centre.x + round.radius - 1e-9);
  return round && node > 0 ? startedAt(contour, node) : contour;
}

const keyOf = ({ x, y }: Point): string =>
  `${(y + 10_000).toFixed(6).padStart(14)} ${(x + 10_000).toFixed(6).padStart(14)}`;

it('recipes of version 1 give the files, pieces and findings that they gave', async () => {
  const lines = recipes.map((input, i) => `${i + 1} ${hashesOf(input)}`);
  await expect(`recipe svg dxf told\n${lines.join('\n')}\n`).toMatchFileSnapshot(path.join(FOLDER, 'hashes.txt'));
}, 300_000);
