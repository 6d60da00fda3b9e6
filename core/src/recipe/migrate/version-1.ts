import { z } from 'zod';
import { WORKS } from '../../shop/shop.ts';
import { LETTER_IN_ITEM } from '../identity.ts';
import { MAKES } from '../schema/assembly.ts';
import { backerSchema } from '../schema/backer.ts';
import { couponFieldsOf } from '../schema/coupon.ts';
import { lengthIn, numberIn } from '../schema/fields.ts';
import { holdSchemaOf } from '../schema/hold.ts';
import { letteringFields } from '../schema/lettering.ts';
import { LIMITS } from '../schema/limits.ts';
import { plateSchema, reliefSchema } from '../schema/plate.ts';
import { railSchema } from '../schema/rail.ts';

/**
 * Version 1 of the format: one piece of lettering in or on one thing. Old recipes are read by it, and so is the short
 * form that it still makes of a job of one thing.
 */

const assignmentSchema = z.strictObject({
  work: z.enum(WORKS).nullable(),
  speed: numberIn('speed').nullable().default(null),
  power: numberIn('power').nullable().default(null),
  passes: z.int().min(LIMITS.passes.least).max(LIMITS.passes.most).nullable().default(null),
});

const STEPS = ['engrave', 'mark', 'score', 'inner cuts', 'outer cuts'] as const;
export type Step = (typeof STEPS)[number];

const workOrderSchema = z.strictObject({
  outline: assignmentSchema.prefault({ work: 'cut' }),
  area: assignmentSchema.prefault({ work: 'engrave' }),
  linework: assignmentSchema.prefault({ work: 'score' }),
  sequence: z
    .array(z.enum(STEPS))
    .refine(
      (steps) => steps.length === STEPS.length && new Set(steps).size === STEPS.length,
      `must name each of ${STEPS.join(', ')} once`,
    )
    .default([...STEPS]),
});

const ISLAND_IN_ITEM = /^(letter:\d+\.\d+\.\d+|plate)#\d+$/;

export const version1Schema = z.strictObject({
  needlefile: z.literal(1).default(1),
  name: z
    .string()
    .trim()
    .min(1, 'must not be empty')
    .max(120, 'must be 120 characters or fewer')
    .default('Untitled job'),
  tags: z.array(z.string().trim().min(1).max(40)).max(20).default([]),
  make: z.enum(MAKES),
  machine: z.string().default('plasma'),
  material: z.string().default('mild-steel'),
  thickness: lengthIn('thickness').default(3),
  sheet: z
    .strictObject({
      width: lengthIn('sheet').nullable().default(null),
      height: lengthIn('sheet').nullable().default(null),
      margin: lengthIn('sheetMargin').default(10),
    })
    .prefault({}),
  lettering: z.strictObject(letteringFields),
  plate: plateSchema.prefault({}),
  rail: railSchema.nullable().default(null),
  relief: reliefSchema.prefault({}),
  backer: backerSchema.prefault({}),
  hold: holdSchemaOf(ISLAND_IN_ITEM, LETTER_IN_ITEM).prefault({}),
  coupon: z.strictObject(couponFieldsOf(LETTER_IN_ITEM)).nullable().default(null),
  workOrder: workOrderSchema.prefault({}),
  release: z
    .strictObject({
      tolerance: lengthIn('tolerance').default(0.01),
      kerf: z.enum(['file', 'controller']).nullable().default(null),
    })
    .prefault({}),
});

export type Version1 = z.output<typeof version1Schema>;
export type Version1Input = z.input<typeof version1Schema>;
