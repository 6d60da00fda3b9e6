import { boundsContain, heightOf, joinBounds, widthOf } from '../../geometry/bounds.ts';
import type { Finding } from '../finding.ts';
import { FIT_PLATE } from '../mends/fit-plate.ts';
import type { AssemblySubject } from '../subjects.ts';
import { tidy } from '../wording.ts';

/** The words must lie on their plate. */
export function wordsOffThePlate({ arrangement: { plate, letters } }: AssemblySubject): Finding[] {
  if (!plate || letters.length === 0) return [];
  const ink = joinBounds(letters.map(({ bounds }) => bounds));
  if (boundsContain(plate, ink, 1e-6)) return [];
  const over = Math.max(widthOf(ink) - widthOf(plate), heightOf(ink) - heightOf(plate));
  return [
    {
      id: 'words off the plate',
      rule: 'words off the plate',
      severity: 'stop',
      title: `The words reach off the plate by ${tidy(over, 2)} mm`,
      place: ink,
      mends: [FIT_PLATE],
    },
  ];
}
