import { build } from '@needlefile/core/job/build-job';
import { release, ReleaseRefused, type Release, type ReleaseProgress } from '@needlefile/core/job/release';
import type { JobSummary } from '../../api/job-types';
import type { BuildOrder } from './build-order.ts';
import { artworksFrom } from './open-artworks.ts';
import { facesFrom } from './open-faces.ts';
import { summarize } from './summarize.ts';

/** What the threads that build are asked for. */
interface ReleaseTask extends BuildOrder {
  readonly kind: 'release';
  readonly revision: number;
}

export type BuildTask = (BuildOrder & { readonly kind: 'summary' }) | ReleaseTask;

export type BuildResult =
  { readonly summary: JobSummary } | { readonly release: Release } | { readonly refused: string };

/** Done in a thread of its own (see threads/worker.mjs), so that the server goes on answering. */
export async function run(task: BuildTask, tell: (progress: ReleaseProgress) => void): Promise<BuildResult> {
  if (task.kind === 'summary') return { summary: await summarize(task) };
  const { recipe, shop, faces, artworks, revision } = task;
  try {
    tell({ doing: 'Building', share: 0 });
    const made = build(recipe, { shop, faces: facesFrom(faces), artworks: await artworksFrom(artworks) });
    const formats = recipe.release.formats ?? made.machine.files.formats;
    return { release: await release(made, formats, revision, tell) };
  } catch (error) {
    if (error instanceof ReleaseRefused) return { refused: error.message };
    throw error;
  }
}
