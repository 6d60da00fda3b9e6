import { build } from '@needlefile/core/build/build';
import { pictureOf, type Picture } from '@needlefile/core/build/picture';
import { StageCache } from '@needlefile/core/build/stages';
import { openFace, type Face } from '@needlefile/core/lettering/face';
import type { Recipe } from '@needlefile/core/recipe/schema';
import { houseShop } from '@needlefile/core/shop/house';

/** The core in the browser: fetches the faces that recipes ask for, and keeps stages between builds. */

const cache = new StageCache();
const faces = new Map<string, Face>();

export async function buildPicture(recipe: Recipe): Promise<Picture> {
  await ensureFace(recipe.lettering.face);
  return pictureOf(build(recipe, { shop: houseShop, faces }, cache));
}

/** A face that is not on the server is left out: the build says so as a finding. */
async function ensureFace(id: string): Promise<void> {
  if (faces.has(id)) return;
  const response = await fetch(`/api/faces/${encodeURIComponent(id)}`);
  if (response.status === 404) return;
  if (!response.ok) throw new Error('The face could not be fetched from the server. It is tried again with the next change.');
  faces.set(id, openFace(new Uint8Array(await response.arrayBuffer())));
}
