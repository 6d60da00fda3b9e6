'use client';

import { CATALOGUE } from '@needlefile/faces/catalogue';
import { useQuery } from '@tanstack/react-query';
import { ask } from '@/api/ask';
import type { BroughtFace } from '@/api/brought-face';

/** A face to choose: of the wall, or brought. */
export interface ChoosableFace {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
  /** null for those of the wall. */
  readonly brought: BroughtFace | null;
}

export const FONTS_KEY = ['fonts'];

/** Every face there is, brought ones first. */
export function useFaces(): readonly ChoosableFace[] {
  const { data } = useQuery({
    queryKey: FONTS_KEY,
    queryFn: () => ask<BroughtFace[]>('/api/fonts'),
    staleTime: 60_000,
  });
  return [
    ...(data ?? []).map((brought): ChoosableFace => ({
      id: brought.id,
      name: brought.facts.name,
      kind: 'brought',
      brought,
    })),
    ...CATALOGUE.map(({ id, name, kind }): ChoosableFace => ({ id, name, kind, brought: null })),
  ];
}
