import { withWords } from '../../recipe/edits/words.ts';
import { patchBetween } from '../../recipe/patch.ts';
import type { Finding } from '../finding.ts';
import type { LetteringSubject } from '../subjects.ts';

/** The face must have every character of the words. */
export const missingCharacter = ({ thing, item, lettering }: LetteringSubject): Finding[] =>
  lettering.missing.map(({ text, line, count }) => ({
    id: `missing character:${text}`,
    rule: 'missing character',
    severity: 'stop',
    where: null,
    title: `The face has no “${text}”`,
    detail:
      `Left out ${count === 1 ? 'once' : `${count} times`}, first in line ${line + 1}. Choose another ` +
      `face or other words.`,
    measure: { value: count, limit: 0, unit: 'characters', wants: 'at most' },
    mends: [
      {
        label: `Take out “${text}”`,
        patch: patchBetween(thing, withWords(thing, item.id, item.words.split(text).join(''))),
      },
    ],
  }));
