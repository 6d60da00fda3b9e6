import type { Recipe } from '@needlefile/core/recipe/schema';

/** Work not yet on the server, kept in this browser: by job and by the tab it was done in. */
export interface Draft {
  /** The revision that it builds on. */
  readonly base: number;
  readonly recipe: Recipe;
  /** When it was kept, ms since 1970. */
  readonly at: number;
}

/** A draft, and what it is kept under. */
export interface KeptDraft extends Draft {
  readonly tab: string;
}

const prefixOf = (job: string): string => `needlefile.draft.${job}.`;

export function keepDraft(job: string, tab: string, draft: Omit<Draft, 'at'>): void {
  try {
    localStorage.setItem(prefixOf(job) + tab, JSON.stringify({ ...draft, at: Date.now() } satisfies Draft));
  } catch {
    // A full or closed store must not stop the work; the server save still goes on.
  }
}

export function dropDraft(job: string, tab: string): void {
  try {
    localStorage.removeItem(prefixOf(job) + tab);
  } catch {
    // As above.
  }
}

/** Every draft of a job, the newest first. What cannot be read is left alone. */
export function draftsOf(job: string): KeptDraft[] {
  const drafts: KeptDraft[] = [];
  try {
    for (let i = 0; i < localStorage.length; i++) {
      const key = localStorage.key(i)!;
      if (!key.startsWith(prefixOf(job))) continue;
      const draft = readDraft(localStorage.getItem(key));
      if (draft) drafts.push({ ...draft, tab: key.slice(prefixOf(job).length) });
    }
  } catch {
    // A closed store has none.
  }
  return drafts.sort((a, b) => b.at - a.at);
}

function readDraft(text: string | null): Draft | null {
  try {
    const draft = JSON.parse(text ?? 'null') as Draft | null;
    return draft && typeof draft.base === 'number' ? { ...draft, at: draft.at ?? 0 } : null;
  } catch {
    return null;
  }
}
