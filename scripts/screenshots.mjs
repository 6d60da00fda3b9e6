/** `npm run screenshots`: pictures of the main views, from the demo data, into docs/screenshots. Needs `npm start` running. */
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { chromium } from '@playwright/test';
import { root } from './setup.mjs';

const address = process.env.ADDRESS ?? 'http://127.0.0.1:3000';
const folder = path.join(root, 'docs/screenshots');
mkdirSync(folder, { recursive: true });
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--font-render-hinting=none'] });
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
await shot('hold');
await open('Station nameboard Alderwick');
await station('Plate');
await shot('plate');
await open('Engine name Marigold');
await page.getByText('Pieces', { exact: true }).first().click();
await station('Hold');
await shot('loose-pieces');
await open('Valve tag, injector');
await station('Work order');
await page.getByText('Paths', { exact: true }).click();
await shot('work-order');
await station('Release');
await page.getByRole('button', { name: /Write the files|Release all/ }).click();
await page.getByText('All files as one ZIP').first().waitFor({ timeout: 60_000 });
await shot('release');
await browser.close();
