import { profileOf, type Profile, type RowWay } from '../motion/profile.ts';
import { settingsOf } from '../operations/operations.ts';
import type { OperationPlan } from '../recipe/schema.ts';
import type { Machine } from '../shop/shop.ts';

/** What a machine needs for its work, with the settings and the rows of an operation. */
export const operationProfile = (plan: OperationPlan, machine: Machine): Profile =>
  profileOf(
    { ...machine, settings: { ...machine.settings, [plan.work]: settingsOf(plan, machine) } },
    rowsOf(plan, machine),
  );

/** How an operation lays its rows: as it says, else as the machine does. */
export const rowsOf = (
  { rows: { pitch, angle, bothWays } }: Pick<OperationPlan, 'rows'>,
  { fillPitch }: Pick<Machine, 'fillPitch'>,
): RowWay => ({ pitch: pitch ?? fillPitch, angle, bothWays });
