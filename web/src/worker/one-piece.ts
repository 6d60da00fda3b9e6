import * as Comlink from 'comlink';
import type { OnePiece } from '@needlefile/core/build/one-piece';
import type { Recipe } from '@needlefile/core/recipe/schema';
import type { Shop } from '@needlefile/core/shop/shop';
import type { CoreWorkerApi } from './core.worker';

/** A search for what makes a job one piece, in a worker of its own. `stop` ends it; its promise then stays open. */
export function searchOnePiece(recipe: Recipe, shop: Shop, progress: (done: number, of: number) => void): { readonly result: Promise<OnePiece>; readonly stop: () => void } {
  // Bundlers look for exactly this literal form.
  const worker = new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' });
  const result = Comlink.wrap<CoreWorkerApi>(worker).makeOnePiece(recipe, shop, Comlink.proxy(progress));
  return { result: result.finally(() => worker.terminate()), stop: () => worker.terminate() };
}
