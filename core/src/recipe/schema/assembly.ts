import { z } from 'zod';
import { ISLAND_ID, LETTER_ID, LINE_NAME, OWN_ID } from '../identity.ts';
import { backerSchema } from './backer.ts';
import { couponFieldsOf } from './coupon.ts';
import { lengthIn, numberIn } from './fields.ts';
import { holdSchemaOf } from './hold.ts';
import { itemSchema } from './item.ts';
import { LIMITS } from './limits.ts';
import { plateSchema, reliefSchema } from './plate.ts';
import { railSchema } from './rail.ts';

/** See makes/ for what each is. */
export const MAKES = ['stand-alone', 'cut-through', 'engraved', 'relief', 'backed', 'single-line'] as const;
export type Make = (typeof MAKES)[number];

/** More things on one sheet, or items in one thing, nobody looks after by hand. */
export const MOST_ASSEMBLIES = 200;
export const MOST_ITEMS = 200;

/** Longer orders nobody keeps. */
const MOST_LINES = 20_000;

/** What everything on the sheet has. */
const common = {
  id: z.string().regex(OWN_ID, 'must be small letters, figures and -, a letter first').default(''),
  name: z.string().trim().max(80).nullable().default(null).describe('null: called by what is in it.'),
  place: z
    .strictObject({ x: lengthIn('place'), y: lengthIn('place') })
    .nullable()
    .default(null)
    .describe('Of the lower left corner of it and its copies on the sheet; null: laid beside the others by itself.'),
  turn: numberIn('angle').default(0).describe('Degrees counter-clockwise that it lies turned on the sheet.'),
  copies: z.int().min(LIMITS.copies.least).max(LIMITS.copies.most).default(1),
  inRow: z
    .int()
    .min(1)
    .max(LIMITS.copies.most)
    .nullable()
    .default(null)
    .describe('Copies beside each other before the next row begins, where it has a place; null: as there is room.'),
  hidden: z.boolean().default(false).describe('Not laid on the sheet.'),
  lineOrder: z
    .record(
      z.string().regex(OWN_ID),
      z.array(z.string().regex(LINE_NAME, 'must be a letter or edge, ^ and a number')).max(MOST_LINES),
    )
    .default({})
    .describe('By operation: its lines in the order in which they are run; others go where they are least out of it.'),
  first: z.boolean().default(false).describe('Worked on before the other things, in each operation.'),
};

const madeSchema = z.strictObject({
  ...common,
  make: z.enum(MAKES),
  plate: plateSchema.prefault({}),
  rail: railSchema.nullable().default(null).describe('A bar under stand-alone letters; null: none.'),
  relief: reliefSchema.prefault({}),
  backer: backerSchema.prefault({}),
  hold: holdSchemaOf(ISLAND_ID, LETTER_ID).prefault({}),
  items: z
    .array(itemSchema)
    .max(MOST_ITEMS, `must be ${MOST_ITEMS} items or fewer`)
    .default([])
    .describe('Each acts on what lies before it in the list.'),
});

const couponSchema = z.strictObject({
  ...common,
  make: z.literal('coupon').describe('A test coupon: windows of another thing, set side by side.'),
  of: z.string().regex(OWN_ID).describe('Id of the thing that it shows.'),
  ...couponFieldsOf(LETTER_ID),
});

export const assemblySchema = z.discriminatedUnion('make', [madeSchema, couponSchema]);

/** One made thing. */
export type Made = z.output<typeof madeSchema>;
/** Windows of another. */
export type CouponOf = z.output<typeof couponSchema>;
export type Assembly = Made | CouponOf;
