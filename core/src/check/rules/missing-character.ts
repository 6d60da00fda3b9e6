import { withWords } from '../../recipe/edits/words.ts';
import { patchBetween } from '../../recipe/patch.ts';
import type { Finding } from '../finding.ts';
import type { BuiltSubject } from '../subjects.ts';

/** The face must have every character of the words. */
export const missingCharacter = ({ recipe, lettering }: BuiltSubject): Finding[] =>
  lettering.missing.map(({ text, line, count }) => ({
    id: `missing character:${text}`,
    rule: 'missing character',
    severity: 'stop',
    place: null,
    title: `The face has no “${text}”`,
    detail:
      `Left out ${count === 1 ? 'once' : `${count} times`}, first in line ${line + 1}. Choose another ` +
      `face or other words.`,
    measure: { value: count, limit: 0, unit: 'characters', wants: 'at most' },
    mends: [
      {
        label: `Take out “${text}”`,
        patch: patchBetween(recipe, withWords(recipe, recipe.lettering.words.split(text).join(''))),
      },
    ],
  }));
