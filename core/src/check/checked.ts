import type { Arrangement } from '../construct/arrangement.ts';
import type { Construction } from '../construct/construct.ts';
import type { Hold } from '../hold/hold.ts';
import type { Piece } from '../hold/pieces.ts';
import type { Lettering } from '../lettering/layout.ts';
import type { Drawing, Operation } from '../operations/operations.ts';
import type { Recipe } from '../recipe/schema.ts';
import type { Machine, Material } from '../shop/shop.ts';

/** All that the shop check looks at. */
export interface Checked {
  readonly recipe: Recipe;
  readonly machine: Machine;
  readonly machineKnown: boolean;
  readonly material: Material;
  readonly materialKnown: boolean;
  readonly faceKnown: boolean;
  readonly lettering: Lettering;
  readonly arrangement: Arrangement;
  readonly construction: Construction;
  readonly hold: Hold;
  readonly pieces: readonly Piece[];
  readonly drawing: Drawing;
  readonly operations: readonly Operation[];
}
