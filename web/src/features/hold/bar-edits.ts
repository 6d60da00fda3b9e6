'use client';

import type { Picture } from '@needlefile/core/build/picture';
import { useMemo } from 'react';
import { useJobStore, type JobStore } from '../workbench/job-store';

/** What can be done to bars between letters. */
export interface BarEdits {
  /** Adds a bar where a place on the sheet (mm, y down) lies between two letters of a line; false where it does not. */
  readonly addAt: (x: number, y: number) => boolean;
  readonly setHeight: (letter: string, index: number, height: number) => void;
  readonly remove: (letter: string, index: number) => void;
}

export function useBarEdits(picture: Picture | null): BarEdits {
  const store = useJobStore();
  return useMemo(() => barEdits(store, picture), [store, picture]);
}

export function barEdits(store: JobStore, picture: Picture | null): BarEdits {
  const edit = store.getState().edit;
  return {
    addAt: (x, y) => {
      const letters = picture?.letters ?? [];
      const middle = ({ bounds }: (typeof letters)[number]) => (bounds.minX + bounds.maxX) / 2;
      const before = letters
        .filter(
          (letter) =>
            middle(letter) < x &&
            y > letter.bounds.minY - letter.capHeight &&
            y < letter.bounds.maxY + letter.capHeight,
        )
        .sort((a, b) => middle(b) - middle(a))[0];
      if (!before || !letters.some((letter) => letter.line === before.line && middle(letter) > x)) return false;
      const height = Number(((before.baseline - y) / before.capHeight).toFixed(3));
      if (height < -2 || height > 3) return false;
      edit(
        'Draw a bar',
        (recipe) =>
          void (recipe.hold.joins.bars[before.id] = [...(recipe.hold.joins.bars[before.id] ?? []), height].slice(0, 6)),
      );
      return true;
    },
    setHeight: (letter, index, height) =>
      edit('Height of a bar', (recipe) => void (recipe.hold.joins.bars[letter]![index] = height)),
    remove: (letter, index) =>
      edit('Take a bar out', (recipe) => {
        const { bars } = recipe.hold.joins;
        bars[letter]!.splice(index, 1);
        if (bars[letter]!.length === 0) delete bars[letter];
      }),
  };
}
