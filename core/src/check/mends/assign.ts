import type { Role } from '../../operations/operations.ts';
import type { RecipePatch } from '../../recipe/patch.ts';
import type { Work } from '../../shop/shop.ts';

const STEPS: Record<Role, (work: Work) => RecipePatch[number]> = {
  outline: (value) => ({ path: ['workOrder', 'outline', 'work'], value }),
  area: (value) => ({ path: ['workOrder', 'area', 'work'], value }),
  linework: (value) => ({ path: ['workOrder', 'linework', 'work'], value }),
};

/** Gives what the roles are to be done with the work. */
export const assign = (roles: readonly Role[], work: Work): RecipePatch => roles.map((role) => STEPS[role](work));
