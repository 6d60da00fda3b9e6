import { z } from 'zod';
import { OUTLINE_IN_ITEM, OWN_ID } from '../identity.ts';
import { artworkFields } from './artwork.ts';
import { centerlineSchema } from './centerline.ts';
import { numberIn } from './fields.ts';
import { letteringFields } from './lettering.ts';
import { placeSchema } from './place.ts';
import { shapeFields } from './shape.ts';

/** What an item may be in the thing that it is an item of. */
export const ROLES = ['material', 'opening', 'engraved', 'standing', 'line', 'guide', 'plate'] as const;
export type Role = (typeof ROLES)[number];

const along = z.number().min(-1000).max(1000);
const dotPlace = z.tuple([along, along]);
const sizedDot = z.tuple([along, along, z.number().positive().max(1000)]);

const dotsByHandSchema = z.strictObject({
  in: z
    .array(z.union([dotPlace, sizedDot]))
    .max(5000)
    .default([])
    .describe('Dots that were put there: x, y, and how wide where that is not as the others.'),
  out: z.array(dotPlace).max(5000).default([]).describe('Dots of the fill that were taken out.'),
});
export type DotsByHand = z.output<typeof dotsByHandSchema>;

const ownId = z.string().regex(OWN_ID, 'must be small letters, figures and -, a letter first');

/** What every item has. */
const common = {
  id: ownId
    .default('')
    .describe('Kept for good: what is put by hand on its letters is known by it. Given if left out.'),
  name: z.string().trim().max(80).nullable().default(null).describe('null: called by what it says or is.'),
  role: z
    .enum(ROLES)
    .nullable()
    .default(null)
    .describe(
      'material adds to the thing; opening is cut through it; engraved; standing is left when the ground round it is ' +
        'engraved; line is followed by the tool; guide is seen and never made; plate gives a plate its outline, in ' +
        'proportion as large as the words ask. Each acts on what lies before it in the list. null: as the make has it.',
    ),
  place: placeSchema
    .nullable()
    .default(null)
    .describe(
      'Of its origin (lettering: start of the first baseline; shape: middle) in the frame of the thing, mm, or held. ' +
        'null: the first item at the origin, each other in the middle below what lies before it.',
    ),
  turn: numberIn('angle').default(0).describe('Degrees counter-clockwise about its origin.'),
  hidden: z.boolean().default(false).describe('Neither seen nor made.'),
  locked: z.boolean().default(false).describe('Not to be moved by hand.'),
  centerline: centerlineSchema
    .nullable()
    .default(null)
    .describe('Its outlines are traced, and the strokes down their middle take their place; null: they stay.'),
  dots: z
    .record(z.string().regex(OUTLINE_IN_ITEM), dotsByHandSchema)
    .default({})
    .describe('Dots changed by hand where it is set with dots, by letter: in cap heights from its origin, else in mm.'),
  operation: ownId.nullable().default(null).describe('Of the work order, for all its lines; null: by kind of line.'),
};

const letteringItemSchema = z.strictObject({
  ...common,
  kind: z.literal('lettering').default('lettering'),
  ...letteringFields,
});

const shapeItemSchema = z.strictObject({ ...common, kind: z.literal('shape'), ...shapeFields });

const artworkItemSchema = z.strictObject({ ...common, kind: z.literal('artwork'), ...artworkFields });

export const itemSchema = z.union([letteringItemSchema, shapeItemSchema, artworkItemSchema]);

export type ItemInput = z.input<typeof itemSchema>;
export type LetteringItem = z.output<typeof letteringItemSchema>;
export type ShapeItem = z.output<typeof shapeItemSchema>;
export type ArtworkItem = z.output<typeof artworkItemSchema>;
export type Item = LetteringItem | ShapeItem | ArtworkItem;
