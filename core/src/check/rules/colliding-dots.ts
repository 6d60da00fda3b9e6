import { joinBounds } from '../../geometry/bounds.ts';
import type { Finding } from '../finding.ts';
import type { AssemblySubject } from '../subjects.ts';

/** Dots that a hand put may lie on others: two stones have no room where one has, and a hole is cut twice. */
export const collidingDots = ({ lines }: AssemblySubject): Finding[] =>
  lines.flatMap(({ operation, amiss: { collisions } }): Finding[] => {
    if (collisions.length === 0) return [];
    const many = collisions.length > 1;
    return [
      {
        id: `colliding dots:${operation}`,
        rule: 'colliding dots',
        severity: 'attention',
        where: joinBounds(collisions),
        title: many ? `${collisions.length} pairs of dots lie on each other` : 'Two dots lie on each other',
        detail: 'They were put or moved by hand. Move one of them at Strokes, or take it out.',
        mends: [],
      },
    ];
  });
