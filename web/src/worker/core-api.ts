import type { ChangePicture } from '@needlefile/core/screen/change-picture';
import type { MeasurePicture } from '@needlefile/core/screen/measure-picture';
import type { OnePiece } from '@needlefile/core/job/one-piece';
import type { OutlineOf } from '@needlefile/core/screen/outline-picture';
import type { PictureNews } from '@needlefile/core/screen/picture-news';
import type { RunPicture } from '@needlefile/core/screen/run-picture';
import type { SpacingRow } from '@needlefile/core/screen/spacing-chart';
import type { ToolChart } from '@needlefile/core/screen/tool-chart';
import type { KeptOrder } from '@needlefile/core/recipe/edits/line-order';
import type { CouponOf, Recipe } from '@needlefile/core/recipe/schema';
import type { Shop } from '@needlefile/core/shop/shop';
import type { ReleasedFiles, RunOf } from './engine';

// Loaded on demand: the shaper starts its WASM with a top-level await, and a message that arrives before `expose` has
// run is lost. So nothing that awaits may be imported statically here.
const engine = () => import('./engine');

/** What a worker does for the page. */
export const coreApi = {
  /** Builds a recipe and draws it, for a page that has an earlier picture by its number. */
  build: async (recipe: Recipe, shop: Shop, outlineOf: OutlineOf | null, has: number | null): Promise<PictureNews> =>
    (await engine()).buildPicture(recipe, shop, outlineOf, has),
  /** Measures what a recipe builds. */
  measure: async (recipe: Recipe, shop: Shop): Promise<MeasurePicture> => (await engine()).measurePicture(recipe, shop),
  /** Tries what makes a thing of a job one piece. */
  makeOnePiece: async (
    recipe: Recipe,
    shop: Shop,
    thing: string,
    progress: (done: number, of: number) => void,
  ): Promise<OnePiece> => (await engine()).onePiece(recipe, shop, thing, progress),
  /** The riskiest places of a thing, as windows of a coupon. */
  coupon: async (recipe: Recipe, shop: Shop, thing: string): Promise<Pick<CouponOf, 'windows' | 'frame'> | null> =>
    (await engine()).findCoupon(recipe, shop, thing),
  /** The order in which a job is run, as its recipe can keep it. */
  keptOrder: async (recipe: Recipe, shop: Shop): Promise<KeptOrder> => (await engine()).keptOrder(recipe, shop),
  /** Runs a file of a job, or any file, as the job's machine would. */
  run: async (recipe: Recipe, shop: Shop, file: RunOf): Promise<RunPicture> =>
    (await engine()).runPicture(recipe, shop, file),
  /** What another spacing of lines would cost; null where the operation hatches nothing. */
  spacingChart: async (recipe: Recipe, shop: Shop, operation: string): Promise<SpacingRow[] | null> =>
    (await engine()).spacingChart(recipe, shop, operation),
  /** Compares the cutters of the rack for what an operation clears; null where it clears nothing. */
  toolChart: async (recipe: Recipe, shop: Shop, operation: string): Promise<ToolChart | null> =>
    (await engine()).toolChart(recipe, shop, operation),
  /** What changed from one release to a later one. */
  changes: async (earlier: ReleasedFiles, later: ReleasedFiles): Promise<ChangePicture> =>
    (await engine()).changePicture(earlier, later),
};
export type CoreApi = typeof coreApi;
