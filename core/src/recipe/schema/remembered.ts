import { z } from 'zod';
import { artworkFields } from './artwork.ts';
import { ROLES } from './item.ts';
import { OWN_ID } from '../identity.ts';

const { mmPerUnit, factor, partedBy, layers, join, doubled, speck, refit, besidePage, wide, crossed, lines } =
  artworkFields;

/** How files of one make-up are read: an item, and those that were made of single layers. */
export const rememberedSchema = z
  .array(
    z.strictObject({
      name: z.string().max(80).nullable(),
      role: z.enum(ROLES).nullable(),
      operation: z.string().regex(OWN_ID).nullable(),
      ...{ mmPerUnit, factor, partedBy, layers, join, doubled, speck, refit, besidePage, wide, crossed, lines },
    }),
  )
  .min(1)
  .max(100);
export type Remembered = z.output<typeof rememberedSchema>;
