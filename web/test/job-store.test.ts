import { usualRail } from '@needlefile/core/recipe/edits/rail';
import { readRecipe } from '@needlefile/core/recipe/read';
import type { Recipe } from '@needlefile/core/recipe/schema';
import fc from 'fast-check';
import { describe, expect, it, vi } from 'vitest';
import { createJobStore } from '../src/job/job-store.ts';
import { letteringOf, thingOf } from './lettered.ts';

const read = readRecipe({ make: 'cut-through', lettering: { words: 'FENNY' } });
const recipe = (read as { recipe: Recipe }).recipe;
const freshStore = () => createJobStore({ id: 'a', revision: 1, updatedAt: '2026-01-01T00:00:00Z', recipe }, recipe);

const step = fc.oneof(
  fc.record({ kind: fc.constant('words' as const), value: fc.string({ maxLength: 8 }) }),
  fc.record({ kind: fc.constant('width' as const), value: fc.integer({ min: 1, max: 50 }) }),
  fc.record({ kind: fc.constant('rail' as const), value: fc.constantFrom(null, { ...usualRail(40), height: 3 }) }),
  fc.record({ kind: fc.constant('mend' as const), value: fc.integer({ min: 1, max: 50 }) }),
);

describe('the history of an open job', () => {
  it('undoes back to the beginning and redoes to the end, whatever was done and however fast', () => {
    vi.useFakeTimers();
    fc.assert(
      fc.property(fc.array(fc.tuple(step, fc.integer({ min: 0, max: 3000 })), { maxLength: 12 }), (steps) => {
        const store = freshStore();
        const { edit, mend, undo, redo } = store.getState();
        for (const [change, pause] of steps) {
          vi.advanceTimersByTime(pause);
          if (change.kind === 'words') edit('Words', (draft) => void (letteringOf(draft).words = change.value));
          else if (change.kind === 'width')
            edit('Width', (draft) => void (thingOf(draft).hold.bridges.width = change.value));
          else if (change.kind === 'rail') edit('Rail', (draft) => void (thingOf(draft).rail = change.value));
          else mend('Use a wider bridge', [{ path: ['hold', 'bridges', 'width'], value: change.value }]);
        }
        const end = store.getState().recipe;
        const count = store.getState().past.length;
        for (let i = 0; i < count; i++) undo();
        expect(store.getState().recipe).toEqual(recipe);
        expect(store.getState().past).toEqual([]);
        for (let i = 0; i < count; i++) redo();
        expect(store.getState().recipe).toEqual(end);
      }),
    );
    vi.useRealTimers();
  });

  it('makes typing one step, and a pause or another field the next', () => {
    vi.useFakeTimers();
    const store = freshStore();
    const { edit } = store.getState();
    for (const words of ['L', 'LO', 'LOA', 'LOAD']) {
      edit('Words', (draft) => void (letteringOf(draft).words = words));
      vi.advanceTimersByTime(200);
    }
    expect(store.getState().past).toHaveLength(1);
    vi.advanceTimersByTime(2000);
    edit('Words', (draft) => void (letteringOf(draft).words = 'LOAD 8'));
    edit('Face', (draft) => void (letteringOf(draft).face = 'marcellus'));
    expect(store.getState().past).toHaveLength(3);
    vi.useRealTimers();
  });

  it('forgets the way forward once something else is done, and keeps nothing for no change', () => {
    const store = freshStore();
    const { edit, undo } = store.getState();
    edit('Words', (draft) => void (letteringOf(draft).words = 'A'));
    undo();
    edit('Words', (draft) => void (letteringOf(draft).words = letteringOf(recipe).words));
    expect(store.getState().future).toHaveLength(1);
    edit('Face', (draft) => void (letteringOf(draft).face = 'marcellus'));
    expect(store.getState().future).toEqual([]);
  });
});
