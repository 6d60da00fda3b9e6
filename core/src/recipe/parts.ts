import type { Made, Recipe, LetteringItem } from './schema.ts';

/** Parts of a recipe by name, for stages that are given one and see no more. */

export type Sheet = Recipe['sheet'];
export type Plate = Made['plate'];
export type Rail = NonNullable<Made['rail']>;
export type Thickening = LetteringItem['thicken'];
export type Relief = Made['relief'];
export type Backer = Made['backer'];
export type Hold = Made['hold'];
export type {
  ArtworkItem,
  Assembly,
  CenterlineOf,
  CouponOf,
  Crossed,
  DotsByHand,
  FillPlan,
  GapMend,
  Item,
  LetteringItem,
  LineKind,
  Made,
  OperationPlan,
  OrderPlan,
  PartedBy,
  Place,
  RepairKind,
  Role,
  ShapeItem,
  XEdge,
  YEdge,
} from './schema.ts';
