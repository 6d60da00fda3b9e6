import type { Finding } from '../finding.ts';
import type { LetteringSubject } from '../subjects.ts';

/** There must be something to make. */
export function noWords({ faceKnown, lettering }: LetteringSubject): Finding[] {
  if (!faceKnown || lettering.letters.length > 0 || lettering.missing.length > 0) return [];
  return [
    {
      id: 'no words',
      rule: 'no words',
      severity: 'stop',
      title: 'There are no words yet',
      detail: 'Type them at the Letter station.',
      where: null,
      mends: [],
    },
  ];
}
