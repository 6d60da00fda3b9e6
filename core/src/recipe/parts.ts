import type { Recipe } from './schema.ts';

/** Parts of a recipe by name, for stages that are given one and see no more. */

export type Sheet = Recipe['sheet'];
export type Plate = Recipe['plate'];
export type Rail = NonNullable<Recipe['rail']>;
export type Thickening = Recipe['lettering']['thicken'];
export type Relief = Recipe['relief'];
export type Backer = Recipe['backer'];
export type CouponPlan = NonNullable<Recipe['coupon']>;
export type WorkOrder = Recipe['workOrder'];
export type { Assignment, Step } from './schema.ts';
