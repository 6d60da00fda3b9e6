import { z } from 'zod';
import { LETTER_IN_ITEM, OWN_ID } from '../identity.ts';
import { lengthIn, numberIn } from './fields.ts';
import { redrawnLettersSchema } from './redrawn.ts';

/** More words than this are a book, not a plate. */
export const MOST_CHARACTERS = 2000;
export const MOST_LINES = 40;

/** What is said of a piece of lettering. */
export const letteringFields = {
  words: z
    .string()
    .max(MOST_CHARACTERS, `must be ${MOST_CHARACTERS} characters or fewer`)
    .refine((words) => words.split('\n').length <= MOST_LINES, `must be ${MOST_LINES} lines or fewer`)
    .describe('Lines are parted by line feeds.'),
  face: z.string().min(1).default('overpass-bold').describe('Id of a face.'),
  size: z
    .discriminatedUnion('by', [
      z.strictObject({ by: z.literal('cap height'), value: lengthIn('capHeight') }),
      z.strictObject({ by: z.literal('x-height'), value: lengthIn('xHeight') }),
      z.strictObject({ by: z.literal('overall width'), value: lengthIn('overallWidth') }),
      z.strictObject({ by: z.literal('overall height'), value: lengthIn('overallHeight') }),
      z
        .strictObject({ by: z.literal('box'), width: lengthIn('overallWidth'), height: lengthIn('overallHeight') })
        .describe('As large as fits in the box.'),
    ])
    .default({ by: 'cap height', value: 60 }),
  field: z
    .strictObject({
      of: z.string().regex(OWN_ID).describe('Id of artwork or a shape of the thing.'),
      margin: lengthIn('fieldMargin').default(1).describe('To the edges of the field, mm.'),
      at: z
        .strictObject({ x: z.number().min(0).max(1), y: z.number().min(0).max(1) })
        .nullable()
        .default(null)
        .describe('A place in the field, as shares of its box from the lower left; null: the largest clear one.'),
    })
    .nullable()
    .default(null)
    .describe('Set as large as fits in a clear field of something else, wherever that is: over size and place.'),
  stretch: numberIn('stretch')
    .default(1)
    .describe('Width of the letters against their own; 1 leaves them as the face has them.'),
  letterSpacing: lengthIn('letterSpacing').default(0).describe('Added after each letter, mm.'),
  wordSpacing: lengthIn('wordSpacing').default(0).describe('Added to each space, mm.'),
  lineSpacing: numberIn('lineSpacing').default(1.6).describe('Baseline to baseline, in cap heights.'),
  align: z.enum(['left', 'centre', 'right']).default('centre'),
  lineScale: z
    .array(numberIn('lineScale'))
    .max(MOST_LINES)
    .default([])
    .describe('Size of each line against the size above; 1 where left out.'),
  bow: z
    .strictObject({
      radius: lengthIn('bowRadius').default(100),
      side: z
        .enum(['outside', 'inside'])
        .default('outside')
        .describe('outside: heads away from the middle of the circle; inside: heads towards it.'),
      angle: numberIn('angle')
        .default(90)
        .describe('Where on the circle the words lie: degrees counter-clockwise from the right.'),
      upright: z.boolean().default(false),
    })
    .nullable()
    .default(null)
    .describe('A circle that the lines run round; null: straight lines.'),
  mirror: z.boolean().default(false).describe('To be read through the back.'),
  features: z
    .record(z.string().regex(/^[A-Za-z0-9]{4}$/, 'must be an OpenType feature tag of four letters'), z.boolean())
    .default({})
    .describe('OpenType features switched on or off, by tag.'),
  axes: z
    .record(z.string().length(4), z.number())
    .default({})
    .describe('Place on the axes of a variable face, by tag.'),
  nudges: z
    .record(
      z.string().regex(LETTER_IN_ITEM, 'must be the id of a letter, such as letter:0.3.0'),
      z.strictObject({
        x: lengthIn('nudge').default(0),
        y: lengthIn('nudge').default(0),
        turn: numberIn('angle').default(0),
        scale: numberIn('nudgeScale').default(1),
      }),
    )
    .default({})
    .describe('Letters moved by hand, by id (line, place in the line, part): mm, degrees, times their size.'),
  redrawn: redrawnLettersSchema.describe('Letters whose outlines were changed by hand, in ems.'),
  thicken: z
    .strictObject({
      by: lengthIn('thicken').default(0).describe('Added all round, mm; less than 0 thins.'),
      keepCounters: lengthIn('leastCounter')
        .default(0)
        .describe('Counters are not closed further than to this width, mm.'),
      letters: z
        .record(z.string().regex(LETTER_IN_ITEM), lengthIn('thicken'))
        .default({})
        .describe('Added to single letters, by id.'),
      counters: z
        .record(z.string().regex(LETTER_IN_ITEM), lengthIn('thicken'))
        .default({})
        .describe('Counters of single letters opened all round, by letter.'),
    })
    .prefault({}),
};
