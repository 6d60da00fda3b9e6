import { readSvgArtwork } from '../src/artwork/svg/read-svg.ts';
import { artworkForm, PLAIN_PLAN, type ArtworkPlan } from '../src/artwork/form.ts';
import type { RecipeInput } from '../src/recipe/read.ts';
import { build, facesOf } from '../src/job/build-job.ts';
import { houseShop } from '../src/shop/house.ts';
import { faceOf, recipeOf } from './workshop.ts';

/** A file of 100 x 60 mm. */
export const svg = (body: string) => `<svg width="100mm" height="60mm" viewBox="0 0 100 60">${body}</svg>`;
export const formOf = (body: string, plan: Partial<ArtworkPlan> = {}) =>
  artworkForm(readSvgArtwork(svg(body)), { ...PLAIN_PLAN, ...plan });

export const PLAIN_SHOP = { shop: houseShop, faces: new Map<string, never>() };
export const artworksOf = (files: Readonly<Record<string, string>>) =>
  new Map(Object.entries(files).map(([id, text]) => [id, readSvgArtwork(text)]));

/** A job whose artwork files are given beside it. */
export function jobOf(recipe: object, files: Readonly<Record<string, string>>) {
  const read = recipeOf(recipe as RecipeInput);
  return build(read, {
    shop: houseShop,
    faces: new Map([...facesOf(read)].map((id) => [id, faceOf(id)])),
    artworks: artworksOf(files),
  });
}

/** An emblem on a plate, with nothing that would hold it. */
export const emblem = (item: object, make = 'cut-through', more: readonly object[] = []) => ({
  machine: 'co2-laser',
  material: 'plywood',
  assemblies: [
    {
      make: make as 'cut-through',
      rail: null,
      plate: { margin: 10, holes: null, cornerRadius: 0 },
      hold: { bridges: { perIsland: 'none' }, drop: { all: true }, pieces: 'separate' },
      items: [{ kind: 'artwork', source: 'emblem', fileName: 'emblem.svg', ...item }, ...more],
    },
  ],
});
