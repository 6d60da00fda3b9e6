import * as Comlink from 'comlink';
import type { MeasurePicture } from '@needlefile/core/screen/measure-picture';
import type { OnePiece } from '@needlefile/core/job/one-piece';
import type { Picture } from '@needlefile/core/screen/picture';
import type { Recipe } from '@needlefile/core/recipe/schema';
import type { Shop } from '@needlefile/core/shop/shop';

// Loaded on demand: the shaper starts its WASM with a top-level await, and a message that arrives before `expose` has
// run is lost. So nothing that awaits may be imported statically here.
const engine = () => import('./engine');

const api = {
  /** Builds a recipe and draws it. */
  build: async (recipe: Recipe, shop: Shop): Promise<Picture> => (await engine()).buildPicture(recipe, shop),
  /** Measures what a recipe builds. */
  measure: async (recipe: Recipe, shop: Shop): Promise<MeasurePicture> => (await engine()).measurePicture(recipe, shop),
  /** Tries what makes stand-alone lettering one piece. */
  makeOnePiece: async (recipe: Recipe, shop: Shop, progress: (done: number, of: number) => void): Promise<OnePiece> =>
    (await engine()).onePiece(recipe, shop, progress),
  /** The riskiest places of what a recipe builds, as a coupon. */
  coupon: async (recipe: Recipe, shop: Shop): Promise<Recipe['coupon']> => (await engine()).findCoupon(recipe, shop),
};
export type CoreWorkerApi = typeof api;

Comlink.expose(api);
