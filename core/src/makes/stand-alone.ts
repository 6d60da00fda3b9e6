import { usualRail } from '../recipe/edits/rail.ts';
import type { MakeRules } from './make.ts';

export const standAlone: MakeRules = {
  name: 'Stand-alone letters',
  hint: 'The letters are the object, on a rail.',
  letters: 'material',
  base: 'rail',
  nothingToHold: null,
  limits: (house) => house,
  start: (capHeight) => ({ rail: usualRail(capHeight) }),
};
