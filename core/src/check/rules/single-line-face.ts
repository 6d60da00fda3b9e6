import { inAssembly, inLettering } from '../../recipe/patch.ts';
import type { Finding } from '../finding.ts';
import type { LetteringSubject } from '../subjects.ts';
import { SAFE_FACE } from './face-missing.ts';

/** A face of strokes can be engraved, or followed by the tool, and nothing else. */
export function singleLineFace({ item, role, lettering }: LetteringSubject): Finding[] {
  const strokes = lettering.letters.some((letter) => letter.strokes.length > 0);
  if (!strokes || role === 'engraved' || role === 'line' || role === 'guide') return [];
  return [
    {
      id: 'single-line face',
      rule: 'single-line face',
      severity: 'stop',
      title: 'A single-line face has no outlines to cut',
      place: null,
      detail: 'Its strokes can be scored, marked or engraved on a plate.',
      mends: [
        item.role === null
          ? { label: 'Make it an engraved plate', patch: inAssembly([{ path: ['make'], value: 'engraved' }]) }
          : { label: 'Follow its strokes', patch: inLettering(item.id, { path: ['role'], value: 'line' }) },
        { label: 'Use Overpass Bold', patch: inLettering(item.id, { path: ['face'], value: SAFE_FACE }) },
      ],
    },
  ];
}
