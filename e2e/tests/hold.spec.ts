import type { Contour } from '@needlefile/core/geometry/contour';
import { contourContains } from '@needlefile/core/geometry/contour-facts';
import type { ReadDrawing } from '@needlefile/core/formats/sheet-drawing';
import type { Page } from '@playwright/test';
import { expect, test } from '../support/app';
import { built, openJob, releaseAndDownload, saved, station, trueEdges } from '../support/workbench';

test.beforeEach(({ page }) => trueEdges(page));

const cuts = (drawing: ReadDrawing): Contour[] =>
  drawing.layers.filter(({ name }) => name.startsWith('CUT')).flatMap(({ contours }) => [...contours]);

/** Whether a place (mm, y up) is material in a released file: an odd number of cut lines goes round it. */
const isMaterial = (drawing: ReadDrawing, x: number, y: number): boolean =>
  cuts(drawing).filter((contour) => contourContains(contour, { x, y })).length % 2 === 1;

const handle = (page: Page, name: string) =>
  page.getByRole('button', { name: new RegExp(`^Bridge \\d+: ${name}$`) }).first();

/** The middle of a bridge on the sheet, mm, y up, and where that is on the screen. */
async function placeOf(page: Page, name: string) {
  return handle(page, name).evaluate((group) => {
    const polygon = group.querySelector('polygon')!;
    const points = polygon
      .getAttribute('points')!
      .split(' ')
      .map((pair) => pair.split(',').map(Number));
    const [x, y] = [0, 1].map((axis) => points.reduce((sum, point) => sum + point[axis]!, 0) / points.length) as [
      number,
      number,
    ];
    const screen = new DOMPoint(x, y).matrixTransform(polygon.getScreenCTM()!);
    const height = Number(document.querySelector('svg[aria-label^="The sheet"] rect')!.getAttribute('height'));
    return { x, y: height - y, screenX: screen.x, screenY: screen.y };
  });
}

async function drag(page: Page, from: { screenX: number; screenY: number }, dx: number, dy: number): Promise<void> {
  await page.mouse.move(from.screenX, from.screenY);
  await page.mouse.down();
  await page.mouse.move(from.screenX + dx, from.screenY + dy, { steps: 8 });
  await page.mouse.up();
  await built(page);
}

test('a dragged bridge is in the file where it was put, and is still there when the first word is another', async ({
  page,
}) => {
  await openJob(page, 'Wagon stencil, 8 tons');
  await station(page, 'Hold');
  const before = await placeOf(page, 'O in TONS');
  await drag(page, before, 6, 0);
  const after = await placeOf(page, 'O in TONS');
  expect(after.x - before.x).toBeGreaterThan(3);
  await saved(page);
  const first = await releaseAndDownload(page);
  for (const file of [first.svg, first.dxf]) {
    expect(isMaterial(file, after.x, after.y)).toBe(true);
    // Where the bridge was is cut through now.
    expect(isMaterial(file, before.x - 1, before.y)).toBe(false);
  }
  await station(page, 'Letter');
  await page.getByLabel('Words').fill('READ 8 TONS\nEMPTY RETURN TO FENNY CROSS');
  await built(page);
  await station(page, 'Hold');
  await expect(page.getByText(/islands, all held/)).toBeVisible();
  const later = await placeOf(page, 'O in TONS');
  const { svg } = await releaseAndDownload(page);
  expect(isMaterial(svg, later.x, later.y)).toBe(true);
  await station(page, 'Hold');
  // The island that was taken hold of is still open in the list.
  await page.getByRole('button', { name: 'Place again' }).click();
  await built(page);
  expect(Math.abs((await placeOf(page, 'O in TONS')).x - later.x)).toBeGreaterThan(2);
});
