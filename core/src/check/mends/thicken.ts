import type { Recipe } from '../../recipe/schema.ts';
import type { Mend } from '../finding.ts';
import { tidy } from '../wording.ts';

/** In twentieths of a millimetre, upward. */
const upward = (mm: number): number => Math.ceil(mm * 20) / 20;

/** What a width lacks on each side, and a little more than that. */
export const lackOnEachSide = (width: number, limit: number): number => upward((limit - width) / 2 + 0.01);

/**
 * Adding as much to all letters as the narrowest of some widths lacks.
 * @param counter the width that counters are then kept open to, unless one was asked for
 */
export function thickenAll(
  { lettering: { thicken } }: Recipe,
  widths: readonly number[],
  limit: number,
  counter: number,
): Mend[] {
  if (widths.length === 0) return [];
  const by = tidy(upward(thicken.by + (limit - Math.min(...widths)) / 2), 2);
  const keepCounters = thicken.keepCounters || tidy(counter, 2);
  return [
    {
      label: `Thicken by ${by} mm`,
      patch: [{ path: ['lettering', 'thicken'], value: { ...thicken, by, keepCounters } }],
    },
  ];
}
