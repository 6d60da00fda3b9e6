import { centreOf, heightOf, widthOf } from '@needlefile/core/geometry/bounds';
import { contourBounds } from '@needlefile/core/geometry/contour-facts';
import type { ReadDrawing } from '@needlefile/core/formats/sheet-drawing';
import type { Page } from '@playwright/test';
import { expect, test } from '../support/app';
import {
  built,
  dragOnBed,
  listOf,
  onBed,
  openJob,
  releaseAndDownload,
  saved,
  station,
  trueEdges,
} from '../support/workbench';

test.beforeEach(({ page }) => trueEdges(page));

const boxesOf = (drawing: ReadDrawing, layer: string) =>
  drawing.layers.filter(({ name }) => name.startsWith(layer)).flatMap(({ contours }) => contours.map(contourBounds));

const largest = (drawing: ReadDrawing) =>
  boxesOf(drawing, 'CUT').reduce((best, box) => (widthOf(box) > widthOf(best) ? box : best));

/** An outline so wide and high, mm, in a file. */
const sized = (drawing: ReadDrawing, width: number, height: number) =>
  boxesOf(drawing, '').filter(
    (box) => Math.abs(widthOf(box) - width) < 0.02 && Math.abs(heightOf(box) - height) < 0.02,
  );

const wordsOf = (page: Page) => page.getByRole('textbox', { name: 'Words' });

async function emptied(page: Page): Promise<void> {
  await openJob(page, 'Platform sign, Way Out');
  await listOf(page)
    .getByRole('button', { name: /^Way Out.*cut-through/ })
    .click();
  await page.keyboard.press('Delete');
  await built(page);
  await expect(listOf(page).getByRole('button', { name: /^Empty thing/ })).toBeVisible();
}

test('a nameboard of two faces, a rule and a heart, made from an empty job with the mouse, undone and redone', async ({
  page,
}) => {
  await emptied(page);
  const list = listOf(page);
  await list.getByRole('button', { name: '+ words' }).click();
  await wordsOf(page).fill('FENNY CROSS');
  await built(page);
  await list.getByRole('button', { name: '+ words' }).click();
  await wordsOf(page).fill('for Alderwick');
  await page.getByRole('button', { name: /Face/ }).click();
  await page.getByRole('button', { name: /Grand Hotel/ }).click();
  await built(page);
  for (const shape of ['Rule', 'Heart']) {
    await list.getByRole('button', { name: '+ shape' }).click();
    await page.getByRole('button', { name: shape, exact: true }).click();
    await built(page);
  }
  await page.getByLabel('Width', { exact: true }).fill('30');
  await page.getByLabel('Height', { exact: true }).fill('27');
  await built(page);
  // Away from the middle, and back to where it catches on it.
  await dragOnBed(page, onBed(page, 'item', 'Heart'), 90, 30);
  const [heart, rule] = [
    await onBed(page, 'item', 'Heart').boundingBox(),
    await onBed(page, 'item', 'Rule').boundingBox(),
  ];
  await dragOnBed(page, onBed(page, 'item', 'Heart'), rule!.x + rule!.width / 2 - heart!.x - heart!.width / 2 + 3, 10);
  await expect(page.getByRole('button', { name: 'Keep it there' })).toBeVisible();
  await page.getByRole('button', { name: 'Keep it there' }).click();
  await built(page);
  await saved(page);
  const first = await releaseAndDownload(page);
  for (const file of [first.svg, first.dxf]) {
    const [outline] = sized(file, 30, 27);
    expect(centreOf(outline!).x).toBeCloseTo(centreOf(largest(file)).x, 2);
  }
  // Held: a longer word, and it is in the middle still.
  await station(page, 'Letter');
  await list.getByRole('button', { name: /^FENNY CROSS.*cut through/ }).click();
  await wordsOf(page).fill('FENNY CROSS HALT');
  await built(page);
  await saved(page);
  const longer = await releaseAndDownload(page);
  expect(widthOf(largest(longer.dxf))).toBeGreaterThan(widthOf(largest(first.dxf)) + 20);
  for (const file of [longer.svg, longer.dxf]) expect(sized(file, 30, 27)).toHaveLength(1);

  const undo = page.getByRole('button', { name: 'Undo' });
  while (await undo.isEnabled()) await undo.click();
  await built(page);
  await expect(list.getByRole('button', { name: /^Way Out.*cut through/ })).toBeVisible();
  const redo = page.getByRole('button', { name: 'Redo' });
  while (await redo.isEnabled()) await redo.click();
  await built(page);
  await saved(page);
  const again = await releaseAndDownload(page);
  expect(again.dxf.layers.map(({ contours }) => contours.length)).toEqual(
    longer.dxf.layers.map(({ contours }) => contours.length),
  );
});

test('tags on one sheet: copied, pasted into another job, dragged to where they lie in the file', async ({ page }) => {
  await openJob(page, 'Valve tag, injector');
  const list = listOf(page);
  const thing = (name: RegExp) => list.getByRole('button', { name });
  await thing(/^INJECTOR engraved/)
    .first()
    .click();
  for (const words of ['BLOWER', 'SAND']) {
    await page.keyboard.press('Control+d');
    await built(page);
    await wordsOf(page).fill(words);
    await built(page);
    await thing(new RegExp(`^${words}`))
      .first()
      .click();
  }
  await saved(page);
  const first = await releaseAndDownload(page);
  const plates = (file: ReadDrawing) => sized(file, 64, 30).sort((a, b) => a.minX - b.minX || a.minY - b.minY);
  for (const file of [first.svg, first.dxf]) expect(plates(file)).toHaveLength(3);

  await station(page, 'Letter');
  await thing(/^SAND/).first().click();
  const x = page.getByLabel('Exact x');
  await x.fill('200');
  await page.getByLabel('Exact y').fill('12.5');
  await built(page);
  await saved(page);
  const placed = await releaseAndDownload(page);
  for (const file of [placed.svg, placed.dxf]) {
    const last = plates(file).at(-1)!;
    expect(last.minX).toBeCloseTo(200, 2);
    expect(last.minY).toBeCloseTo(12.5, 2);
    // The others stayed.
    expect(plates(file).slice(0, 2)).toHaveLength(2);
  }

  await station(page, 'Letter');
  await thing(/^SAND/).first().click();
  const clip = await page.evaluate(() => {
    const data = new DataTransfer();
    document
      .querySelector('svg[aria-label^="The sheet"]')!
      .dispatchEvent(new ClipboardEvent('copy', { clipboardData: data, bubbles: true, cancelable: true }));
    return data.getData('text/plain');
  });
  await openJob(page, 'Mess room hook, Wren');
  const paste = (text: string) =>
    page.evaluate((pasted) => {
      const data = new DataTransfer();
      data.setData('text/plain', pasted);
      document.body.dispatchEvent(
        new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
      );
    }, text);
  await paste(clip);
  await built(page);
  await expect(thing(/^SAND.*engraved/).first()).toBeVisible();
  await paste('Robin');
  await built(page);
  await expect(thing(/^Robin/)).toBeVisible();
  await saved(page);
  expect(plates((await releaseAndDownload(page)).dxf)).toHaveLength(1);
});
