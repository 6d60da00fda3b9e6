import { inAssembly, inLettering } from '../../recipe/patch.ts';
import type { Finding } from '../finding.ts';
import type { LetteringSubject } from '../subjects.ts';
import { SAFE_FACE } from './face-missing.ts';

/** Strokes, of a face or down the middle of outlines, can be engraved, or followed by the tool, and nothing else. */
export function singleLineFace({ item, role, lettering }: LetteringSubject): Finding[] {
  const strokes = lettering.letters.some((letter) => letter.strokes.length > 0);
  if (!strokes || role === 'engraved' || role === 'line' || role === 'guide') return [];
  return [
    {
      id: 'single-line face',
      rule: 'single-line face',
      severity: 'stop',
      title: item.centerline ? 'Strokes have no outlines to cut' : 'A single-line face has no outlines to cut',
      where: null,
      detail: 'Its strokes can be scored, marked or engraved on a plate.',
      mends: [
        item.role === null
          ? { label: 'Make it an engraved plate', patch: inAssembly([{ path: ['make'], value: 'engraved' }]) }
          : { label: 'Follow its strokes', patch: inLettering(item.id, { path: ['role'], value: 'line' }) },
        item.centerline
          ? { label: 'Leave the outlines', patch: inLettering(item.id, { path: ['centerline'], value: null }) }
          : { label: 'Use Overpass Bold', patch: inLettering(item.id, { path: ['face'], value: SAFE_FACE }) },
      ],
    },
  ];
}
