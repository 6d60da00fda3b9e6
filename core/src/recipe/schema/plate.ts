import { z } from 'zod';
import { lengthIn } from './fields.ts';

export const plateSchema = z.strictObject({
  width: lengthIn('plate').nullable().default(null).describe('null: as wide as the words and the margin ask.'),
  height: lengthIn('plate').nullable().default(null),
  margin: lengthIn('plateMargin').default(20).describe('From the words to the edge.'),
  cornerRadius: lengthIn('cornerRadius').default(6),
  holes: z
    .strictObject({ diameter: lengthIn('hole').default(5), inset: lengthIn('holeInset').default(10) })
    .nullable()
    .default(null)
    .describe('One in each corner, `inset` from both edges to its centre; null: none.'),
  border: z
    .strictObject({ inset: lengthIn('borderInset').default(4) })
    .nullable()
    .default(null)
    .describe('A line that runs round inside the edge; null: none.'),
});

export const reliefSchema = z.strictObject({
  frame: lengthIn('reliefFrame')
    .default(0)
    .describe('Rim left standing round the ground; 0: the ground runs past the edge.'),
  bleed: lengthIn('reliefBleed')
    .default(1)
    .describe('How far the ground runs past the cut edge where no frame is left, so that no rim stays.'),
});
