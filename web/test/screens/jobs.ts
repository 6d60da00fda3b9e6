import type { RecipeInput } from '@needlefile/core/recipe/read';

/** Plain jobs, for tests. */

const WOOD = { machine: 'co2-laser', material: 'plywood', thickness: 3 } as const;
const FACE = 'overpass-bold';

/** Words cut through a plate. */
export const stencil = (words: string, hold: object = {}, caps = 40): RecipeInput => ({
  ...WOOD,
  make: 'cut-through',
  lettering: { words, face: FACE, size: { by: 'cap height', value: caps } },
  plate: { holes: null },
  hold,
});

/** Words that stand alone. */
export const standing = (words: string, face = FACE, letterSpacing = 0): RecipeInput => ({
  ...WOOD,
  make: 'stand-alone',
  lettering: { words, face, size: { by: 'cap height', value: 40 }, letterSpacing },
});

/** Words engraved on a plate, so that every outline of a letter is one of the file. */
export const engraved = (words: string, lettering: object = {}, plate: object = {}): RecipeInput => ({
  make: 'engraved',
  machine: 'engraver',
  material: 'brass',
  thickness: 1.5,
  lettering: { words, face: FACE, size: { by: 'cap height', value: 20 }, ...lettering },
  plate: { holes: null, border: null, ...plate },
});
