'use client';

import { followLetters } from '@needlefile/core/recipe/edits/words';
import { itemOf } from '@needlefile/core/recipe/identity';
import type { Recipe } from '@needlefile/core/recipe/schema';
import { useEffect } from 'react';
import { chosenIn } from './chosen';
import { useJobStore } from './job-store';
import { useView } from './view-store';

/** The letter in hand stays in hand where it is now, when its words change: typed, undone or put back. */
export function useLetterFollowsWords(): void {
  const store = useJobStore();
  useEffect(
    () =>
      store.subscribe(({ recipe }, { recipe: before }) => {
        const { letter } = useView.getState();
        if (letter === null || recipe === before) return;
        const [words, last] = [wordsOf(recipe, letter), wordsOf(before, letter)];
        if (words !== null && last !== null && words !== last)
          useView.setState({ letter: followLetters(last, words)(letter) });
      }),
    [store],
  );
}

/** The words that a letter of the thing in hand is of. */
function wordsOf(recipe: Recipe, letter: string): string | null {
  const item = chosenIn(recipe, useView.getState()).thing.items.find(({ id }) => id === itemOf(letter));
  return item?.kind === 'lettering' ? item.words : null;
}
