import { jobSchema } from './schema/job.ts';
import { badReferences, withIds } from './schema/references.ts';

export { MAKES, type Assembly, type CouponOf, type Made, type Make } from './schema/assembly.ts';
export {
  ROLES,
  type ArtworkItem,
  type DotsByHand,
  type Item,
  type ItemInput,
  type LetteringItem,
  type Role,
  type ShapeItem,
} from './schema/item.ts';
export { GAP_MENDS, PARTED_BY, type Crossed, type GapMend, type PartedBy, type RepairKind } from './schema/artwork.ts';
export { plainCenterline, type CenterlineOf } from './schema/centerline.ts';
export { plainFill, type FillKind, type FillOf, type FillPlan } from './schema/fills.ts';
export { PLATE_OUTLINES } from './schema/plate.ts';
export { RAIL_AT } from './schema/rail.ts';
export { X_EDGES, Y_EDGES, type HeldAxis, type Place, type XEdge, type YEdge } from './schema/place.ts';
export { RECIPE_VERSION, type Accepted, type JobInput, type Recipe } from './schema/job.ts';
export { MOST_CHARACTERS, MOST_LINES } from './schema/lettering.ts';
export { NAME_PARTS, type NamePart } from './schema/release.ts';
export { LIMITS } from './schema/limits.ts';
export {
  LINE_KINDS,
  plainOperation,
  type LineKind,
  type OperationPlan,
  type OrderPlan,
  type RowsPlan,
} from './schema/operations.ts';

/** A job's recipe: everything else is computed from it. Lengths in mm. */
export const recipeSchema = jobSchema.transform(withIds).superRefine(badReferences);
