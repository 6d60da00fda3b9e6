import { z } from 'zod';
import { lengthIn } from './fields.ts';

/** What is said of a shape: its outline, about the middle of its box. */
export const shapeFields = {
  outline: z.discriminatedUnion('by', [
    z
      .strictObject({
        by: z.literal('rectangle'),
        width: lengthIn('shape'),
        height: lengthIn('shape'),
        cornerRadius: lengthIn('cornerRadius').default(0),
      })
      .describe('Corners square, or round.'),
    z.strictObject({ by: z.literal('round'), diameter: lengthIn('shape') }),
  ]),
};
