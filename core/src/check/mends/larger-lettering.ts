import type { Recipe } from '../../recipe/schema.ts';
import type { Mend } from '../finding.ts';

/** Letters are offered so many times larger at most: much larger ones would be another job. */
const LARGEST_STEP = 2;

const SIZE_WORDS = {
  'cap height': 'caps',
  'x-height': 'small letters',
  'overall width': 'wide',
  'overall height': 'high',
};

/** Letters so many times larger, in whole millimetres. */
export function largerLettering({ lettering: { size } }: Recipe, factor: number): Mend {
  const larger = (mm: number) => Math.ceil(mm * factor);
  if (size.by === 'box') {
    const [width, height] = [larger(size.width), larger(size.height)];
    return {
      label: `Larger letters: into ${width} × ${height} mm`,
      patch: [{ path: ['lettering', 'size'], value: { ...size, width, height } }],
    };
  }
  return {
    label: `Larger letters: ${larger(size.value)} mm ${SIZE_WORDS[size.by]}`,
    patch: [{ path: ['lettering', 'size'], value: { ...size, value: larger(size.value) } }],
  };
}

/** Letters so large that the narrowest of some widths comes up to its limit, where that is no other job. */
export function largeEnough(recipe: Recipe, widths: readonly number[], limit: number): Mend[] {
  const factor = limit / Math.min(...widths);
  return widths.length > 0 && factor <= LARGEST_STEP ? [largerLettering(recipe, factor)] : [];
}
