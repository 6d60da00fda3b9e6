import { toolWidth } from '../fills/fills.ts';
import { profileOf } from '../motion/profile.ts';
import type { OperationPlan } from '../recipe/parts.ts';
import type { Machine } from '../shop/shop.ts';
import { settingsOf } from './operations.ts';

/** Over what is done a tool goes so many of its widths, whatever a lift takes. */
const LEAST = 2;
/** As far as any sheet, mm. */
const ANY_WAY = 1e5;

/**
 * How far the tool of an operation that fills areas stays down, mm: as far as takes as long as a lift and the same way
 * lifted. Told to one digit, so that not each change of speed fills anew.
 */
export function stayOf(operation: OperationPlan, machine: Machine): number {
  const { speed } = settingsOf(operation, machine);
  const gained = 1 / speed - 1 / machine.travelSpeed;
  const worth = gained > 0 ? profileOf(machine).pierce[operation.work] / gained : ANY_WAY;
  return Math.max(LEAST * toolWidth(operation.fill!), Number(worth.toPrecision(1)));
}
