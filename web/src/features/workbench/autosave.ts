'use client';

import type { Recipe } from '@needlefile/core/recipe/schema';
import { ask, ServerRefused } from '@/components/api';
import type { JobDetail } from '../jobs/job-types';
import type { JobStore } from './job-store';

/** Work not yet on the server, kept in this browser. */
interface KeptDraft {
  readonly base: number;
  readonly recipe: Recipe;
}

const QUIET = 700;
const RETRY = [2000, 5000, 10_000, 30_000];
const keyOf = (id: string) => `needlefile.draft.${id}`;

export function readDraft(id: string): KeptDraft | null {
  try {
    const text = localStorage.getItem(keyOf(id));
    return text ? (JSON.parse(text) as KeptDraft) : null;
  } catch {
    return null;
  }
}

export function dropDraft(id: string): void {
  localStorage.removeItem(keyOf(id));
}

function keepDraft(id: string, draft: KeptDraft): void {
  try {
    localStorage.setItem(keyOf(id), JSON.stringify(draft));
  } catch {
    // A full or closed store must not stop the work; the server save still goes on.
  }
}

/**
 * Saves the job a moment after each change. What is not yet saved is kept in the browser, a failed save is tried again,
 * and a save on a stale revision stops until the person has chosen.
 * @returns ends it
 */
export function startAutosave(store: JobStore): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let failures = 0;
  let busy = false;
  let ended = false;

  const schedule = (delay: number) => {
    clearTimeout(timer);
    timer = setTimeout(() => void save(), delay);
  };
  async function save(): Promise<void> {
    if (busy || ended || store.getState().save.kind === 'conflict') return;
    busy = true;
    const { id, revision, recipe } = store.getState();
    store.setState({ save: { kind: 'saving' } });
    try {
      const saved = await ask<{ revision: number; updatedAt: string }>(`/api/jobs/${id}`, {
        method: 'PUT',
        body: { base: revision, recipe },
      });
      failures = 0;
      const unchanged = store.getState().recipe === recipe;
      if (unchanged) dropDraft(id);
      else keepDraft(id, { base: saved.revision, recipe: store.getState().recipe });
      store.setState({
        revision: saved.revision,
        save: unchanged ? { kind: 'saved', at: saved.updatedAt } : { kind: 'unsaved' },
      });
      if (!unchanged) schedule(QUIET);
    } catch (error) {
      if (!(error instanceof ServerRefused)) throw error;
      if (error.status === 409)
        store.setState({ save: { kind: 'conflict', current: error.details.current as JobDetail } });
      else {
        store.setState({ save: { kind: 'failed', reason: error.message } });
        // A recipe that is refused will be refused again; anything else may pass.
        if (error.status !== 400 && error.status !== 404) schedule(RETRY[Math.min(failures++, RETRY.length - 1)]!);
      }
    } finally {
      busy = false;
    }
  }

  const unsubscribe = store.subscribe((state, before) => {
    if (state.recipe === before.recipe) return;
    keepDraft(state.id, { base: state.revision, recipe: state.recipe });
    if (state.save.kind === 'conflict') return;
    if (state.save.kind === 'saved') store.setState({ save: { kind: 'unsaved' } });
    schedule(QUIET);
  });
  const onLeave = (event: BeforeUnloadEvent) => {
    // The draft is safe in the browser; ask only where the server could not be reached.
    if (store.getState().save.kind === 'failed') event.preventDefault();
  };
  const onHide = () => {
    const { save } = store.getState();
    if (document.visibilityState === 'hidden' && save.kind === 'unsaved') schedule(0);
  };
  window.addEventListener('beforeunload', onLeave);
  document.addEventListener('visibilitychange', onHide);
  if (store.getState().save.kind === 'unsaved') schedule(0);
  return () => {
    if (store.getState().save.kind === 'unsaved') void save();
    ended = true;
    clearTimeout(timer);
    unsubscribe();
    window.removeEventListener('beforeunload', onLeave);
    document.removeEventListener('visibilitychange', onHide);
  };
}

/** Saves now and waits for it: before a release, which is made from what the server has. */
export async function saveNow(store: JobStore): Promise<number> {
  for (let tries = 0; tries < 100; tries++) {
    const { save, revision } = store.getState();
    if (save.kind === 'saved') return revision;
    if (save.kind === 'conflict')
      throw new ServerRefused('Someone else saved this job. Choose first which version stays.', 409);
    if (save.kind === 'failed') throw new ServerRefused(save.reason, 503);
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new ServerRefused('The job could not be saved in time. Try again.', 503);
}
