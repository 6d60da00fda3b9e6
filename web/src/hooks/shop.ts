'use client';

import { houseShop } from '@needlefile/core/shop/house';
import type { Shop } from '@needlefile/core/shop/shop';
import { useQuery } from '@tanstack/react-query';
import { ask } from '@/api/ask';
import type { KeptShop } from '@/api/kept-shop';

const UNCHANGED: KeptShop = { revision: 0, shop: houseShop };
export const SHOP_KEY = ['shop'];

/** Machines, materials and limits. Until they are fetched, and where nobody changed them, the house's own. */
export function useKeptShop(): KeptShop {
  const { data } = useQuery({ queryKey: SHOP_KEY, queryFn: () => ask<KeptShop>('/api/shop'), staleTime: 60_000 });
  return data ?? UNCHANGED;
}

export const useShop = (): Shop => useKeptShop().shop;
