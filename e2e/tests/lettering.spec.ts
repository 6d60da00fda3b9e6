import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import { contourBounds } from '@needlefile/core/geometry/contour-facts';
import type { ReadDrawing } from '@needlefile/core/formats/sheet-drawing';
import type { Page } from '@playwright/test';
import { expect, test } from '../support/app';
import { built, openJob, releaseAndDownload, saved, station } from '../support/workbench';

const require = createRequire(import.meta.url);
const font = (file: string) =>
  readFileSync(path.join(path.dirname(require.resolve('@expo-google-fonts/martian-mono/package.json')), file));
const boxes = (drawing: ReadDrawing) => drawing.layers.flatMap(({ contours }) => contours.map(contourBounds));

async function bring(page: Page, name: string, buffer: Buffer): Promise<void> {
  await page.getByLabel('Font file').setInputFiles({ name, mimeType: 'font/ttf', buffer });
}

test('a letter moved by hand is where it was put in the file, and still after an edit of the words', async ({
  page,
}) => {
  await openJob(page, 'Platform sign, Way Out');
  await page.getByLabel('Words').fill('I I I');
  await built(page);
  await page.getByText('One letter').click();
  await page.getByLabel('Letter', { exact: true }).selectOption({ index: 2 });
  await page.getByLabel('Up', { exact: true }).fill('12.5');
  await built(page);
  await page.getByRole('group', { name: /^The sheet/ }).focus();
  await page.keyboard.press('Shift+ArrowUp');
  await expect(page.getByLabel('Up', { exact: true })).toHaveValue('17.5');
  const raised = async () => {
    const { dxf } = await releaseAndDownload(page);
    const feet = boxes(dxf)
      .filter(({ maxX, minX, maxY, minY }) => maxY - minY > 60 && maxX - minX < 100)
      .sort((a, b) => a.minX - b.minX)
      .map(({ minY }) => minY);
    return feet.map((foot) => Number((foot - Math.min(...feet)).toFixed(2)));
  };
  expect(await raised()).toEqual([0, 17.5, 0]);
  await station(page, 'Letter');
  await page.getByLabel('Words').fill('II I I');
  await built(page);
  expect(await raised()).toEqual([0, 0, 17.5, 0]);
});

test('a font is brought, cut with, refused when damaged, and taken away', async ({ page }) => {
  await openJob(page, 'Wagon stencil, 8 tons');
  const file = font('700Bold/MartianMono_700Bold.ttf');
  await bring(page, 'broken.ttf', file.subarray(0, 9000));
  await expect(page.getByText(/broken\.ttf: The font file is damaged/)).toBeVisible();
  await bring(page, 'workshop.ttf', file);
  await expect(page.getByText('Brought: Martian Mono')).toBeVisible();
  await expect(page.getByText(/workshop\.ttf, \d+ letters and signs/)).toBeVisible();
  await expect(page.getByText(/Licence: This Font Software is licensed under the SIL Open Font License/)).toBeVisible();
  await built(page);
  await saved(page);
  await page.reload();
  await built(page);
  expect(boxes((await releaseAndDownload(page)).dxf).length).toBeGreaterThan(20);
  await station(page, 'Letter');
  await page.getByRole('button', { name: 'Remove this font' }).click();
  await expect(page.getByText(/^Licence/)).toHaveCount(0);
  await page.reload();
  await expect(page.getByText(/The face “font-[0-9a-f]+” is not here/)).toBeVisible();
});

test('the thickness is shown against the limit, and the limit is the shop’s to set', async ({ page }) => {
  await openJob(page, 'Wagon stencil, 8 tons');
  await expect(page.getByText('Everything is thick and wide enough')).toBeVisible();
  await page.getByText('Thickness', { exact: true }).click();
  const card = page.getByRole('region', { name: 'Thickness' });
  await expect(card.getByText('2.5 mm', { exact: true })).toBeVisible();
  await expect(card.getByText('0 places')).toBeVisible();
  await page.getByRole('link', { name: 'House limits' }).click();
  await page.getByLabel('Wall: at least').fill('6');
  await page.getByRole('button', { name: 'Save the shop' }).click();
  await expect(page.getByText('The shop is saved')).toBeVisible();
  await openJob(page, 'Wagon stencil, 8 tons');
  await expect(page.getByRole('heading', { name: /Thin wall|thin walls/ })).toBeVisible();
  await page.getByText('Thickness', { exact: true }).click();
  await expect(card.getByText('6 mm', { exact: true })).toBeVisible();
});

test('words run round a circle, and a single-line face is scribed on a plate', async ({ page }) => {
  await openJob(page, 'Valve tag, injector');
  await page.getByLabel('Words').fill('BLOWER');
  await page.getByText('Round a circle').click();
  await page.getByText('Circle', { exact: true }).click();
  await page.getByLabel('Radius').fill('30');
  await built(page);
  await page.getByRole('button', { name: /^Face:/ }).click();
  await page.getByRole('button', { name: /Hershey Sans/ }).click();
  await built(page);
  const { svg, dxf } = await releaseAndDownload(page);
  for (const drawing of [svg, dxf]) {
    const strokes = drawing.layers.flatMap(({ contours }) => contours).filter(({ closed }) => !closed);
    expect(strokes.length).toBeGreaterThan(10);
  }
});
