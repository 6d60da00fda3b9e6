import { z } from 'zod';
import { WORKS } from '../shop/shop.ts';
import { ISLAND_ID, LETTER_ID } from './identity.ts';
import { lengthField, numberField } from './fields.ts';

/** The recipe format's version. It goes up when old recipes need rewriting; see read.ts. */
export const RECIPE_VERSION = 1;

/** More words than this are a book, not a plate. */
export const MOST_CHARACTERS = 2000;
export const MOST_LINES = 40;

/** See makes/ for what each is. */
const MAKES = ['stand-alone', 'cut-through', 'engraved', 'relief', 'backed'] as const;
export type Make = (typeof MAKES)[number];

/** Limits of the lengths a recipe takes, mm; the fields on the screen hold to them too. */
export const LIMITS = {
  capHeight: { least: 1, most: 3000 },
  xHeight: { least: 0.5, most: 2000 },
  overallWidth: { least: 2, most: 20_000 },
  overallHeight: { least: 1, most: 20_000 },
  stretch: { least: 0.25, most: 4 },
  wordSpacing: { least: -500, most: 2000 },
  bowRadius: { least: 2, most: 100_000 },
  angle: { least: -360, most: 360 },
  nudge: { least: -2000, most: 2000 },
  nudgeScale: { least: 0.1, most: 10 },
  thicken: { least: -20, most: 50 },
  tolerance: { least: 0.001, most: 0.2 },
  leastCounter: { least: 0, most: 200 },
  letterSpacing: { least: -200, most: 500 },
  lineSpacing: { least: 0.5, most: 10 },
  lineScale: { least: 0.1, most: 5 },
  sheet: { least: 10, most: 20_000 },
  sheetMargin: { least: 0, most: 500 },
  plate: { least: 5, most: 20_000 },
  plateMargin: { least: 0, most: 2000 },
  cornerRadius: { least: 0, most: 2000 },
  hole: { least: 0.2, most: 200 },
  holeInset: { least: 0.5, most: 1000 },
  borderInset: { least: 0.2, most: 500 },
  railHeight: { least: 0.5, most: 1000 },
  railOverlap: { least: 0, most: 500 },
  railExtend: { least: -500, most: 2000 },
  reliefFrame: { least: 0, most: 1000 },
  reliefBleed: { least: 0, most: 100 },
  backerDistance: { least: 0.2, most: 500 },
  backerHole: { least: 0, most: 500 },
  backerGap: { least: 0, most: 1000 },
  couponSize: { least: 4, most: 2000 },
  couponFrame: { least: 0.5, most: 100 },
  tabEvery: { least: 5, most: 20_000 },
  tabLength: { least: 0.1, most: 50 },
  closeUpMost: { least: 0.01, most: 1 },
  tieWidth: { least: 0.1, most: 200 },
  bridgeRoot: { least: 0, most: 50 },
  bridgeWidth: { least: 0.1, most: 200 },
  thickness: { least: 0.05, most: 100 },
  speed: { least: 0.1, most: 10_000 },
  power: { least: 1, most: 100 },
  passes: { least: 1, most: 50 },
} as const;

const lengthIn = (name: keyof typeof LIMITS) => lengthField(LIMITS[name].least, LIMITS[name].most);
const numberIn = (name: keyof typeof LIMITS) => numberField(LIMITS[name].least, LIMITS[name].most);

const letteringSchema = z.strictObject({
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
      z.string().regex(LETTER_ID, 'must be the id of a letter, such as letter:0.3.0'),
      z.strictObject({
        x: lengthIn('nudge').default(0),
        y: lengthIn('nudge').default(0),
        turn: numberIn('angle').default(0),
        scale: numberIn('nudgeScale').default(1),
      }),
    )
    .default({})
    .describe('Letters moved by hand, by id (line, place in the line, part): mm, degrees, times their size.'),
  thicken: z
    .strictObject({
      by: lengthIn('thicken').default(0).describe('Added all round, mm; less than 0 thins.'),
      keepCounters: lengthIn('leastCounter')
        .default(0)
        .describe('Counters are not closed further than to this width, mm.'),
      letters: z
        .record(z.string().regex(LETTER_ID), lengthIn('thicken'))
        .default({})
        .describe('Added to single letters, by id.'),
      counters: z
        .record(z.string().regex(LETTER_ID), lengthIn('thicken'))
        .default({})
        .describe('Counters of single letters opened all round, by letter.'),
    })
    .prefault({}),
});

