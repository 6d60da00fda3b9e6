import { expect, test } from '../support/app';
import { built, openJob, releaseAndDownload, saved, station, takeInHand, trueEdges } from '../support/workbench';

test.beforeEach(({ page }) => trueEdges(page));

test('a sheet of several things: one is chosen and changed, the others and their files stay', async ({ page }) => {
  await openJob(page, 'Lamp hut set, one sheet');
  const list = page.getByRole('region', { name: 'On the sheet' });
  await expect(list.locator('[data-level]')).toHaveText([
    /Lamp hut plate.*cut-through/,
    /LAMP HUT.*cut through/,
    /Mind the step.*engraved/,
    /Rowan.*stand-alone · 2/,
    /Rowan.*material/,
    /Hook tag.*engraved/,
    /OIL.*engraved/,
    /Hole.*cut through/,
  ]);
  const first = await releaseAndDownload(page);
  const outlines = (of: typeof first.svg, layer: string) => of.layers.find(({ name }) => name === layer)!.contours;
  // Two plates and two names.
  for (const file of [first.svg, first.dxf]) expect(outlines(file, 'CUT_OUTER')).toHaveLength(4);
  await station(page, 'Letter');
  await list.getByRole('button', { name: /Rowan.*material/ }).click();
  await expect(page.getByLabel('Words')).toHaveValue('Rowan');
  await page.getByLabel('Words').fill('Fenny');
  await built(page);
  await list.getByRole('button', { name: /Lamp hut plate/ }).click();
  await list.getByRole('button', { name: /Mind the step/ }).click();
  await expect(page.getByLabel('Words')).toHaveValue('Mind the step');
  await page.getByLabel('Words').fill('Mind it');
  await built(page);
  // A click on words takes them in hand, with their thing; once more, the letter.
  await takeInHand(page, 'item', 'OIL');
  await expect(page.getByLabel('Words')).toHaveValue('OIL');
  await page.getByLabel('Cap height').fill('14');
  await built(page);
  await saved(page);
  const { svg, dxf } = await releaseAndDownload(page);
  for (const file of [svg, dxf]) {
    expect(outlines(file, 'CUT_OUTER')).toHaveLength(4);
    expect(outlines(file, 'ENGRAVE')).not.toHaveLength(outlines(first.svg, 'ENGRAVE').length);
  }
});
