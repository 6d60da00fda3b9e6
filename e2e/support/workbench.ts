import { readFileSync } from 'node:fs';
import { readDxf } from '@needlefile/core/formats/dxf/dxf-reader';
import type { ReadDrawing } from '@needlefile/core/formats/sheet-drawing';
import { readSvg } from '@needlefile/core/formats/svg/svg-reader';
import type { Shop } from '@needlefile/core/shop/shop';
import { expect, type Page } from '@playwright/test';

/** What a person does at the workbench, for tests. */

/** Asks the server. It may close a connection just as it is taken up again, as a browser knows, too. */
async function ask<T>(page: Page, place: string): Promise<T> {
  const answer = await page.request.get(place, { maxRetries: 3 });
  expect(answer.ok()).toBe(true);
  return (await answer.json()) as T;
}

/** Opens a job by its name, not by way of the list, whose drawings of all jobs would be made beside it. */
export async function openJob(page: Page, name: string): Promise<void> {
  const jobs = await ask<{ id: string; name: string }[]>(page, '/api/jobs');
  await page.goto(`/jobs/${jobs.find((job) => job.name === name)!.id}`);
  await built(page);
}

/** Has files carry true edges, and all areas in one sweep, so that figures can be told by hand. */
export async function trueEdges(page: Page): Promise<void> {
  const { revision, shop } = await ask<KeptShop>(page, '/api/shop');
  const machines = shop.machines.map((machine) => ({ ...machine, kerfBy: 'controller', sweepsAtMost: 1 }));
  const answer = await page.request.put('/api/shop', { data: { base: revision, shop: { ...shop, machines } } });
  expect(answer.ok()).toBe(true);
}

interface KeptShop {
  readonly revision: number;
  readonly shop: Shop;
}

/** Waits until the bed shows the job as it is. */
export async function built(page: Page): Promise<void> {
  await expect(page.getByRole('complementary', { name: 'Shop check' })).toHaveAttribute('aria-busy', 'false');
}

/** A thing or an item as it lies on the bed, by its name. */
export const onBed = (page: Page, kind: 'thing' | 'item', name: string) =>
  page.locator(`rect[data-kind=${kind}]:has(title:text-is("${name}"))`).first();

/** Takes a thing or an item in hand by a click. */
export const takeInHand = (page: Page, kind: 'thing' | 'item', name: string) => onBed(page, kind, name).click();

/** Drags what is in hand, or what lies at its middle, by so many pixels. */
export async function dragOnBed(page: Page, what: ReturnType<typeof onBed>, dx: number, dy: number): Promise<void> {
  const box = (await what.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + dx, y + dy, { steps: 6 });
  await page.mouse.up();
  await built(page);
}

export const listOf = (page: Page) => page.getByRole('region', { name: 'On the sheet' });

export const station = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Stations' }).getByRole('button', { name }).click();

export async function saved(page: Page): Promise<void> {
  await expect(page.getByText(/^Saved \d\d:\d\d$/)).toBeVisible();
}

interface Released {
  readonly svg: ReadDrawing;
  readonly dxf: ReadDrawing;
  /** Where the DXF lies. */
  readonly dxfFile: string;
  readonly names: string[];
}

/** Writes the files and gives them as downloaded, read by our readers, with the names they came under. */
export async function releaseAndDownload(page: Page): Promise<Released> {
  await station(page, 'Release');
  const released = () =>
    ask<{ id: string }[]>(page, `/api/jobs/${new URL(page.url()).pathname.split('/').at(-1)}/releases`);
  const before = (await released()).length;
  await page.getByRole('button', { name: /Write the files|Release all the same/ }).click();
  await expect.poll(async () => (await released()).length).toBe(before + 1);
  const [{ id }] = (await released()) as [{ id: string }];
  // An earlier release's files stand there until the new ones do.
  const files = page.getByRole('region', { name: 'Station' });
  const download = async (kind: string) => {
    const link = files.locator(`a[href*="/releases/${id}/files/"][href$=".${kind}"]`);
    await expect(link).toBeVisible();
    const waiting = page.waitForEvent('download');
    await link.click();
    const file = await waiting;
    const place = await file.path();
    return { name: file.suggestedFilename(), place, bytes: readFileSync(place) };
  };
  const [svg, dxf, pdf] = [await download('svg'), await download('dxf'), await download('pdf')];
  expect(pdf.bytes.subarray(0, 5).toString()).toBe('%PDF-');
  return {
    svg: readSvg(svg.bytes.toString()),
    dxf: readDxf(dxf.bytes.toString()),
    dxfFile: dxf.place,
    names: [svg.name, dxf.name, pdf.name],
  };
}
