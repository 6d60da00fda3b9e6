import { z } from 'zod';
import { lengthIn } from './fields.ts';

export const backerSchema = z.strictObject({
  distance: lengthIn('backerDistance').default(6).describe('How far it reaches past the letters.'),
  corners: z.enum(['round', 'mitred']).default('round'),
  leastHole: lengthIn('backerHole')
    .nullable()
    .default(null)
    .describe('Holes that a narrower disc fills are filled; null: the house limit of counters.'),
  letters: z
    .enum(['cut', 'engrave'])
    .default('cut')
    .describe('cut: a layer of their own to glue on; engrave: on the backer itself.'),
  locate: z.boolean().default(false).describe('Lines on the backer that show where the letters go.'),
  gap: lengthIn('backerGap').default(10).describe('Between letters and backer on the sheet.'),
});
