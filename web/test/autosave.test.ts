import { readRecipe } from '@needlefile/core/recipe/read';
import type { Recipe } from '@needlefile/core/recipe/schema';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { saveNow, startAutosave } from '../src/job/autosave';
import { draftsOf, keepDraft } from '../src/job/drafts';
import { createJobStore } from '../src/job/job-store';
import { letteringOf } from './lettered.ts';

const recipe = (readRecipe({ make: 'cut-through', lettering: { words: 'FENNY' } }) as { recipe: Recipe }).recipe;

/** Stands for a server that takes the question and never answers. */
const NEVER = -1;
/** Stands for an answer of which nothing but its head arrives. */
const CUT = null;

/** A server that answers as the test says, and what it was asked. */
function server() {
  const asked: { base: number; words: string }[] = [];
  let answer: (base: number) => { status: number; body: unknown } = (base) => ({
    status: 200,
    body: { revision: base + 1, updatedAt: '2026-01-01T00:00:00Z' },
  });
  vi.stubGlobal('fetch', (_path: string, { body, signal }: { body: string; signal: AbortSignal }) => {
    const { base, recipe: sent } = JSON.parse(body) as { base: number; recipe: Recipe };
    asked.push({ base, words: letteringOf(sent).words });
    const { status, body: json } = answer(base);
    if (status === NEVER)
      return new Promise((_, reject) => signal.addEventListener('abort', () => reject(new Error('aborted'))));
    return status === 0
      ? Promise.reject(new TypeError('no network'))
      : Promise.resolve({
          ok: status < 300,
          status,
          json: () => (json === CUT ? Promise.reject(new Error('cut')) : Promise.resolve(json)),
        });
  });
  return { asked, answers: (next: typeof answer) => void (answer = next) };
}

describe('saving by itself', () => {
  let kept: Map<string, string>;
  beforeEach(() => {
    vi.useFakeTimers();
    vi.spyOn(AbortSignal, 'timeout').mockImplementation((ms) => {
      const controller = new AbortController();
      setTimeout(() => controller.abort(), ms);
      return controller.signal;
    });
    kept = new Map();
    vi.stubGlobal('localStorage', {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => void kept.set(key, value),
      removeItem: (key: string) => void kept.delete(key),
      key: (i: number) => [...kept.keys()][i] ?? null,
      get length() {
        return kept.size;
      },
    });
    vi.stubGlobal('window', new EventTarget());
    vi.stubGlobal('document', Object.assign(new EventTarget(), { visibilityState: 'visible' }));
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
    vi.restoreAllMocks();
  });

  const open = (tab = 'one') => {
    const store = createJobStore({ id: 'a', revision: 4, updatedAt: '2026-01-01T00:00:00Z', recipe }, recipe);
    const type = (words: string) => store.getState().edit('Words', (draft) => void (letteringOf(draft).words = words));
    return { store, type, end: startAutosave(store, tab) };
  };

  it('saves once the hand rests, on top of the revision it knows, and keeps no draft of what is saved', async () => {
    const { asked } = server();
    const { store, type } = open();
    for (const words of ['F', 'FE', 'FER']) type(words);
    expect(draftsOf('a')[0]).toMatchObject({ base: 4, recipe: { assemblies: [{ items: [{ words: 'FER' }] }] } });
    expect(asked).toEqual([]);
    await vi.advanceTimersByTimeAsync(800);
    expect(asked).toEqual([{ base: 4, words: 'FER' }]);
    expect(store.getState()).toMatchObject({ revision: 5, save: { kind: 'saved' } });
    expect(draftsOf('a')).toEqual([]);
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
    expect(letteringOf(draftsOf('a')[0]!.recipe).words).toBe('FERNY');
    await expect(saveNow(store)).rejects.toThrow();
    await vi.advanceTimersByTimeAsync(8000);
    expect(asked.length).toBeGreaterThan(2);
    answers((base) => ({ status: 200, body: { revision: base + 1, updatedAt: '2026-01-01T00:00:00Z' } }));
    await vi.advanceTimersByTimeAsync(31_000);
    expect(store.getState()).toMatchObject({ revision: 5, save: { kind: 'saved' } });
    expect(draftsOf('a')).toEqual([]);
  });

  it.each([
    ['is cut off', { status: 200, body: CUT }],
    ['never comes', { status: NEVER, body: null }],
  ])('asks again where the answer %s', async (_, lost) => {
    const { asked, answers } = server();
    const { store, type } = open();
    answers(() => lost);
    type('FERNY');
    await vi.advanceTimersByTimeAsync(21_000);
    expect(store.getState().save.kind).not.toBe('saved');
    answers((base) => ({ status: 200, body: { revision: base + 1, updatedAt: '2026-01-01T00:00:00Z' } }));
    await vi.advanceTimersByTimeAsync(40_000);
    expect(asked.length).toBeGreaterThan(1);
    expect(new Set(asked.map(({ base }) => base))).toEqual(new Set([4]));
    expect(store.getState()).toMatchObject({ revision: 5, save: { kind: 'saved' } });
  });

  it.each([
    [400, { kind: 'refused', problems: ['assemblies.0.items.0.size.value: must be 3 mm or more'] }],
    [404, { kind: 'gone' }],
  ] as const)('tells a %d as what it is and does not send it again', async (status, told) => {
    const { asked, answers } = server();
    const { store, type } = open();
    answers(() => ({
      status,
      body: { error: 'No.', problems: ['assemblies.0.items.0.size.value: must be 3 mm or more'] },
    }));
    type('FERNY');
    await vi.advanceTimersByTimeAsync(120_000);
    expect(asked).toHaveLength(1);
    expect(store.getState().save).toEqual(told);
    expect(letteringOf(draftsOf('a')[0]!.recipe).words).toBe('FERNY');
  });

  it('keeps each tab’s work apart: the save of one leaves the draft of another', async () => {
    server();
    const one = open('one');
    keepDraft('a', 'two', { base: 4, recipe });
    one.type('FIRST');
    await vi.advanceTimersByTimeAsync(800);
    expect(one.store.getState().save.kind).toBe('saved');
    expect(draftsOf('a').map(({ tab, recipe: kept }) => [tab, letteringOf(kept).words])).toEqual([['two', 'FENNY']]);
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
    expect(letteringOf(draftsOf('a')[0]!.recipe).words).toBe('OURS TOO');
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
    expect(draftsOf('a')).toEqual([]);
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
