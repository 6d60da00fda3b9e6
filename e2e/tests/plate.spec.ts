import { heightOf, widthOf } from '@needlefile/core/geometry/bounds';
import { contourBounds } from '@needlefile/core/geometry/contour-facts';
import type { ReadDrawing } from '@needlefile/core/formats/sheet-drawing';
import { expect, test } from '../support/app';
import { built, listOf, onBed, openJob, releaseAndDownload, station, trueEdges } from '../support/workbench';

test.beforeEach(({ page }) => trueEdges(page));

/** Of a layer, or of the only one that cuts. */
const contoursOf = (drawing: ReadDrawing, layer: string) =>
  drawing.layers.filter(({ name }) => name === layer || name === 'CUT').flatMap(({ contours }) => contours);

test('a name is framed, stands on feet and gets a base with slots for them', async ({ page }) => {
  await openJob(page, 'Mess room hook, Wren');
  await station(page, 'Plate');
  await page.getByLabel('Where', { exact: true }).selectOption('all round');
  await built(page);
  await page.getByLabel('Feet', { exact: true }).click();
  await built(page);
  await page.getByLabel('Cut a base from this sheet').click();
  await built(page);
  await expect(page.getByLabel('Base is thick')).toHaveValue('6');
  const { svg, dxf } = await releaseAndDownload(page);
  for (const file of [svg, dxf]) {
    const [frame, base] = contoursOf(file, 'CUT_OUTER').sort((a, b) => contourBounds(b).maxY - contourBounds(a).maxY);
    expect(contoursOf(file, 'CUT_OUTER')).toHaveLength(2);
    // Slots: as long as a foot and wide as the sheet is thick, each with 0.2 mm of play.
    const slots = contoursOf(file, 'CUT_INNER')
      .map(contourBounds)
      .filter(({ maxY }) => maxY < contourBounds(base!).maxY);
    expect(slots.map(heightOf)).toEqual([expect.closeTo(6.2, 2), expect.closeTo(6.2, 2)]);
    expect(contourBounds(frame!).minY).toBeGreaterThan(contourBounds(base!).maxY);
  }
});

test('letters and their backer are released from two sheets', async ({ page }) => {
  await openJob(page, 'Marigold on a backer');
  await station(page, 'Plate');
  await page.getByLabel('Backers from a sheet of their own').click();
  await built(page);
  const backers = await releaseAndDownload(page);
  expect(contoursOf(backers.dxf, 'CUT_OUTER')).toHaveLength(1);
  expect(backers.names[1]).toContain('backers');
  await page.getByText('Letters', { exact: true }).click();
  await built(page);
  // M, arigold and the dot of the i; no backer among them.
  await expect(page.getByRole('group', { name: 'The sheet with 3 kept pieces' })).toBeVisible();
});

test('a heart becomes the plate, as large as the words ask, and a rectangle is stretched with Alt', async ({
  page,
}) => {
  await openJob(page, 'Valve tag, injector');
  const list = listOf(page);
  const add = async (shape: string) => {
    await list.getByRole('button', { name: '+ shape' }).click();
    await page.getByRole('button', { name: shape, exact: true }).click();
    await built(page);
  };
  await add('Heart');
  await page.getByLabel('It is').selectOption({ label: 'the plate' });
  await built(page);
  await expect(page.getByText('A corner hole meets the words or the edge')).toBeVisible();
  await page.getByRole('button', { name: 'Leave the holes out' }).click();
  await built(page);
  await add('Rectangle');
  await page.getByLabel('Width', { exact: true }).fill('10');
  await page.getByLabel('Height', { exact: true }).fill('4');
  await built(page);
  const box = (await onBed(page, 'item', 'Rectangle').boundingBox())!;
  const corner = (await page.locator('[data-hand=size]').nth(2).boundingBox())!;
  const [x, y] = [corner.x + corner.width / 2, corner.y + corner.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.keyboard.down('Alt');
  await page.mouse.move(x + box.width, y + 1, { steps: 5 });
  await page.mouse.up();
  await page.keyboard.up('Alt');
  await built(page);
  const [wide, high] = [
    Number(await page.getByLabel('Width', { exact: true }).inputValue()),
    Number(await page.getByLabel('Height', { exact: true }).inputValue()),
  ];
  expect(wide).toBeGreaterThan(15);
  expect(high).toBeLessThan(5);
  const { dxf } = await releaseAndDownload(page);
  const plate = contourBounds(contoursOf(dxf, 'CUT_OUTER')[0]!);
  expect(contoursOf(dxf, 'CUT_OUTER')).toHaveLength(1);
  const stretched = dxf.layers
    .flatMap(({ contours }) => contours.map(contourBounds))
    .filter((each) => Math.abs(widthOf(each) - wide) < 0.02 && Math.abs(heightOf(each) - high) < 0.02);
  expect(stretched).toHaveLength(1);
  expect(widthOf(plate) / heightOf(plate)).toBeCloseTo(6.9 / 6.2, 1);
});

test('a drawing gets its nodes by figures, an arc, and one more node that is dragged', async ({ page }) => {
  await openJob(page, 'Valve tag, injector');
  await listOf(page).getByRole('button', { name: '+ shape' }).click();
  await page.getByRole('button', { name: 'Own drawing', exact: true }).click();
  await built(page);
  await page.getByLabel('It is').selectOption({ label: 'followed' });
  const set = async (n: string, x: string, y: string) => {
    await page.locator(`[data-node="0.${Number(n) - 1}"]`).click();
    await page.getByLabel('x', { exact: true }).fill(x);
    await page.getByLabel('y', { exact: true }).fill(y);
    await page.keyboard.press('Enter');
  };
  await set('1', '-10', '0');
  await set('2', '10', '0');
  await page.locator('[data-node="0.0"]').click();
  await page.getByRole('radiogroup', { name: 'To the next' }).getByText('Arc').click();
  await page.getByLabel('Turns by').fill('-180');
  await built(page);
  const arcs = async () => {
    const { dxf } = await releaseAndDownload(page);
    await station(page, 'Letter');
    return dxf.layers.flatMap(({ contours }) => contours).filter(({ closed }) => !closed);
  };
  const [half] = await arcs();
  // Half a circle of radius 10, over its chord.
  const [arc] = half!.segments;
  expect(arc!.kind === 'arc' && arc!.radius).toBeCloseTo(10, 3);
  await listOf(page)
    .getByRole('button', { name: /Own drawing/ })
    .click();
  await page.locator('[data-run="0.0"]').click();
  await built(page);
  await expect(page.locator('[data-node="0.1"]')).toHaveAttribute('data-chosen', 'true');
  await expect(page.getByLabel('y', { exact: true })).toHaveValue('10');
  const node = (await page.locator('[data-node="0.1"]').boundingBox())!;
  const [x, y] = [node.x + node.width / 2, node.y + node.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x, y - 40, { steps: 5 });
  await page.mouse.up();
  await built(page);
  const top = Number(await page.getByLabel('y', { exact: true }).inputValue());
  expect(top).toBeGreaterThan(11);
  const [pulled] = await arcs();
  const box = contourBounds(pulled!);
  expect(heightOf(box)).toBeGreaterThan(heightOf(contourBounds(half!)) + 1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('y', { exact: true })).toHaveValue('10');
});
