import type { Recipe } from '@needlefile/core/recipe/schema';
import type { Shop } from '@needlefile/core/shop/shop';

/** All that a build is made of, with the bytes of those of its faces and files that are here. */
export interface BuildOrder {
  readonly recipe: Recipe;
  readonly shop: Shop;
  readonly faces: Readonly<Record<string, Uint8Array>>;
  readonly artworks: Readonly<Record<string, Uint8Array>>;
}
