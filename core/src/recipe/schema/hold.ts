import { z } from 'zod';
import { lengthIn, numberIn } from './fields.ts';

/**
 * What holds what would fall out, and joins what would come apart.
 * @param island what islands are called
 * @param letter what letters are called
 */
export const holdSchemaOf = (island: RegExp, letter: RegExp) =>
  z.strictObject({
    bridges: z
      .strictObject({
        perIsland: z.enum(['none', 'one', 'two', 'by size', 'by weight']).default('by size'),
        width: lengthIn('bridgeWidth')
          .nullable()
          .default(null)
          .describe('null: the house limit for the machine and sheet.'),
        direction: z
          .enum(['upright', 'level', 'along', 'any'])
          .default('upright')
          .describe('As the letter stands; along: along its own strokes.'),
        root: z
          .strictObject({
            shape: z.enum(['square', 'rounded', 'tapered']).default('square'),
            size: lengthIn('bridgeRoot').default(1).describe('How far a root widens on each side.'),
          })
          .prefault({}),
        byHand: z
          .record(
            z.string().regex(island, 'must be the id of an island, such as words/letter:0.3.0#0'),
            z
              .array(
                z.strictObject({
                  at: z.number().min(0).max(1),
                  angle: numberIn('angle').nullable().default(null),
                  width: lengthIn('bridgeWidth').nullable().default(null),
                }),
              )
              .max(12),
          )
          .default({})
          .describe(
            'Islands whose bridges were put by hand: where each leaves the island (a share of its outline, ' +
              'counter-clockwise from its right), its direction from the letter’s level, its width.',
          ),
      })
      .prefault({}),
    drop: z
      .strictObject({
        all: z
          .boolean()
          .nullable()
          .default(null)
          .describe(
            'May islands fall out? null: as the material has it (those with a sticky back keep them in place).',
          ),
        islands: z.array(z.string().regex(island)).max(2000).default([]).describe('Islands that may fall out, by id.'),
      })
      .prefault({}),
    joins: z
      .strictObject({
        closeUp: z
          .boolean()
          .default(false)
          .describe('Letters of a word are brought together until their necks are wide enough.'),
        closeUpMost: numberIn('closeUpMost')
          .default(0.2)
          .describe('How far a letter may be moved for that, in cap heights.'),
        ties: z
          .enum(['none', 'loose', 'thin'])
          .default('none')
          .describe('Short bars: for what is loose; for necks that are too thin as well.'),
        width: lengthIn('tieWidth')
          .nullable()
          .default(null)
          .describe('Width of ties, and of necks that are wanted; null: the house limit.'),
        bars: z
          .record(z.string().regex(letter), z.array(z.number().min(-2).max(3)).max(6))
          .default({})
          .describe(
            'Level bars from a letter to the next that reaches so high: heights above the baseline, in cap heights.',
          ),
        points: z
          .int()
          .min(1)
          .max(4)
          .default(1)
          .describe('Points at which every part is to be held; fewer is a finding.'),
      })
      .prefault({}),
    tabs: z
      .strictObject({
        by: z
          .enum(['none', 'number', 'length'])
          .default('none')
          .describe('number: so many to a part; length: one for so much of its outline.'),
        number: z.int().min(1).max(100).default(4),
        every: lengthIn('tabEvery').default(200),
        length: lengthIn('tabLength').default(2).describe('What stays uncut.'),
        byHand: z
          .record(z.string().max(60), z.array(z.number().min(0).max(1)).max(100))
          .default({})
          .describe('Parts whose tabs were put by hand: shares of their outlines.'),
      })
      .prefault({})
      .describe('Short uncut lengths that hold parts in the sheet: gaps in the outer cuts.'),
    pieces: z
      .enum(['one', 'separate'])
      .default('one')
      .describe('Stand-alone letters: must they come off the table as one piece?'),
  });
