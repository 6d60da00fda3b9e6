import { enlarged } from '../../recipe/edits/size.ts';
import { inLettering } from '../../recipe/patch.ts';
import type { LetteringItem } from '../../recipe/schema.ts';
import type { Mend } from '../finding.ts';
import { tidy } from '../wording.ts';

/** Letters are offered so many times larger at most: much larger ones would be another job. */
const LARGEST_STEP = 2;

const SIZE_WORDS = {
  'cap height': 'caps',
  'x-height': 'small letters',
  'overall width': 'wide',
  'overall height': 'high',
};

/** Letters so many times larger, in whole millimetres. */
export const largerLettering = (items: readonly LetteringItem[], factor: number): Mend => ({
  label:
    items.length === 1
      ? `Larger letters: ${sizeInWords(enlarged(items[0]!.size, factor))}`
      : `All letters ${tidy(factor, 2)} times as large`,
  patch: items.flatMap(({ id, size }) => inLettering(id, { path: ['size'], value: enlarged(size, factor) })),
});

type Size = LetteringItem['size'];

const sizeInWords = (size: Size): string =>
  size.by === 'box' ? `into ${size.width} × ${size.height} mm` : `${size.value} mm ${SIZE_WORDS[size.by]}`;

/** Letters so large that the narrowest of some widths comes up to its limit, where that is no other job. */
export function largeEnough(items: readonly LetteringItem[], widths: readonly number[], limit: number): Mend[] {
  const factor = limit / Math.min(...widths);
  return items.length > 0 && widths.length > 0 && factor <= LARGEST_STEP ? [largerLettering(items, factor)] : [];
}
