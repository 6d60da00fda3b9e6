import type { Finding } from '../finding.ts';
import type { BuiltSubject } from '../subjects.ts';
import { list } from '../wording.ts';

/** A line must fit on its circle. */
export function pastTheCircle({ recipe, lettering: { overrun } }: BuiltSubject): Finding[] {
  if (!recipe.lettering.bow || overrun.length === 0) return [];
  const radius = Math.ceil(Math.max(...overrun.map((each) => each.radius)) * 1.05);
  return [
    {
      id: 'past the circle',
      rule: 'past the circle',
      severity: 'stop',
      title: `Line ${list(overrun.map(({ line }) => String(line + 1)))} runs round past its own start`,
      place: null,
      detail: 'The circle is too small for these words.',
      mends: [
        { label: `Circle of ${radius} mm radius`, patch: [{ path: ['lettering', 'bow', 'radius'], value: radius }] },
      ],
    },
  ];
}
