import type { Finding } from '../finding.ts';
import type { BuiltSubject } from '../subjects.ts';

/** Face that a job falls back to by a mend. */
export const SAFE_FACE = 'overpass-bold';

/** The face of the words must be here. */
export function faceMissing({ recipe, faceKnown }: BuiltSubject): Finding[] {
  if (faceKnown) return [];
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
}
