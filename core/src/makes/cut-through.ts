import { usualPlate, type MakeRules } from './make.ts';

export const cutThrough: MakeRules = {
  name: 'Cut-through plate',
  hint: 'Letters cut out; bridges hold what would drop out.',
  letters: 'opening',
  base: 'plate',
  nothingToHold: null,
  limits: (house) => house,
  start: (capHeight) => ({ plate: usualPlate(capHeight) }),
};
