import { withWords } from '../../recipe/edits/words.ts';
import { patchBetween } from '../../recipe/patch.ts';
import type { Checked } from '../checked.ts';
import type { Finding } from '../finding.ts';

/** Face that a job falls back to by a mend. */
const SAFE_FACE = 'overpass-bold';

/** Words, their face, and whether it has all their characters. */
export function words({ recipe, faceKnown, lettering }: Checked): Finding[] {
  if (!faceKnown)
    return [
      {
        id: 'face missing',
        rule: 'face missing',
        severity: 'stop',
        place: null,
        title: `The face “${recipe.lettering.face}” is not here`,
        detail: 'The words are kept. Choose another face, or bring this one back.',
        mends: [{ label: 'Use Overpass Bold', patch: [{ path: ['lettering', 'face'], value: SAFE_FACE }] }],
      },
    ];
  const findings: Finding[] = lettering.missing.map(({ text, line, count }) => ({
    id: `missing character:${text}`,
    rule: 'missing character',
    severity: 'stop',
    place: null,
    title: `The face has no “${text}”`,
    detail: `Left out ${count === 1 ? 'once' : `${count} times`}, first in line ${line + 1}. Choose another face or other words.`,
    measure: { value: count, limit: 0, unit: 'characters', wants: 'at most' },
    mends: [
      {
        label: `Take out “${text}”`,
        patch: patchBetween(recipe, withWords(recipe, recipe.lettering.words.split(text).join(''))),
      },
    ],
  }));
  if (lettering.letters.length === 0 && findings.length === 0)
    findings.push({
      id: 'no words',
      rule: 'no words',
      severity: 'stop',
      title: 'There are no words yet',
      detail: 'Type them at the Letter station.',
      place: null,
      mends: [],
    });
  return findings;
}
