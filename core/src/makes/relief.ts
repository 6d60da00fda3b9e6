import { roughly, usualPlate, type MakeRules } from './make.ts';

export const relief: MakeRules = {
  name: 'Relief plate',
  hint: 'The ground engraved away, letters left standing.',
  letters: 'standing',
  base: 'plate',
  nothingToHold: 'The letters stand on their plate: there is nothing to hold.',
  // The ground must let the tool in.
  limits: (house, tool) => ({ ...house, gap: tool }),
  start: (capHeight) => ({
    plate: { ...usualPlate(capHeight), holes: null },
    relief: { frame: roughly(capHeight * 0.1) },
  }),
};
