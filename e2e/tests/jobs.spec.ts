import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { contourBounds } from '@needlefile/core/geometry/contour-facts';
import { joinBounds } from '@needlefile/core/geometry/bounds';
import type { ReadDrawing } from '@needlefile/core/formats/sheet-drawing';
import { expect, test } from '../support/app';
import { built, openJob, releaseAndDownload, saved, station, takeInHand } from '../support/workbench';

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
});

test('other words at once: islands, bridges, pieces and files follow', async ({ page }) => {
  await openJob(page, 'Wagon stencil, 8 tons');
  await station(page, 'Hold');
  await expect(page.getByText('12 islands, all held.')).toBeVisible();
  await station(page, 'Letter');
  await page.getByLabel('Words').fill('LOAD 10 TONS\nEMPTY RETURN TO FENNY CROSS');
  await built(page);
  await station(page, 'Hold');
  await expect(page.getByText('11 islands, all held.')).toBeVisible();
  await expect(page.getByRole('button', { name: /^\d+ 0 in 10/ })).toBeVisible();
  await saved(page);
  await page.reload();
  await built(page);
  await expect(page.getByLabel('Words')).toHaveValue('LOAD 10 TONS\nEMPTY RETURN TO FENNY CROSS');
});

test('undo and redo take every change back and forth, and are saved', async ({ page }) => {
  await openJob(page, 'Valve tag, injector');
  await page.getByLabel('Words').fill('BLOWER');
  await station(page, 'Plate');
  await page.getByRole('checkbox', { name: 'Holes' }).uncheck();
  await page.getByLabel('Job name').fill('Valve tag, blower');
  await page.getByLabel('Job name').press('Enter');
  for (const name of ['Job name', 'Holes', 'Words'])
    await page
      .getByRole('button', { name: 'Undo' })
      .and(page.getByTitle(`Undo: ${name} (Ctrl Z)`))
      .click();
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  await expect(page.getByLabel('Job name')).toHaveValue('Valve tag, injector');
  await page.keyboard.press('Control+Shift+Z');
  await station(page, 'Letter');
  await expect(page.getByLabel('Words')).toHaveValue('BLOWER');
  await built(page);
  await saved(page);
  const { dxf } = await releaseAndDownload(page);
  // Areas may be swept in several groups.
  const works = new Set(dxf.layers.map(({ name }) => name.replace(/_S\d+$/, '')));
  expect([...works].sort()).toEqual(['CUT_INNER', 'CUT_OUTER', 'ENGRAVE', 'SCORE']);
  expect(contours(dxf, 'CUT_INNER')).toHaveLength(4);
});

