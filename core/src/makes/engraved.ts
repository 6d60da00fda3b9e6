import { roughly, usualPlate, type MakeRules } from './make.ts';

export const engraved: MakeRules = {
  name: 'Engraved plate',
  hint: 'Letters engraved in a plate that is cut out.',
  letters: 'engraved',
  base: 'plate',
  nothingToHold: 'Engraved letters stay in their plate: there is nothing to hold.',
  // A stroke must let the tool in, and a wall between two must not crumble.
  limits: (house, tool) => ({ ...house, wall: tool, gap: tool, neck: 0, counter: 2 * tool, speck: tool }),
  start: (capHeight) => ({ plate: { ...usualPlate(capHeight), border: { inset: roughly(capHeight * 0.1) } } }),
};
