import { z } from 'zod';
import { assemblySchema, MOST_ASSEMBLIES } from './assembly.ts';
import { lengthIn } from './fields.ts';
import { assignmentSchema, operationsSchema, orderSchema } from './operations.ts';
import { releaseSchema } from './release.ts';

/** The recipe format's version. It goes up when old recipes need rewriting; see read.ts. */
export const RECIPE_VERSION = 2;

/** All that is said of a job, before its ids and references are looked at. */
export const jobSchema = z.strictObject({
  needlefile: z.literal(RECIPE_VERSION).default(RECIPE_VERSION).describe('Version of the recipe format.'),
  name: z
    .string()
    .trim()
    .min(1, 'must not be empty')
    .max(120, 'must be 120 characters or fewer')
    .default('Untitled job'),
  tags: z.array(z.string().trim().min(1).max(40)).max(20).default([]),
  machine: z.string().default('plasma').describe('Id of a machine of the shop.'),
  material: z.string().default('mild-steel').describe('Id of a material of the shop.'),
  thickness: lengthIn('thickness').default(3),
  backers: z
    .strictObject({
      machine: z.string().default('co2-laser'),
      material: z.string().default('plywood'),
      thickness: lengthIn('thickness').default(6),
      laid: z.boolean().default(false).describe('Which of the two sheets is shown and released: true, the backers’.'),
    })
    .nullable()
    .default(null)
    .describe('The sheet that backers are cut from, and what works it; null: the same as all else.'),
  sheet: z
    .strictObject({
      width: lengthIn('sheet').nullable().default(null).describe('null: as wide as what lies on it and the margin.'),
      height: lengthIn('sheet').nullable().default(null),
      margin: lengthIn('sheetMargin').default(10),
      gap: lengthIn('sheetMargin').default(5).describe('Between things that lie beside each other by themselves.'),
    })
    .prefault({}),
  assemblies: z
    .array(assemblySchema)
    .min(1, 'must have one thing or more')
    .max(MOST_ASSEMBLIES, `must be ${MOST_ASSEMBLIES} things or fewer`)
    .describe('The things made from one sheet.'),
  operations: operationsSchema,
  assignment: assignmentSchema,
  order: orderSchema,
  accepted: z
    .array(
      z.strictObject({
        finding: z.string().min(1).max(300),
        reason: z.string().trim().min(1, 'must say why').max(200),
        by: z.string().trim().max(60).default('').describe('Who says so.'),
        value: z
          .number()
          .nullable()
          .default(null)
          .describe('What was measured then: what has become worse is told again.'),
      }),
    )
    .max(500)
    .default([])
    .describe('Findings of the check that may be as they are, and why.'),
  release: releaseSchema,
});

export type Recipe = z.output<typeof jobSchema>;
/** A finding that somebody accepted. */
export type Accepted = Recipe['accepted'][number];
export type JobInput = z.input<typeof jobSchema>;
