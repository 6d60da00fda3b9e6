import path from 'node:path';
import { contourBounds } from '@needlefile/core/geometry/contour-facts';
import { expect, test } from '../support/app';
import { built, openJob, releaseAndDownload, station } from '../support/workbench';

const runView = async (page: Parameters<typeof built>[0]) => {
  await page.getByText('Run', { exact: true }).click();
  return page.getByRole('region', { name: 'What the machine does' });
};

test('a machine with an output map of its own: its files carry it, and the run proves it', async ({ page }) => {
  await page.goto('/shop');
  await page.getByLabel('Machine', { exact: true }).selectOption('CO₂ laser');
  await page.getByRole('button', { name: 'Add one like it' }).click();
  await page.getByText('Cut and motion').click();
  await page.getByLabel('Name', { exact: true }).fill('Bench laser');
  await page.getByLabel('Kerf', { exact: true }).fill('0.4');
  await page.getByText('Output map').click();
  await page.getByLabel('Cut: layer').fill('THROUGH');
  await page.getByLabel('Score: DXF colour number').fill('6');
  await expect(page.getByText(/Cut and Score have one colour number/)).toBeVisible();
  await page.getByLabel('Score: DXF colour number').fill('3');
  await page.getByRole('button', { name: 'Save the shop' }).click();
  await expect(page.getByText('The shop is saved')).toBeVisible();

  await openJob(page, 'Mess room hook, Wren');
  const before = await releaseAndDownload(page);
  await station(page, 'Plate');
  await page.getByLabel('Machine').selectOption('Bench laser');
  await built(page);
  const after = await releaseAndDownload(page);
  expect(before.dxf.layers.map(({ name }) => name)).toEqual(['CUT_INNER', 'CUT_OUTER']);
  expect(after.dxf.layers.map(({ name }) => name)).toEqual(['THROUGH_INNER', 'THROUGH_OUTER']);
  // Set off by half of 0.4 mm where it was half of 0.15 mm.
  const width = ({ layers }: typeof after.dxf) => {
    const { minX, maxX } = contourBounds(layers.at(-1)!.contours[0]!);
    return maxX - minX;
  };
  expect(width(after.dxf) - width(before.dxf)).toBeCloseTo(0.25, 2);

  const card = await runView(page);
  await expect(card.getByText('The file does what the job says.')).toBeVisible();
  await expect(card.getByText('THROUGH_OUTER')).toBeVisible();
  await card.getByLabel('File that is run').selectOption('This job’s DXF');
  await expect(card.getByText('The file does what the job says.')).toBeVisible();
  await expect(card.getByText('4 of 4 pieces have come free')).toBeVisible();
  const time = page.getByRole('slider', { name: 'Time of the run' });
  await time.fill('0');
  await expect(card.getByText('0 of 4 pieces have come free')).toBeVisible();
  await page.getByRole('button', { name: 'The next line' }).click();
  await expect(time).toHaveAttribute('aria-valuetext', /THROUGH_INNER line 1 of 3/);
  await page.getByRole('button', { name: 'Play' }).click();
  await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
  await page.getByRole('button', { name: 'Pause' }).click();
});

test('any file is run: its layers by the map, or by hand', async ({ page }) => {
  await openJob(page, 'Wagon stencil, 8 tons');
  const card = await runView(page);
  await expect(card.getByText('The file does what the job says.')).toBeVisible();
  const svg =
    '<svg xmlns="http://www.w3.org/2000/svg" width="80mm" height="60mm" viewBox="0 0 80 60"><g id="CUT">' +
    '<rect x="5" y="5" width="70" height="50" fill="none" stroke="#000"/></g><g id="INK">' +
    '<circle cx="40" cy="30" r="9" fill="none" stroke="#00f"/></g></svg>';
  await page.getByLabel('File to be run').setInputFiles({
    name: 'lid.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(svg),
  });
  await expect(card.getByText('Run by itself')).toBeVisible();
  await expect(card.getByText('cut, 1 line')).toBeVisible();
  await card.getByLabel('Work of INK').selectOption('Cut');
  await expect(card.getByText('lines are worked on what is free already')).toBeVisible();
  await page.getByLabel('File to be run').setInputFiles(path.join(import.meta.dirname, '../package.json'));
  await expect(card.getByRole('alert')).toBeVisible();
});
