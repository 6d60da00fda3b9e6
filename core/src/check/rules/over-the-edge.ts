import { joinBounds } from '../../geometry/bounds.ts';
import type { Finding } from '../finding.ts';
import type { AssemblySubject } from '../subjects.ts';

/** Dots that a hand put may lie over the edge of their letter: what they mark there was to stay as it is. */
export const overTheEdge = ({ lines }: AssemblySubject): Finding[] =>
  lines.flatMap(({ operation, amiss: { overEdge } }): Finding[] => {
    if (overEdge.length === 0) return [];
    const many = overEdge.length > 1;
    return [
      {
        id: `over the edge:${operation}`,
        rule: 'over the edge',
        severity: 'attention',
        where: joinBounds(overEdge),
        title: many ? `${overEdge.length} dots lie over the edge` : 'A dot lies over the edge',
        detail: 'Put there by hand, it goes beyond its letter. Move it inwards at Strokes, or take it out.',
        mends: [],
      },
    ];
  });
