import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { contourBounds } from '@needlefile/core/geometry/contour-facts';
import { joinBounds } from '@needlefile/core/geometry/bounds';
import type { ReadDrawing } from '@needlefile/core/formats/sheet-drawing';
import { expect, test } from '../support/app';
import { built, openJob, releaseAndDownload, station, takeInHand } from '../support/workbench';

const axe = createRequire(import.meta.url).resolve('axe-core/axe.min.js');
const contours = (drawing: ReadDrawing, layer: string) =>
  drawing.layers.find(({ name }) => name === layer)?.contours ?? [];

test('from words to files: a new cut-through plate', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'New job' }).click();
  await page.getByLabel('Words').fill('BOD');
  await page.getByText('Cut-through plate').click();
  await expect(page.getByText(/bridges hold 4 islands/)).toBeVisible();
  await page.getByRole('button', { name: 'Start the job' }).click();
  await built(page);
  await page.getByLabel('Cap height', { exact: true }).last().fill('4 in');
  await built(page);
  await station(page, 'Plate');
  await page.getByLabel('Width').first().fill('500');
  await built(page);
  const { svg, dxf, names } = await releaseAndDownload(page);
  expect(names).toEqual([
    expect.stringMatching(/^bod-r\d+\.svg$/),
    expect.stringMatching(/^bod-r\d+\.dxf$/),
    expect.stringMatching(/^bod-r\d+\.pdf$/),
  ]);
  for (const drawing of [svg, dxf]) {
    const plate = contourBounds(contours(drawing, 'CUT_OUTER')[0]!);
    expect(plate.maxX - plate.minX).toBeCloseTo(500, 2);
    // Four holes, and the letters: B of its parts between bridges, O and D of two halves.
    const inner = contours(drawing, 'CUT_INNER');
    expect(inner.every(({ closed }) => closed)).toBe(true);
    const letters = joinBounds(inner.map(contourBounds).filter(({ minX, maxX }) => maxX - minX > 10));
    // O overshoots the caps a little at top and bottom.
    expect(letters.maxY - letters.minY).toBeGreaterThan(101.6);
    expect(letters.maxY - letters.minY).toBeLessThan(106);
  }
  expect(contours(svg, 'CUT_INNER').length).toBe(contours(dxf, 'CUT_INNER').length);
  const waiting = page.waitForEvent('download');
  await page.getByRole('link', { name: 'All files as one ZIP' }).click();
  const bytes = readFileSync(await (await waiting).path());
  for (const name of ['.svg', '.dxf', '.pdf', 'report.json']) expect(bytes.includes(name)).toBe(true);
});

test('jobs are found, copied, renamed, deleted and brought back', async ({ page }) => {
  await page.goto('/');
  const rows = page.locator('tbody tr');
  await expect(rows).toHaveCount(21);
  // Drawings are made where they are seen.
  await expect(page.locator('tbody svg[viewBox]').nth(8)).toBeVisible();
  await page.getByLabel('Search jobs by name or tag').fill('alderwick');
  await expect(rows).toHaveCount(2);
  await page.getByLabel('Search jobs by name or tag').fill('100%_');
  await expect(page.getByText('No job has “100%_” in its name or tags')).toBeVisible();
  await page.getByRole('button', { name: 'Show all jobs' }).click();
  await expect(rows).toHaveCount(21);
  const more = (name: string) => page.getByRole('button', { name: `More for ${name}` });
  await more('Engine name Marigold').click();
  await page.getByRole('button', { name: 'Rename' }).click();
  await page.getByLabel('New name').fill('Engine name Primrose');
  await page.getByLabel('New name').press('Enter');
  await expect(page.getByRole('link', { name: 'Engine name Primrose', exact: true })).toBeVisible();
  await more('Engine name Primrose').click();
  await page.getByRole('button', { name: 'Delete' }).click();
  await expect(rows).toHaveCount(20);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(rows).toHaveCount(21);
  await more('Valve tag, injector').click();
  await page.getByRole('button', { name: 'Duplicate' }).click();
  await built(page);
  await expect(page.getByLabel('Job name')).toHaveValue('Valve tag, injector (copy)');
});

test.describe('looked at by axe', () => {
  // Its script is none of the page's own.
  test.use({ bypassCSP: true });

  test('no serious accessibility faults on any main view', async ({ page }) => {
    const faults = async () => {
      await page.addScriptTag({ path: axe });
      return page.evaluate(async () => {
        const { axe } = window as unknown as {
          axe: { run(): Promise<{ violations: { id: string; impact: string; nodes: { html: string }[] }[] }> };
        };
        return (await axe.run()).violations
          .filter(({ impact }) => impact === 'critical' || impact === 'serious')
          .map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`);
      });
    };
    await page.goto('/');
    await expect(page.locator('tbody svg[viewBox]').nth(8)).toBeVisible();
    expect(await faults()).toEqual([]);
    await page.goto('/new');
    await expect(page.getByRole('img', { name: 'The job as it will look' })).toBeVisible();
    expect(await faults()).toEqual([]);
    await page.goto('/shop');
    await expect(page.getByLabel('Wall: at least')).toBeVisible();
    for (const section of [
      'House limits',
      'Cut and motion',
      'Output map',
      'Tried settings',
      'Tool rack',
      'Materials',
    ]) {
      await page.getByText(section, { exact: true }).click();
      expect(await faults(), section).toEqual([]);
    }
    await openJob(page, 'Wagon stencil, 8 tons');
    for (const fold of await page.locator('summary').all()) await fold.click();
    // With what is shown of what is in hand.
    await takeInHand(page, 'item', 'LOAD 8 TONS');
    await page.getByRole('button', { name: 'Keys' }).click();
    for (const name of ['Letter', 'Plate', 'Hold', 'Work order', 'Release']) {
      await station(page, name);
      expect(await faults(), name).toEqual([]);
    }
  });
});
