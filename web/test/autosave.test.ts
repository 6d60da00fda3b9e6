import { readRecipe } from '@needlefile/core/recipe/read';
import type { Recipe } from '@needlefile/core/recipe/schema';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { readDraft, saveNow, startAutosave } from '../src/features/workbench/autosave';
import { createJobStore } from '../src/features/workbench/job-store';

const recipe = (readRecipe({ make: 'cut-through', lettering: { words: 'FENNY' } }) as { recipe: Recipe }).recipe;

/** A server that answers as the test says, and what it was asked. */
function server() {
  const asked: { base: number; words: string }[] = [];
  let answer: (base: number) => { status: number; body: unknown } = (base) => ({
    status: 200,
    body: { revision: base + 1, updatedAt: '2026-01-01T00:00:00Z' },
  });
  vi.stubGlobal('fetch', (_path: string, { body }: { body: string }) => {
    const { base, recipe: sent } = JSON.parse(body) as { base: number; recipe: Recipe };
    asked.push({ base, words: sent.lettering.words });
    const { status, body: json } = answer(base);
    return status === 0
      ? Promise.reject(new TypeError('no network'))
      : Promise.resolve({ ok: status < 300, status, json: () => Promise.resolve(json) });
  });
  return { asked, answers: (next: typeof answer) => void (answer = next) };
}

describe('saving by itself', () => {
  let kept: Map<string, string>;
  beforeEach(() => {
    vi.useFakeTimers();
    kept = new Map();
    vi.stubGlobal('localStorage', {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => void kept.set(key, value),
      removeItem: (key: string) => void kept.delete(key),
    });
    vi.stubGlobal('window', new EventTarget());
    vi.stubGlobal('document', Object.assign(new EventTarget(), { visibilityState: 'visible' }));
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  const open = () => {
    const store = createJobStore({ id: 'a', revision: 4, updatedAt: '2026-01-01T00:00:00Z', recipe }, recipe);
    const type = (words: string) => store.getState().edit('Words', (draft) => void (draft.lettering.words = words));
    return { store, type, end: startAutosave(store) };
  };

  it('saves once the hand rests, on top of the revision it knows, and keeps no draft of what is saved', async () => {
    const { asked } = server();
    const { store, type } = open();
    for (const words of ['F', 'FE', 'FER']) type(words);
    expect(readDraft('a')).toMatchObject({ base: 4, recipe: { lettering: { words: 'FER' } } });
    expect(asked).toEqual([]);
    await vi.advanceTimersByTimeAsync(800);
    expect(asked).toEqual([{ base: 4, words: 'FER' }]);
    expect(store.getState()).toMatchObject({ revision: 5, save: { kind: 'saved' } });
    expect(readDraft('a')).toBeNull();
  });

  it('saves again what was typed while a save was under way', async () => {
    const { asked, answers } = server();
    const { store, type } = open();
    answers((base) => {
      if (base === 4) type('FERNY');
      return { status: 200, body: { revision: base + 1, updatedAt: '2026-01-01T00:00:00Z' } };
    });
    type('FERN');
    await vi.advanceTimersByTimeAsync(3000);
    expect(asked).toEqual([
      { base: 4, words: 'FERN' },
      { base: 5, words: 'FERNY' },
    ]);
    expect(store.getState().save.kind).toBe('saved');
  });

  it.each([
    ['no answer', 0],
    ['the database gone', 503],
  ])('with %s: keeps the work, says so, and tries again until it is saved', async (_, status) => {
    const { asked, answers } = server();
    const { store, type } = open();
    answers(() => ({ status, body: { error: 'The database does not answer.' } }));
    type('FERNY');
    await vi.advanceTimersByTimeAsync(800);
    expect(store.getState().save.kind).toBe('failed');
    expect(readDraft('a')?.recipe.lettering.words).toBe('FERNY');
    await expect(saveNow(store)).rejects.toThrow();
    await vi.advanceTimersByTimeAsync(8000);
    expect(asked.length).toBeGreaterThan(2);
    answers((base) => ({ status: 200, body: { revision: base + 1, updatedAt: '2026-01-01T00:00:00Z' } }));
    await vi.advanceTimersByTimeAsync(31_000);
    expect(store.getState()).toMatchObject({ revision: 5, save: { kind: 'saved' } });
    expect(readDraft('a')).toBeNull();
  });

  it('does not send a refused recipe again and again', async () => {
    const { asked, answers } = server();
    const { type } = open();
    answers(() => ({ status: 400, body: { error: 'The cap height must be above 0.' } }));
    type('FERNY');
    await vi.advanceTimersByTimeAsync(120_000);
    expect(asked).toHaveLength(1);
  });

  it('stops at another person’s save, with both versions there to choose from', async () => {
    const { asked, answers } = server();
    const { store, type } = open();
    const current = { id: 'a', revision: 9, recipe: { lettering: { words: 'THEIRS' } } };
    answers(() => ({ status: 409, body: { error: 'Saved by someone else.', current } }));
    type('OURS');
    await vi.advanceTimersByTimeAsync(800);
    type('OURS TOO');
    await vi.advanceTimersByTimeAsync(60_000);
    expect(asked).toHaveLength(1);
    expect(store.getState().save).toEqual({ kind: 'conflict', current });
    expect(readDraft('a')?.recipe.lettering.words).toBe('OURS TOO');
  });

  it('goes on where the browser keeps nothing', async () => {
    const { asked } = server();
    vi.stubGlobal('localStorage', {
      getItem: () => '{broken',
      setItem: () => {
        throw new Error('full');
      },
      removeItem: () => {},
    });
    const { store, type } = open();
    expect(readDraft('a')).toBeNull();
    type('FERNY');
    await vi.advanceTimersByTimeAsync(800);
    expect(asked).toHaveLength(1);
    expect(store.getState().save.kind).toBe('saved');
  });

  it('saves what is left when the job is closed', async () => {
    const { asked } = server();
    const { type, end } = open();
    type('FERNY');
    end();
    await vi.advanceTimersByTimeAsync(5000);
    expect(asked).toEqual([{ base: 4, words: 'FERNY' }]);
  });
});
