import { letterName } from '../lettering/naming.ts';
import type { Letter } from '../lettering/layout.ts';

/** Figures and lists as findings say them. */

export const tidy = (value: number, digits = 1): number => Number(value.toFixed(digits));
export const list = (names: readonly string[]): string =>
  names.length <= 4 ? names.join(', ') : `${names.slice(0, 3).join(', ')} and ${names.length - 3} more`;

/** The letters of some groups, by name. */
export const namesOf = (groups: readonly { readonly letters: readonly Letter[] }[], all: readonly Letter[]): string =>
  list(groups.flatMap(({ letters }) => letters.map(({ id }) => letterName(id, all))));
