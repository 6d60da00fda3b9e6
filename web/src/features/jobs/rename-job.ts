import type { RecipeInput } from '@needlefile/core/recipe/read';
import { ask } from '@/api/ask';
import type { JobDetail } from '@/api/job-types';

/** Gives a job another name: a revision like any other. */
export async function renameJob(id: string, name: string): Promise<void> {
  const { revision, recipe } = await ask<JobDetail>(`/api/jobs/${id}`);
  await ask(`/api/jobs/${id}`, {
    method: 'PUT',
    body: { base: revision, recipe: { ...recipe, name } satisfies RecipeInput },
  });
}
