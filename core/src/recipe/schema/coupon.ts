import { z } from 'zod';
import { LETTER_ID } from '../identity.ts';
import { lengthIn } from './fields.ts';

export const couponSchema = z.strictObject({
  windows: z
    .array(
      z.strictObject({
        letter: z.string().regex(LETTER_ID),
        x: lengthIn('nudge'),
        y: lengthIn('nudge'),
        size: lengthIn('couponSize'),
      }),
    )
    .min(1)
    .max(12)
    .describe('Squares of the job, each by its middle from the middle of a letter.'),
  frame: lengthIn('couponFrame').default(3).describe('Rim round each window that holds what is in it.'),
});
