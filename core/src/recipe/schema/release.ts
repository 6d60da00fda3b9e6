import { z } from 'zod';
import { FILE_FORMATS } from '../../shop/file-rules.ts';
import { lengthIn } from './fields.ts';

/** What names of files are made of. */
export const NAME_PARTS = ['job', 'words', 'machine', 'material', 'thickness', 'size', 'revision', 'date'] as const;
export type NamePart = (typeof NAME_PARTS)[number];

/** What is said of a job's files. */
export const releaseSchema = z
  .strictObject({
    tolerance: lengthIn('tolerance')
      .default(0.01)
      .describe('How far a line in a file may be from the true curve, mm; curves become arcs in DXF.'),
    kerf: z
      .enum(['file', 'controller'])
      .nullable()
      .default(null)
      .describe(
        'Who sets cuts off by half the kerf: the file or the machine’s controller; null: as the machine has it.',
      ),
    formats: z
      .array(z.enum(FILE_FORMATS))
      .min(1, 'must name one format or more')
      .max(FILE_FORMATS.length)
      .nullable()
      .default(null)
      .describe('Which files are written; null: those that the machine takes.'),
    name: z
      .array(z.enum(NAME_PARTS))
      .min(1, 'must name one part or more')
      .max(NAME_PARTS.length)
      .default(['job', 'revision'])
      .describe('What the names of the files are made of.'),
  })
  .prefault({});
