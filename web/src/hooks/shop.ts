'use client';

import { houseShop } from '@needlefile/core/shop/house';
import type { Shop } from '@needlefile/core/shop/shop';
import { useQuery } from '@tanstack/react-query';
import { ask } from '@/api/ask';
import type { KeptShop } from '@/api/kept-shop';

const UNCHANGED: KeptShop = { revision: 0, shop: houseShop };
export const SHOP_KEY = ['shop'];

/** Asked for by all at once, and answered once. */
const useShopQuery = () =>
  useQuery({ queryKey: SHOP_KEY, queryFn: () => ask<KeptShop>('/api/shop'), staleTime: 60_000 });

/** Machines, materials and limits. Until they are fetched, and where nobody changed them, the house's own. */
export function useKeptShop(): KeptShop {
  return useShopQuery().data ?? UNCHANGED;
}

export const useShop = (): Shop => useKeptShop().shop;

/** The same for what must not be computed by limits of another shop first: null until the server has answered. */
export function useAnsweredShop(): Shop | null {
  const { data, isFetching, failureCount } = useShopQuery();
  return data?.shop ?? (isFetching && failureCount === 0 ? null : houseShop);
}
