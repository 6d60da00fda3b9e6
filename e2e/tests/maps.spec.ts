import { readFileSync } from 'node:fs';
import { joinBounds } from '@needlefile/core/geometry/bounds';
import { contourBounds } from '@needlefile/core/geometry/contour-facts';
import { readDxf } from '@needlefile/core/formats/dxf/dxf-reader';
import { expect, test } from '../support/app';
import { built, openJob, releaseAndDownload, saved, station } from '../support/workbench';

test('an old controller that counts in inches, downwards, with a file an operation, is proved by a test plate', async ({
  page,
}) => {
  await page.goto('/shop');
  await page.getByLabel('Machine', { exact: true }).selectOption('CO₂ laser');
  await page.getByText('Output map').click();
  await page.getByLabel('PDF', { exact: true }).uncheck();
  await page.getByText('A file each').click();
  await page.getByText('The drawing', { exact: true }).click();
  await page.getByText('Downwards').click();
  await page.getByText('inch', { exact: true }).last().click();
  await page.getByText('R12', { exact: true }).click();
  await page.getByRole('button', { name: 'Save the shop' }).click();
  await expect(page.getByText('The shop is saved')).toBeVisible();
  await page.getByRole('button', { name: 'Make a test plate' }).click();
  await built(page);
  await page.getByText('Run', { exact: true }).click();
  await expect(page.getByText('The file does what the job says.')).toBeVisible();

  await station(page, 'Release');
  await page.getByRole('button', { name: 'Write the files' }).click();
  const files = page.getByRole('region', { name: 'Station' }).locator('li a[download]');
  // Squares of four works, and the edge of the plate, each in an SVG and a DXF.
  await expect(files).toHaveCount(10);
  const waiting = page.waitForEvent('download');
  await files.filter({ hasText: 'cut_outer.dxf' }).click();
  const text = readFileSync(await (await waiting).path()).toString();
  expect(text).toContain('AC1009');
  const [layer, ...more] = readDxf(text, 25.4).layers;
  expect([layer!.name, more.length]).toEqual(['CUT_OUTER', 0]);
  const box = joinBounds(layer!.contours.map(contourBounds));
  // From its upper left corner: all of it lies below.
  expect(box.minX).toBeGreaterThan(-0.01);
  expect(box.maxY).toBeLessThan(0.01);
  expect(box.minY).toBeLessThan(-30);
});

test('a release has the name, the formats and the things that are asked, and is compared with the one before', async ({
  page,
}) => {
  await openJob(page, 'Valve tags, a sheet of six');
  await releaseAndDownload(page);
  await page.getByText('Names', { exact: true }).click();
  await page.getByRole('button', { name: 'thickness' }).click();
  await page.getByLabel('PDF', { exact: true }).uncheck();
  await page.getByText('Things', { exact: true }).click();
  await page.getByLabel('BLOWER', { exact: true }).uncheck();
  await page.getByRole('button', { name: 'Write the files' }).click();
  await saved(page);
  const panel = page.getByRole('region', { name: 'Station' });
  await expect(panel.locator('li a[download]').first()).toHaveAttribute('download', /-r\d+-1\.5mm-5-things\.svg$/);
  await panel.getByText(/^Revision 1/).click();
  await panel.getByRole('button', { name: /^What changed to revision/ }).click();
  const changes = panel.getByRole('img', { name: /^Changes from revision 1/ });
  await expect(changes).toBeVisible();
  // The tag that was left out is gone.
  await expect(panel.getByText(/CUT_OUTER: .*gone/)).toBeVisible();
  expect(await changes.locator('path').nth(1).getAttribute('d')).not.toBe('');
  await panel.getByRole('button', { name: 'Run it' }).last().click();
  await expect(page.getByText('Run by itself')).toBeVisible();
});
