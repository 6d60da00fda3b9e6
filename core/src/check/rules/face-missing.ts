import { inLettering } from '../../recipe/patch.ts';
import type { Finding } from '../finding.ts';
import type { LetteringSubject } from '../subjects.ts';

/** Face that a job falls back to by a mend. */
export const SAFE_FACE = 'overpass-bold';

/** The face of the words must be here. */
export function faceMissing({ item, faceKnown }: LetteringSubject): Finding[] {
  if (faceKnown) return [];
  return [
    {
      id: 'face missing',
      rule: 'face missing',
      severity: 'stop',
      where: null,
      title: `The face “${item.face}” is not here`,
      detail: 'The words are kept. Choose another face, or bring this one back.',
      mends: [{ label: 'Use Overpass Bold', patch: inLettering(item.id, { path: ['face'], value: SAFE_FACE }) }],
    },
  ];
}
