import type { CouponOf, Made, Recipe } from '@needlefile/core/recipe/schema';

/** Room round a coupon, mm. */
const MARGIN = 5;

/** A job of a test coupon alone: the thing that it shows is kept in it, and not laid on the sheet. */
export function couponJob(recipe: Recipe, thing: Made, places: Pick<CouponOf, 'windows' | 'frame'>): Recipe {
  const id = thing.id === 'coupon' ? 'coupon-1' : 'coupon';
  const usual = {
    name: null,
    place: null,
    turn: 0,
    copies: 1,
    inRow: null,
    hidden: false,
    lineOrder: {},
    first: false,
  };
  const coupon: CouponOf = { id, ...usual, make: 'coupon', of: thing.id, ...places };
  const shown: Made = { ...thing, hidden: true };
  return {
    ...recipe,
    name: `${recipe.name.slice(0, 100)}, test coupon`,
    sheet: { ...recipe.sheet, width: null, height: null, margin: MARGIN },
    assemblies: [shown, coupon],
  };
}
