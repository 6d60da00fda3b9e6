import type { Recipe } from '../recipe/schema.ts';
import type { Mend } from './finding.ts';

/** Letters are offered so many times larger at most: much larger ones would be another job. */
export const LARGEST_STEP = 2;

/** Letters so many times larger, in whole millimetres. */
export function largerLettering({ lettering: { size } }: Recipe, factor: number): Mend {
  const larger = (mm: number) => Math.ceil(mm * factor);
  if (size.by === 'box')
    return {
      label: `Larger letters: into ${larger(size.width)} × ${larger(size.height)} mm`,
      patch: [
        { path: ['lettering', 'size'], value: { ...size, width: larger(size.width), height: larger(size.height) } },
      ],
    };
  return {
    label: `Larger letters: ${larger(size.value)} mm ${SIZE_WORDS[size.by]}`,
    patch: [{ path: ['lettering', 'size'], value: { ...size, value: larger(size.value) } }],
  };
}

const SIZE_WORDS = {
  'cap height': 'caps',
  'x-height': 'small letters',
  'overall width': 'wide',
  'overall height': 'high',
};
