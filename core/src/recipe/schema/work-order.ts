import { z } from 'zod';
import { WORKS } from '../../shop/shop.ts';
import { numberIn } from './fields.ts';
import { LIMITS } from './limits.ts';

export const assignmentSchema = z.strictObject({
  work: z.enum(WORKS).nullable().describe('null: not assigned.'),
  speed: numberIn('speed').nullable().default(null).describe('mm/s; null: what the machine starts from.'),
  power: numberIn('power').nullable().default(null).describe('Percent.'),
  passes: z.int().min(LIMITS.passes.least).max(LIMITS.passes.most).nullable().default(null),
});
export type Assignment = z.output<typeof assignmentSchema>;

export const STEPS = ['engrave', 'mark', 'score', 'inner cuts', 'outer cuts'] as const;
export type Step = (typeof STEPS)[number];

export const workOrderSchema = z.strictObject({
  outline: assignmentSchema
    .prefault({ work: 'cut' })
    .describe('The edges of material: the plate, its holes, cut-out or stand-alone letters.'),
  area: assignmentSchema.prefault({ work: 'engrave' }).describe('Areas: engraved letters.'),
  linework: assignmentSchema.prefault({ work: 'score' }).describe('Lines: the border.'),
  sequence: z
    .array(z.enum(STEPS))
    .refine(
      (steps) => steps.length === STEPS.length && new Set(steps).size === STEPS.length,
      `must name each of ${STEPS.join(', ')} once`,
    )
    .default([...STEPS]),
});
