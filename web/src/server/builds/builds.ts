import 'server-only';
import type { Release, ReleaseProgress } from '@needlefile/core/job/release';
import { facesOf, filesOf } from '@needlefile/core/job/build-job';
import type { Recipe } from '@needlefile/core/recipe/schema';
import { readRecipe, type RecipeInput } from '@needlefile/core/recipe/read';
import type { JobSummary } from '../../api/job-types';
import { artworksOf } from '../artworks/artworks';
import { faceBytesIfHere } from '../faces';
import { Refusal } from '../refusal';
import { getShop } from '../shop';
import { ThreadPool } from '../threads/pool';
import type { BuildOrder } from './build-order';
import type { BuildResult, BuildTask } from './tasks';

/** Threads that build: one is always left for what a person waits for. */
const THREADS = 2;
const MOST_MB = 2048;

/** A drawing for the list takes up to a second as a rule; a release of a large plate half a minute. */
const LONGEST_DRAWING_MS = 30_000;
const LONGEST_RELEASE_MS = 300_000;

type Builders = ThreadPool<BuildTask, BuildResult, ReleaseProgress>;

// Kept where a reload of this module in development finds it again.
const shared = globalThis as { needlefileBuilders?: Builders };
const builders = (): Builders => (shared.needlefileBuilders ??= new ThreadPool('builds/tasks.ts', THREADS, MOST_MB));

/** What the list of jobs shows of a recipe. */
export async function drawSummary(stored: RecipeInput, signal?: AbortSignal): Promise<JobSummary> {
  const result = await builders().run(
    { kind: 'summary', ...(await orderOf(stored)) },
    {
      longest: LONGEST_DRAWING_MS,
      late: 'This job takes too long to draw for the list. Open it to see what is in it.',
      urgent: false,
      signal,
    },
  );
  if (!('summary' in result)) throw new Error('The threads that build answered something else.');
  return result.summary;
}

/** A job's files, and of what they are. */
export interface WrittenRelease extends Release {
  readonly recipe: Recipe;
}

/**
 * Writes and reads back a stored recipe's files.
 * @param only the things that they are of, by id; null: all that are not hidden
 * @throws Refusal 422 where a file reads back wrong or there is nothing to write, 503 where it takes too long
 */
export async function writeRelease(
  stored: RecipeInput,
  revision: number,
  only: readonly string[] | null,
  signal: AbortSignal,
  onProgress: (progress: ReleaseProgress) => void,
): Promise<WrittenRelease> {
  const order = await orderOf(stored);
  const recipe = only ? onlyThings(order.recipe, only) : order.recipe;
  const result = await builders().run(
    { ...order, kind: 'release', revision, recipe },
    {
      longest: LONGEST_RELEASE_MS,
      late: 'The release was ended after five minutes. Part the job in two, or use a face with simpler outlines.',
      urgent: true,
      signal,
      onProgress,
    },
  );
  if ('refused' in result) throw new Refusal(422, result.refused);
  if (!('release' in result)) throw new Error('The threads that build answered something else.');
  return { ...result.release, recipe };
}

const onlyThings = (recipe: Recipe, ids: readonly string[]): Recipe => ({
  ...recipe,
  assemblies: recipe.assemblies.map((each) => ({ ...each, hidden: each.hidden || !ids.includes(each.id) })),
});

async function orderOf(stored: RecipeInput): Promise<BuildOrder> {
  const read = readRecipe(stored);
  if (!read.ok) throw new Refusal(422, `The job's recipe cannot be read: ${read.problems.join('; ')}`);
  const { recipe } = read;
  const ids = [...facesOf(recipe)];
  const [files, artworks, { shop }] = await Promise.all([
    Promise.all(ids.map(faceBytesIfHere)),
    artworksOf([...filesOf(recipe)]),
    getShop(),
  ]);
  const here = ids.flatMap((id, i) => (files[i] ? [[id, files[i]] as const] : []));
  return { recipe, shop, faces: Object.fromEntries(here), artworks };
}
