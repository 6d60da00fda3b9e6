import { joinBounds } from '../../geometry/bounds.ts';
import type { Finding } from '../finding.ts';
import type { AssemblySubject } from '../subjects.ts';

/** An opening narrower than the cut cannot be cut: the file has no line for it. */
export function cutTooWide({ tooNarrow, around: { machine } }: AssemblySubject): Finding[] {
  if (tooNarrow.length === 0) return [];
  const many = tooNarrow.length > 1;
  return [
    {
      id: 'cut too wide',
      rule: 'cut too wide',
      severity: 'stop',
      title: `The cut is wider than ${many ? `${tooNarrow.length} openings` : 'an opening'}`,
      detail:
        `The ${machine.word} takes ${machine.kerf} mm: nothing is cut for ${many ? 'them' : 'it'}. Make ` +
        `${many ? 'them' : 'it'} wider, or engrave ${many ? 'them' : 'it'}.`,
      where: joinBounds(tooNarrow),
      mends: [],
    },
  ];
}
