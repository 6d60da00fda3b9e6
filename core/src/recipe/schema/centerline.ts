import { z } from 'zod';
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
  redrawn: redrawnLettersSchema.describe('Letters whose strokes were changed by hand, in ems; not of joined ones.'),
});
export type CenterlineOf = z.output<typeof centerlineSchema>;

/** Middle lines as they begin. */
export const plainCenterline = (): CenterlineOf => centerlineSchema.parse({});
