'use client';

import { createContext, use } from 'react';

/** What the server refused: why, by where it stands in the recipe, as in `plate.width`. */
export type Refusals = ReadonlyMap<string, string>;

export const RefusedContext = createContext<Refusals>(new Map());

/** Why the server refuses what a field holds; null where it does not. */
export function useRefused(at: string | undefined): string | null {
  const refusals = use(RefusedContext);
  return (at !== undefined && refusals.get(at)) || null;
}
