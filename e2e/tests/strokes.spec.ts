import { contourBounds, contourLength, regionContains } from '@needlefile/core/geometry/contour-facts';
import { flatten } from '@needlefile/core/geometry/contour';
import type { ReadDrawing } from '@needlefile/core/formats/sheet-drawing';
import { expect, test } from '../support/app';
import { built, openJob, releaseAndDownload, station } from '../support/workbench';

const engraved = (drawing: ReadDrawing) =>
  drawing.layers.filter(({ name }) => name.startsWith('ENGRAVE')).flatMap(({ contours }) => contours);

test('engraved words are hatched: lines inside the letters are in the file, and follow the word', async ({ page }) => {
  await openJob(page, 'Valve tag, injector');
  const swept = await releaseAndDownload(page);
  const letters = engraved(swept.svg);
  await station(page, 'Strokes');
  await page.getByText('Hatched', { exact: true }).click();
  await built(page);
  await page.getByLabel('Line width').fill('0.2');
  await page.getByLabel('Spacing', { exact: true }).fill('0.15');
  await page.keyboard.press('Enter');
  await built(page);
  const hatched = await releaseAndDownload(page);
  for (const drawing of [hatched.svg, hatched.dxf]) {
    const lines = engraved(drawing);
    expect(lines.some(({ closed }) => !closed)).toBe(true);
    // The tool's middle keeps 0.1 mm from the edge.
    const points = lines.flatMap((line) => flatten(line, 0.05)).filter((_, i) => i % 9 === 0);
    expect(points.filter((point) => !regionContains(letters, point))).toEqual([]);
  }
  const length = (drawing: ReadDrawing) => engraved(drawing).reduce((sum, each) => sum + contourLength(each), 0);
  expect(length(hatched.dxf) / length(hatched.svg)).toBeCloseTo(1, 2);
  await station(page, 'Letter');
  await page.getByRole('textbox', { name: 'Words' }).fill('SAND');
  await built(page);
  const after = await releaseAndDownload(page);
  const width = (drawing: ReadDrawing) =>
    Math.max(...engraved(drawing).map((each) => contourBounds(each).maxX)) -
    Math.min(...engraved(drawing).map((each) => contourBounds(each).minX));
  // Set to 44 mm over all, and the line half its width inside on either side.
  expect(width(after.dxf)).toBeCloseTo(44 - 0.2, 1);
  await station(page, 'Strokes');
  await page.getByLabel('Line width').fill('4');
  await page.keyboard.press('Enter');
  await built(page);
  const check = page.getByRole('complementary', { name: 'Shop check' });
  await expect(check.getByText(/The tool does not get into/)).toBeVisible();
  await check.getByRole('button', { name: /A line of/ }).click();
  await built(page);
  await expect(check.getByText(/The tool does not get into/)).toBeHidden();
});
