import { build, facesOf, type Build } from '@needlefile/core/job/build-job';
import { couponPlaces } from '@needlefile/core/job/coupon-places';
import { measure } from '@needlefile/core/job/measure-job';
import { measurePictureOf, type MeasurePicture } from '@needlefile/core/screen/measure-picture';
import { makeOnePiece, type OnePiece } from '@needlefile/core/job/one-piece';
import { pictureOf, type Picture } from '@needlefile/core/screen/picture';
import { StageCache } from '@needlefile/core/assembly/stages';
import type { Face } from '@needlefile/core/lettering/face';
import { openFont } from '@needlefile/core/lettering/open-font';
import type { CouponOf, Recipe } from '@needlefile/core/recipe/schema';
import type { Shop } from '@needlefile/core/shop/shop';

/** The core in the browser: fetches the faces that recipes ask for, and keeps stages between builds. */

const cache = new StageCache();
const faces = new Map<string, Face>();

async function built(recipe: Recipe, shop: Shop): Promise<Build> {
  await ensureFaces(recipe);
  return build(recipe, { shop, faces }, cache);
}

export const buildPicture = async (recipe: Recipe, shop: Shop): Promise<Picture> =>
  pictureOf(await built(recipe, shop));

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
  await ensureFaces(recipe);
  return makeOnePiece(recipe, thing, { shop, faces }, cache, progress);
}

const ensureFaces = (recipe: Recipe): Promise<unknown> => Promise.all([...facesOf(recipe)].map(ensureFace));

/** A face that is not on the server is left out: the build says so as a finding. */
async function ensureFace(id: string): Promise<void> {
  if (faces.has(id)) return;
  const response = await fetch(`/api/faces/${encodeURIComponent(id)}`);
  if (response.status === 404) return;
  if (!response.ok)
    throw new Error('The face could not be fetched from the server. It is tried again with the next change.');
  faces.set(id, openFont(new Uint8Array(await response.arrayBuffer()), id));
}
