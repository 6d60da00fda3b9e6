import * as Comlink from 'comlink';
import type { ChangePicture } from '@needlefile/core/screen/change-picture';
import type { MeasurePicture } from '@needlefile/core/screen/measure-picture';
import type { OnePiece } from '@needlefile/core/job/one-piece';
import type { OutlineOf } from '@needlefile/core/screen/outline-picture';
import type { Picture } from '@needlefile/core/screen/picture';
import { pictureFrom, type NumberedPicture } from '@needlefile/core/screen/picture-news';
import type { KeptOrder } from '@needlefile/core/recipe/edits/line-order';
import type { CouponOf, Recipe } from '@needlefile/core/recipe/schema';
import type { Shop } from '@needlefile/core/shop/shop';
import type { RunPicture } from '@needlefile/core/screen/run-picture';
import type { SpacingRow } from '@needlefile/core/screen/spacing-chart';
import type { ToolChart } from '@needlefile/core/screen/tool-chart';
import type { CoreApi } from './core-api';
import type { ReleasedFiles, RunOf } from './engine';
import { Latest, Overdue } from './latest';

/** A recipe and the shop it is for. */
export interface Job {
  readonly recipe: Recipe;
  readonly shop: Shop;
}

/** A job to be drawn, and the outlines in it that a hand works on. */
export interface Drawn extends Job {
  readonly outlineOf: OutlineOf | null;
}

function startCore(): { readonly core: Comlink.Remote<CoreApi>; readonly end: () => void } {
  // Bundlers look for exactly this literal form.
  const worker = new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' });
  return { core: Comlink.wrap<CoreApi>(worker), end: () => worker.terminate() };
}

/** Runs a request in a worker. */
type RunIn<Request, Result> = (core: Comlink.Remote<CoreApi>, request: Request) => Promise<Result>;

/** @param runOf made anew with every worker */
const latestBy = <Request, Result>(runOf: () => RunIn<Request, Result>): Latest<Request, Result> =>
  new Latest(() => {
    const { core, end } = startCore();
    const run = runOf();
    return { run: (request) => within(LONGEST_MS, run(core, request)), end };
  });

const latestOf = <Request, Result>(run: RunIn<Request, Result>): Latest<Request, Result> => latestBy(() => run);

/** What is computed while a person types is given up after so long. */
const LONGEST_MS = 120_000;

/** @throws Overdue where it takes longer */
function within<Result>(longest: number, result: Promise<Result>): Promise<Result> {
  return new Promise((resolve, reject) => {
    const late = () =>
      reject(new Overdue('This was given up after two minutes. Use fewer words, or a face with simpler outlines.'));
    const timer = setTimeout(late, longest);
    result.then(resolve, reject).finally(() => clearTimeout(timer));
  });
}

/**
 * Builds recipes and draws them, in a worker. Things that are drawn as they were are not sent again, and stay the same
 * objects. Use it in the browser only.
 */
export const newDrawer = (): Latest<Drawn, Picture> =>
  latestBy(() => {
    let before: NumberedPicture | null = null;
    return async (core, { recipe, shop, outlineOf }) => {
      const news = await core.build(recipe, shop, outlineOf, before && before.number);
      before = pictureFrom(news, before && before.picture);
      return before.picture;
    };
  });

/** Measures what recipes build, in a worker of its own: what is typed meanwhile is drawn at once all the same. */
export const newMeasurer = (): Latest<Job, MeasurePicture> =>
  latestOf((core, { recipe, shop }) => core.measure(recipe, shop));

/** A file of a job, or one that was brought, to be run as its machine would. */
export interface RunRequest extends Job {
  readonly of: RunOf;
}

/** Runs files in a worker of its own. */
export const newRunner = (): Latest<RunRequest, RunPicture> =>
  latestOf((core, { recipe, shop, of }) => core.run(recipe, shop, of));

/** An operation that fills areas. */
export interface ToolRequest extends Job {
  readonly operation: string;
}

/** Compares cutters for what an operation clears, in a worker of its own. */
export const newToolCharter = (): Latest<ToolRequest, ToolChart | null> =>
  latestOf((core, { recipe, shop, operation }) => core.toolChart(recipe, shop, operation));

/** Tells what another spacing of lines would cost, in a worker of its own. */
export const newSpacingCharter = (): Latest<ToolRequest, SpacingRow[] | null> =>
  latestOf((core, { recipe, shop, operation }) => core.spacingChart(recipe, shop, operation));

/** Two releases. */
export interface ChangeRequest {
  readonly earlier: ReleasedFiles;
  readonly later: ReleasedFiles;
}

/** Compares what was released, in a worker of its own. */
export const newComparer = (): Latest<ChangeRequest, ChangePicture> =>
  latestOf((core, { earlier, later }) => core.changes(earlier, later));

/** A search in a worker that is there for nothing else. `stop` ends it; its promise then stays open. */
export interface Search<Result> {
  readonly result: Promise<Result>;
  readonly stop: () => void;
}

function search<Result>(run: (core: Comlink.Remote<CoreApi>) => Promise<Result>): Search<Result> {
  const { core, end } = startCore();
  return { result: run(core).finally(end), stop: end };
}

/** Looks for what makes a thing of a job one piece. `progress` is told nothing more once there is a result. */
export function searchOnePiece(
  { recipe, shop }: Job,
  thing: string,
  progress: (done: number, of: number) => void,
): Search<OnePiece> {
  // Progress comes by a channel of its own, so the last of it may arrive after the result.
  let over = false;
  const whileSearching = (done: number, of: number) => void (over || progress(done, of));
  return search(async (core) => {
    try {
      return await core.makeOnePiece(recipe, shop, thing, Comlink.proxy(whileSearching));
    } finally {
      over = true;
    }
  });
}

/** Tells in which order a job is run. */
export const searchOrder = ({ recipe, shop }: Job): Search<KeptOrder> => search((core) => core.keptOrder(recipe, shop));

/** Looks for the riskiest places of a thing, as a test coupon; null where there is nothing to test. */
export const searchCoupon = (
  { recipe, shop }: Job,
  thing: string,
): Search<Pick<CouponOf, 'windows' | 'frame'> | null> => search((core) => core.coupon(recipe, shop, thing));
