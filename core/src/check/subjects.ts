import type { Arrangement } from '../construct/arrangement.ts';
import type { Construction } from '../construct/construct.ts';
import type { Bounds } from '../geometry/bounds.ts';
import type { Hold } from '../hold/hold.ts';
import type { PartPoints } from '../hold/joins/points.ts';
import type { Piece } from '../hold/pieces.ts';
import type { Letter, Lettering } from '../lettering/layout.ts';
import type { Counter } from '../measure/counters.ts';
import type { Neck } from '../measure/necks.ts';
import type { Speck } from '../measure/specks.ts';
import type { Thickness } from '../measure/thickness.ts';
import type { Drawing, Operation } from '../operations/operations.ts';
import type { IslandId } from '../recipe/identity.ts';
import type { Recipe } from '../recipe/schema.ts';
import type { PlainLimits } from '../shop/limits.ts';
import type { Machine, Material } from '../shop/shop.ts';
import type { Finding } from './finding.ts';

/** Looks at a job, and tells what it finds. */
export type Rule<Subject> = (subject: Subject) => readonly Finding[];

/** What was built, as rules look at it. */
export interface BuiltSubject {
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

/** What measuring found, as rules look at it. */
export interface MeasuredSubject {
  readonly recipe: Recipe;
  readonly machine: Machine;
  readonly material: Material;
  readonly letters: readonly Letter[];
  readonly capHeight: number;
  readonly thickness: Thickness;
  readonly gaps: Thickness;
  readonly necks: readonly Neck[];
  readonly hold: Hold;
  readonly islandHolds: readonly { readonly island: IslandId; readonly width: number | null; readonly place: Bounds }[];
  readonly points: readonly PartPoints[];
  readonly counters: readonly Counter[];
  readonly specks: readonly Speck[];
  /** What things are held against. */
  readonly limits: PlainLimits;
}
