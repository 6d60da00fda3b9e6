import { joinBounds } from '../../geometry/bounds.ts';
import type { Finding } from '../finding.ts';
import type { AssemblySubject } from '../subjects.ts';

/** Where no lead fits, the cut begins on the edge of the part, and leaves its mark there. */
export function noLead({ withoutLead, around: { machine } }: AssemblySubject): Finding[] {
  if (withoutLead.length === 0) return [];
  const { radius, length } = machine.lead;
  const many = withoutLead.length > 1;
  return [
    {
      id: 'no lead',
      rule: 'no lead',
      severity: 'attention',
      title: many ? `${withoutLead.length} cuts have no room for a lead` : 'A cut has no room for a lead',
      detail:
        `${many ? 'They begin' : 'It begins'} on the edge itself: the waste beside ${many ? 'them' : 'it'} is too ` +
        `narrow even for a third of ${radius} + ${length} mm.`,
      where: joinBounds(withoutLead),
      mends: [],
    },
  ];
}
