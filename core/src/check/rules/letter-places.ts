import { letterName } from '../../lettering/naming.ts';
import type { Checked } from '../checked.ts';
import type { Finding } from '../finding.ts';
import { list } from '../wording.ts';

/** Whether the face suits the make, the lines fit their circle, and every nudge still has its letter. */
export function letterPlaces({ recipe, lettering, arrangement }: Checked): Finding[] {
  const findings: Finding[] = [];
  const strokes = arrangement.letters.some((letter) => letter.strokes.length > 0);
  if (strokes && recipe.make !== 'engraved' && !recipe.coupon)
    findings.push({
      id: 'single-line face',
      rule: 'single-line face',
      severity: 'stop',
      title: 'A single-line face has no outlines to cut',
      place: null,
      detail: 'Its strokes can be scored, marked or engraved on a plate.',
      mends: [
        { label: 'Make it an engraved plate', patch: [{ path: ['make'], value: 'engraved' }] },
        { label: 'Use Overpass Bold', patch: [{ path: ['lettering', 'face'], value: 'overpass-bold' }] },
      ],
    });
  const { bow } = recipe.lettering;
  if (bow && lettering.overrun.length > 0) {
    const radius = Math.ceil(Math.max(...lettering.overrun.map((each) => each.radius)) * 1.05);
    findings.push({
      id: 'past the circle',
      rule: 'past the circle',
      severity: 'stop',
      title: `Line ${list(lettering.overrun.map(({ line }) => String(line + 1)))} runs round past its own start`,
      place: null,
      detail: 'The circle is too small for these words.',
      mends: [
        { label: `Circle of ${radius} mm radius`, patch: [{ path: ['lettering', 'bow', 'radius'], value: radius }] },
      ],
    });
  }
  if (lettering.lostNudges.length > 0) {
    const kept = Object.fromEntries(
      Object.entries(recipe.lettering.nudges).filter(([id]) => !lettering.lostNudges.includes(id)),
    );
    findings.push({
      id: 'lost nudge',
      rule: 'lost nudge',
      severity: 'attention',
      place: null,
      title:
        lettering.lostNudges.length === 1
          ? 'A moved letter is no longer there'
          : `${lettering.lostNudges.length} moved letters are no longer there`,
      detail: `Their places are kept in case the words come back: ${list(lettering.lostNudges.map((id) => letterName(id, arrangement.letters)))}.`,
      mends: [{ label: 'Forget those moves', patch: [{ path: ['lettering', 'nudges'], value: kept }] }],
    });
  }
  return findings;
}