test('a mend is previewed, taken, and in the file', async ({ page }) => {
  await openJob(page, 'Platform sign, Way Out');
  await station(page, 'Hold');
  await page.getByRole('radiogroup', { name: 'Per island' }).getByText('0').click();
  const check = page.getByRole('complementary', { name: 'Shop check' });
  await expect(check.getByText('islands drop out')).toBeVisible();
  const before = await page.getByRole('button', { name: 'Undo' }).getAttribute('title');
  await check.getByRole('button', { name: 'Add bridges' }).hover();
  await expect(page.getByText('Shown with the mend: Add bridges')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Undo' })).toHaveAttribute('title', before!);
  await check.getByRole('button', { name: 'Add bridges' }).click();
  await expect(check.getByText('Nothing drops out')).toBeVisible();
  const { svg } = await releaseAndDownload(page);
  // Nothing but the plate itself is an outer cut, and no island is among the inner ones: none lies within another.
  expect(contours(svg, 'CUT_OUTER')).toHaveLength(1);
  const boxes = contours(svg, 'CUT_INNER').map(contourBounds);
  const nested = boxes.filter((a) =>
    boxes.some((b) => a !== b && a.minX > b.minX && a.maxX < b.maxX && a.minY > b.minY && a.maxY < b.maxY),
  );
  expect(nested).toHaveLength(0);
});

test('a save on a stale revision is refused and explained, and neither version is lost', async ({ page, context }) => {
  await openJob(page, 'Mess room hook, Wren');
  const other = await context.newPage();
  await other.goto(page.url());
  await built(other);
  await page.getByLabel('Words').fill('Martin');
  await saved(page);
  await other.getByLabel('Words').fill('Swift');
  const dialog = other.getByRole('dialog');
  await expect(dialog).toContainText('This job was changed elsewhere');
  await dialog.getByRole('button', { name: /Keep both/ }).click();
  await expect(other.getByLabel('Words')).toHaveValue('Martin');
  await other.getByRole('button', { name: 'Open it' }).click();
  await built(other);
  await expect(other.getByLabel('Words')).toHaveValue('Swift');
  await expect(other.getByLabel('Job name')).toHaveValue('Mess room hook, Wren (my version)');
});

test('a save that fails is told, kept through a reload, and made good when the server is back', async ({ page }) => {
  await openJob(page, 'Mess room hook, Wren');
  await page.route('**/api/jobs/*', (route) =>
    route.request().method() === 'PUT'
      ? route.fulfill({ status: 503, json: { error: 'The database does not answer.' } })
      : route.continue(),
  );
  await page.getByLabel('Words').fill('Robin');
  await expect(page.getByText('Not saved; kept here, trying again')).toBeVisible();
  page.on('dialog', (dialog) => void dialog.accept());
  await page.reload();
  await built(page);
  await expect(page.getByLabel('Words')).toHaveValue('Robin');
  await page.unroute('**/api/jobs/*');
  await saved(page);
  await page.evaluate(() => localStorage.clear());
  await page.reload();
  await built(page);
  await expect(page.getByLabel('Words')).toHaveValue('Robin');
});

test('bad input gets a clear message and leaves the job as it was', async ({ page }) => {
  await openJob(page, 'Station nameboard Alderwick');
  const panel = page.getByRole('region', { name: 'Station' });
  const height = panel.getByLabel('Cap height', { exact: true }).last();
  for (const [typed, words] of [
    ['0', /The least is 1 mm/],
    ['-5', /The least is 1 mm/],
    ['1e9', /not a length/],
    ['999999', /too long|The most is/],
    ['abc', /“abc” is not a length.*It stays 160 mm/],
  ] as const) {
    await height.fill(typed);
    await expect(panel.getByRole('alert')).toHaveText(words);
  }
  await height.press('Escape');
  await expect(height).toHaveValue('160');
  await page.getByLabel('Words').fill('A'.repeat(10_000));
  await expect(panel.getByRole('alert')).toContainText('10,000 characters are too many');
  const check = page.getByRole('complementary', { name: 'Shop check' });
  await page.getByLabel('Words').fill('ALDERWICK 🚂');
  await expect(check.getByText('The face has no “🚂”')).toBeVisible();
  await check.getByRole('button', { name: 'Take out “🚂”' }).click();
  await expect(page.getByLabel('Words')).toHaveValue('ALDERWICK ');
  await page.getByLabel('Words').fill('');
  await expect(check.getByText('There are no words yet')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await built(page);
  await expect(check.getByText('Every character is in the face')).toBeVisible();
});

test('a face that is missing is a finding, with a way out', async ({ page, request, baseURL }) => {
  const created = await request.post(`${baseURL}/api/jobs`, {
    data: { recipe: { name: 'Lost face', make: 'cut-through', lettering: { words: 'FENNY', face: 'lost-face' } } },
  });
  const { id } = (await created.json()) as { id: string };
  await page.goto(`/jobs/${id}`);
  await page.getByRole('button', { name: 'Use Overpass Bold' }).click();
  await expect(page.getByText('Every character is in the face')).toBeVisible();
});

test('mm and inch: one switch for every length, and nothing of the job changes', async ({ page }) => {
  await openJob(page, 'Wagon stencil, 8 tons');
  await page.getByText('inch', { exact: true }).click();
  await expect(page.getByLabel('Overall width')).toHaveValue('24.409');
  await page.getByLabel('Overall width').fill('24');
  await built(page);
  await page.getByText('mm', { exact: true }).first().click();
  await expect(page.getByLabel('Overall width')).toHaveValue('609.6');
  await expect(page.getByRole('button', { name: 'Undo' })).toHaveAttribute('title', /Size/);
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

test('tags are typed at the Letter station and found in the list', async ({ page }) => {
  await openJob(page, 'Mess room hook, Wren');
  await page.getByLabel('Tags').fill('birds,  hooks, birds');
  await page.getByLabel('Tags').press('Enter');
  await saved(page);
  await page.goto('/');
  await page.getByLabel('Search jobs by name or tag').fill('birds');
  await expect(page.locator('tbody tr')).toHaveCount(1);
});

test('all files come as one ZIP with the report', async ({ page }) => {
  await openJob(page, 'Valve tag, injector');
  await releaseAndDownload(page);
  const waiting = page.waitForEvent('download');
  await page.getByRole('link', { name: 'All files as one ZIP' }).click();
  const bytes = readFileSync(await (await waiting).path());
  for (const name of ['.svg', '.dxf', '.pdf', 'report.json']) expect(bytes.includes(name)).toBe(true);
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
