import { z } from 'zod';
import { lengthIn, numberIn } from './fields.ts';
import { changesSchema } from './redrawn.ts';

const coordinate = z.number().min(-1e9).max(1e9);
const share = z.tuple([z.number().min(-0.5).max(1.5), z.number().min(-0.5).max(1.5)]);
const end = z.tuple([coordinate, coordinate]).describe('An end of a line, in units of the file, y up.');

/** How a gap may be decided by hand. */
export const GAP_MENDS = ['join', 'together', 'across', 'prolonged', 'open'] as const;
export type GapMend = (typeof GAP_MENDS)[number];
/** Of two lines that lie on each other both, of two that nearly do one; ends that run past each other as drawn. */
const LEAVINGS = ['both', 'once', 'uncut'] as const;
/** What a line that crosses itself is, where it is an area: what lies in it an odd number of times, or all of it. */
const CROSSED = ['parted', 'filled'] as const;
export type Crossed = (typeof CROSSED)[number];
/** What becomes of a very small outline. */
const SPECKS = ['kept', 'dropped'] as const;

/** By what a file is parted into what is taken, left out, or made an item by itself. */
export const PARTED_BY = ['layer', 'colour', 'width', 'kind'] as const;
export type PartedBy = (typeof PARTED_BY)[number];

/** What was decided by hand, by where it is in the file: of a gap, its two ends; else the same place twice. */
const repairSchema = z.strictObject({
  kind: z
    .enum([...GAP_MENDS, ...LEAVINGS, ...CROSSED, ...SPECKS])
    .describe(
      'A gap closed, however wide: as suits its lines (join), both ends in the middle (together), a line across ' +
        '(across), or both carried on to where they cross (prolonged); or kept open, however narrow. Of lines that ' +
        'lie on each other, both kept (both), of those that nearly do, one (once); of lines that run past each ' +
        'other, neither cut back (uncut). Of a line that crosses itself there, what lies in it an odd number of ' +
        'times (parted), or all of it (filled). Of a very small outline, that it stays (kept) or is left out ' +
        '(dropped).',
    ),
  layer: z.string().max(300).describe('The layer of the file that its lines are in.'),
  from: end,
  to: end,
});
export type Repair = z.output<typeof repairSchema>;
export type RepairKind = Repair['kind'];

/** What is said of artwork: where it comes from, and how it is read. */
export const artworkFields = {
  source: z
    .string()
    .trim()
    .min(1)
    .max(300)
    .describe('Id of a file that was brought (art-…); for the command line also a path beside the recipe.'),
  fileName: z.string().max(120).default('').describe('What the file was called.'),
  mmPerUnit: numberIn('unit')
    .nullable()
    .default(null)
    .describe('Millimetres to a unit of the file; null: as the file says, or as is likeliest.'),
  factor: numberIn('factor').default(1).describe('So many times as large as that.'),
  partedBy: z
    .enum(PARTED_BY)
    .default('layer')
    .describe('What layers are: those of the file, or all of one colour, of one width of line, areas or lines.'),
  layers: z
    .array(z.string().max(300))
    .max(500)
    .nullable()
    .default(null)
    .describe('Only these layers or groups of the file; null: all of them.'),
  join: lengthIn('join').default(0.1).describe('Gaps between ends of lines are closed up to this width, mm.'),
  doubled: lengthIn('doubled')
    .default(0.005)
    .describe('Lines that run no further than this beside others lie on them, and count once, mm.'),
  speck: lengthIn('artworkSpeck')
    .default(0)
    .describe('Closed outlines whose longer side is no longer are left out, mm; 0: none.'),
  refit: lengthIn('refit')
    .nullable()
    .default(null)
    .describe('Contours of many nodes are fitted anew with lines, arcs and curves within this, mm; null: they stay.'),
  picture: z
    .strictObject({
      level: numberIn('level').nullable().default(null).describe('Darker is taken, 0 to 255; null: as it seems best.'),
      levels: z
        .array(numberIn('level'))
        .max(4)
        .default([])
        .describe('Of a picture of several shades: what is darker than each, and not than the one before, is a layer.'),
      colours: z
        .array(z.string().regex(/^#[0-9a-f]{6}$/, 'A colour is #rrggbb.'))
        .max(8)
        .default([])
        .describe(
          'Of a picture of several colours, #rrggbb: the ground first; what is nearest to each other is a layer.',
        ),
      corners: z
        .tuple([share, share, share, share])
        .nullable()
        .default(null)
        .describe(
          'Corners of what was photographed aslant, from the upper left clockwise, as shares of the picture from its ' +
            'lower left: it is drawn straight; null: as it is.',
        ),
      ratio: numberIn('ratio')
        .nullable()
        .default(null)
        .describe('Of that, width to height; null: as its corners tell.'),
      smooth: numberIn('smooth').nullable().default(null).describe('Smoothed by so many pixels; null: by its grain.'),
      speck: numberIn('speck').default(8).describe('Spots up to this area are left out, square pixels.'),
      invert: z.boolean().default(false).describe('Light is taken in place of dark.'),
    })
    .prefault({})
    .describe('How a picture is traced.'),
  repairs: z
    .array(repairSchema)
    .max(2000)
    .default([])
    .describe('Faults of lines that were decided by hand, one by one.'),
  redrawn: changesSchema.default([]).describe('What was changed by hand of its outlines, in units of the file.'),
  besidePage: z.boolean().default(false).describe('What the file has beside its page is taken too.'),
  wide: z
    .enum(['lines', 'areas'])
    .default('lines')
    .describe('What lines of 0.3 mm and wider are: followed along their middle, or the area that they cover.'),
  crossed: z
    .enum(CROSSED)
    .nullable()
    .default(null)
    .describe(
      'Of a line that crosses itself: parted takes what lies in it an odd number of times, filled all that it goes ' +
        'round; null: parted, and told.',
    ),
  lines: z
    .enum(['areas', 'lines'])
    .default('areas')
    .describe('What lines that close are: the area that they go round, or lines all the same.'),
};
