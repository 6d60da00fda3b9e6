import { heightOf, widthOf } from '@needlefile/core/geometry/bounds';
import { contourBounds } from '@needlefile/core/geometry/contour-facts';
import type { ReadDrawing } from '@needlefile/core/formats/sheet-drawing';
import { WHISTLE_EMBLEM } from '@needlefile/demo/artworks';
import type { Page } from '@playwright/test';
import { expect, test } from '../support/app';
import { built, listOf, openJob, releaseAndDownload } from '../support/workbench';

const { fileName: name, bytes } = WHISTLE_EMBLEM;
const file = { name, mimeType: 'image/svg+xml', buffer: Buffer.from(bytes) };

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
  await expect(page.getByText('a.svg: The PDF is damaged')).toBeVisible();
  await expect(page.getByText('b.svg: There is nothing in the file that can be cut or engraved')).toBeVisible();
  await expect(page.getByText('c.svg: The SVG is not well-formed')).toBeVisible();
  await bring(page, { ...file, buffer: Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 0]), name: 'd.png' });
  await expect(page.getByText('d.png: The picture is damaged')).toBeVisible();
  await bring(page, file);
  await page.getByRole('button', { name: '+ “Pennywhistle” as words' }).click();
  await expect(page.getByRole('textbox', { name: 'Words' })).toHaveValue('Pennywhistle');
});

/** A DXF in millimetres of lines by their layers. */
function dxfOf(lines: readonly (readonly [layer: string, x1: number, y1: number, x2: number, y2: number])[]) {
  const entities = lines.flatMap(([layer, x1, y1, x2, y2]) =>
    [0, 'LINE', 8, layer, 10, x1, 20, y1, 11, x2, 21, y2].map(String),
  );
  const header = ['0', 'SECTION', '2', 'HEADER', '9', '$INSUNITS', '70', '4', '0', 'ENDSEC'];
  const all = [...header, '0', 'SECTION', '2', 'ENTITIES', ...entities, '0', 'ENDSEC', '0', 'EOF', ''];
  return { name: 'window.dxf', mimeType: 'image/vnd.dxf', buffer: Buffer.from(all.join('\n')) };
}

/** A window with its frame doubled in part, a corner run past, one gap of 0.9 mm, and a note on a layer of its own. */
const window = (x: number) =>
  dxfOf([
    ['FRAME', x, 0, 40 + x, 0],
    ['FRAME', 30 + x, 0, 10 + x, 0],
    ['FRAME', 40 + x, -0.05, 40 + x, 30],
    ['FRAME', 40.06 + x, 30, x, 30],
    ['FRAME', x, 29.1, x, 0.03],
    ['NOTE', 5 + x, 15, 35 + x, 15],
  ]);

test('a drawing’s wide gap is closed by hand, a layer gets its own role, and a new version keeps both', async ({
  page,
}) => {
  await openJob(page, 'Platform sign, Way Out');
  await bring(page, window(0) as typeof file);
  await built(page);
  await expect(page.getByText('The file says so: its header says millimetres.')).toBeVisible();
  await page.getByRole('button', { name: 'Make NOTE an item by itself' }).click();
  await built(page);
  await page.getByLabel('It is').selectOption({ label: 'engraved' });
  await built(page);
  await listOf(page)
    .getByRole('button', { name: /^window/ })
    .click();
  const gaps = page.getByRole('list', { name: 'Gaps' });
  await expect(gaps.getByText('open', { exact: true })).toHaveCount(1);
  await gaps.getByRole('button', { name: 'Close it' }).click();
  await built(page);
  await expect(gaps.getByText('open', { exact: true })).toHaveCount(0);
  // The same drawing again, a hair to the right.
  await page.getByLabel('New version of the file').setInputFiles([window(0.05)]);
  await built(page);
  await expect(gaps.getByText('open', { exact: true })).toHaveCount(0);
  const { svg, dxf } = await releaseAndDownload(page);
  for (const drawing of [svg, dxf]) {
    const cut = drawing.layers.filter(({ name: layer }) => layer.startsWith('CUT')).flatMap(({ contours }) => contours);
    expect(cut.every(({ closed }) => closed)).toBe(true);
    const frames = cut.map(contourBounds).filter((box) => Math.abs(widthOf(box) - 40) < 0.02);
    expect(frames.map((box) => heightOf(box).toFixed(1))).toEqual(['30.0']);
    const notes = drawing.layers.flatMap(({ contours }) => contours).filter(({ closed }) => !closed);
    expect(notes.map((contour) => widthOf(contourBounds(contour)).toFixed(1))).toEqual(['30.0']);
  }
});
