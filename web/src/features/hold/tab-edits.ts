'use client';

import type { Picture } from '@needlefile/core/build/picture';
import { useMemo } from 'react';
import { useJobStore, type JobStore } from '../workbench/job-store';
import { tidyShare } from './tidy-share';

/**
 * What can be done to single tabs, by their number in the picture: each fixes its part's tabs where they are, and then
 * changes one.
 */
export interface TabEdits {
  readonly slide: (n: number, at: number, gesture?: object) => void;
  readonly remove: (n: number) => void;
  readonly placeAgain: () => void;
}

export function useTabEdits(picture: Picture | null): TabEdits {
  const store = useJobStore();
  return useMemo(() => tabEdits(store, picture), [store, picture]);
}

export function tabEdits(store: JobStore, picture: Picture | null): TabEdits {
  const edit = store.getState().edit;
  const change = (label: string, n: number, set: (shares: number[], index: number) => void, gesture?: object) =>
    edit(
      label,
      (recipe) => {
        const tab = picture?.tabs[n];
        if (!tab) return;
        const own = picture.tabs.filter(({ part }) => part === tab.part);
        const shares = own.map(({ at }) => tidyShare(at));
        set(shares, own.indexOf(tab));
        recipe.hold.tabs.byHand[tab.part] = shares;
      },
      gesture,
    );
  return {
    slide: (n, at, gesture) => change('Slide a tab', n, (shares, i) => void (shares[i] = tidyShare(at)), gesture),
    remove: (n) => change('Take a tab out', n, (shares, i) => void shares.splice(i, 1)),
    placeAgain: () => edit('Place tabs again', (recipe) => void (recipe.hold.tabs.byHand = {})),
  };
}
