import { z } from 'zod';
import { lengthIn, numberIn } from './fields.ts';
import { LIMITS } from './limits.ts';

/** An own drawing of more nodes than this is artwork. */
export const MOST_NODES = 2000;

const size = { width: lengthIn('shape'), height: lengthIn('shape') };
const cornerRadius = lengthIn('cornerRadius').default(0);
const countOf = ({ least, most }: { readonly least: number; readonly most: number }) => z.int().min(least).max(most);

const thickness = lengthIn('lineThickness').default(0).describe('0: a single line, which the tool follows.');

const point = { x: lengthIn('place'), y: lengthIn('place') };

const nodeSchema = z.strictObject({
  ...point,
  to: z
    .union([
      z.literal('line'),
      z.strictObject({ arc: numberIn('angle') }).describe('An arc that turns so many degrees counter-clockwise.'),
      z.strictObject({ c1: z.strictObject(point), c2: z.strictObject(point) }).describe('A cubic curve.'),
    ])
    .default('line')
    .describe('How it goes on to the next node.'),
});

/**
 * What is said of a shape: its outline, about the middle of its box; an arc's about the middle of its circle, an own
 * drawing's where it was drawn. What is too large for the rest of its shape is drawn as large as there is room for.
 */
export const shapeFields = {
  outline: z.discriminatedUnion('by', [
    z.strictObject({
      by: z.literal('rectangle'),
      ...size,
      cornerRadius,
      corners: z
        .enum(['round', 'chamfered', 'notched', 'scooped'])
        .default('round')
        .describe('How corners are worked, over cornerRadius along each side; 0 leaves them square.'),
    }),
    z.strictObject({ by: z.literal('round'), diameter: lengthIn('shape') }),
    z.strictObject({ by: z.literal('oval'), ...size }),
    z
      .strictObject({
        by: z.literal('polygon'),
        diameter: lengthIn('shape'),
        sides: countOf(LIMITS.sides).default(6),
        cornerRadius,
      })
      .describe('Of equal sides, its corners on a circle of the diameter; a side lies below.'),
    z
      .strictObject({
        by: z.literal('star'),
        diameter: lengthIn('shape'),
        points: countOf(LIMITS.sides).default(5),
        inner: numberIn('share').default(0.4).describe('Circle of the inner corners against that of the points.'),
        cornerRadius,
      })
      .describe('A point above.'),
    z.strictObject({ by: z.literal('heart'), ...size }),
    z
      .strictObject({
        by: z.literal('arrow'),
        ...size,
        head: lengthIn('shape').describe('Length of the head.'),
        shaft: lengthIn('shape').describe('Thickness of the shaft.'),
      })
      .describe('To the right.'),
    z.strictObject({
      by: z.literal('rule'),
      width: lengthIn('shape').describe('Its length.'),
      thickness,
      ends: z.enum(['square', 'round', 'pointed']).default('square'),
    }),
    z.strictObject({
      by: z.literal('arc'),
      radius: lengthIn('shape').describe('To the middle of its thickness.'),
      from: numberIn('angle').default(0).describe('Where it begins: degrees counter-clockwise from the right.'),
      sweep: numberIn('angle').default(180).describe('Degrees counter-clockwise that it runs.'),
      thickness,
      ends: z.enum(['square', 'round']).default('square'),
    }),
    z
      .strictObject({ by: z.literal('stake'), ...size, point: lengthIn('shape'), cornerRadius })
      .describe('An upright board; `point` of its height is the point below. The upper corners are rounded.'),
    z.strictObject({ by: z.literal('slot'), ...size }).describe('Its shorter ends are round.'),
    z
      .strictObject({
        by: z.literal('keyhole'),
        diameter: lengthIn('shape').describe('Of the head, above.'),
        slot: lengthIn('shape').describe('Width of the slot below it.'),
        height: lengthIn('shape'),
      })
      .describe('For hanging on a screw.'),
    z
      .strictObject({
        by: z.literal('tag'),
        ...size,
        corner: lengthIn('cornerRadius').describe('Cut off the two corners at the hole.'),
        hole: lengthIn('hole').describe('Diameter.'),
        inset: lengthIn('holeInset').describe('From the left edge to the middle of the hole.'),
      })
      .describe('With a hole at its left end.'),
    z
      .strictObject({ by: z.literal('arch'), ...size, rise: lengthIn('shape') })
      .describe('Level below; `rise` of its height is the round top.'),
    z.strictObject({ by: z.literal('ring'), diameter: lengthIn('shape'), inner: lengthIn('shape') }),
    z
      .strictObject({
        by: z.literal('path'),
        nodes: z.array(nodeSchema).min(2).max(MOST_NODES, `must be ${MOST_NODES} nodes or fewer`),
        closed: z.boolean().default(false),
        thickness,
      })
      .describe('An own drawing. Closed and of no thickness it is the area that it goes round.'),
  ]),
};
