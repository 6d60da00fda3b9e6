'use client';

import { ask, ServerRefused } from '@/api/ask';
import type { JobDetail } from '@/api/job-types';
import { dropDraft, keepDraft } from './drafts';
import type { JobStore } from './job-store';

const QUIET = 700;
const RETRY = [2000, 5000, 10_000, 30_000];

/**
 * Saves the job a moment after each change. What is not yet saved is kept in the browser, a failed save is tried again,
 * and a save on a stale revision, or of a job that is gone, stops until the person has chosen.
 * @param tab whose drafts these are
 * @returns ends it
 */
export function startAutosave(store: JobStore, tab: string): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let failures = 0;
  let busy = false;
  let ended = false;

  const schedule = (delay: number) => {
    clearTimeout(timer);
    timer = setTimeout(() => void save(), delay);
  };
  async function save(): Promise<void> {
    if (busy || ended || waitsForChoice(store)) return;
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
      if (unchanged) dropDraft(id, tab);
      else keepDraft(id, tab, { base: saved.revision, recipe: store.getState().recipe });
      store.setState({
        revision: saved.revision,
        save: unchanged ? { kind: 'saved', at: saved.updatedAt } : { kind: 'unsaved' },
      });
      if (!unchanged) schedule(QUIET);
    } catch (error) {
      const { status, message, details } = error instanceof ServerRefused ? error : new ServerRefused(String(error), 0);
      // A recipe that is refused will be refused again; so will one of a job that is gone. Anything else may pass.
      if (status === 409) store.setState({ save: { kind: 'conflict', current: details.current as JobDetail } });
      else if (status === 404) store.setState({ save: { kind: 'gone' } });
      else if (status === 400 || status === 413)
        store.setState({
          save: { kind: 'refused', problems: (details.problems as string[] | undefined) ?? [message] },
        });
      else {
        store.setState({ save: { kind: 'failed', reason: message } });
        schedule(RETRY[Math.min(failures++, RETRY.length - 1)]!);
      }
    } finally {
      busy = false;
    }
  }

  const unsubscribe = store.subscribe((state, before) => {
    if (state.recipe === before.recipe) return;
    keepDraft(state.id, tab, { base: state.revision, recipe: state.recipe });
    if (waitsForChoice(store)) return;
    if (state.save.kind === 'saved') store.setState({ save: { kind: 'unsaved' } });
    schedule(QUIET);
  });
  const onLeave = (event: BeforeUnloadEvent) => {
    // The draft is safe in the browser; ask only where the server could not be reached.
    if (['failed', 'refused', 'gone'].includes(store.getState().save.kind)) event.preventDefault();
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

const waitsForChoice = (store: JobStore): boolean => {
  const { kind } = store.getState().save;
  return kind === 'conflict' || kind === 'gone';
};

/** Saves now and waits for it: before a release, which is made from what the server has. */
export async function saveNow(store: JobStore): Promise<number> {
  for (let tries = 0; tries < 250; tries++) {
    const { save, revision } = store.getState();
    if (save.kind === 'saved') return revision;
    if (save.kind === 'conflict')
      throw new ServerRefused('Someone else saved this job. Choose first which version stays.', 409);
    if (save.kind === 'gone') throw new ServerRefused('This job was deleted. Choose first what becomes of it.', 404);
    if (save.kind === 'refused') throw new ServerRefused(`The job is not saved: ${save.problems.join('; ')}`, 400);
    if (save.kind === 'failed') throw new ServerRefused(save.reason, 503);
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new ServerRefused('The job could not be saved in time. Try again.', 503);
}
