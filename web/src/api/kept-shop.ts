import type { Shop } from '@needlefile/core/shop/shop';

/** The shop's settings and the revision they are at; 0 before anybody changed them. */
export interface KeptShop {
  readonly revision: number;
  readonly shop: Shop;
}
