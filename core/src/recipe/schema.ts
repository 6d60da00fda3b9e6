import { z } from 'zod';
import { backerSchema } from './schema/backer.ts';
import { couponSchema } from './schema/coupon.ts';
import { lengthIn } from './schema/fields.ts';
import { holdSchema } from './schema/hold.ts';
import { letteringSchema } from './schema/lettering.ts';
import { plateSchema, reliefSchema } from './schema/plate.ts';
import { railSchema } from './schema/rail.ts';
import { workOrderSchema } from './schema/work-order.ts';

export { MOST_CHARACTERS, MOST_LINES } from './schema/lettering.ts';
export { LIMITS } from './schema/limits.ts';
export type { Assignment, Step } from './schema/work-order.ts';

/** The recipe format's version. It goes up when old recipes need rewriting; see read.ts. */
export const RECIPE_VERSION = 1;

/** See makes/ for what each is. */
const MAKES = ['stand-alone', 'cut-through', 'engraved', 'relief', 'backed'] as const;
export type Make = (typeof MAKES)[number];

/** A job's recipe: everything else is computed from it. Lengths in mm. */
export const recipeSchema = z.strictObject({
  needlefile: z.literal(RECIPE_VERSION).default(RECIPE_VERSION).describe('Version of the recipe format.'),
  name: z
    .string()
    .trim()
    .min(1, 'must not be empty')
    .max(120, 'must be 120 characters or fewer')
    .default('Untitled job'),
  tags: z.array(z.string().trim().min(1).max(40)).max(20).default([]),
  make: z.enum(MAKES),
  machine: z.string().default('plasma').describe('Id of a machine of the shop.'),
  material: z.string().default('mild-steel').describe('Id of a material of the shop.'),
  thickness: lengthIn('thickness').default(3),
  sheet: z
    .strictObject({
      width: lengthIn('sheet').nullable().default(null).describe('null: as wide as what lies on it and the margin.'),
      height: lengthIn('sheet').nullable().default(null),
      margin: lengthIn('sheetMargin').default(10),
    })
    .prefault({}),
  lettering: letteringSchema,
  plate: plateSchema.prefault({}),
  rail: railSchema.nullable().default(null).describe('A bar under stand-alone letters; null: none.'),
  relief: reliefSchema.prefault({}),
  backer: backerSchema.prefault({}),
  hold: holdSchema.prefault({}),
  coupon: couponSchema
    .nullable()
    .default(null)
    .describe('A test coupon: windows of the job, set side by side; null: the whole job.'),
  workOrder: workOrderSchema.prefault({}),
  release: z
    .strictObject({
      tolerance: lengthIn('tolerance')
        .default(0.01)
        .describe('How far a line in a file may be from the true curve, mm; curves become arcs in DXF.'),
    })
    .prefault({}),
});

export type Recipe = z.output<typeof recipeSchema>;
export type RecipeInput = z.input<typeof recipeSchema>;

/** The recipe format as JSON Schema, of what may be written (short forms allowed). */
export const recipeJsonSchema = (): object => z.toJSONSchema(recipeSchema, { io: 'input' });
