import { z } from 'zod';
import { OWN_ID } from '../identity.ts';
import { lengthIn, numberIn } from './fields.ts';

/** Lines side by side. */
const hatchSchema = z.strictObject({
  kind: z.literal('hatch').default('hatch'),
  width: lengthIn('fillWidth').default(0.3).describe('What the tool leaves: a line, a beam, a cutter’s diameter, mm.'),
  spacing: lengthIn('fillWidth').default(0.24).describe('From line to line, mm.'),
  lines: z
    .enum(['straight', 'rings', 'middle'])
    .default('straight')
    .describe(
      'straight: rows across; rings: one inside the other, along the edge; middle: side by side along the middle of ' +
        'strokes.',
    ),
  angle: numberIn('angle').default(0).describe('Of straight lines, degrees counter-clockwise.'),
  turn: numberIn('angle').default(0).describe('By so much more from letter to letter, degrees.'),
  cross: z.boolean().default(false).describe('A second time across the first.'),
  outline: z.enum(['none', 'before', 'after']).default('after').describe('Once round the edge.'),
  inset: lengthIn('fillInset').default(0).describe('So far inside the edge, mm.'),
  shortest: lengthIn('fillInset').default(0).describe('Shorter strokes are left out, mm.'),
  joins: z
    .enum(['edge', 'any'])
    .default('edge')
    .describe(
      'edge: lines are joined along the edge, and to the line beside; any: any way inside. A beam burns whatever it ' +
        'goes over.',
    ),
});

/** Rings of a round cutter from the inside out, the wall last. */
const pocketSchema = z.strictObject({
  kind: z.literal('pocket'),
  tool: lengthIn('fillWidth').default(1).describe('Diameter of the cutter, mm.'),
  overlap: numberIn('overlap').default(0.4).describe('Of passes, as a share of the diameter.'),
  inset: lengthIn('fillInset').default(0).describe('Left standing along the edge, mm.'),
  way: z
    .enum(['climb', 'against'])
    .default('climb')
    .describe('climb: the wall lies to the right of the way the cutter goes.'),
  after: z
    .string()
    .regex(OWN_ID, 'must be the id of an operation')
    .nullable()
    .default(null)
    .describe(
      'An operation that clears or carves areas, by id: only what that one leaves is cleared, by a smaller cutter or ' +
        'on a cone’s floor; null: what has this operation.',
    ),
});

/** Letters along their middle, as deep everywhere as a conical cutter is to be wide. */
const coneSchema = z.strictObject({
  kind: z.literal('cone'),
  angle: numberIn('coneAngle').default(60).describe('Between the sides of the cutter, degrees.'),
  tip: lengthIn('fillInset').default(0.1).describe('How wide it is at its very end, mm.'),
  deepest: lengthIn('fillWidth')
    .nullable()
    .default(null)
    .describe('It goes no deeper, and leaves a flat floor, mm; null: as deep as letters are wide.'),
});

/** Discs in rows: stones, rivets, holes, punch marks. */
const dotsSchema = z.strictObject({
  kind: z.literal('dots'),
  diameter: lengthIn('fillWidth').default(1).describe('mm'),
  pitch: lengthIn('fillWidth').default(1.5).describe('From middle to middle along a row, about, mm.'),
  edge: lengthIn('fillInset').default(0.1).describe('From a dot’s rim to the edge, at least, mm.'),
  lie: z
    .enum(['rows', 'scattered'])
    .default('rows')
    .describe('rows: evenly, with dots on ends and corners; scattered: in no order, no two nearer than the pitch.'),
  single: z
    .enum(['same', 'filled'])
    .default('same')
    .describe('What is a dot itself, as that of an i: set like all else, or filled by one as wide as it has room for.'),
});

/** How areas are filled. */
export const fillSchema = z.union([pocketSchema, coneSchema, dotsSchema, hatchSchema]);
export type FillPlan = z.output<typeof fillSchema>;
export type FillKind = FillPlan['kind'];
export type FillOf<K extends FillKind> = Extract<FillPlan, { kind: K }>;

/** A fill as it begins. */
export const plainFill = <K extends FillKind>(kind: K): FillOf<K> => fillSchema.parse({ kind }) as FillOf<K>;
