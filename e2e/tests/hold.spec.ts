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

test('bridges by keyboard and by drawing: slid, taken out, drawn anew, copied to all alike, undone', async ({
  page,
}) => {
  await openJob(page, 'Platform sign, Way Out');
  await station(page, 'Hold');
  const before = await placeOf(page, 'first o in Booking');
  await handle(page, 'first o in Booking').focus();
  await page.keyboard.press('Shift+ArrowRight');
  await built(page);
  expect(Math.abs((await placeOf(page, 'first o in Booking')).x - before.x)).toBeGreaterThan(0.5);
  await page.keyboard.press('Delete');
  await built(page);
  await page
    .getByRole('button', { name: /first o in Booking/ })
    .first()
    .click();
  const rows = page.getByRole('button', { name: /^Take bridge \d out$/ });
  const left = await rows.count();
  for (let i = 0; i < left; i++) {
    await rows.first().click();
    await built(page);
  }
  await expect(page.getByText('Drops out: first o in Booking')).toBeVisible();
  await page.getByRole('button', { name: 'Draw a bridge' }).click();
  await drag(page, before, 0, before.y > 60 ? -14 : 14);
  await expect(page.getByText('Drops out: first o in Booking')).toBeHidden();
  await expect(rows).toHaveCount(1);
  await page.getByRole('button', { name: 'For every o' }).click();
  await built(page);
  await expect(page.getByRole('button', { name: /^Bridge \d+: second o in Booking$/ })).toHaveCount(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await built(page);
  await page.getByRole('button', { name: 'Let it drop' }).click();
  await expect(page.getByText('may drop', { exact: true })).toBeVisible();
});

test('a script name is made one piece, shown before it is taken, and comes off as one', async ({ page }) => {
  await openJob(page, 'Engine name Marigold');
  await station(page, 'Hold');
  await expect(page.getByText('3 pieces: 2 loose.')).toBeVisible();
  await page.getByRole('button', { name: 'Make it one piece' }).click();
  await expect(page.getByText('One piece, by this:')).toBeVisible();
  await expect(page.getByText('Shown with the mend: Make it one piece')).toBeVisible();
  await page.getByRole('button', { name: 'Take it' }).click();
  await built(page);
  await expect(page.getByText('All in one piece.')).toBeVisible();
  const { svg, dxf } = await releaseAndDownload(page);
  for (const file of [svg, dxf]) expect(file.layers.find(({ name }) => name === 'CUT_OUTER')!.contours).toHaveLength(1);
});

test('tabs leave gaps in the outer cut, a backer and a coupon come off as foretold', async ({ page }) => {
  await openJob(page, 'Marigold on a backer');
  await station(page, 'Hold');
  await page.getByText('Tabs', { exact: true }).first().click();
  await page.getByText('Number', { exact: true }).click();
  await page.getByLabel('To a part').fill('3');
  await built(page);
  const tabbed = await releaseAndDownload(page);
  const outer = tabbed.svg.layers.find(({ name }) => name === 'CUT_OUTER')!.contours;
  // The backer, M, arigold and the dot of the i.
  expect(outer.filter(({ closed }) => !closed).length).toBeGreaterThanOrEqual(9);
  await openJob(page, 'Wagon stencil, 8 tons');
  await station(page, 'Hold');
  await page.getByRole('button', { name: 'Make a coupon to cut first' }).click();
  await expect(page.getByLabel('Job name')).toHaveValue('Wagon stencil, 8 tons, test coupon');
  await built(page);
  const coupon = await releaseAndDownload(page);
  const rims = coupon.dxf.layers.find(({ name }) => name === 'CUT_OUTER')!.contours;
  expect(rims.length).toBeGreaterThanOrEqual(2);
  expect(rims.every(({ closed }) => closed)).toBe(true);
});
