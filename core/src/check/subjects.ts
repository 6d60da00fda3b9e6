import type { AssemblyBuild, ItemBuild } from '../assembly/build-assembly.ts';
import type { Bounds } from '../geometry/bounds.ts';
import type { Hold } from '../hold/hold.ts';
import type { PartPoints } from '../hold/joins/points.ts';
import type { Letter, Lettering } from '../lettering/layout.ts';
import type { Counter } from '../measure/counters.ts';
import type { Neck } from '../measure/necks.ts';
import type { Speck } from '../measure/specks.ts';
import type { Thickness } from '../measure/thickness.ts';
import type { Operation } from '../operations/operations.ts';
import type { LineKind } from '../recipe/parts.ts';
import type { IslandId } from '../recipe/identity.ts';
import type { LetteringItem, Made, Recipe, Role } from '../recipe/schema.ts';
import type { Placement } from '../sheet/placement.ts';
import type { PlainLimits } from '../shop/limits.ts';
import type { Machine, Material } from '../shop/shop.ts';
import type { Finding } from './finding.ts';

/** Looks at something, and tells what it finds. */
export type Rule<Subject> = (subject: Subject) => readonly Finding[];

/** A piece of lettering, as rules look at it. */
export interface LetteringSubject {
  readonly item: LetteringItem;
  readonly role: Role;
  readonly thing: Made;
  readonly lettering: Lettering;
  readonly faceKnown: boolean;
}

/** A thing as it was built, as rules look at it. */
export type AssemblySubject = AssemblyBuild;

/** A thing that lies on the sheet. */
export interface LaidSubject {
  readonly id: string;
  readonly name: string;
  /** Round each of its copies, on the sheet. */
  readonly boxes: readonly Bounds[];
  readonly placements: readonly Placement[];
  readonly built: AssemblyBuild;
}

/** The whole job, as rules look at it. */
export interface JobSubject {
  readonly recipe: Recipe;
  readonly machine: Machine;
  readonly machineKnown: boolean;
  readonly material: Material;
  readonly materialKnown: boolean;
  readonly sheet: { readonly width: number; readonly height: number };
  readonly laid: readonly LaidSubject[];
  readonly operations: readonly Operation[];
  /** How many lines of each kind have no operation. */
  readonly unassigned: ReadonlyMap<LineKind, number>;
}

/** What measuring a thing found, as rules look at it. */
export interface MeasuredSubject {
  readonly thing: Made;
  readonly items: readonly ItemBuild[];
  readonly machine: Machine;
  readonly material: Material;
  readonly thicknessOfSheet: number;
  readonly letters: readonly Letter[];
  readonly capHeight: number;
  readonly thickness: Thickness;
  readonly gaps: Thickness;
  readonly necks: readonly Neck[];
  readonly hold: Hold;
  readonly islandHolds: readonly { readonly island: IslandId; readonly width: number | null; readonly where: Bounds }[];
  readonly points: readonly PartPoints[];
  readonly counters: readonly Counter[];
  readonly specks: readonly Speck[];
  /** What things are held against. */
  readonly limits: PlainLimits;
}

/** The lettering among items, which mends make larger, bolder or wider apart. */
export const letteringOf = (items: readonly ItemBuild[]): LetteringItem[] =>
  items.flatMap(({ item }) => (item.kind === 'lettering' ? [item] : []));
