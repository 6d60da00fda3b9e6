import { z } from 'zod';
import { LETTER_IN_ITEM } from '../identity.ts';
import { MOST_NODES } from './shape.ts';

const coordinate = z.number().min(-1e9).max(1e9);
const point = { x: coordinate, y: coordinate };

const nodeSchema = z.strictObject({
  ...point,
  to: z
    .union([
      z.literal('line'),
      z.strictObject({ arc: z.number().min(-360).max(360) }),
      z.strictObject({ c1: z.strictObject(point), c2: z.strictObject(point) }),
    ])
    .default('line')
    .describe('How it goes on to the next node, as in an own drawing.'),
});

const places = z
  .array(z.tuple([coordinate, coordinate]))
  .min(1)
  .max(MOST_NODES);

/** What a hand changed of outlines that come from elsewhere, by the nodes that gave way. */
export const changesSchema = z
  .array(
    z.discriminatedUnion('kind', [
      z
        .strictObject({
          kind: z.literal('run'),
          was: places.describe('Nodes that gave way, between the two that stay.'),
          now: z.array(nodeSchema).min(1).max(MOST_NODES).describe('The first that stays, and what follows it.'),
        })
        .describe('Nodes in place of others.'),
      z
        .strictObject({
          kind: z.literal('contour'),
          was: places.describe('All nodes of the contour that gave way.'),
          now: z
            .array(z.strictObject({ nodes: z.array(nodeSchema).min(2).max(MOST_NODES), closed: z.boolean() }))
            .max(100)
            .describe('None: it is taken out.'),
        })
        .describe('Contours in place of another.'),
    ]),
  )
  .max(500);

/** Letters that a hand changed. */
export const redrawnLettersSchema = z
  .array(
    z.strictObject({
      letter: z
        .string()
        .regex(LETTER_IN_ITEM)
        .nullable()
        .default(null)
        .describe('Of this letter alone, by id; null: of all that are alike.'),
      face: z.string().min(1).describe('Id of the face that it is drawn so in.'),
      glyph: z.int().min(1).max(65535).describe('Its number in the face.'),
      text: z.string().max(40).default('').describe('What it is, for people.'),
      changes: changesSchema,
    }),
  )
  .max(500)
  .default([]);
