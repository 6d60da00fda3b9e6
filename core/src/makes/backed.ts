import { roughly, type MakeRules } from './make.ts';

export const backed: MakeRules = {
  name: 'Backed letters',
  hint: 'Letters on a backer that follows their outline.',
  letters: 'material',
  base: 'backer',
  nothingToHold: 'The backer is one piece; the letters are glued to it.',
  limits: (house) => house,
  start: (capHeight) => ({ backer: { distance: roughly(capHeight * 0.12), gap: roughly(capHeight * 0.2) } }),
};
