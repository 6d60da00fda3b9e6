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
