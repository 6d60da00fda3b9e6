import { inLettering } from '../../recipe/patch.ts';
import type { Finding } from '../finding.ts';
import type { LetteringSubject } from '../subjects.ts';
import { list } from '../wording.ts';

/** A line must fit on its circle. */
export function pastTheCircle({ item, lettering: { overrun } }: LetteringSubject): Finding[] {
  if (!item.bow || overrun.length === 0) return [];
  const radius = Math.ceil(Math.max(...overrun.map((each) => each.radius)) * 1.05);
  return [
    {
      id: 'past the circle',
      rule: 'past the circle',
      severity: 'stop',
      title: `Line ${list(overrun.map(({ line }) => String(line + 1)))} runs round past its own start`,
      where: null,
      detail: 'The circle is too small for these words.',
      mends: [
        {
          label: `Circle of ${radius} mm radius`,
          patch: inLettering(item.id, { path: ['bow', 'radius'], value: radius }),
        },
      ],
    },
  ];
}
