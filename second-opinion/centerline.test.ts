import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, describe, expect, it, vi } from 'vitest';
import { main } from '../cli/src/main.ts';
import { centerline } from '../core/src/centerline/centerline.ts';
import { readSvg } from '../core/src/formats/svg/svg-reader.ts';
import { writeSvg } from '../core/src/formats/svg/svg-writer.ts';
import { flatten, placeContour, type Contour, type Region } from '../core/src/geometry/contour.ts';
import { weldRegions } from '../core/src/geometry/kernel/boolean.ts';
import { layOut, PLAIN } from '../core/src/lettering/layout.ts';
import { faceOf } from '../core/test/workshop.ts';

const folder = mkdtempSync(path.join(tmpdir(), 'needlefile-centerline-'));
afterAll(() => rmSync(folder, { recursive: true }));

const pointsOf = (contour: Contour): number[][] => {
  const points = flatten(contour, 0.002).map(({ x, y }) => [x, y]);
  return contour.closed ? [...points, points[0]!] : points;
};

/** Another program's word on strokes of areas. */
function judged(region: Region, strokes: readonly Contour[]): { covered: number; outside: number } {
  const [areas, lines] = [path.join(folder, 'areas.json'), path.join(folder, 'lines.json')];
  writeFileSync(areas, JSON.stringify({ areas: region.map(pointsOf) }));
  writeFileSync(lines, JSON.stringify({ strokes: strokes.map(pointsOf) }));
  const script = path.join(import.meta.dirname, 'centerline.py');
  return JSON.parse(execFileSync('/usr/bin/python3', [script, areas, lines], { encoding: 'utf8' }));
}

const word = (face: string): Region =>
  weldRegions(
    layOut({ ...PLAIN, words: 'RAkn8&', size: { by: 'cap height', value: 30 } }, faceOf(face)).letters.map(
      ({ contours }) => contours,
    ),
  );

describe('strokes down the middle, by another program', () => {
  // Serifs and corners are left out on purpose: discs along the strokes do not reach into them.
  it.each([
    ['overpass-bold', 0.88],
    ['marcellus', 0.85],
    ['grand-hotel', 0.93],
    ['vollkorn-bold', 0.8],
  ] as const)('discs along those of %s cover its letters, and no stroke leaves them', (face, least) => {
    const region = word(face);
    const verdict = judged(
      region,
      centerline(region).map(({ contour }) => contour),
    );
    expect(verdict.covered).toBeGreaterThan(least);
    expect(verdict.outside).toBeLessThan(1.5);
  });

  it('the command writes them where the file has its letters', async () => {
    const region = word('grand-hotel').map((contour) => placeContour(contour, 1, 0, 20));
    const svg = path.join(folder, 'word.svg');
    const layer = { name: 'LETTERS', operation: 'engrave', colour: '#000000', dxfColour: 7, fill: true };
    const [width, height] = [200, 80];
    writeFileSync(
      svg,
      writeSvg({ title: 'word', description: '', width, height, layers: [{ ...layer, contours: region }] }),
    );
    vi.spyOn(console, 'log').mockImplementation(() => undefined);
    expect(await main(['centerline', svg, '--out', path.join(folder, 'out')])).toBe(0);
    const drawing = readSvg(readFileSync(path.join(folder, 'out', 'word.svg'), 'utf8'));
    const strokes = drawing.layers.flatMap(({ contours }) => contours);
    // A drawing has y up from its own lower edge: both are put from their upper one.
    const down = (contours: readonly Contour[], from: number) =>
      contours.map((contour) => placeContour(contour, 1, 0, -from));
    const verdict = judged(down(region, height), down(strokes, drawing.height));
    expect(verdict.covered).toBeGreaterThan(0.93);
    expect(verdict.outside).toBeLessThan(1.5);
  });
});
