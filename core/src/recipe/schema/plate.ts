import { z } from 'zod';
import { lengthIn } from './fields.ts';
import { LIMITS } from './limits.ts';

export const PLATE_OUTLINES = ['rectangle', 'oval', 'arch', 'stake'] as const;

export const plateSchema = z.strictObject({
  width: lengthIn('plate').nullable().default(null).describe('null: as wide as the words and the margin ask.'),
  height: lengthIn('plate').nullable().default(null),
  margin: lengthIn('plateMargin').default(20).describe('From the words to the edge.'),
  outline: z
    .enum(PLATE_OUTLINES)
    .default('rectangle')
    .describe('arch: its top is round; stake: it has a point below. Of each the words lie in the part that has room.'),
  cornerRadius: lengthIn('cornerRadius').default(6),
  corners: z
    .enum(['round', 'chamfered', 'notched', 'scooped'])
    .default('round')
    .describe('How the corners of a rectangle are worked, over cornerRadius along each side.'),
  holes: z
    .strictObject({
      diameter: lengthIn('hole').default(5),
      inset: lengthIn('holeInset').default(10),
      at: z
        .enum(['corners', 'ends', 'above', 'circle'])
        .default('corners')
        .describe(
          'One in each corner; one at each end, halfway up; a row along the upper edge; or on a bolt circle about ' +
            'the middle, the first above.',
        ),
      count: z.int().min(LIMITS.holes.least).max(LIMITS.holes.most).default(2).describe('In a row or on a circle.'),
    })
    .nullable()
    .default(null)
    .describe('Their middles lie `inset` from the edges that they are nearest to; null: none.'),
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
