import { letterName } from '../../lettering/naming.ts';
import { usualRail } from '../../recipe/edits/rail.ts';
import { inAssembly } from '../../recipe/patch.ts';
import type { Finding } from '../finding.ts';
import type { MeasuredSubject } from '../subjects.ts';

/** Letters joined at fewer points than wanted. */
export function fewPoints({ thing, letters, capHeight, points }: MeasuredSubject): Finding[] {
  const wanted = thing.hold.joins.points;
  return points
    .filter((part) => part.points > 0 && part.points < wanted)
    .map(({ part, points: value }) => ({
      id: `few points:${part}`,
      rule: 'few points',
      severity: 'attention',
      title: `Joined at ${value === 1 ? 'one point' : `${value} points`}: ${letterName(part, letters)}`,
      measure: { value, limit: wanted, unit: 'points', wants: 'at least', reason: 'asked for at the Hold station' },
      where: letters.find(({ id }) => id === part)?.bounds ?? null,
      mends: thing.rail
        ? []
        : [{ label: 'Add a rail', patch: inAssembly([{ path: ['rail'], value: usualRail(capHeight) }]) }],
    }));
}
