import { inLettering } from '../../recipe/patch.ts';
import type { LetteringItem } from '../../recipe/schema.ts';
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
  items: readonly LetteringItem[],
  widths: readonly number[],
  limit: number,
  counter: number,
): Mend[] {
  if (widths.length === 0 || items.length === 0) return [];
  const weights = items.map(({ thicken }) => ({
    ...thicken,
    by: tidy(upward(thicken.by + (limit - Math.min(...widths)) / 2), 2),
    keepCounters: thicken.keepCounters || tidy(counter, 2),
  }));
  const [first] = weights;
  return [
    {
      label: weights.every(({ by }) => by === first!.by) ? `Thicken by ${first!.by} mm` : 'Thicken all letters',
      patch: items.flatMap(({ id }, i) => inLettering(id, { path: ['thicken'], value: weights[i]! })),
    },
  ];
}
