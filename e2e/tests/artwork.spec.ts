import { heightOf, joinBounds, widthOf } from '@needlefile/core/geometry/bounds';
import { contourBounds } from '@needlefile/core/geometry/contour-facts';
import type { ReadDrawing } from '@needlefile/core/formats/sheet-drawing';
import { WHISTLE_EMBLEM } from '@needlefile/demo/artworks';
import type { Page } from '@playwright/test';
import { expect, test } from '../support/app';
import { built, listOf, openJob, releaseAndDownload, station, trueEdges } from '../support/workbench';

test.beforeEach(({ page }) => trueEdges(page));

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
  const gaps = page.getByRole('list', { name: 'Faults of lines' });
  // The widest first.
  const widest = gaps.getByRole('combobox', { name: /gap$/ }).first();
  await expect(widest).toHaveValue('');
  await widest.selectOption('closed');
  await built(page);
  await expect(widest).toHaveValue('join');
  // The same drawing again, a hair to the right.
  await page.getByLabel('New version of the file').setInputFiles([window(0.05)]);
  await built(page);
  await expect(widest).toHaveValue('join');
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

test('a node of a letter is moved; it stays where words change before it, and is in the file', async ({ page }) => {
  await openJob(page, 'Valve tag, injector');
  await page.getByLabel('Set by').selectOption({ label: 'Cap height' });
  await built(page);
  await page.getByText('One letter', { exact: true }).click();
  await page.getByLabel('Letter', { exact: true }).selectOption({ label: 'R in INJECTOR' });
  await page.getByRole('button', { name: 'Work on its nodes' }).click();
  await expect(page.locator('[data-node="0.0"]')).toBeVisible();
  const heights = async () => {
    const { svg, dxf } = await releaseAndDownload(page);
    await station(page, 'Letter');
    return [svg, dxf].map((drawing) => heightOf(joinBounds(engraved(drawing).map(contourBounds))));
  };
  // The highest node, raised by 2 mm.
  const tops = await page
    .locator('rect[data-node]')
    .evaluateAll((nodes) =>
      nodes.map((node) => [node.getAttribute('data-node'), Number(node.getAttribute('y'))] as const),
    );
  const [top] = tops.reduce((best, each) => (each[1] < best[1] ? each : best));
  await page.locator(`[data-node="${top}"]`).click();
  const y = page.getByLabel('y', { exact: true });
  const before = Number(await y.inputValue());
  await y.fill(String(before + 2));
  await page.keyboard.press('Enter');
  await built(page);
  await page.getByRole('button', { name: 'Done' }).click();
  await page.getByRole('textbox', { name: 'Words' }).fill('NEW INJECTOR');
  await built(page);
  await expect(page.getByLabel('Letter', { exact: true }).locator('option:checked')).toHaveText('R in INJECTOR');
  const raised = await heights();
  await page.getByRole('button', { name: 'Put back' }).click();
  await built(page);
  const plain = await heights();
  raised.forEach((height, i) => expect(height - plain[i]!).toBeCloseTo(2, 1));
});
