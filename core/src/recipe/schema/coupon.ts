import { z } from 'zod';
import { lengthIn } from './fields.ts';

/**
 * What a test coupon shows of a job.
 * @param letter what letters are called
 */
export const couponFieldsOf = (letter: RegExp) => ({
  windows: z
    .array(
      z.strictObject({
        letter: z.string().regex(letter),
        x: lengthIn('nudge'),
        y: lengthIn('nudge'),
        size: lengthIn('couponSize'),
      }),
    )
    .min(1)
    .max(12)
    .describe('Squares of the thing, each by its middle from the middle of a letter.'),
  frame: lengthIn('couponFrame').default(3).describe('Rim round each window that holds what is in it.'),
});
