'use client';

import { create } from 'zustand';

/** What of the screen is folded away, remembered in this browser. */
interface Folded {
  readonly check: boolean;
}

const KEY = 'needlefile folded';
/** From this width on there is room for the whole check beside the bed, px. */
const ROOMY = 1500;

function remembered(): Folded {
  if (typeof window === 'undefined') return { check: false };
  try {
    const kept = window.localStorage.getItem(KEY);
    if (kept === 'check' || kept === 'none') return { check: kept === 'check' };
  } catch {
    // A browser that keeps nothing has the usual.
  }
  return { check: window.innerWidth < ROOMY };
}

export const useFolded = create<Folded>(remembered);

export function foldCheck(check: boolean): void {
  useFolded.setState({ check });
  try {
    window.localStorage.setItem(KEY, check ? 'check' : 'none');
  } catch {
    // As it is until the page is left.
  }
}
