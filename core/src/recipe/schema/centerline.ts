import { z } from 'zod';
import { OWN_ID } from '../identity.ts';
import { numberIn } from './fields.ts';
import { redrawnLettersSchema } from './redrawn.ts';

/** How an item's outlines become the strokes down their middle. */
export const centerlineSchema = z.strictObject({
  spurs: numberIn('spurs')
    .default(1)
    .describe('How long a branch may be that is a serif or a fault of the outline: 0 keeps all, 1 as measured.'),
  ends: z
    .enum(['full', 'short'])
    .default('full')
    .describe('Strokes run to the edge where they end flat; short: they end half their width before it.'),
  joined: z
    .boolean()
    .default(false)
    .describe('Letters that touch are traced as one, so that strokes of a script run on from letter to letter.'),
  straight: z
    .boolean()
    .default(false)
    .describe('Long runs that are nearly straight become straight, as stems of a script or of a worn sign should be.'),
  dots: z
    .enum(['strokes', 'circles'])
    .default('strokes')
    .describe('Dots, as of an i, are short strokes, for a tool as wide as they are; circles: they go round their rim.'),
  dotOperation: z
    .string()
    .regex(OWN_ID, 'must be the id of an operation')
    .nullable()
    .default(null)
    .describe('Of the work order, for dots alone; null: that of the strokes.'),
  redrawn: redrawnLettersSchema.describe(
    'Letters whose strokes were changed by hand, in ems; joined ones are then traced by themselves.',
  ),
});
export type CenterlineOf = z.output<typeof centerlineSchema>;

/** Middle lines as they begin. */
export const plainCenterline = (): CenterlineOf => centerlineSchema.parse({});
