import type { Recipe } from '@needlefile/core/recipe/schema';
import type { Shop } from '@needlefile/core/shop/shop';

/** All that a build is made of; the face's bytes are undefined where it is not here. */
export interface BuildOrder {
  readonly recipe: Recipe;
  readonly shop: Shop;
  readonly faceBytes: Uint8Array | undefined;
}
