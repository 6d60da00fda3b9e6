import { heightOf } from '@needlefile/core/geometry/bounds';
import { contourBounds } from '@needlefile/core/geometry/contour-facts';
import { expect, test } from '../support/app';
import { built, listOf, openJob, releaseAndDownload, station, trueEdges } from '../support/workbench';

test.beforeEach(({ page }) => trueEdges(page));

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
