import { contourBounds, contourLength, regionContains } from '@needlefile/core/geometry/contour-facts';
import { flatten } from '@needlefile/core/geometry/contour';
import { depthsOf } from '@needlefile/core/geometry/depths';
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
  await page.getByLabel('Areas are').selectOption('Hatched');
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

test('words as single lines: strokes that are open, in the file, and follow the word', async ({ page }) => {
  await page.goto('/new');
  await page.getByLabel('Words').fill('T');
  await page.getByText('Single-line letters').click();
  await page.getByRole('button', { name: 'Start the job' }).click();
  await built(page);
  const strokesOf = (drawing: ReadDrawing) => drawing.layers.flatMap(({ contours }) => contours);
  const first = await releaseAndDownload(page);
  for (const drawing of [first.svg, first.dxf]) {
    // A bar, and a stem that ends on it.
    expect(strokesOf(drawing)).toHaveLength(2);
    expect(strokesOf(drawing).every(({ closed }) => !closed)).toBe(true);
  }
  await station(page, 'Letter');
  await page.getByRole('textbox', { name: 'Words' }).fill('TOX');
  await built(page);
  const after = await releaseAndDownload(page);
  expect(strokesOf(after.dxf)).toHaveLength(5);
  expect(strokesOf(after.dxf).filter(({ closed }) => closed)).toHaveLength(1);
  await station(page, 'Strokes');
  await page.getByText('Outlines', { exact: true }).click();
  await built(page);
  const outlined = await releaseAndDownload(page);
  expect(strokesOf(outlined.svg).every(({ closed }) => closed)).toBe(true);
});

test('letters are cleared with a cutter, or set with dots, in the file', async ({ page }) => {
  await openJob(page, 'Valve tag, injector');
  const letters = engraved((await releaseAndDownload(page)).svg);
  await station(page, 'Strokes');
  await page.getByLabel('Areas are').selectOption('Cleared');
  await page.getByLabel('Cutter').fill('0.4');
  await page.keyboard.press('Enter');
  await built(page);
  const cleared = engraved((await releaseAndDownload(page)).dxf);
  const points = cleared.flatMap((line) => flatten(line, 0.05)).filter((_, i) => i % 9 === 0);
  expect(points.filter((point) => !regionContains(letters, point))).toEqual([]);
  await station(page, 'Strokes');
  await page.getByLabel('Areas are').selectOption('Dotted');
  await page.getByLabel('Diameter').fill('0.5');
  await page.getByLabel('Pitch').fill('0.9');
  await page.keyboard.press('Enter');
  await built(page);
  const dotted = engraved((await releaseAndDownload(page)).svg);
  expect(dotted.length).toBeGreaterThan(80);
  for (const dot of dotted) expect(contourLength(dot)).toBeCloseTo(0.5 * Math.PI, 2);
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

test('dots are taken out, put and moved by hand, and are so in the file', async ({ page }) => {
  await openJob(page, 'Smokebox plate in rivets');
  const marks = (drawing: ReadDrawing) =>
    drawing.layers.filter(({ name }) => name.startsWith('MARK')).flatMap(({ contours }) => contours);
  const before = marks((await releaseAndDownload(page)).dxf);
  await station(page, 'Strokes');
  const dots = page.getByRole('button', { name: /^Dot \d+$/ });
  await expect(dots).toHaveCount(before.length);
  await dots.nth(3).focus();
  await page.keyboard.press('Delete');
  await expect(dots).toHaveCount(before.length - 1);
  await dots.nth(10).focus();
  await page.keyboard.press('ArrowUp');
  await expect(page.getByText('1 put and 2 taken out by hand.')).toBeVisible();
  const after = marks((await releaseAndDownload(page)).dxf);
  expect(after).toHaveLength(before.length - 1);
  const places = (dotted: typeof before) =>
    dotted.map((dot) => {
      const { minX, minY } = contourBounds(dot);
      return `${minX.toFixed(2)} ${minY.toFixed(2)}`;
    });
  const [old, now] = [new Set(places(before)), places(after)];
  // One is elsewhere than any was before, a quarter of a millimetre up.
  expect(now.filter((place) => !old.has(place))).toHaveLength(1);
  await station(page, 'Strokes');
  await page.getByRole('button', { name: 'Put back', exact: true }).click();
  await expect(dots).toHaveCount(before.length);
});
