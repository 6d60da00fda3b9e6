import type { Bounds } from '../geometry/bounds.ts';
import type { Counter } from '../measure/counters.ts';
import type { Hold } from '../hold/hold.ts';
import type { PartPoints } from '../hold/joins/points.ts';
import type { Neck } from '../measure/necks.ts';
import type { Speck } from '../measure/specks.ts';
import type { Thickness } from '../measure/thickness.ts';
import type { Letter } from '../lettering/layout.ts';
import type { Recipe } from '../recipe/schema.ts';
import type { HouseLimits, Machine, Material } from '../shop/shop.ts';

/** What things are held against when they are measured, mm. */
export type MeasuredLimits = Readonly<Record<keyof HouseLimits, number>>;

/** What measuring found, as the check looks at it. */
export interface MeasuredJob {
  readonly recipe: Recipe;
  readonly machine: Machine;
  readonly material: Material;
  readonly letters: readonly Letter[];
  readonly capHeight: number;
  readonly thickness: Thickness;
  readonly gaps: Thickness;
  readonly necks: readonly Neck[];
  readonly hold: Hold;
  readonly islandHolds: readonly { readonly island: string; readonly width: number | null; readonly place: Bounds }[];
  readonly points: readonly PartPoints[];
  readonly counters: readonly Counter[];
  readonly specks: readonly Speck[];
  readonly limits: MeasuredLimits;
}
