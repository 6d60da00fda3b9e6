import { heightOf, widthOf } from '@needlefile/core/geometry/bounds';
import { contourBounds } from '@needlefile/core/geometry/contour-facts';
import type { ReadDrawing } from '@needlefile/core/formats/sheet-drawing';
import { WHISTLE_EMBLEM } from '@needlefile/demo/artworks';
import type { Page } from '@playwright/test';
import { expect, test } from '../support/app';
import { built, listOf, openJob, releaseAndDownload } from '../support/workbench';

const { fileName: name, text } = WHISTLE_EMBLEM;
const file = { name, mimeType: 'image/svg+xml', buffer: Buffer.from(text) };

const bring = (page: Page, ...files: (typeof file)[]) => page.getByLabel('Files of artwork').setInputFiles(files);

const engraved = (drawing: ReadDrawing) =>
  drawing.layers.filter(({ name: layer }) => layer.startsWith('ENGRAVE')).flatMap(({ contours }) => contours);

test('an emblem is brought, its gaps closed by a mend, sized by its true width, and in the file', async ({ page }) => {
  await openJob(page, 'Valve tag, injector');
  await bring(page, file);
  await expect(listOf(page).getByRole('button', { name: /Whistle emblem/ })).toBeVisible();
  await built(page);
  await expect(page.getByText('The file does not say: its size is given in pixels.')).toBeVisible();
  await page.getByLabel('Width', { exact: true }).fill('20');
  await page.keyboard.press('Enter');
  await built(page);
  await page.getByLabel('It is').selectOption({ label: 'the plate' });
  await built(page);
  // At this size all gaps but none are within the tenth of a millimetre that is closed by itself.
  await expect(page.getByText(/4 gaps closed/)).toBeVisible();
  await page.getByLabel('It is').selectOption({ label: 'cut through' });
  await page.getByLabel('Close gaps to').fill('0.02');
  await page.keyboard.press('Enter');
  await built(page);
  const check = page.getByRole('complementary', { name: 'Shop check' });
  await expect(check.getByText(/Whistle emblem: \d lines stay open/)).toBeVisible();
  await check.getByRole('button', { name: /Close gaps up to/ }).click();
  await built(page);
  await expect(check.getByText(/stay open/)).toBeHidden();
  await page.getByLabel('It is').selectOption({ label: 'engraved' });
  await built(page);
  const { svg, dxf } = await releaseAndDownload(page);
  for (const drawing of [svg, dxf]) {
    const rim = engraved(drawing)
      .map(contourBounds)
      .filter((box) => Math.abs(widthOf(box) - 20) < 0.05);
    expect(rim).toHaveLength(1);
    expect(heightOf(rim[0]!)).toBeCloseTo(20, 1);
    expect(engraved(drawing).every(({ closed }) => closed)).toBe(true);
  }
});

test('a file’s text becomes words, and files that cannot be read are refused with a reason', async ({ page }) => {
  await openJob(page, 'Valve tag, injector');
  const svg = (body: string) => ({ ...file, buffer: Buffer.from(body) });
  await bring(
    page,
    { ...svg('%PDF-1.7'), name: 'a.svg' },
    { ...svg('<svg><text>only words</text></svg>'), name: 'b.svg' },
    { ...svg('<svg><path d="M0 0L'), name: 'c.svg' },
  );
  await expect(page.getByText('a.svg: A PDF cannot be read yet. Save it as an SVG.')).toBeVisible();
  await expect(page.getByText('b.svg: There is nothing in the file that can be cut or engraved')).toBeVisible();
  await expect(page.getByText('c.svg: The SVG is not well-formed')).toBeVisible();
  await bring(page, file);
  await page.getByRole('button', { name: '+ “Pennywhistle” as words' }).click();
  await expect(page.getByRole('textbox', { name: 'Words' })).toHaveValue('Pennywhistle');
});
