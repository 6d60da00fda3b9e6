import { z } from 'zod';
import { lengthIn } from './fields.ts';

export const railSchema = z.strictObject({
  height: lengthIn('railHeight').default(12),
  overlap: lengthIn('railOverlap').default(2).describe('How far the letters sink into the rail.'),
  extend: lengthIn('railExtend').default(0).describe('How far it reaches past the letters on either side.'),
});
