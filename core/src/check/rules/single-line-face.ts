import { MAKES } from '../../makes/makes.ts';
import type { Finding } from '../finding.ts';
import type { BuiltSubject } from '../subjects.ts';
import { SAFE_FACE } from './face-missing.ts';

/** A face of strokes suits an engraved plate alone. */
export function singleLineFace({ recipe, arrangement }: BuiltSubject): Finding[] {
  const strokes = arrangement.letters.some((letter) => letter.strokes.length > 0);
  if (!strokes || MAKES[recipe.make].letters === 'engraved') return [];
  return [
    {
      id: 'single-line face',
      rule: 'single-line face',
      severity: 'stop',
      title: 'A single-line face has no outlines to cut',
      place: null,
      detail: 'Its strokes can be scored, marked or engraved on a plate.',
      mends: [
        { label: 'Make it an engraved plate', patch: [{ path: ['make'], value: 'engraved' }] },
        { label: 'Use Overpass Bold', patch: [{ path: ['lettering', 'face'], value: SAFE_FACE }] },
      ],
    },
  ];
}
