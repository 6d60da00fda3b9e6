import * as Comlink from 'comlink';
import type { Picture } from '@needlefile/core/build/picture';
import type { Recipe } from '@needlefile/core/recipe/schema';

// Loaded on demand: the shaper starts its WASM with a top-level await, and a message that arrives before `expose` has
// run is lost. So nothing that awaits may be imported statically here.
const engine = () => import('./engine');

const api = {
  /** Builds a recipe and draws it. */
  build: async (recipe: Recipe): Promise<Picture> => (await engine()).buildPicture(recipe),
};
export type CoreWorkerApi = typeof api;

Comlink.expose(api);
