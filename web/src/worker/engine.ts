import type { FileReading } from '@needlefile/core/artwork/drawn';
import { readArtwork } from '@needlefile/core/artwork/read-artwork';
import { runPictureOf, type RunPicture } from '@needlefile/core/screen/run-picture';
import { fileRows } from '@needlefile/core/job/agreement';
import { joinedParts } from '@needlefile/core/job/file-parts';
import { readPage, type Format } from '@needlefile/core/job/files';
import { changePictureOf, type ChangePicture } from '@needlefile/core/screen/change-picture';
import { keptOrderOf } from '@needlefile/core/job/kept-order';
import type { KeptOrder } from '@needlefile/core/recipe/edits/line-order';
import { runJob } from '@needlefile/core/job/run-job';
import { drawingOfArtwork } from '@needlefile/core/machine/drawing-of-artwork';
import { runFile, usesOf } from '@needlefile/core/machine/run-file';
import { build, facesOf, filesOf, type Build } from '@needlefile/core/job/build-job';
import { couponPlaces } from '@needlefile/core/job/coupon-windows';
import { measure } from '@needlefile/core/job/measure-job';
import { measurePictureOf, type MeasurePicture } from '@needlefile/core/screen/measure-picture';
import { makeOnePiece, type OnePiece } from '@needlefile/core/job/one-piece';
import type { OutlineOf } from '@needlefile/core/screen/outline-picture';
import { pictureOf } from '@needlefile/core/screen/picture';
import { newsOf, type NumberedPicture, type PictureNews } from '@needlefile/core/screen/picture-news';
import { spacingChartOf, type SpacingRow } from '@needlefile/core/screen/spacing-chart';
import { toolChartOf, type ToolChart } from '@needlefile/core/screen/tool-chart';
import { StageCache } from '@needlefile/core/assembly/stages';
import type { Face } from '@needlefile/core/lettering/face';
import { openFont } from '@needlefile/core/lettering/open-font';
import type { CouponOf, Recipe } from '@needlefile/core/recipe/schema';
import type { Shop, Work } from '@needlefile/core/shop/shop';

/** The core in the browser: fetches the faces and files that recipes ask for, and keeps stages between builds. */

const cache = new StageCache();
const faces = new Map<string, Face>();
const artworks = new Map<string, FileReading>();

async function built(recipe: Recipe, shop: Shop): Promise<Build> {
  await ensureSources(recipe);
  return build(recipe, { shop, faces, artworks }, cache);
}

/** The last picture that was drawn for the page. */
let last: NumberedPicture | null = null;

/** @param has the number of the last picture that the page has */
export async function buildPicture(
  recipe: Recipe,
  shop: Shop,
  outlineOf: OutlineOf | null,
  has: number | null,
): Promise<PictureNews> {
  const before = last?.number === has ? last : null;
  last = { number: (last?.number ?? 0) + 1, picture: pictureOf(await built(recipe, shop), outlineOf) };
  return newsOf(last, before);
}

export async function measurePicture(recipe: Recipe, shop: Shop): Promise<MeasurePicture> {
  const job = await built(recipe, shop);
  return measurePictureOf(job, measure(job, cache.memo));
}

/** The riskiest places of a thing, as windows of a coupon; null where there is nothing to test. */
export async function findCoupon(
  recipe: Recipe,
  shop: Shop,
  thing: string,
): Promise<Pick<CouponOf, 'windows' | 'frame'> | null> {
  const measured = measure(await built(recipe, shop), cache.memo).assemblies.find(({ id }) => id === thing);
  return measured ? couponPlaces(measured.built, measured.measures) : null;
}

export async function onePiece(
  recipe: Recipe,
  shop: Shop,
  thing: string,
  progress: (done: number, of: number) => void,
): Promise<OnePiece> {
  await ensureSources(recipe);
  return makeOnePiece(recipe, thing, { shop, faces, artworks }, cache, progress);
}

/** Which file is run: of the job, or one that was brought, with what is done where the map is silent of a layer. */
export type RunOf =
  { readonly format: Format } | { readonly bytes: Uint8Array; readonly works: Readonly<Record<string, Work | null>> };

/** @throws UnreadableArtwork where a file that was brought cannot be read */
export async function runPicture(recipe: Recipe, shop: Shop, file: RunOf): Promise<RunPicture> {
  const job = await built(recipe, shop);
  if ('format' in file) {
    const { drawing, run, rows, differences } = await runJob(job, file.format);
    return runPictureOf(drawing, run, { rows, differences, compared: true });
  }
  const drawing = drawingOfArtwork(await readArtwork(file.bytes));
  const run = runFile(drawing, job.machine, usesOf(drawing, job.machine, file.works));
  return runPictureOf(drawing, run, { rows: fileRows(run), differences: [], compared: false });
}

/** The order in which a job is run, as its recipe can keep it. */
export const keptOrder = async (recipe: Recipe, shop: Shop): Promise<KeptOrder> =>
  keptOrderOf(await built(recipe, shop));

export const spacingChart = async (recipe: Recipe, shop: Shop, operation: string): Promise<SpacingRow[] | null> =>
  spacingChartOf(await built(recipe, shop), operation);

export const toolChart = async (recipe: Recipe, shop: Shop, operation: string): Promise<ToolChart | null> =>
  toolChartOf(await built(recipe, shop), operation, shop.tools);

/** Files of one release, read as they stand. */
export interface ReleasedFiles {
  readonly format: Format;
  /** One, or one an operation. */
  readonly bytes: readonly Uint8Array[];
}

/** What changed from an earlier release to a later one. */
export async function changePicture(earlier: ReleasedFiles, later: ReleasedFiles): Promise<ChangePicture> {
  const read = async ({ format, bytes }: ReleasedFiles) =>
    joinedParts(await Promise.all(bytes.map((each) => readPage(format, each))));
  return changePictureOf(await read(earlier), await read(later));
}

const ensureSources = (recipe: Recipe): Promise<unknown> =>
  Promise.all([...[...facesOf(recipe)].map(ensureFace), ...[...filesOf(recipe)].map(ensureArtwork)]);

/** A face that is not on the server is left out: the build says so as a finding. */
async function ensureFace(id: string): Promise<void> {
  if (faces.has(id)) return;
  const response = await fetch(`/api/faces/${encodeURIComponent(id)}`);
  if (response.status === 404) return;
  if (!response.ok)
    throw new Error('The face could not be fetched from the server. It is tried again with the next change.');
  faces.set(id, openFont(new Uint8Array(await response.arrayBuffer()), id));
}

/** A file that is not on the server is left out too. */
async function ensureArtwork(id: string): Promise<void> {
  if (artworks.has(id)) return;
  const response = await fetch(`/api/artworks/${encodeURIComponent(id)}`);
  if (response.status === 404) return;
  if (!response.ok)
    throw new Error('The artwork could not be fetched from the server. It is tried again with the next change.');
  artworks.set(id, await readArtwork(new Uint8Array(await response.arrayBuffer())));
}
