'use client';

import { applyPatch, type RecipePatch } from '@needlefile/core/recipe/patch';
import type { Recipe } from '@needlefile/core/recipe/schema';
import { applyPatches, enablePatches, produceWithPatches, type Draft, type Patch } from 'immer';
import { createContext, useContext } from 'react';
import { createStore, useStore, type StoreApi } from 'zustand';
import type { JobDetail } from '@/api/job-types';

enablePatches();

/** One step of the history: what was done, and how to do and undo it. */
interface Change {
  readonly label: string;
  readonly patches: readonly Patch[];
  readonly inverse: readonly Patch[];
  readonly at: number;
  /** The drag that it belongs to. */
  readonly gesture?: object | undefined;
}

export type SaveState =
  | { readonly kind: 'saved'; readonly at: string }
  | { readonly kind: 'unsaved' | 'saving' }
  /** No answer, or the database is gone: tried again by itself. */
  | { readonly kind: 'failed'; readonly reason: string }
  /** The server will not take the recipe as it is. */
  | { readonly kind: 'refused'; readonly problems: readonly string[] }
  /** The job was deleted elsewhere. */
  | { readonly kind: 'gone' }
  | { readonly kind: 'conflict'; readonly current: JobDetail };

export interface JobState {
  readonly id: string;
  /** The revision that the recipe builds on. */
  readonly revision: number;
  readonly recipe: Recipe;
  readonly save: SaveState;
  readonly past: readonly Change[];
  readonly future: readonly Change[];
  /**
   * Changes the recipe. Changes of one label in quick succession, or of one gesture, become one step of the history.
   */
  readonly edit: (label: string, change: (recipe: Draft<Recipe>) => void, gesture?: object) => void;
  /** Puts another recipe made of this one in its place; as with `edit`, what belongs together becomes one step. */
  readonly change: (label: string, next: (recipe: Recipe) => Recipe, gesture?: object) => void;
  readonly mend: (label: string, patch: RecipePatch) => void;
  /** Puts another recipe in place of this one, as a step that can be undone. */
  readonly replace: (label: string, recipe: Recipe) => void;
  readonly undo: () => void;
  readonly redo: () => void;
}

export type JobStore = StoreApi<JobState>;

/** Typing within this time is one step, ms. */
const ONE_STEP = 1200;
const LONGEST_HISTORY = 500;

export function createJobStore(job: JobDetail, recipe: Recipe): JobStore {
  return createStore<JobState>((set, get) => {
    const record = (
      label: string,
      next: Recipe,
      patches: readonly Patch[],
      inverse: readonly Patch[],
      gesture?: object,
    ) => {
      if (patches.length === 0) return;
      const { past } = get();
      const last = past.at(-1);
      const now = Date.now();
      const joins =
        last?.label === label &&
        (gesture ? last.gesture === gesture : now - last.at < ONE_STEP) &&
        get().future.length === 0;
      const change: Change = joins
        ? { label, patches: [...last.patches, ...patches], inverse: [...inverse, ...last.inverse], at: now, gesture }
        : { label, patches, inverse, at: now, gesture };
      set({ recipe: next, past: [...(joins ? past.slice(0, -1) : past), change].slice(-LONGEST_HISTORY), future: [] });
    };
    return {
      id: job.id,
      revision: job.revision,
      recipe,
      save: { kind: 'saved', at: job.updatedAt },
      past: [],
      future: [],
      edit: (label, change, gesture) => {
        const [next, patches, inverse] = produceWithPatches(get().recipe, (draft) => void change(draft));
        record(label, next, patches, inverse, gesture);
      },
      change: (label, next, gesture) => {
        const changed = next(get().recipe);
        get().edit(
          label,
          (draft) => {
            for (const key of Object.keys(changed) as (keyof Recipe)[])
              if (changed[key] !== get().recipe[key]) (draft as Record<string, unknown>)[key] = changed[key];
          },
          gesture,
        );
      },
      mend: (label, patch) => {
        let mended: Recipe;
        try {
          mended = applyPatch(get().recipe, patch);
        } catch {
          // It was offered for what has changed since; the findings of what there is now are on their way.
          return;
        }
        get().replace(label, mended);
      },
      replace: (label, recipe) => {
        const [next, patches, inverse] = produceWithPatches(get().recipe, () => recipe);
        // A whole replacement is never part of another step.
        record(`${label}\u0000${Date.now()}`, next, patches, inverse);
      },
      undo: () => {
        const { past, future, recipe } = get();
        const change = past.at(-1);
        if (change)
          set({ recipe: applyPatches(recipe, change.inverse), past: past.slice(0, -1), future: [...future, change] });
      },
      redo: () => {
        const { past, future, recipe } = get();
        const change = future.at(-1);
        if (change)
          set({
            recipe: applyPatches(recipe, change.patches),
            past: [...past, { ...change, at: 0 }],
            future: future.slice(0, -1),
          });
      },
    };
  });
}

/** What a step is called on the screen. */
export const changeName = (change: { readonly label: string } | undefined): string =>
  change?.label.split('\u0000')[0] ?? '';

export const JobStoreContext = createContext<JobStore | null>(null);

/** The open job; only inside a workbench. */
export function useJob<T>(select: (state: JobState) => T): T {
  return useStore(useJobStore(), select);
}

export function useJobStore(): JobStore {
  const store = useContext(JobStoreContext);
  if (!store) throw new Error('useJob outside a workbench');
  return store;
}
