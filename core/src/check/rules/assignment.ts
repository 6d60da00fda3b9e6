import { ROLES } from '../../operations/operations.ts';
import type { Machine } from '../../shop/shop.ts';
import type { Checked } from '../checked.ts';
import type { Finding } from '../finding.ts';

const ROLE_NAMES = { outline: 'Outlines', area: 'Areas', linework: 'Lines' } as const;
const USUAL_WORK = { outline: 'cut', area: 'engrave', linework: 'score' } as const;

/** Every line and area needs an operation. */
export function unassigned({ recipe, drawing, machine }: Checked): Finding[] {
  return ROLES.filter((role) => drawing[role].length > 0 && recipe.workOrder[role].work === null).map((role) => ({
    id: `unassigned:${role}`,
    rule: 'unassigned',
    severity: 'stop',
    title: `${ROLE_NAMES[role]} have no operation`,
    detail: 'They would not be in the files.',
    measure: { value: drawing[role].length, limit: 0, unit: 'lines', wants: 'at most' },
    place: null,
    mends: [
      {
        label: `Assign to ${fallbackWork(machine, USUAL_WORK[role])}`,
        patch: [{ path: ['workOrder', role, 'work'], value: fallbackWork(machine, USUAL_WORK[role]) }],
      },
    ],
  }));
}

const fallbackWork = (machine: Machine, wanted: 'cut' | 'engrave' | 'score') =>
  machine.settings[wanted] ? wanted : machine.settings.mark ? 'mark' : 'cut';