const plateSchema = z.strictObject({
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

const railSchema = z.strictObject({
  height: lengthIn('railHeight').default(12),
  overlap: lengthIn('railOverlap').default(2).describe('How far the letters sink into the rail.'),
  extend: lengthIn('railExtend').default(0).describe('How far it reaches past the letters on either side.'),
});

const reliefSchema = z.strictObject({
  frame: lengthIn('reliefFrame')
    .default(0)
    .describe('Rim left standing round the ground; 0: the ground runs past the edge.'),
  bleed: lengthIn('reliefBleed')
    .default(1)
    .describe('How far the ground runs past the cut edge where no frame is left, so that no rim stays.'),
});

const backerSchema = z.strictObject({
  distance: lengthIn('backerDistance').default(6).describe('How far it reaches past the letters.'),
  corners: z.enum(['round', 'mitred']).default('round'),
  leastHole: lengthIn('backerHole')
    .nullable()
    .default(null)
    .describe('Holes that a narrower disc fills are filled; null: the house limit of counters.'),
  letters: z
    .enum(['cut', 'engrave'])
    .default('cut')
    .describe('cut: a layer of their own to glue on; engrave: on the backer itself.'),
  locate: z.boolean().default(false).describe('Lines on the backer that show where the letters go.'),
  gap: lengthIn('backerGap').default(10).describe('Between letters and backer on the sheet.'),
});

const holdSchema = z.strictObject({
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
          z.string().regex(ISLAND_ID, 'must be the id of an island, such as letter:0.3.0#0'),
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
          'Islands whose bridges were put by hand: where each leaves the island (a share of its outline, counter-clockwise from its right), its direction from the letter’s level, its width.',
        ),
    })
    .prefault({}),
  drop: z
    .strictObject({
      all: z
        .boolean()
        .nullable()
        .default(null)
        .describe('May islands fall out? null: as the material has it (those with a sticky back keep them in place).'),
      islands: z.array(z.string().regex(ISLAND_ID)).max(2000).default([]).describe('Islands that may fall out, by id.'),
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
        .record(z.string().regex(LETTER_ID), z.array(z.number().min(-2).max(3)).max(6))
        .default({})
        .describe('Level bars from a letter to the next: heights above the baseline, in cap heights.'),
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

const couponSchema = z.strictObject({
  windows: z
    .array(
      z.strictObject({
        letter: z.string().regex(LETTER_ID),
        x: lengthIn('nudge'),
        y: lengthIn('nudge'),
        size: lengthIn('couponSize'),
      }),
    )
    .min(1)
    .max(12)
    .describe('Squares of the job, each by its middle from the middle of a letter.'),
  frame: lengthIn('couponFrame').default(3).describe('Rim round each window that holds what is in it.'),
});

const assignmentSchema = z.strictObject({
  work: z.enum(WORKS).nullable().describe('null: not assigned.'),
  speed: numberIn('speed').nullable().default(null).describe('mm/s; null: what the machine starts from.'),
  power: numberIn('power').nullable().default(null).describe('Percent.'),
  passes: z.int().min(LIMITS.passes.least).max(LIMITS.passes.most).nullable().default(null),
});
export type Assignment = z.output<typeof assignmentSchema>;

export const STEPS = ['engrave', 'mark', 'score', 'inner cuts', 'outer cuts'] as const;
export type Step = (typeof STEPS)[number];

const workOrderSchema = z.strictObject({
  outline: assignmentSchema
    .prefault({ work: 'cut' })
    .describe('The edges of material: the plate, its holes, cut-out or stand-alone letters.'),
  area: assignmentSchema.prefault({ work: 'engrave' }).describe('Areas: engraved letters.'),
  linework: assignmentSchema.prefault({ work: 'score' }).describe('Lines: the border.'),
  sequence: z
    .array(z.enum(STEPS))
    .refine(
      (steps) => steps.length === STEPS.length && new Set(steps).size === STEPS.length,
      `must name each of ${STEPS.join(', ')} once`,
    )
    .default([...STEPS]),
});

/** A job's recipe: everything else is computed from it. Lengths in mm. */
export const recipeSchema = z.strictObject({
  needlefile: z.literal(RECIPE_VERSION).default(RECIPE_VERSION).describe('Version of the recipe format.'),
  name: z
    .string()
    .trim()
    .min(1, 'must not be empty')
    .max(120, 'must be 120 characters or fewer')
    .default('Untitled job'),
  tags: z.array(z.string().trim().min(1).max(40)).max(20).default([]),
  make: z.enum(MAKES),
  machine: z.string().default('plasma').describe('Id of a machine of the shop.'),
  material: z.string().default('mild-steel').describe('Id of a material of the shop.'),
  thickness: lengthIn('thickness').default(3),
  sheet: z
    .strictObject({
      width: lengthIn('sheet').nullable().default(null).describe('null: as wide as what lies on it and the margin.'),
      height: lengthIn('sheet').nullable().default(null),
      margin: lengthIn('sheetMargin').default(10),
    })
    .prefault({}),
  lettering: letteringSchema,
  plate: plateSchema.prefault({}),
  rail: railSchema.nullable().default(null).describe('A bar under stand-alone letters; null: none.'),
  relief: reliefSchema.prefault({}),
  backer: backerSchema.prefault({}),
  hold: holdSchema.prefault({}),
  coupon: couponSchema
    .nullable()
    .default(null)
    .describe('A test coupon: windows of the job, set side by side; null: the whole job.'),
  workOrder: workOrderSchema.prefault({}),
  release: z
    .strictObject({
      tolerance: lengthIn('tolerance')
        .default(0.01)
        .describe('How far a line in a file may be from the true curve, mm; curves become arcs in DXF.'),
    })
    .prefault({}),
});

export type Recipe = z.output<typeof recipeSchema>;
export type RecipeInput = z.input<typeof recipeSchema>;

/** The recipe format as JSON Schema, of what may be written (short forms allowed). */
export const recipeJsonSchema = (): object => z.toJSONSchema(recipeSchema, { io: 'input' });
