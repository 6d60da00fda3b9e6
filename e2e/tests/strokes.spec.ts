import { contourLength } from '@needlefile/core/geometry/contour-facts';
import { depthsOf } from '@needlefile/core/geometry/depths';
import type { ReadDrawing } from '@needlefile/core/formats/sheet-drawing';
import { coverageOf } from '../../second-opinion/coverage';
import { expect, test } from '../support/app';
import { built, openJob, releaseAndDownload, station } from '../support/workbench';

const engraved = (drawing: ReadDrawing) =>
  drawing.layers.filter(({ name }) => name.startsWith('ENGRAVE')).flatMap(({ contours }) => contours);

test('each demo job of strokes gets another word, and the files follow it', async ({ page }) => {
  const lines = ({ layers }: ReadDrawing) =>
    layers.filter(({ name }) => !name.startsWith('CUT')).flatMap(({ contours }) => contours);
  for (const [job, words, what, tools] of [
    ['Carriage door, Saloon', 'Guard', 'open', null],
    ['Valve tag, blower, filled letters', 'SAND', 'rings', { ENGRAVE_AREA: 1, 'ENGRAVE_AREA-REST': 0.3 }],
    ['Luggage label, hatched', 'Alderwick\nBAGGAGE', 'open', { ENGRAVE: 0.3 }],
    ['Smokebox plate in rivets', 'No. 7', 'dots', null],
  ] as const) {
    await openJob(page, job);
    const before = lines((await releaseAndDownload(page)).dxf);
    await station(page, 'Letter');
    await page.getByRole('textbox', { name: 'Words' }).fill(words);
    await built(page);
    const { svg, dxf, dxfFile } = await releaseAndDownload(page);
    expect(lines(dxf), job).not.toEqual(before);
    expect(lines(svg).length, job).toBe(lines(dxf).length);
    for (const own of [lines(svg), lines(dxf)]) {
      if (what === 'open') expect(own.some(({ closed }) => !closed)).toBe(true);
      if (what === 'rings') expect(own.some(({ closed }) => closed)).toBe(true);
      if (what === 'dots') for (const dot of own) expect(contourLength(dot)).toBeCloseTo(3 * Math.PI, 2);
    }
    if (!tools) continue;
    await station(page, 'Strokes');
    await page.getByLabel('Areas are').first().selectOption('Swept in rows');
    await built(page);
    const { covered, outside } = coverageOf((await releaseAndDownload(page)).dxfFile, dxfFile, tools);
    expect(covered, job).toBeGreaterThan(0.998);
    expect(outside, job).toBe(0);
  }
});

test('a sign is carved: its DXF has the depths, and a flat cutter clears the floor', async ({ page }) => {
  await openJob(page, 'Waiting room sign, carved');
  await station(page, 'Strokes');
  const clears = page.getByText(/Clears only what/);
  await expect(clears).toBeVisible();
  await page.getByRole('button', { name: 'Take out', exact: true }).click();
  await built(page);
  const check = page.getByRole('complementary', { name: 'Shop check' });
  await expect(check.getByText(/The cone leaves a floor in/)).toBeVisible();
  await page.getByLabel('No deeper than').fill('2');
  await page.keyboard.press('Enter');
  await built(page);
  const { dxf, svg } = await releaseAndDownload(page);
  for (const drawing of [dxf, svg]) {
    const depths = engraved(drawing).map((line) => depthsOf(line));
    expect(depths.every((own) => own !== null)).toBe(true);
    expect(Math.max(...depths.flatMap((own) => own!))).toBeCloseTo(2, 3);
    expect(Math.min(...depths.flatMap((own) => own!))).toBeLessThan(0.1);
  }
  await station(page, 'Strokes');
  await page.getByRole('button', { name: 'Clear the floor with a flat cutter' }).click();
  await built(page);
  await expect(clears).toBeVisible();
  await expect(check.getByText(/The cone leaves a floor in/)).toBeHidden();
  await page.getByLabel('No deeper than').fill('');
  await page.keyboard.press('Enter');
  await built(page);
  const deep = await releaseAndDownload(page);
  const layers = deep.dxf.layers.filter(({ name }) => name.startsWith('ENGRAVE'));
  // As deep as letters are wide: there is no floor to be cleared.
  expect(layers).toHaveLength(1);
  expect(Math.max(...layers[0]!.contours.flatMap((line) => depthsOf(line)!))).toBeGreaterThan(5);
});
