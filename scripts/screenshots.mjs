/**
 * `npm run screenshots`: pictures of the main views, from the demo data, into docs/screenshots. Needs `npm start`
 * running.
 */
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { chromium } from '@playwright/test';
import { root } from './setup.mjs';

const address = process.env.ADDRESS ?? 'http://127.0.0.1:3000';
const folder = path.join(root, 'docs/screenshots');
mkdirSync(folder, { recursive: true });
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--font-render-hinting=none'],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, locale: 'en-GB', timezoneId: 'UTC' });
const shot = async (name) => {
  await page.evaluate('document.fonts.ready');
  await page.waitForTimeout(700);
  await page.screenshot({ path: path.join(folder, `${name}.png`) });
};
const open = async (job) => {
  await page.goto(address);
  await page.getByRole('link', { name: job, exact: true }).click();
  await page.locator('aside[aria-busy="false"]').waitFor({ timeout: 60_000 });
};
const station = (name) => page.getByRole('navigation', { name: 'Stations' }).getByRole('button', { name }).click();

await page.goto(address);
await page.locator('tbody svg[viewBox]').nth(5).waitFor({ timeout: 60_000 });
await shot('jobs');
await page.goto(`${address}/new`);
await page.getByLabel('Words').fill('Way Out');
await page.waitForTimeout(2500);
await shot('new-job');
await open('Wagon stencil, 8 tons');
await shot('letter');
await station('Hold');
await page.getByRole('button', { name: /^1 O in LOAD/ }).click();
await page.waitForTimeout(2500);
await page.getByRole('button', { name: 'Fit' }).hover();
await shot('hold');
await open('Station nameboard Alderwick');
await station('Plate');
await shot('plate');
await open('Engine name Marigold');
await page.getByText('Pieces', { exact: true }).first().click();
await shot('loose-pieces');
await page.getByText('Solid', { exact: true }).first().click();
await station('Hold');
await page.waitForTimeout(2000);
await page.getByRole('button', { name: 'Make it one piece' }).click();
await page.getByText('One piece, by this:').waitFor({ timeout: 120_000 });
await page.getByText('Shown with the mend').waitFor({ timeout: 60_000 });
await shot('one-piece');
await open('Lamp hut set, one sheet');
await page.waitForTimeout(2000);
await shot('sheet');
await open('Fenny Cross, platform two');
await page.locator('rect[data-kind=item]:has(title:text-is("Platform 2"))').click();
const held = await page.locator('rect[data-kind=item]:has(title:text-is("Platform 2"))').boundingBox();
const [x, y] = [held.x + held.width / 2, held.y + held.height / 2];
await page.mouse.move(x, y);
await page.mouse.down();
await page.mouse.move(x + 4, y + 30, { steps: 6 });
await shot('bed');
await page.keyboard.press('Escape');
await page.mouse.move(x, y, { steps: 4 });
await page.mouse.up();
while (await page.getByRole('button', { name: 'Undo' }).isEnabled())
  await page.getByRole('button', { name: 'Undo' }).click();
await open('Tea room, with the emblem');
await page
  .getByRole('region', { name: 'On the sheet' })
  .getByRole('button', { name: /Whistle emblem/ })
  .click();
await page.getByRole('list', { name: 'Faults of lines' }).getByRole('button').first().scrollIntoViewIfNeeded();
await shot('artwork');
await page.getByRole('button', { name: 'Work on its nodes' }).click();
await page.locator('rect[data-node]').nth(5).click();
await shot('nodes');
await open('Waiting room sign, carved');
await station('Strokes');
await page.getByText(/piece kept/).waitFor({ timeout: 60_000 });
await shot('strokes');
await open('Parcels crate, engine no. 2');
await page
  .getByRole('region', { name: 'On the sheet' })
  .getByRole('button', { name: /Engine no. 2/ })
  .click();
await shot('picture');
await open('Valve tags, a sheet of six');
await station('Work order');
await page.getByRole('button', { name: 'fold', exact: true }).click();
await page.getByRole('button', { name: /^Areas/ }).click();
await page.getByText('By item', { exact: true }).hover();
await page.getByLabel(/^Sweep 2/).scrollIntoViewIfNeeded();
await page.getByLabel(/^Sweep 2/).hover();
await shot('work-order');
await page.getByRole('button', { name: /unfold$/ }).click();
await page.getByText('Run', { exact: true }).click();
await page.getByRole('slider', { name: 'Time of the run' }).fill('520');
await page.getByLabel('Ways of the lifted head').check();
await shot('run');
await page.getByText('Solid', { exact: true }).click();
await open('Valve tag, blower, filled letters');
await station('Strokes');
await page.getByLabel('Show what the tool covers').check();
await page.getByText('Which tool?').click();
await page.getByRole('button', { name: /^Flat 1.5 mm/ }).click();
await page.waitForTimeout(1500);
await page.getByRole('button', { name: /^Flat 6 mm/ }).scrollIntoViewIfNeeded();
await shot('which-tool');
await page.getByRole('button', { name: 'Undo' }).click();
await page.getByText(/^Saved/).waitFor({ timeout: 30_000 });
await open('Valve tag, injector');
const release = async (count) => {
  await station('Release');
  await page.getByRole('button', { name: /Write the files|Release all/ }).click();
  await page.locator(`text=/^Revision/ >> nth=${count}`).waitFor({ timeout: 60_000 });
};
await release(0);
await station('Letter');
await page.getByLabel('Words').fill('INJECTOR\nNo. 3');
await page.locator('aside[aria-busy="false"]').waitFor({ timeout: 60_000 });
await release(1);
await page.getByText(/^Revision 1/).click();
await page.getByRole('button', { name: /^What changed to/ }).click();
await page.getByRole('img', { name: /^Changes from/ }).waitFor({ timeout: 60_000 });
await page.getByText(/before,.*after/).scrollIntoViewIfNeeded();
await shot('release');
while (await page.getByRole('button', { name: 'Undo' }).isEnabled())
  await page.getByRole('button', { name: 'Undo' }).click();
await page.getByText(/^Saved/).waitFor({ timeout: 30_000 });
await open('Engine name Marigold');
await page.getByRole('button', { name: /^Face:/ }).click();
await page.getByRole('button', { name: /Pinyon Script/ }).click();
await page.getByText('Thickness', { exact: true }).click();
await page.getByRole('region', { name: 'Thickness' }).getByText('Least').waitFor({ timeout: 60_000 });
await shot('thickness');
await page.getByRole('button', { name: 'Undo' }).click();
await page.getByText('Solid', { exact: true }).click();
while (await page.getByRole('button', { name: 'Undo' }).isEnabled())
  await page.getByRole('button', { name: 'Undo' }).click();
await page.getByText(/^Saved/).waitFor({ timeout: 30_000 });
await page.goto(`${address}/shop`);
await page.getByText('Output map', { exact: true }).click();
await shot('shop');
await browser.close();
