import { z } from 'zod';
import { WORKS } from '../../shop/shop.ts';
import { LAID_THING, OWN_ID } from '../identity.ts';
import { lengthIn, numberIn } from './fields.ts';
import { fillSchema } from './fills.ts';
import { LIMITS } from './limits.ts';

/** What a line is, by which it gets its operation where its item names none. */
export const LINE_KINDS = ['inner', 'outer', 'area', 'line'] as const;
export type LineKind = (typeof LINE_KINDS)[number];

const operationId = z.string().regex(OWN_ID, 'must be small letters, figures and -, a letter first');

/** Rows lay along x or along y only, before they had an angle. */
function withAngle(rows: unknown): unknown {
  if (typeof rows !== 'object' || rows === null || !('upright' in rows)) return rows;
  const { upright, ...others } = rows;
  return { angle: upright === true ? 90 : 0, ...others };
}

/** How areas that the machine sweeps are gone over. */
const rowsSchema = z
  .preprocess(
    withAngle,
    z.strictObject({
      pitch: lengthIn('rowPitch').nullable().default(null).describe('From row to row, mm; null: the machine’s.'),
      angle: z
        .number()
        .min(0)
        .lt(180, 'must be less than 180')
        .default(0)
        .describe('Degrees counter-clockwise of the rows: 0 along x, 90 along y.'),
      bothWays: z.boolean().default(true).describe('To and fro; false: one way only.'),
      together: z
        .enum(['best', 'all', 'items'])
        .default('best')
        .describe('What is swept in one: what takes least time, all, or each item by itself.'),
      byHand: z
        .array(z.array(z.string().min(1).max(120)).min(1).max(2000))
        .max(200)
        .default([])
        .describe('Items that are swept together and with no other: thing:copy/item, copies counted from 0.'),
    }),
  )
  .prefault({});
export type RowsPlan = z.output<typeof rowsSchema>;

export const operationSchema = z.strictObject({
  id: operationId,
  name: z.string().trim().min(1).max(40).nullable().default(null).describe('null: called by what it is of.'),
  work: z.enum(WORKS),
  speed: numberIn('speed').nullable().default(null).describe('mm/s; null: what the machine starts from.'),
  power: numberIn('power').nullable().default(null).describe('Percent.'),
  passes: z.int().min(LIMITS.passes.least).max(LIMITS.passes.most).nullable().default(null),
  fill: fillSchema
    .nullable()
    .default(null)
    .describe('Areas are filled so, with lines in the file; null: the machine sweeps them, or follows their edges.'),
  rows: rowsSchema,
  written: z
    .boolean()
    .default(false)
    .describe('Lines that are not cut follow each other as a hand writes them, letter by letter.'),
});
export type OperationPlan = z.output<typeof operationSchema>;

/** An operation as it begins. */
export const plainOperation = (id: string, work: OperationPlan['work']): OperationPlan => ({
  id,
  name: null,
  work,
  speed: null,
  power: null,
  passes: null,
  fill: null,
  rows: { pitch: null, angle: 0, bothWays: true, together: 'best', byHand: [] },
  written: false,
});

export const operationsSchema = z
  .array(operationSchema)
  .max(LIMITS.operations.most)
  .default([
    plainOperation('area', 'engrave'),
    plainOperation('line', 'score'),
    plainOperation('inner', 'cut'),
    plainOperation('outer', 'cut'),
  ])
  .describe('In running order.');

const usual = (kind: LineKind) => operationId.nullable().default(kind);

export const assignmentSchema = z
  .strictObject({
    inner: usual('inner').describe('Edges of holes and openings.'),
    outer: usual('outer').describe('Edges that free a thing.'),
    area: usual('area').describe('What is engraved.'),
    line: usual('line').describe('Lines that part nothing: borders, lines for placing.'),
  })
  .prefault({})
  .describe('Which operation each kind of line gets, by id; null: none.');

/** More copies of things than this nobody keeps in order. */
const MOST_LAID = 20_000;

/** In which order an operation's lines are run. */
export const orderSchema = z
  .strictObject({
    search: z
      .enum(['quick', 'long'])
      .default('quick')
      .describe(
        'How long a short way of the head is looked for: so that an edit is answered at once, or for a second.',
      ),
    things: z
      .record(
        z.string().regex(OWN_ID),
        z.array(z.string().regex(LAID_THING, 'must be a thing, : and the number of a copy')).max(MOST_LAID),
      )
      .default({})
      .describe(
        'By operation: things in the order in which the head goes to them; others where they are least out of the way.',
      ),
    coolly: z
      .boolean()
      .default(false)
      .describe('Cuts follow each other where the sheet is cool, at the price of more way.'),
  })
  .prefault({});
export type OrderPlan = z.output<typeof orderSchema>;
