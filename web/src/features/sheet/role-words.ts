import type { Role } from '@needlefile/core/recipe/schema';

/** What an item is in its thing, in a word for the list. */
export const ROLE_WORDS: Record<Role, string> = {
  material: 'material',
  opening: 'cut through',
  engraved: 'engraved',
  standing: 'left standing',
  line: 'followed',
  guide: 'guide',
  plate: 'the plate',
};
