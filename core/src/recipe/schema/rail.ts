import { z } from 'zod';
import { lengthIn } from './fields.ts';
import { LIMITS } from './limits.ts';

/** Where rails run by lines of letters. */
export const RAIL_AT = ['under', 'over', 'both', 'through'] as const;

const count = z.int().min(LIMITS.rails.least).max(LIMITS.rails.most).default(2);

const baseSchema = z.strictObject({
  depth: lengthIn('plate').default(50).describe('From its front to its back.'),
  past: lengthIn('railExtend').default(15).describe('How far it reaches past the rail on either side.'),
  cornerRadius: lengthIn('cornerRadius').default(4),
  gap: lengthIn('backerGap').default(10).describe('From the feet to it on the sheet.'),
});

const feetSchema = z.strictObject({
  count,
  width: lengthIn('railHeight').default(20),
  depth: lengthIn('thickness').default(6).describe('Thickness of the base that they go through.'),
  play: lengthIn('play').default(0.2).describe('How much longer and wider the slots are than the feet.'),
  base: baseSchema
    .nullable()
    .default(null)
    .describe('A base with a slot for each foot, cut beside it from the same sheet; null: none.'),
});

export const railSchema = z.strictObject({
  at: z
    .enum(RAIL_AT)
    .default('under')
    .describe('under or over each line; both: under each and over the first; through: halfway up the caps of each.'),
  height: lengthIn('railHeight').default(12),
  overlap: lengthIn('railOverlap').default(2).describe('How far the letters sink into the rail.'),
  extend: lengthIn('railExtend').default(0).describe('How far it reaches past the letters on either side.'),
  uprights: z
    .strictObject({
      count,
      width: lengthIn('railHeight').nullable().default(null).describe('null: as thick as the rails.'),
    })
    .nullable()
    .default(null)
    .describe('Bars from the lowest rail to the highest: two or more from end to end, one in the middle.'),
  feet: feetSchema
    .nullable()
    .default(null)
    .describe('What goes through a base, below the lowest rail; spread evenly over its length.'),
});
