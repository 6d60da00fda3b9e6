import { readRecipe } from '@needlefile/core/recipe/read';
import { ask } from '@/api/ask';
import { notify } from '@/components/toasts';
import type { JobDetail } from '@/api/job-types';
import { draftsOf, dropDraft, keepDraft, type KeptDraft } from './drafts';
import type { JobStore } from './job-store';
import { openTabs, thisTab } from './this-tab';

/**
 * Work that did not reach the server before its tab was closed, or ended by itself, goes on in this one: the newest of
 * it. Where the server moved on too, the person chooses. Work of tabs that are still open is theirs.
 * @returns the name of this tab, for the drafts to come
 */
export async function takeUpDrafts(store: JobStore, job: JobDetail): Promise<string> {
  const own = await thisTab();
  const open = await openTabs();
  const left = draftsOf(job.id).filter(({ tab }) => tab === own || !open.has(tab));
  const [newest, ...older] = left.filter((draft) => {
    const wanted = differs(draft, store);
    if (!wanted) dropDraft(job.id, draft.tab);
    return wanted;
  });
  if (newest) takeUp(store, job, newest, own);
  for (const draft of older) offer(job.id, draft);
  return own;
}

function differs(draft: KeptDraft, store: JobStore): boolean {
  const read = readRecipe(draft.recipe);
  return read.ok && JSON.stringify(read.recipe) !== JSON.stringify(store.getState().recipe);
}

function takeUp(store: JobStore, job: JobDetail, draft: KeptDraft, own: string): void {
  const read = readRecipe(draft.recipe);
  if (!read.ok) return;
  if (draft.tab !== own) {
    keepDraft(job.id, own, draft);
    dropDraft(job.id, draft.tab);
  }
  store.getState().replace('Unsaved work', read.recipe);
  store.setState({
    revision: draft.base,
    save: draft.base === job.revision ? { kind: 'unsaved' } : { kind: 'conflict', current: job },
  });
}

/** Of several drafts, the older ones can become jobs of their own; until then they stay where they are. */
function offer(job: string, draft: KeptDraft): void {
  notify('This browser has older unsaved work of this job too.', {
    label: 'Keep it as a new job',
    run: () =>
      void keepAsJob(job, draft).then(
        ({ recipe }) => notify(`Kept as “${recipe.name}”.`),
        (error: Error) => notify(error.message),
      ),
  });
}

/** Makes a draft a job of its own, and forgets it then. */
export async function keepAsJob(job: string, draft: KeptDraft): Promise<JobDetail> {
  const name = `${draft.recipe.name.slice(0, 100)} (unsaved work)`;
  const made = await ask<JobDetail>('/api/jobs', { method: 'POST', body: { recipe: { ...draft.recipe, name } } });
  dropDraft(job, draft.tab);
  return made;
}
