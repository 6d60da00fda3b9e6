import { z } from 'zod';
import { OWN_ID } from '../identity.ts';
import { lengthIn } from './fields.ts';

/** Edges that an item has from left to right, and from below upward. Lettering has lines besides those of its ink. */
export const X_EDGES = ['left', 'centre', 'right'] as const;
export const Y_EDGES = ['bottom', 'baseline', 'x-height', 'middle', 'cap middle', 'cap', 'top'] as const;
export type XEdge = (typeof X_EDGES)[number];
export type YEdge = (typeof Y_EDGES)[number];

/** What an item may be held to, beside other items. */
export const PLATE_EDGES = 'plate';
export const ORIGIN = 'origin';

const distance = lengthIn('place').default(0).describe('From that edge to the own one, to the right or up.');
const of = z
  .string()
  .regex(OWN_ID)
  .describe('Id of another item of the thing; or plate; or origin, which has no edges: its frame.');

const axisOf = <Edges extends typeof X_EDGES | typeof Y_EDGES>(edges: Edges) =>
  z.union([
    lengthIn('place'),
    z
      .strictObject({ own: z.enum(edges), of, edge: z.enum(edges).default(edges[0]), distance })
      .describe('Held: its own edge so far from an edge of something else, whatever becomes of either.'),
  ]);

/** Where an item is in the frame of its thing, each axis by itself. */
export const placeSchema = z.strictObject({ x: axisOf(X_EDGES), y: axisOf(Y_EDGES) });

export type Place = z.output<typeof placeSchema>;
export type HeldAxis = Exclude<Place['x'] | Place['y'], number>;
