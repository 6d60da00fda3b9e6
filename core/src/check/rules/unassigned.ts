import { ROLES, type Role } from '../../operations/operations.ts';
import type { Machine } from '../../shop/shop.ts';
import type { Finding, Mend } from '../finding.ts';
import { assign } from '../mends/assign.ts';
import type { BuiltSubject } from '../subjects.ts';

const ROLE_NAMES = { outline: 'Outlines', area: 'Areas', linework: 'Lines' } as const;
const USUAL_WORK = { outline: 'cut', area: 'engrave', linework: 'score' } as const;

/** Every line and area needs an operation. */
export function unassigned({ recipe, drawing, machine }: BuiltSubject): Finding[] {
  return ROLES.filter((role) => drawing[role].length > 0 && recipe.workOrder[role].work === null).map((role) => ({
    id: `unassigned:${role}`,
    rule: 'unassigned',
    severity: 'stop',
    title: `${ROLE_NAMES[role]} have no operation`,
    detail: 'They would not be in the files.',
    measure: { value: drawing[role].length, limit: 0, unit: 'lines', wants: 'at most' },
    place: null,
    mends: [giveUsualWork(role, machine)],
  }));
}

function giveUsualWork(role: Role, { settings }: Machine): Mend {
  const usual = USUAL_WORK[role];
  const work = settings[usual] ? usual : settings.mark ? 'mark' : 'cut';
  return { label: `Assign to ${work}`, patch: assign([role], work) };
}
